import { describe, expect, test } from '@jest/globals'
import { STIRRED_K, USUAL_WALL, ARCHETYPES } from '../resin/index.ts'
import { courseOf, NO_DEPARTURE } from './ensemble.ts'
import { fitNotedRun, type NotedRun } from './notedRun.ts'
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
