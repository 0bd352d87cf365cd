import { describe, expect, test } from '@jest/globals'
import { begun } from '../../../tests/support/layers.ts'
import { bloomRequest } from '../../../tests/support/request.ts'
import type { Lesson, Piece } from '#core/journal/index.ts'
import { ARCHETYPES, type Resin } from '#core/resin/index.ts'
import type { Learning } from '#schema/studio.ts'
import { learningOfBand, learningOfResin, type TaughtRun } from './learning.ts'

const quick: Resin = ARCHETYPES.quick
const lesson = (changes: Partial<Lesson> = {}): Lesson => ({
  roomTempC: 21,
  readings: 2,
  contradictions: 0,
  rateLog: { mean: 0.2, sd: 0.05 },
  lossLog: null,
  viscosityLog: null,
  together: {
    precision: [
      [400, 0, 0],
      [0, 0, 0],
      [0, 0, 0],
    ],
    information: [80, 0, 0],
  },
  ...changes,
})

function run(
  id: string,
  stopStirAtMs: number,
  changes: Partial<Lesson> = {},
  resin = quick,
  aimLog: TaughtRun['aimLog'] = { 1: 0.05 },
): TaughtRun {
  const outcome = { recordedAtMs: 0, rating: 3, timing: 'tooEarly', faults: [], note: '' }
  return {
    story: {
      batch: { id, request: bloomRequest({ resin }) },
      pieces: [{ no: 1, outcome } as unknown as Piece],
    } as unknown as TaughtRun['story'],
    layer: null,
    stopStirAtMs,
    lesson: lesson(changes),
    aimLog,
  }
}
const decided = (id: string, changes: Partial<Learning>) =>
  new Map([[id, { id, sinceMs: 0, leftOut: [], ...changes }]])
const standings = (runs: readonly { readonly standing: string }[]) => runs.map((each) => each.standing)

describe('what counts for a resin', () => {
  const runs = [run('b1', 1000), run('b2', 2000)]

  test('are its own runs that were read', () => {
    const other = run('b3', 3000, {}, { ...quick, id: 'other' })
    const unread = run('b4', 4000, { readings: 0 })
    const learning = learningOfResin(quick, [...runs, other, unread], new Map())
    expect(learning.runs).toHaveLength(2)
    expect(learning.learned!.runs).toBe(2)
    expect(learning.learned!.rateLogAt21).toBeGreaterThan(0.1)
  })

  test('are its later layers that were read, under the resin they were stirred of', () => {
    const slow: Resin = { ...quick, id: 'slow' }
    const layer = { ...begun('back')[0]!, resin: slow }
    const read = [...runs, { ...run('b1', 4000), layer }]
    expect(learningOfResin(quick, read, new Map()).runs).toHaveLength(2)
    expect(learningOfResin(slow, read, new Map()).runs.map((each) => each.layer?.id)).toEqual(['back'])
    // What pieces tell of the hand is told of their pour.
    expect(learningOfBand('bloom', null, read, new Map())!.judged).toBe(2)
  })

  test('is not what was left out, what was before a reset, or what was poured with other figures', () => {
    const refitted = run('b5', 5000, {}, { ...quick, flow: { ...quick.flow, viscosityAtRefPaS: 0.4 } })
    const all = [...runs, refitted]
    expect(standings(learningOfResin(quick, all, decided('resin-quick', { leftOut: ['b1'] })).runs)).toEqual([
      'leftOut',
      'counts',
      'otherRecord',
    ])
    const reset = learningOfResin(quick, all, decided('resin-quick', { sinceMs: 1500 }))
    expect(standings(reset.runs)).toEqual(['beforeReset', 'counts', 'otherRecord'])
    expect(reset.sinceMs).toBe(1500)
  })

  test('with nothing that counts nothing is learned', () => {
    expect(learningOfResin(quick, runs, decided('resin-quick', { sinceMs: 9000 })).learned).toBeNull()
  })
})

describe('what counts for a band', () => {
  test('are judged pieces with a white that was marked: too early at the usual best moves it later', () => {
    const learning = learningOfBand('bloom', null, [run('b1', 1000), run('b2', 2000)], new Map())!
    expect(learning.judged).toBe(2)
    expect(learning.shift.mean).toBeLessThan(-0.05)
  })

  test('a run without a marked white, or left out, moves nothing', () => {
    expect(learningOfBand('bloom', null, [run('b1', 1000, {}, quick, {})], new Map())!.runs).toEqual([])
    const out = learningOfBand(
      'bloom',
      null,
      [run('b1', 1000)],
      decided('technique-bloom', { leftOut: ['b1'] }),
    )!
    expect(out.judged).toBe(0)
    expect(Math.abs(out.shift.mean)).toBeLessThan(1e-9)
  })

  test('a petri has no band', () => {
    expect(learningOfBand('petri', null, [run('b1', 1000)], new Map())).toBeNull()
  })
})
