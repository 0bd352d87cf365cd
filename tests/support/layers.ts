import { startedLayer, type LaterLayer } from '#core/batch/index.ts'
import type { Colour } from '#core/colour/index.ts'
import type { LayerStartId, LayerWhen } from '#core/technique/index.ts'

/** A back of so many mm, tinted in one cup where a colour is said. */
export function backLayer(when: LayerWhen = 'bonds', mm = 2, colour: Colour | null = null): LaterLayer {
  const colours = colour ? [{ colour, dose: { by: 'dropsPerG', drops: 0.2 } as const }] : []
  return {
    ...startedLayer('back', 'back'),
    when,
    amount: { by: 'depth', mm },
    cups: colour ? [{ id: 'tinted', name: colour.name, portion: { by: 'rest' }, colours }] : [],
  }
}

/** Layers as they are begun, each under the name of what it is begun from. */
export function begun(...starts: readonly LayerStartId[]): readonly LaterLayer[] {
  return starts.map((start) => startedLayer(start, start))
}

/** What is poured over a base in two goes of half its depth. */
export function inTwoPours(): readonly LaterLayer[] {
  return [
    { ...startedLayer('secondPour', 'secondPour'), amount: { by: 'share', frac: 0.5 } },
    { ...startedLayer('secondPour', 'thirdPour'), name: 'third pour' },
  ]
}
