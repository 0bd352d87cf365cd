import { expect, test } from '@jest/globals'
import { createBloom, layScene, outcomeOf } from '#core/bloom/index.ts'
import { polygonOf } from '#core/mold/index.ts'
import { ARCHETYPES, STIRRED_K, USUAL_WALL } from '#core/resin/index.ts'
import { laidBloom } from '../support/laid.ts'
import { fillCup, forecastPour, stateAt } from '#core/timing/index.ts'
import { pipedMoves } from '../support/moves.ts'

const disc = { shape: 'circle', acrossMm: 100 } as const
const outline = polygonOf(disc, 120)
const laid = laidBloom(disc, { inkDrops: 0, rings: 4, petals: 8 })
const cup = fillCup({
  resin: ARCHETYPES.quick,
  cupMassG: 143,
  roomTempC: 21,
  startTempC: 21 + STIRRED_K,
  bedDepthMm: 5,
  wall: USUAL_WALL,
})
const forecast = forecastPour(cup, 20)

/**
 * A quick resin at 21 C, 143 g, decanted at 20 minutes to a 5 mm bed; see-through white through a 3 mm hole in four rings. Coverage in %, blob and score
 * as an independent prototype of the same equations gave them.
 */
test.each([
  [12, 77, 0.6, 0.21, 'tooEarly'],
  [25, 60, 0.33, 0.88, 'inWindow'],
  [40, 43, 0.08, 0.34, 'tooLate'],
] as const)('piped at %d min the face is %d %% white: %s', (whiteAtMin, coverage, blob, score, verdict) => {
  const bloom = createBloom({
    outline,
    islands: [],
    cells: 128,
    depthM: 0.005,
    excessDensityKgPerM3: 1.7,
    viscosityAt: (s) => stateAt(forecast, s / 60).viscosityPaS,
    seed: 7,
  })
  layScene(bloom, {
    outline,
    islands: [],
    laid,
    films: [],
    inks: [],
    moves: pipedMoves({ laid, inkAtMin: 0.5, whiteAtMin }),
    seed: 7,
  })
  bloom.runTo(300 * 60)
  const outcome = outcomeOf(bloom)
  expect(Math.abs(100 * outcome.coverage - coverage)).toBeLessThan(4)
  expect(Math.abs(outcome.blob - blob)).toBeLessThan(0.05)
  expect(Math.abs(outcome.score - score)).toBeLessThan(0.12)
  expect(outcome.verdict).toBe(verdict)
})
