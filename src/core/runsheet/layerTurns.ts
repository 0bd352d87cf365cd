import { STIRRED, type Pour, type TimedEvent } from './pour.ts'
import type { RunStep } from './steps.ts'

/** As far as it is known where a turn is done. */
interface Placed extends Pick<RunStep, 'key'> {
  readonly step: Pick<RunStep['step'], 'place'>
}

type Running = Extract<Pour, { stage: 'running' }>

/** Under which key a turn of a layer that is drawn is marked: behind the layer's id; the last of them as the layer itself, which is laid by it. */
export function layerTurnKey(layerId: string, key: string, steps: readonly Placed[]): string {
  const last = steps.findLast(({ step }) => step.place === 'pour')
  return key === last?.key ? layerId : `${layerId}.${key}`
}

/**
 * The turns of a layer that is drawn as far as they are marked, in minutes from its own stop-stir, by their own keys; its stirring is one of
 * them. Nothing before it is stirred.
 */
export function layerTurns(
  { done, sittings, stopStirAtMs }: Running,
  layerId: string,
): Readonly<Record<string, number>> {
  const sitting = sittings[layerId]
  if (sitting?.stage !== 'running') return {}
  const laterMin = (sitting.stopStirAtMs - stopStirAtMs) / 60_000
  const own = Object.entries(done).flatMap(([key, min]) =>
    key.startsWith(`${layerId}.`) ? [[key.slice(layerId.length + 1), min - laterMin] as const] : [],
  )
  return { ...STIRRED, ...Object.fromEntries(own) }
}

/** What was marked in the sitting of a layer that is drawn, by its turns' own keys and in minutes from its own stop-stir; nothing before that. */
export function layerMarks(
  marks: readonly TimedEvent[],
  layerId: string,
  steps: readonly Placed[],
): readonly TimedEvent[] {
  const stop = marks.find(({ event }) => event.kind === 'stopStir' && event.layer === layerId)
  if (!stop) return []
  const keyOf = new Map(steps.map(({ key }) => [layerTurnKey(layerId, key, steps), key]))
  return marks.flatMap(({ event, min }): readonly TimedEvent[] => {
    const ownMin = min - stop.min
    if (event.kind === 'done') {
      const key = keyOf.get(event.key)
      return key === undefined ? [] : [{ event: { ...event, key }, min: ownMin }]
    }
    if (event.kind !== 'reading' || event.layer !== layerId) return []
    return [{ event: { ...event, layer: undefined }, min: ownMin }]
  })
}
