import { writeFile } from 'node:fs/promises'
import { beforeAll, describe, expect, test } from '@jest/globals'
import { seededRandom } from '#core/numeric/index.ts'
import { STAGES } from '#core/resin/index.ts'
import {
  bandOf,
  courseOf,
  coursesOf,
  drawDepartures,
  normalPair,
  USUAL_BELIEF,
  type Course,
} from '#core/timing/ensemble.ts'
import { BAND_CARRIED_BY } from '#core/timing/bands.ts'
import { posteriorOf } from '#core/timing/posterior.ts'
import { logLikelihood, SLIP_SHARE, THERMOMETER_SD_K, type Reading } from '#core/timing/reading.ts'
import { calibrationSvg } from '../support/calibrationPlot.ts'
import { bandAfter, inCup, probe, reaches40, setting, width } from '../support/cupAt40.ts'

const median = (values: readonly number[]) =>
  [...values].sort((one, other) => one - other)[Math.floor(values.length / 2)]!

describe('calibration is honest', () => {
  const TRUTHS = process.env['LONG'] ? 500 : 40
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
    'the 80 %% band holds the truth about as often after %d readings: 75 to 85 %% in the long check',
    (count) => {
      // Two standard errors of so few.
      const [least, most] = process.env['LONG'] ? [0.75, 0.85] : [0.65, 0.95]
      expect(tally[count]!.covered / TRUTHS).toBeGreaterThanOrEqual(least)
      expect(tally[count]!.covered / TRUTHS).toBeLessThanOrEqual(most)
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

  test('one probe reading at 10 minutes halves it, the next ones narrow it further (medians)', () => {
    const [none, one, two, three] = tally.map((each) => median(each.widths)) as [
      number,
      number,
      number,
      number,
    ]
    expect(none / one).toBeGreaterThan(2)
    expect(two).toBeLessThan(one)
    expect(three).toBeLessThan(two)
  })
})

/** What a person can take, when, and the band it is to be honest about: the cup at 40 C early on, a stiff bed later. */
const EARLY = { toMin: 45, decantMin: null } as const
const LATE = { toMin: 48 * 60, decantMin: 20 } as const
const KINDS = [
  ['probe', EARLY, [8, 12, 16]],
  ['infrared', EARLY, [8, 12, 16]],
  ['hand', EARLY, [8, 12, 16]],
  ['string', { decantMin: 20, toMin: 60, onlyTo: 'gel' }, [18, 26, 34]],
  ['gel', LATE, [150, 210, 270]],
  ['footprint', LATE, [180, 240, 300]],
  ['leathery', LATE, [300, 400, 500]],
  ['stiff', LATE, [800, 1100, 1400]],
] as const

/** What is asked of each course: a moment within what is still to come. */
function momentOf(kind: (typeof KINDS)[number][0], { life, roomTempC }: Course): number {
  if (kind === 'string') return life.whenFlowLeft(STAGES.string.bestPerPa) ?? Infinity
  const late = kind === 'gel' || kind === 'footprint' || kind === 'leathery' || kind === 'stiff'
  return late ? (life.whenGlass(roomTempC + STAGES.demold.bestK) ?? Infinity) : reaches40({ life } as Course)
}

describe.each([
  ['as meant', 0, 0],
  ['one in twenty a slip', 0.05, 0],
  ['a room 1 K warmer than said', 0, 1],
] as const)('bands stay honest, %s', (what, slips, warmerK) => {
  const TRUTHS = process.env['LONG'] ? 150 : 16
  const MEMBERS = 256
  // All kinds in the long check: LONG=1 npm run unit -- tests/calibration/posterior
  const own = KINDS.filter(([kind]) => process.env['LONG'] || kind === (warmerK > 0 ? 'string' : 'probe'))

  test.each(own)('by %s', (kind, task, minutes) => {
    const noise = seededRandom(7 + kind.length)
    let covered = 0
    for (const drawn of drawDepartures(USUAL_BELIEF, TRUTHS, 99)) {
      const departure = { ...drawn, roomK: drawn.roomK + warmerK }
      const truth = courseOf({ setting, ...task }, departure)
      const readings = minutes.map((atMin): Reading => {
        const slip = noise() < slips
        if (kind === 'probe' || kind === 'infrared' || kind === 'hand') {
          const tempC = slip
            ? 10 + 60 * noise()
            : truth.life.tempAt(atMin) + THERMOMETER_SD_K[kind] * normalPair(noise)[0]
          return { kind: 'temperature', by: kind, atMin, tempC }
        }
        const meant = { kind: 'sign', sign: kind, atMin } as const
        const likely = Math.exp(logLikelihood({ ...meant, there: true }, truth))
        // The likelihood holds the slips already: without them the edge alone decides.
        const clear = (likely - SLIP_SHARE / 2) / (1 - SLIP_SHARE)
        return { ...meant, there: slip ? noise() < 0.5 : noise() < clear }
      })
      const { members } = posteriorOf({
        setting,
        decantMin: task.decantMin,
        belief: USUAL_BELIEF,
        readings,
        members: MEMBERS,
        seed: 4,
        carriedBy: BAND_CARRIED_BY,
      })
      const { courses, weights } = coursesOf(members, { setting, ...task })
      const band = bandOf(
        courses.map((course) => Math.min(1e6, momentOf(kind, course))),
        weights,
      )!
      const moment = Math.min(1e6, momentOf(kind, truth))
      if (moment >= band.lowMin - 1e-6 && moment <= band.highMin + 1e-6) covered++
    }
    const share = covered / TRUTHS
    console.log(
      `${what}, three by ${kind}: an 80 % band holds the truth ${(100 * share).toFixed(0)} % of ${TRUTHS}`,
    )
    // Three standard errors of so few are wide; the long check holds 75 to 85 %.
    const [least, most] = process.env['LONG'] ? [0.73, 0.88] : [0.5, 1]
    expect(share).toBeGreaterThanOrEqual(least)
    expect(share).toBeLessThanOrEqual(most)
  })
})
