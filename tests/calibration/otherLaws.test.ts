import { describe, expect, test } from '@jest/globals'
import { seededRandom } from '#core/numeric/index.ts'
import { STAGES, windowOf, type CuringResin } from '#core/resin/index.ts'
import {
  bandOf,
  courseOf,
  coursesOf,
  drawDepartures,
  NO_DEPARTURE,
  normalPair,
  USUAL_BELIEF,
  type Course,
} from '#core/timing/ensemble.ts'
import { BAND_CARRIED_BY } from '#core/timing/bands.ts'
import { posteriorOf } from '#core/timing/posterior.ts'
import type { Reading } from '#core/timing/reading.ts'
import { setting } from '../support/cupAt40.ts'

/**
 * Resins of other laws than the typical one they are taken for: activation energies, order, heat and gel point apart from its own, as far as
 * the literature on room-temperature epoxies has them (from memory), on top of what any pour departs by. The product knows none of it.
 * LONG=1 npm run unit -- tests/calibration/otherLaws prints the figures of docs/physics/cure.md.
 */
const TRUTHS = process.env['LONG'] ? 150 : 12
const MEMBERS = 256
const DECANT_MIN = 18

const LAWS: Readonly<Record<string, (resin: CuringResin, chance: () => number) => CuringResin>> = {
  'the typical law': (resin) => resin,
  'activation energy 52 to 75 kJ/mol': (resin, chance) => {
    const factor = 0.82 + 0.36 * chance()
    const { startActivationJPerMol, networkActivationJPerMol } = resin.cure
    return withCure(resin, {
      startActivationJPerMol: factor * startActivationJPerMol,
      networkActivationJPerMol: factor * networkActivationJPerMol,
    })
  },
  'order 1.6 to 2.4': (resin, chance) => withCure(resin, { depletionOrder: 1.6 + 0.8 * chance() }),
  'heat 260 to 400 J/g': (resin, chance) => withCure(resin, { reactionHeatJPerG: 260 + 140 * chance() }),
  'gel at 0.55 to 0.65': (resin, chance) => ({
    ...resin,
    flow: { ...resin.flow, gelConversion: 0.55 + 0.1 * chance() },
  }),
}

function withCure(resin: CuringResin, changes: Partial<CuringResin['cure']>): CuringResin {
  return { ...resin, cure: { ...resin.cure, ...changes } }
}

const pipes = ({ life }: Course) => life.whenFlowLeft(1450) ?? 1e6
const stiff = ({ life, roomTempC }: Course) =>
  windowOf(STAGES.demold, { history: life, roomTempC, white: null })?.bestMin ?? 1e6

const TRIED = Object.entries(LAWS).filter(([law]) => process.env['LONG'] || /typical|activation/.test(law))

describe.each(TRIED)('bands of a resin that obeys %s', (law, change) => {
  const chance = seededRandom(law.length * 31)
  // What a pour departs by, without what the law does.
  const narrow = { ...USUAL_BELIEF.sd, activationLog: 1e-6, orderLog: 1e-6, heatLog: 1e-6, gelShift: 1e-6 }
  const departures = drawDepartures({ mean: NO_DEPARTURE, sd: narrow }, TRUTHS, 11)
  const task = { setting, decantMin: DECANT_MIN, toMin: 48 * 60 }
  const counts = process.env['LONG'] ? [0, 1, 3] : [0, 3]
  const tally = new Map(counts.map((count) => [count, { flow: 0, hard: 0, widths: [] as number[] }]))
  for (const departure of departures) {
    const truth = courseOf(
      { ...task, setting: { ...setting, resin: change(setting.resin, chance) } },
      departure,
    )
    const readings = [6, 11, 16].map((atMin): Reading => ({
      kind: 'temperature',
      by: 'probe',
      atMin,
      tempC: truth.life.tempAt(atMin) + 0.7 * normalPair(chance)[0],
    }))
    for (const count of counts) {
      const { members } = posteriorOf({
        setting,
        decantMin: DECANT_MIN,
        belief: USUAL_BELIEF,
        readings: readings.slice(0, count),
        members: MEMBERS,
        seed: 4,
        carriedBy: BAND_CARRIED_BY,
      })
      const { courses, weights } = coursesOf(members, task)
      const within = (of: (course: Course) => number) => {
        const band = bandOf(courses.map(of), weights)!
        const at = of(truth)
        return { held: at >= band.lowMin && at <= band.highMin, width: band.highMin - band.lowMin }
      }
      const each = tally.get(count)!
      const flow = within(pipes)
      each.widths.push(flow.width)
      if (flow.held) each.flow++
      if (within(stiff).held) each.hard++
    }
  }
  const percent = (n: number) => (100 * n) / TRUTHS

  test.each(counts)('after %d readings hold the truth about four times in five', (count) => {
    const { flow, hard, widths } = tally.get(count)!
    const median = widths.toSorted((one, other) => one - other)[Math.floor(widths.length / 2)]!
    console.log(
      `${law}, ${count} readings: ${percent(flow).toFixed(0)} % of white's minutes, ${percent(hard).toFixed(0)} % of demolds; ${median.toFixed(1)} min wide`,
    )
    // So few truths are some three standard errors wide; demolds are told on the safe side while hardly anything is read.
    const [least, most] = process.env['LONG'] ? [72, 88] : [50, 100]
    for (const share of process.env['LONG'] ? [percent(flow)] : [percent(flow), percent(hard)]) {
      expect(share).toBeGreaterThanOrEqual(least)
      expect(share).toBeLessThanOrEqual(most)
    }
  })
})
