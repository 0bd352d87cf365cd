import { describe, expect, test } from '@jest/globals'
import { planLive, type LivePlan } from '#core/plan/index.ts'
import { seededRandom } from '#core/numeric/index.ts'
import { courseOf, drawDepartures, NO_DEPARTURE, normalPair, USUAL_BELIEF } from '#core/timing/ensemble.ts'
import type { Reading } from '#core/timing/index.ts'
import { bloomRequest } from '../support/request.ts'

/**
 * Cups that are read wrongly: a probe at the wall, 4 K low; a figure of five minutes ago. The truth departs from
 * the record as pours do. LONG=1 npm run unit -- tests/calibration/coolReading prints the figures of docs/physics/cure.md for 200 pours each.
 */
const POURS = process.env['LONG'] ? Number(process.env['POURS'] ?? 200) : 6
const request = bloomRequest({}, 2)
const unread = planLive(request)

interface Cup {
  readonly tempAt: (min: number) => number
  readonly gelMin: number
}

function cups(): readonly Cup[] {
  // As far as the quick tail that is planned for: one truth in ten is quicker still, read or unread.
  const narrow = { ...USUAL_BELIEF.sd, rateLog: 0.15 }
  return drawDepartures({ mean: NO_DEPARTURE, sd: narrow }, POURS, 5).map((departure) => {
    const { life } = courseOf({ setting: SETTING, decantMin: null, toMin: 1, onlyTo: 'gel' }, departure)
    return { tempAt: life.tempAt, gelMin: life.gelMin ?? Infinity }
  })
}

const SETTING = {
  resin: request.resin,
  cupMassG: unread.plan.mixes[0]!.parts.byWeight.totalG,
  roomTempC: request.roomTempC,
  startTempC: request.roomTempC + 2.4,
  bedDepthMm: 5,
  wall: { material: 'silicone', mm: 6 },
} as const

const probe = (atMin: number, tempC: number): Reading => ({ kind: 'temperature', by: 'probe', atMin, tempC })
const stopOf = ({ plan }: LivePlan) => plan.cupLimits!.stopMin

const SLIPS: Readonly<Record<string, (cup: Cup, atMin: number) => number>> = {
  'a probe 4 K low at the wall': (cup, atMin) => cup.tempAt(atMin) - 4,
  'a figure of five minutes ago': (cup, atMin) => cup.tempAt(Math.max(0, atMin - 5)),
}

describe.each(Object.entries(SLIPS))('%s', (what, slip) => {
  const noise = seededRandom(what.length)
  const beforeMin = stopOf(unread)
  const pours = cups().map((cup) => {
    const atMin = 6 + 8 * noise()
    const slipped = probe(atMin, slip(cup, atMin) + 0.4 * normalPair(noise)[0])
    const true_ = [3.5, 7.5].map((later) =>
      probe(atMin + later, cup.tempAt(atMin + later) + 0.4 * normalPair(noise)[0]),
    )
    return {
      cup,
      atMin,
      alone: stopOf(planLive(request, { readings: [slipped] })),
      repaired: stopOf(planLive(request, { readings: [slipped, ...true_] })),
      truth: stopOf(planLive(request, { readings: true_ })),
    }
  })

  test('moves no stop later, and past the true gel only for the quickest tenth of resins', () => {
    const later = pours.filter(({ alone }) => alone > 1.01 * beforeMin)
    // Whoever reads a cup that has gelled by then sees that it has.
    const past = pours.filter(({ alone, cup, atMin }) => cup.gelMin > atMin && alone > cup.gelMin)
    console.log(
      `${what}: ${later.length} of ${POURS} later, ${past.length} past the true gel (${beforeMin.toFixed(1)} min before)`,
    )
    expect(later).toEqual([])
    // Before two agree it is the quick tail of the record that is held to: one resin in ten is quicker than that, read or unread.
    expect(past.length).toBeLessThanOrEqual(Math.ceil(0.1 * POURS))
  })

  test('is repaired by two true readings', () => {
    const off = pours.map(({ repaired, truth }) => Math.abs(repaired / truth - 1)).toSorted((a, b) => a - b)
    const past = pours.filter(({ repaired, cup, atMin }) => cup.gelMin > atMin + 7.5 && repaired > cup.gelMin)
    console.log(
      `${what}: after two true readings the stop lies ${(100 * off[Math.floor(off.length / 2)]!).toFixed(1)} % from theirs (median), ${past.length} past the true gel`,
    )
    expect(past.length).toBeLessThanOrEqual(Math.ceil(0.1 * POURS))
    expect(off[Math.floor(off.length / 2)]!).toBeLessThan(0.1)
  })
})
