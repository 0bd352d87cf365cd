import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { planBatch } from '../plan/index.ts'
import { seededRandom } from '../numeric/index.ts'
import { ARCHETYPES, learnedRate, USUAL_SPREAD } from '../resin/index.ts'
import { aimEdges, TECHNIQUES } from '../technique/index.ts'
import { NO_DEPARTURE, scheduleBatch, USUAL_BELIEF, type Reading } from '../timing/index.ts'
import { courseOf } from '../timing/ensemble.ts'
import { learnBand, type JudgedPiece } from './learnBand.ts'
import { learnResin } from './learnResin.ts'
import { aimedOf, lessonOf, type Lesson } from './lesson.ts'

/** A run of the quick resin that is really so much quicker than its record, read by a probe without noise. */
function runOf(rateLog: number, roomTempC = 21, minutes: readonly number[] = [8, 12, 16]) {
  const request = bloomRequest({ resin: ARCHETYPES.quick, roomTempC }, 2)
  const { setting } = scheduleBatch(request, TECHNIQUES.bloom).forecast
  const truth = courseOf({ setting, decantMin: null, toMin: 30 }, { ...NO_DEPARTURE, rateLog })
  const readings = minutes
    .filter((min) => min < truth.life.toMin)
    .map((atMin): Reading => ({ kind: 'temperature', by: 'probe', atMin, tempC: truth.life.tempAt(atMin) }))
  return { request, done: {}, readings }
}

