import { writeFile } from 'node:fs/promises'
import { beforeAll, describe, expect, test } from '@jest/globals'
import { seededRandom } from '#core/numeric/index.ts'
import { courseOf, drawDepartures, normalPair, USUAL_BELIEF } from '#core/timing/ensemble.ts'
import { THERMOMETER_SD_K } from '#core/timing/reading.ts'
import { calibrationSvg } from '../support/calibrationPlot.ts'
import { bandAfter, inCup, probe, reaches40, width } from '../support/cupAt40.ts'

const median = (values: readonly number[]) =>
  [...values].sort((one, other) => one - other)[Math.floor(values.length / 2)]!

describe('calibration is honest', () => {
  const TRUTHS = 500
  const noise = seededRandom(31)
  const tally = [0, 1, 2, 3].map(() => ({ covered: 0, widths: [] as number[] }))

  beforeAll(() => {
    for (const departure of drawDepartures(USUAL_BELIEF, TRUTHS, 2026)) {
      const truth = courseOf(inCup, departure)
      const readings = [10, 13, 16].map((min) =>
        probe(min, truth.life.tempAt(min) + THERMOMETER_SD_K.probe * normalPair(noise)[0]),
      )
      const at40 = reaches40(truth)
      for (const [count, each] of tally.entries()) {
        const band = bandAfter(readings.slice(0, count))
        if (at40 >= band.lowMin && at40 <= band.highMin) each.covered++
        each.widths.push(width(band))
      }
    }
  })

  test.each([0, 1, 2, 3])(
    'the 80 %% band holds the truth 75 to 85 %% of the time after %d readings',
    (count) => {
      expect(tally[count]!.covered / TRUTHS).toBeGreaterThanOrEqual(0.75)
      expect(tally[count]!.covered / TRUTHS).toBeLessThanOrEqual(0.85)
    },
  )

  test('can be drawn for docs/physics, each point as it was counted', async () => {
    const points = tally.map(({ covered, widths }, readings) => ({
      readings,
      covered: covered / TRUTHS,
      medianWidthMin: median(widths),
    }))
    const drawing = calibrationSvg(points, TRUTHS)
    for (const { covered } of points) expect(drawing).toContain(`>${(100 * covered).toFixed(1)} %<`)
    if (process.env['WRITE_PLOTS'])
      await writeFile(new URL('../../docs/physics/calibration.svg', import.meta.url), drawing)
  })

  test('one probe reading at 10 minutes narrows it at least threefold, the next ones further (medians)', () => {
    const [none, one, two, three] = tally.map((each) => median(each.widths)) as [
      number,
      number,
      number,
      number,
    ]
    expect(none / one).toBeGreaterThan(3)
    expect(two).toBeLessThan(one)
    expect(three).toBeLessThan(two)
  })
})
