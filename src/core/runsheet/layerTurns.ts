import type { Pour } from './pour.ts'
import type { RunStep } from './steps.ts'

type Running = Extract<Pour, { stage: 'running' }>

/** Under which key a turn of a layer that is drawn is marked: behind the layer's id; the last of them as the layer itself, which is laid by it. */
export function layerTurnKey(
  layerId: string,
  key: string,
  steps: readonly Pick<RunStep, 'key' | 'place'>[],
): string {
  const last = steps.findLast(({ place }) => place === 'pour')
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
  return { stir: 0, ...Object.fromEntries(own) }
}
