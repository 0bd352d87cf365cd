import { POUR_MIX, type BatchRequest, type Measured } from '../batch/index.ts'
import { stepOfKey, type Ended } from '../technique/index.ts'
import { readPour, standing, weighedOf, type PourEvent } from './pour.ts'

/**
 * The request with what was weighed, filled and spilt by now, and written on its order, and the end it was brought to, so that beds, leftovers and windows follow it; as it is where nothing was. A mix counts from
 * its stirring on: until then more can be added, or all of it be weighed again.
 */
export function measuredRequest<Asked extends Pick<BatchRequest, 'measured' | 'score'>>(
  request: Asked,
  events: readonly PourEvent[],
): Asked {
  const asked = writtenRequest(request, events)
  const measured = measuredBy(events)
  if (measured) return { ...asked, measured }
  if (!asked.measured) return asked
  const { measured: _takenBack, ...rest } = asked
  return rest as Asked
}

/** The request with what was written on its order at the bench; what was given up is planned again from its plan. */
function writtenRequest<Asked extends Pick<BatchRequest, 'score'>>(
  request: Asked,
  events: readonly PourEvent[],
): Asked {
  if (readPour(events).stage !== 'running') return request
  const edits = standing(events).flatMap((event) => (event.kind === 'written' ? [event.edit] : []))
  return edits.length > 0 ? { ...request, score: [...(request.score ?? []), ...edits] } : request
}

function measuredBy(events: readonly PourEvent[]): Measured | null {
  const pour = readPour(events)
  if (pour.stage !== 'mixing' && pour.stage !== 'running') return null
  const begun = pour.stage === 'running' ? Object.entries(pour.sittings) : []
  const layers = begun.flatMap(([mix, { stage }]) => (stage === 'ready' ? [] : [mix]))
  const mixes = [undefined, ...layers].flatMap((layer) => {
    const weighed = weighedOf(events, layer)
    return weighed ? [{ mix: layer ?? POUR_MIX, ...weighed }] : []
  })
  const counted = standing(events)
  const beds = counted.flatMap((event) =>
    event.kind === 'filled' && event.layer === undefined ? [{ pieceNo: event.pieceNo, g: event.g }] : [],
  )
  const spiltG = counted.reduce((sum, event) => sum + (event.kind === 'spilt' ? event.g : 0), 0)
  const ended = endedBy(events)
  if (mixes.length === 0 && beds.length === 0 && spiltG === 0 && !ended) return null
  return { mixes, beds, spiltG, ...(ended && { ended }) }
}

/** The end the pour was brought to, with the steps that were marked before it; nothing where it goes on as planned. */
function endedBy(events: readonly PourEvent[]): Ended | undefined {
  const counted = standing(events)
  const at = counted.findIndex(({ kind }) => kind === 'endedAs')
  const event = counted[at]
  if (event?.kind !== 'endedAs') return undefined
  const pour = readPour(counted.slice(0, at))
  const begun = new Map<string, number>()
  for (const [key, min] of Object.entries(pour.stage === 'running' ? pour.done : {}))
    begun.set(stepOfKey(key), Math.min(min, begun.get(stepOfKey(key)) ?? Infinity))
  return { as: event.ending, begun: [...begun].map(([step, atMin]) => ({ step, atMin })) }
}
