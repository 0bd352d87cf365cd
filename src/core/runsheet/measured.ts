import { POUR_MIX, type BatchRequest, type Measured } from '../batch/index.ts'
import { readPour, standing, weighedOf, type PourEvent } from './pour.ts'

/**
 * The request with what was weighed, filled and spilt by now, so that beds, leftovers and windows follow it; as it is where nothing was. A mix counts from
 * its stirring on: until then more can be added, or all of it be weighed again.
 */
export function measuredRequest<Asked extends Pick<BatchRequest, 'measured'>>(
  request: Asked,
  events: readonly PourEvent[],
): Asked {
  const measured = measuredBy(events)
  if (measured) return { ...request, measured }
  if (!request.measured) return request
  const { measured: _takenBack, ...rest } = request
  return rest as Asked
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
  return mixes.length === 0 && beds.length === 0 && spiltG === 0 ? null : { mixes, beds, spiltG }
}
