import {
  broughtInto,
  cupsThatFit,
  divided,
  dividedMixes,
  isFlexible,
  levelOf,
  nextLayer,
  ownMixes,
  takesRoom,
  withinLoad,
  type LaterLayer,
  type LayerCup,
  type Mix,
} from '../batch/index.ts'
import { layerOfMix, LAYER_WHENS } from '../technique/index.ts'
import type { Finding } from './finding.ts'
import { change, rounded, THINNER_STEP_MM, type Candidates, type Change, type Task } from './remedy.ts'

const THINNEST_LAYER_MM = 1

/** Each layer of a depth of its own made thinner, one after the other. */
export function thinnerLayers(task: Task): readonly Candidates[] {
  return task.request.layers.filter(takesRoom).map(({ id }) => thinnerLayer(id, task))
}

/** Half a millimetre at a time; nothing where its depth follows from the others. */
export function thinnerLayer(layerId: string, { request: { layers } }: Task): Candidates {
  const layer = layers.find(({ id }) => id === layerId)
  if (layer?.amount.by !== 'depth') return []
  const { name: layerName, amount } = layer
  const steps = Math.max(0, Math.floor((amount.mm - THINNEST_LAYER_MM) / THINNER_STEP_MM))
  return Array.from({ length: steps }, (_, k) => rounded(amount.mm - (k + 1) * THINNER_STEP_MM)).map((mm) =>
    change(
      { kind: 'layerDepth', layerName, mm },
      { layers: withLayer(layers, { ...layer, amount: { by: 'depth', mm } }) },
    ),
  )
}

/** Without one of the layers of a depth of their own, the uppermost first. */
export function noLayers({ request: { layers } }: Task): Candidates {
  return layers
    .filter((layer) => takesRoom(layer) && !isFlexible(layer) && !hasBeside(layers, layer))
    .reverse()
    .map(({ id, name }) =>
      change({ kind: 'noLayer', layerName: name }, { layers: layers.filter((each) => each.id !== id) }),
    )
}

/** Whether another lies beside it, as high as it. */
function hasBeside(layers: readonly LaterLayer[], layer: LaterLayer): boolean {
  return layers.some((each) => each !== layer && levelOf(layers, each) === layer)
}

export function layersInMold({ request: { layers } }: Task): Candidates {
  return layers
    .filter(({ when }) => LAYER_WHENS[when].takesRoom && !LAYER_WHENS[when].inMold)
    .map((layer) =>
      change(
        { kind: 'layerInMold', layerName: layer.name },
        { layers: withLayer(layers, { ...layer, when: 'bonds' }) },
      ),
    )
}

export function cupsToFit(mixId: string, task: Task): Candidates {
  return withCups(mixId, task, { kind: 'cupsToFit' }, (cups, { dividedG }) => cupsThatFit(cups, dividedG))
}

/** The cups that are stirred by themselves, all smaller by the same share, so that together they are no more than their layer. */
export function lessApart(
  { layer: told, overG }: Extract<Finding, { kind: 'cupsTakeMore' }>,
  { request: { layers } }: Task,
): Candidates {
  const layer = layers.find(({ id }) => id === told.id)
  const ownG = layer ? ownMixes(layer.cups).reduce((sum, { g }) => sum + g, 0) : 0
  if (!layer || ownG <= overG) return []
  const by = 1 - overG / ownG
  const cups = layer.cups.map((cup): LayerCup => {
    if (cup.portion.by !== 'ownMix') return cup
    return { ...cup, portion: { by: 'ownMix', g: Math.floor(10 * by * cup.portion.g) / 10 } }
  })
  return [change({ kind: 'cupsToFit' }, { layers: withLayer(layers, { ...layer, cups }) })]
}

export function lessColour(
  { layer, cupName }: Extract<Finding, { kind: 'cupOverloaded' }>,
  task: Task,
): Candidates {
  return withCups(layer.id, task, { kind: 'lessColour', cupName }, (cups, mix) =>
    cups.map((cup) => {
      const massG = mix.cups.find(({ id }) => id === cup.id)?.massG ?? 0
      if (cup.name !== cupName || massG <= 0) return cup
      return withinLoad(cup, massG, broughtInto(cup, divided(cups, mix.dividedG)))
    }),
  )
}

/** The cups of one mix changed, whether of the pour or of a later layer. */
function withCups(
  mixId: string,
  { request, technique, mixes }: Task,
  told: Change,
  changed: (cups: readonly LayerCup[], mix: Mix) => readonly LayerCup[],
): Candidates {
  // Bags are no cups of the request's own.
  const found = dividedMixes(
    { ...request, bags: undefined, white: { ...request.white, colours: undefined } },
    technique,
    mixes,
  ).find(({ mix }) => mix.id === mixId)
  if (!found) return []
  const cups = changed(found.cups, found.mix)
  if (found.mix.of === 'pour') return [change(told, { cups })]
  const layer = request.layers.find(({ id }) => id === layerOfMix(mixId))!
  const all = layer.cups.map((cup) => cups.find(({ id }) => id === cup.id) ?? cup)
  return [change(told, { layers: withLayer(request.layers, { ...layer, cups: all }) })]
}

export function layerEverywhere(layerId: string, { request: { layers } }: Task): Candidates {
  const layer = layers.find(({ id }) => id === layerId)
  if (!layer) return []
  return [
    change(
      { kind: 'layerEverywhere', layerName: layer.name },
      { layers: withLayer(layers, { ...layer, only: null }) },
    ),
  ]
}

function withLayer(layers: readonly LaterLayer[], changed: LaterLayer): readonly LaterLayer[] {
  return layers.map((layer) => (layer.id === changed.id ? changed : layer))
}

/** The layer in two goes of half its depth, the second over the first. */
export function twoPours(layerId: string, { request: { layers } }: Task): Candidates {
  const at = layers.findIndex(({ id }) => id === layerId)
  const layer = layers[at]
  const shared = layers.reduce((sum, { amount }) => sum + (amount.by === 'share' ? amount.frac : 0), 0)
  const halves = layer && halvedAmount(layer.amount, Math.max(0, 1 - shared))
  if (!layer || !halves || hasBeside(layers, layer)) return []
  const { name } = layer
  const { id } = nextLayer(layers, 'secondPour')
  const lower = { ...layer, amount: halves[0], name: `${name}, first half` }
  const upper = { ...layer, amount: halves[1], id, name: `${name}, second half` }
  return [
    change(
      { kind: 'twoPours', layerName: name },
      { layers: [...layers.slice(0, at), lower, upper, ...layers.slice(at + 1)] },
    ),
  ]
}

/** Both halves of an amount, where the rest is so much of what is free; null where there is nothing to halve. */
function halvedAmount(
  amount: LaterLayer['amount'],
  restFrac: number,
): readonly [LaterLayer['amount'], LaterLayer['amount']] | null {
  switch (amount.by) {
    case 'depth': {
      const half = { by: 'depth', mm: amount.mm / 2 } as const
      return [half, half]
    }
    case 'volume': {
      const half = { by: 'volume', ml: amount.ml / 2 } as const
      return [half, half]
    }
    case 'share': {
      const half = { by: 'share', frac: amount.frac / 2 } as const
      return [half, half]
    }
    case 'rest':
      return [{ by: 'share', frac: restFrac / 2 }, { by: 'rest' }]
    case 'beside':
    case 'none':
      return null
    default:
      return amount satisfies never
  }
}