/** Readings that say something of the rate alone. */
const ofRate = (mean: number, sd: number): Lesson['together'] => ({
  precision: [
    [1 / sd ** 2, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ],
  information: [mean / sd ** 2, 0, 0],
})

describe('a lesson', () => {
  test('finds how much quicker the resin was than its record', () => {
    for (const rateLog of [-0.3, 0, 0.25]) {
      const lesson = lessonOf(runOf(rateLog))
      expect(Math.abs(lesson.rateLog!.mean - rateLog)).toBeLessThan(2 * lesson.rateLog!.sd)
      expect(lesson.rateLog!.sd).toBeLessThan(0.15)
    }
  })

  test('of a run without readings says nothing of the resin', () => {
    const { rateLog, lossLog, viscosityLog, readings } = lessonOf({ ...runOf(0), readings: [] })
    expect([rateLog, lossLog, viscosityLog, readings]).toEqual([null, null, null, 0])
  })

  test('judges a piece by the resin as it was learned: 20 % quicker moves the resin, not the hand as well', () => {
    const learned = learnResin(
      USUAL_SPREAD,
      Array.from({ length: 6 }, () => lessonOf(runOf(Math.log(1.2)))),
    )!
    const quicker = planBatch(bloomRequest({ learned }, 1))
    const done = Object.fromEntries(
      quicker.steps.filter(({ step }) => step.place === 'pour').map(({ key, endMin }) => [key, endMin]),
    )
    const run = { request: bloomRequest({}, 1), done, readings: [] }
    expect(aimedOf(run, null)[1]!).toBeGreaterThan(0.15)
    expect(Math.abs(aimedOf(run, learned)[1]!)).toBeLessThan(0.06)
  })

  test('says for each piece how far from its best the white went in', () => {
    const request = bloomRequest({}, 2)
    const schedule = scheduleBatch(request, TECHNIQUES.bloom)
    const at = (min: number) =>
      aimedOf({ request, readings: [], done: { decant: schedule.decant.decantMin, 'white.1': min } }, null)
    const best = schedule.turns.find((turn) => turn.key === 'white.1')!.endMin
    expect(Math.abs(at(best)[1]!)).toBeLessThan(0.25)
    expect(at(best - 8)[1]!).toBeGreaterThan(0.15)
    expect(at(best + 12)[1]!).toBeLessThan(-0.3)
    expect(at(best)[2]).toBeUndefined()
  })
})

describe('what runs teach of a resin', () => {
  const lesson = (mean: number, roomTempC = 21): Lesson => ({
    roomTempC,
    readings: 2,
    contradictions: 0,
    rateLog: { mean, sd: 0.05 },
    lossLog: null,
    viscosityLog: null,
    together: ofRate(mean, 0.05),
  })

  test('is nothing without a run that says something', () => {
    expect(learnResin(USUAL_SPREAD, [])).toBeNull()
    expect(learnResin(USUAL_SPREAD, [{ ...lesson(0), rateLog: null, together: null }])).toBeNull()
  })

  test('comes nearer to the truth and surer of it with every run', () => {
    const after = (count: number) =>
      learnedRate(learnResin(USUAL_SPREAD, Array(count).fill(lesson(0.3)))!, 21)
    expect(after(1).mean).toBeGreaterThan(0.2)
    expect(after(4).mean).toBeGreaterThan(after(1).mean)
    expect(after(4).mean).toBeLessThan(0.3)
    expect(after(4).sd).toBeLessThan(after(1).sd)
    expect(after(1).sd).toBeLessThan(USUAL_BELIEF.sd.rateLog)
  })

  test('of one room is less sure of another', () => {
    const learned = learnResin(USUAL_SPREAD, [lesson(0.2), lesson(0.2)])!
    expect(learnedRate(learned, 30).sd).toBeGreaterThan(learnedRate(learned, 21).sd)
  })

  test('finds a rate that hangs on the room, from runs in cool and warm rooms', () => {
    const slope = 0.02
    const learned = learnResin(
      USUAL_SPREAD,
      [16, 19, 23, 27].map((roomTempC) => lesson(0.1 + slope * (roomTempC - 21), roomTempC)),
    )!
    expect(learned.rateLogPerK).toBeGreaterThan(0.01)
    expect(learned.rateLogPerK).toBeLessThan(0.025)
    expect(learnedRate(learned, 27).mean).toBeGreaterThan(learnedRate(learned, 16).mean + 0.1)
  })
})

describe('what outcomes teach of a band', () => {
  const edges = aimEdges(TECHNIQUES.bloom)!

  test('is nothing without pieces, and little from pieces that came out right at the middle', () => {
    expect(Math.abs(learnBand([], edges).mean)).toBeLessThan(1e-9)
    const right = learnBand(
      [
        { aimLog: 0, verdict: 'right' },
        { aimLog: 0, verdict: 'right' },
      ],
      edges,
    )
    expect(Math.abs(right.mean)).toBeLessThan(0.15)
  })

  test('too early at what is best for others moves the band later, too late moves it sooner', () => {
    const early = { aimLog: 0.05, verdict: 'tooEarly' } as const
    const late = { aimLog: -0.1, verdict: 'tooLate' } as const
    expect(learnBand([early, early, early], edges).mean).toBeLessThan(-0.1)
    expect(learnBand([late, late, late], edges).mean).toBeGreaterThan(0.1)
  })

  test('finds a hand whose band lies apart, from its own verdicts (seeded)', () => {
    const chance = seededRandom(5)
    const shift = -0.35
    const pieces = Array.from({ length: 40 }, (): JudgedPiece => {
      const aimLog = shift + 1.2 * (chance() - 0.5)
      const verdict =
        aimLog > edges.earlyLog + shift ? 'tooEarly' : aimLog < edges.lateLog + shift ? 'tooLate' : 'right'
      return { aimLog, verdict }
    })
    const learned = learnBand(pieces, edges)
    expect(Math.abs(learned.mean - shift)).toBeLessThan(0.2)
    expect(learned.sd).toBeLessThan(0.15)
  })

  /** 200 hands, seeded: each pipes as its plan says by then, a tenth of a log apart by chance, and is judged wrongly one time in ten. */
  const curveOf = (truth: number, wrong: number, pieces: number) => {
    const right = Array.from({ length: pieces + 1 }, () => 0)
    for (let hand = 1; hand <= 200; hand++) {
      const chance = seededRandom(hand)
      const judged: JudgedPiece[] = []
      for (let k = 0; k <= pieces; k++) {
        const planned = judged.length > 0 ? learnBand(judged, edges).mean : 0
        const verdictAt = (aimLog: number): JudgedPiece['verdict'] =>
          aimLog - truth > edges.earlyLog ? 'tooEarly' : aimLog - truth < edges.lateLog ? 'tooLate' : 'right'
        if (verdictAt(planned) === 'right') right[k]!++
        const aimLog = planned + 0.1 * (chance() - 0.5)
        const slip = (['tooEarly', 'right', 'tooLate'] as const)[Math.floor(3 * chance())]!
        judged.push({ aimLog, verdict: chance() < wrong ? slip : verdictAt(aimLog) })
      }
    }
    return right.map((count) => count / 200)
  }

  test.each([-0.4, 0.4])('a hand whose band lies %d away is found within eight judged pieces', (truth) => {
    const curve = curveOf(truth, 0.1, 8)
    console.log(
      `band ${truth} away, plans right after 0 to 8 pieces: ${curve.map((share) => `${(100 * share).toFixed(0)} %`).join(' ')}`,
    )
    expect(curve[8]).toBeGreaterThanOrEqual(0.9)
  })

  test('success does not drift: forty pieces right where they were planned leave the plan where it was', () => {
    const right: JudgedPiece[] = Array.from({ length: 40 }, () => ({ aimLog: 0, verdict: 'right' }))
    const shift = learnBand(right, edges).mean
    const begin = (aimShiftLog: number) =>
      planBatch(bloomRequest({ aimShiftLog }, 2)).steps.find(({ step }) => step.id === 'white')!.beginMin
    const movedMin = Math.abs(begin(shift) - begin(0))
    console.log(`forty successes move the white by ${(60 * movedMin).toFixed(0)} s`)
    expect(movedMin).toBeLessThan(0.5)
  })

  test('nor do forty batches of a resin exactly as recorded, read by a probe', () => {
    const noise = seededRandom(3)
    const lessons = Array.from({ length: 40 }, () => {
      const run = runOf(0)
      const readings = run.readings.map((reading) =>
        reading.kind === 'temperature'
          ? { ...reading, tempC: reading.tempC + 1.4 * (noise() - 0.5) }
          : reading,
      )
      return lessonOf({ ...run, readings })
    })
    const learned = learnResin(USUAL_SPREAD, lessons)!
    const white = (changes: object) =>
      planBatch(bloomRequest(changes, 2)).steps.find(({ step }) => step.id === 'white')!.beginMin
    const movedMin = Math.abs(white({ learned }) - white({}))
    console.log(`forty batches read by a probe move the white by ${(60 * movedMin).toFixed(0)} s`)
    expect(movedMin).toBeLessThan(0.5)
  })
})
