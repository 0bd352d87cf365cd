import { describe, expect, test } from '@jest/globals'
import { ARCHETYPES, STAGES, STIRRED_K, USUAL_WALL, windowOf, type CuringResin } from '../resin/index.ts'
import { courseOf, departedResin, NO_DEPARTURE } from './ensemble.ts'
import { fitNotedRun, readingsOfNotes, type Notes, type NotedRun } from './notedRun.ts'
import type { Reading } from './reading.ts'

const { quick, slow } = ARCHETYPES
const cup = { cupMassG: 150, roomTempC: 22, decantMin: null, bedDepthMm: 6 }

/** What a notebook would hold of a pour of the slow resin. */
function notesOf(minutes: readonly number[], gel: boolean): NotedRun {
  const setting = { resin: slow, startTempC: cup.roomTempC + STIRRED_K, wall: USUAL_WALL, ...cup }
  const { life } = courseOf({ setting, decantMin: null, toMin: 300 }, NO_DEPARTURE)
  const temps = minutes.map((atMin): Reading => ({
    kind: 'temperature',
    by: 'probe',
    atMin,
    tempC: life.tempAt(atMin),
  }))
  const gelled: Reading[] = gel ? [{ kind: 'sign', sign: 'gel', there: true, atMin: life.gelMin! + 1 }] : []
  return { ...cup, readings: [...temps, ...gelled] }
}

describe('a resin from one noted run', () => {
  test('begun as a quick resin, notes of a slow one make it slow', () => {
    const { cure, contradictions } = fitNotedRun(quick, notesOf([15, 30, 45], false))
    expect(Math.abs(Math.log(cure.startRatePerS / slow.cure.startRatePerS))).toBeLessThan(0.15)
    expect(contradictions).toEqual([])
  })

  test('one note leaves it wider than three, and no notes widest', () => {
    const rate = (run: NotedRun) => fitNotedRun(quick, run).spread.rateLog
    expect(rate(notesOf([20], false))).toBeLessThan(rate({ ...cup, readings: [] }))
    expect(rate(notesOf([15, 30, 45], true))).toBeLessThanOrEqual(rate(notesOf([20], false)))
  })

  test('a note no resin explains is told', () => {
    const wild: Reading = { kind: 'temperature', by: 'probe', atMin: 2, tempC: 95 }
    expect(fitNotedRun(quick, { ...cup, readings: [wild] }).contradictions).toEqual([wild])
  })
})

/** A pour as a notebook tells it: 140 g at 21 C, poured at 10 min into a bed of 5 mm. */
const poured = { cupMassG: 140, roomTempC: 21, decantMin: 10, bedDepthMm: 5 }
const NOTHING: Notes = { warm: null, signs: {}, white: null }
const WHITE = { excessDensityKgPerM3: 5, holeMm: 3, bedDepthMm: 5 }

function lifeOf(resin: CuringResin, decantMin: number | null = poured.decantMin) {
  const setting = { resin, startTempC: poured.roomTempC + STIRRED_K, wall: USUAL_WALL, ...poured }
  return courseOf({ setting, decantMin, toMin: 24 * 60 }, NO_DEPARTURE).life
}

const bestWhite = (resin: CuringResin) =>
  windowOf(STAGES.pipe, { history: lifeOf(resin), roomTempC: poured.roomTempC, white: WHITE })!.bestMin
const print = (resin: CuringResin) => lifeOf(resin).gelMin!
const leathery = (resin: CuringResin) => lifeOf(resin).whenGlass(poured.roomTempC + STAGES.leathery.opensK)!
const cupGel = (resin: CuringResin) => lifeOf(resin, null).gelMin!

describe.each([0.7, 1.4])('one line of a notebook, of a resin %d times as quick as thought', (quicker) => {
  const truth = { ...quick, ...departedResin(quick, { ...NO_DEPARTURE, rateLog: Math.log(quicker) }) }
  const told = (notes: Partial<Notes>, decantMin: number | null = poured.decantMin) => {
    const { cure, flow, spread } = fitNotedRun(quick, {
      ...poured,
      decantMin,
      readings: readingsOfNotes({ ...NOTHING, ...notes }),
    })
    return { resin: { ...quick, cure, flow }, spread }
  }
  const CASES = [
    [
      'decanted at 10, piped then, it worked',
      bestWhite,
      (min: number) => told({ white: { atMin: min, holeMm: null, bedDepthMm: 5 } }),
      0.15,
    ],
    ['took a print then', print, (min: number) => told({ signs: { footprint: min } }), 0.2],
    ['leathery then', leathery, (min: number) => told({ signs: { leathery: min } }), 0.15],
    ['gelled in the cup then', cupGel, (min: number) => told({ signs: { gel: min } }, null), 0.15],
  ] as const

  test.each(CASES)('“%s” moves the plan to within its own error', (_line, momentOf, fit, errorLog) => {
    const { resin, spread } = fit(momentOf(truth))
    const off = Math.log(momentOf(resin) / momentOf(truth))
    const before = Math.log(momentOf(quick) / momentOf(truth))
    expect(Math.abs(before)).toBeGreaterThan(0.2)
    expect(Math.abs(off)).toBeLessThan(errorLog)
    expect(spread.rateLog).toBeLessThan(0.7)
  })
})
