import { POUR_MIX, type BatchRequest } from '../batch/index.ts'
import { standing, type PourEvent } from './pour.ts'

/** The request with what was weighed, filled and spilt by now, so that beds, leftovers and windows follow it; the very same where nothing was. */
export function measuredRequest<Asked extends Pick<BatchRequest, 'measured'>>(
  request: Asked,
  events: readonly PourEvent[],
): Asked {
  const counted = standing(events)
  const weighed = new Map(
    counted.flatMap((event) =>
      event.kind === 'weighed' ? [[event.layer ?? POUR_MIX, { aG: event.aG, bG: event.bG }] as const] : [],
    ),
  )
  const beds = counted.flatMap((event) =>
    event.kind === 'filled' && event.layer === undefined ? [{ pieceNo: event.pieceNo, g: event.g }] : [],
  )
  const spiltG = counted.reduce((sum, event) => sum + (event.kind === 'spilt' ? event.g : 0), 0)
  if (weighed.size === 0 && beds.length === 0 && spiltG === 0) return request
  return {
    ...request,
    measured: { mixes: [...weighed].map(([mix, each]) => ({ mix, ...each })), beds, spiltG },
  }
}
