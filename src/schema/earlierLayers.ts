import { startedLayer, type LayerAmount, type LaterLayer } from '#core/batch/index.ts'
import type { Colour } from '#core/colour/index.ts'
import { TECHNIQUES, type LayerStartId, type LayerWhen } from '#core/technique/index.ts'

/** The moments of a back as requests up to version 1, and studio files up to version 6, named them. */
const BACK_WHEN: Readonly<Record<string, LayerWhen>> = {
  footprint: 'bonds',
  nextDay: 'nextDay',
  afterDemold: 'demolded',
}
/** Colour in a back was reckoned as 0.01 ml for each g. */
const BACK_DROPS_PER_G = 0.2
/** What stood among the jobs on the rack and is a layer, in the order in which it was done. */
const COATS = ['clearCoat', 'heatCoat', 'varnish'] as const satisfies readonly LayerStartId[]
/** The names under which pours over inclusions were marked as done. */
const POURS = ['fill', 'fillAgain'] as const
const HALF: LayerAmount = { by: 'share', frac: 0.5 }

interface EarlierRequest {
  readonly technique?: keyof typeof TECHNIQUES
  readonly back?: { readonly when: string; readonly depthMm: number; readonly colour?: Colour | null }
  readonly inclusions?: { readonly pours?: number } | null
  readonly after?: readonly string[]
}

/**
 * A request with its layers, each under the name by which an earlier version marked it as done. One that says its layers stays as it is;
 * where an earlier one said something that never was, the schema says so.
 */
export function withLayers(request: unknown): unknown {
  if (typeof request !== 'object' || request === null || Array.isArray(request) || 'layers' in request)
    return request
  const { back, after = [], inclusions, ...others } = request as EarlierRequest
  const coats = COATS.filter((id) => Array.isArray(after) && after.includes(id))
  return {
    ...others,
    ...(inclusions !== undefined && { inclusions: inclusions && withoutPours(inclusions) }),
    cups: [],
    layers: [
      ...poursOf(others.technique, inclusions?.pours === 2),
      ...backOf(back),
      ...coats.map((id) => startedLayer(id, id)),
    ],
    jobs: Array.isArray(after) ? after.filter((id) => !coats.some((coat) => coat === id)) : after,
  }
}

/** A batch, as a row or in a file, whose request says its layers. */
export function withBatchLayers(batch: unknown): unknown {
  if (typeof batch !== 'object' || batch === null || !('request' in batch)) return batch
  return { ...batch, request: withLayers(batch.request) }
}

function withoutPours({ pours: _pours, ...inclusions }: { readonly pours?: number }): object {
  return inclusions
}

/** What was always poured over inclusions, in one go or two. */
function poursOf(technique: EarlierRequest['technique'], inTwo: boolean): readonly LaterLayer[] {
  const starts = (technique && TECHNIQUES[technique]?.usualLayers) ?? []
  return starts.flatMap((start) => {
    const [one, again] = POURS.map((id) => startedLayer(start, id))
    return inTwo
      ? [
          { ...one!, amount: HALF },
          { ...again!, name: 'third pour' },
        ]
      : [one!]
  })
}

function backOf(back: EarlierRequest['back']): readonly LaterLayer[] {
  if (!back || back.when === 'none') return []
  const { when, depthMm, colour } = back
  const layer = startedLayer('back', 'back')
  const colours = colour ? [{ colour, dose: { by: 'dropsPerG', drops: BACK_DROPS_PER_G } as const }] : []
  return [
    {
      ...layer,
      when: BACK_WHEN[when] ?? (when as LayerWhen),
      amount: { by: 'depth', mm: depthMm },
      cups: colour ? [{ id: 'back.tinted', name: colour.name, portion: { by: 'rest' }, colours }] : [],
    },
  ]
}
