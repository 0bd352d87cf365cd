import { test } from '@jest/globals'
import { appendFileSync } from 'node:fs'
import { createBloom, layScene, outcomeOf } from '#core/bloom/index.ts'
import { polygonOf } from '#core/mold/index.ts'
import { ARCHETYPES, STIRRED_K, USUAL_WALL, fluidityForBloom } from '#core/resin/index.ts'
import { fillCup, forecastPour, stateAt } from '#core/timing/index.ts'
import { laidBloom } from '../tests/support/laid.ts'
const disc = { shape: 'circle', acrossMm: 100 } as const
const outline = polygonOf(disc, 120)
const laid = laidBloom(disc, { inkDrops: 0, rings: 4, petals: 8 })
test('sweep', () => {
  for (const drho of [1.7, 5, 12])
    for (const bedMm of [3, 5, 8])
      for (const holeMm of [2, 2.5, 3, 3.75, 4.5]) {
        const cup = fillCup({
          resin: ARCHETYPES.quick,
          cupMassG: 143,
          roomTempC: 21,
          startTempC: 21 + STIRRED_K,
          bedDepthMm: bedMm,
          wall: USUAL_WALL,
        })
        const f = forecastPour(cup, 3)
        const line = [drho, bedMm, holeMm].join(' ') + ':'
        const cells: string[] = []
        for (const B of [240, 180, 140, 115, 95, 80, 66, 54, 44, 36, 29, 23]) {
          const F = fluidityForBloom({ excessDensityKgPerM3: drho, holeMm, bedDepthMm: bedMm }, B)
          const min = f.bed!.whenFlowLeft(F)
          if (min === null || min <= 3.01) {
            cells.push(`${B}:-`)
            continue
          }
          const bloom = createBloom({
            outline,
            islands: [],
            cells: 128,
            depthM: bedMm / 1000,
            excessDensityKgPerM3: drho,
            viscosityAt: (s) => stateAt(f, s / 60).viscosityPaS,
            seed: 7,
          })
          layScene(bloom, {
            outline,
            islands: [],
            laid,
            beadMm: holeMm,
            needle: null,
            inks: [],
            inkAtMin: 3.2,
            whiteAtMin: min,
            seed: 7,
          })
          bloom.runTo(400 * 60)
          const o = outcomeOf(bloom)
          cells.push(`${B}:${o.score.toFixed(2)}(${o.bloomed.toFixed(2)},${o.fine.toFixed(2)})`)
        }
        appendFileSync('/tmp/sweep.txt', line + ' ' + cells.join(' ') + '\n')
      }
})
