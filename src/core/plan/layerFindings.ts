import {
  dividedMixes,
  dividedOverG,
  isIn,
  laterAmount,
  overloadedCups,
  ownMixes,
  type BatchRequest,
} from '../batch/index.ts'
import { isMixedIn } from '../colour/index.ts'
import { LAYER_WAYS, LAYER_WHENS } from '../technique/index.ts'
import { mixedDensityGPerMl } from '../resin/index.ts'
import type { Schedule } from '../timing/index.ts'
import type { Finding } from './finding.ts'

/** What is worth saying of layers and of the cups that mixes are divided into. */
export function layerFindings(request: BatchRequest, schedule: Schedule): readonly Finding[] {
  return [
    ...cupFindings(request, schedule),
    ...apartFindings(request, schedule),
    ...placeFindings(request, schedule),
    ...oilFindings(request),
  ]
}

function placeFindings({ layers }: BatchRequest, { fills }: Schedule): Finding[] {
  return layers
    .filter((layer) => !fills.some((fill) => isIn(layer, fill)))
    .map(({ id, name }) => ({ kind: 'layerOnNothing', layer: { id, name } }))
}

/** Layers over one that nothing holds on, in the order they are laid: in the mold, into the lip, on the finished piece. */
function oilFindings({ layers }: BatchRequest): Finding[] {
  const turn = ({ when }: (typeof layers)[number]) => {
    const { inMold, takesRoom } = LAYER_WHENS[when]
    return inMold ? 0 : takesRoom ? 1 : 2
  }
  const laid = [...layers].sort((one, other) => turn(one) - turn(other))
  return laid.flatMap(({ id, name }, k): Finding[] => {
    const under = laid[k - 1]
    return under && LAYER_WAYS[under.way].repels
      ? [{ kind: 'onOil', layer: { id, name }, underName: under.name }]
      : []
  })
}

/** What is wrong with the cups that mixes are divided into. */
function cupFindings(request: BatchRequest, { mixes, technique }: Schedule): Finding[] {
  const overloaded = overloadedCups(request, technique, mixes).map(({ mix, ...load }): Finding => ({
    kind: 'cupOverloaded',
    layer: { id: mix.id, name: mix.name },
    ...load,
  }))
  const others = dividedMixes(request, technique, mixes).flatMap(({ mix, cups }): Finding[] => {
    const told = { id: mix.id, name: mix.name }
    const overG = dividedOverG(cups, mix.dividedG)
    const colours = cups.flatMap((cup) => cup.colours)
    return [
      ...(overG > LEAST_OVER_G ? [{ kind: 'cupsTakeMore' as const, layer: told, overG }] : []),
      ...colours.flatMap(({ colour, dose }): Finding[] => {
        const { name: colourName } = colour
        if (!isMixedIn(colour)) return [{ kind: 'notMixedIn', layer: told, colourName }]
        return dose.by === 'scoops' && colour.scoopG === undefined
          ? [{ kind: 'scoopUnweighed', colourName }]
          : []
      }),
    ]
  })
  return [...overloaded, ...others]
}

/** Cups that are stirred by themselves and together are more than all of their layer. */
function apartFindings(request: BatchRequest, { fills, mixes }: Schedule): Finding[] {
  return request.layers.flatMap((layer): Finding[] => {
    const ownG = ownMixes(layer.cups).reduce((sum, { g }) => sum + g, 0)
    const mix = mixes.find(({ id }) => id === layer.id)
    if (!mix || ownG === 0) return []
    const overG = ownG - laterAmount(fills, layer).volumeMl * mixedDensityGPerMl(mix.resin)
    const told = { id: layer.id, name: layer.name }
    return overG > LEAST_OVER_G ? [{ kind: 'cupsTakeMore', layer: told, overG }] : []
  })
}

/** A scale does not show less. */
const LEAST_OVER_G = 0.05
