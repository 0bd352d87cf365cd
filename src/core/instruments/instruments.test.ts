import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { ARCHETYPES, weightRatio } from '../resin/index.ts'
import { heardAfter, judgeSample, type Heard, type RawSample, type Sample } from './sample.ts'
import { adviseWeighing, type Pouring } from './weighing.ts'

const raw = (changes: Partial<RawSample> = {}): RawSample => ({
  instrument: 'probe-1',
  name: 'Cup probe',
  kind: 'thermometer',
  value: 31,
  unit: 'C',
  atMs: 1000,
  seq: 1,
  ...changes,
})
const good = (sample: RawSample, last: Sample | null = null, at = sample.atMs): Sample => {
  const judged = judgeSample(sample, { last, anew: null }, at)
  if (judged.kind !== 'good') throw new Error(judged.why)
  return judged.sample
}
const why = (sample: RawSample, last: Sample | null = null) => {
  const judged = judgeSample(sample, { last, anew: null }, sample.atMs)
  return judged.kind === 'refused' ? judged.why : 'good'
}

describe('a sample from an instrument', () => {
  test('is taken in its own unit: 88 F is 31.1 C, 2 oz are 56.7 g (NIST SP 811)', () => {
    expect(good(raw({ value: 88, unit: 'F' })).value).toBeCloseTo(31.11, 2)
    expect(good(raw({ kind: 'scale', value: 2, unit: 'oz-wt' })).value).toBeCloseTo(56.699, 3)
  })

  test.each([
    [{ value: null }, 'notANumber'],
    [{ value: Number.NaN }, 'notANumber'],
    [{ unit: 'g' }, 'unknownUnit'],
    [{ unit: 'K' }, 'unknownUnit'],
    [{ value: 851 }, 'outOfRange'],
    [{ kind: 'room', value: 140 }, 'outOfRange'],
  ] as const)('%j is refused as %s', (changes, refusal) => {
    expect(why(raw(changes))).toBe(refusal)
  })

  test('of a probe dipped into warm resin may jump, but not to its own figure in the other unit', () => {
    const air = good(raw({ value: 21 }))
    expect(why(raw({ value: 38, atMs: 2000, seq: 2 }), air)).toBe('good')
    expect(why(raw({ value: 69.8, atMs: 2000, seq: 2 }), air)).toBe('looksLikeOtherUnit')
    const switched = good(raw({ value: 69.8, unit: 'F', atMs: 2000, seq: 2 }), air)
    expect(switched.value).toBeCloseTo(21, 6)
    expect(switched.remarks).toEqual(['unitChanged'])
  })

  test('that was sent before the last one is old; a clock that moved is told and the arrival counts', () => {
    const last = good(raw({ atMs: 60_000, seq: 9 }))
    expect(why(raw({ atMs: 59_000, seq: 8 }), last)).toBe('old')
    const back = good(raw({ atMs: 1000, seq: 10 }), last, 61_000)
    expect(back.remarks).toEqual(['clockMoved'])
    expect(back.arrivedAtMs).toBe(61_000)
  })
})

/** What is told of each of those samples, one a second. */
function told(...samples: readonly Partial<RawSample>[]) {
  let heard: Heard = { last: null, anew: null }
  return samples.map((changes, k) => {
    const judged = judgeSample(raw({ atMs: 1000 * k, ...changes }), heard, 1000 * k)
    heard = heardAfter(heard, judged)
    return judged.kind === 'good' ? (judged.sample.remarks[0] ?? 'good') : judged.why
  })
}

describe('an instrument that', () => {
  test('was started again is heard from its third sample, whatever its clock says', () => {
    const before = [{ seq: 500 }, { seq: 501 }]
    const after = [1, 2, 3, 4].map((seq) => ({ seq, atMs: 0 }))
    expect(told(...before, ...after)).toEqual(['good', 'good', 'old', 'old', 'restarted', 'good'])
  })

  test('once sent an absurd clock is heard on', () => {
    expect(told({ seq: 1 }, { seq: 2, atMs: 9e15 }, { seq: 3 }, { seq: 4 })).toEqual([
      'good',
      'clockMoved',
      'clockMoved',
      'good',
    ])
  })

  test('repeats itself is not believed', () => {
    expect(told({ seq: 5 }, { seq: 5 }, { seq: 5 }, { seq: 5 }, { seq: 5 })).toEqual([
      'good',
      'old',
      'old',
      'old',
      'old',
    ])
  })

  test('shares its id with another does not flicker: one of them is heard and the other told', () => {
    const scale = { kind: 'scale', unit: 'g' } as const
    expect(told({ seq: 1 }, { seq: 1, ...scale }, { seq: 2 }, { seq: 2, ...scale })).toEqual([
      'good',
      'sameId',
      'good',
      'sameId',
    ])
    expect(told({ seq: 100 }, { seq: 4 }, { seq: 101 }, { seq: 5 }, { seq: 102 }, { seq: 6 })).toEqual([
      'good',
      'old',
      'good',
      'old',
      'good',
      'old',
    ])
  })

  test('was replaced after a silence is heard at once', () => {
    const heard: Heard = { last: good(raw({ seq: 90 })), anew: null }
    const judged = judgeSample(raw({ seq: 1, atMs: 5, name: 'Another' }), heard, 20_000)
    expect(judged).toMatchObject({ kind: 'good', sample: { remarks: ['restarted'] } })
  })
})

describe('weighing onto the scale', () => {
  const resin = ARCHETYPES.quick
  const ratio = weightRatio(resin)
  const wanted = { aG: 110, bG: 100 }
  const next = (...poured: Pouring[]) => adviseWeighing({ resin, wanted, poured, toleranceG: 0.2 })

  test('asks for A, then for B, then says that it is right', () => {
    expect(next()).toMatchObject({ kind: 'add', part: 'A', g: 110 })
    expect(next({ part: 'A', g: 106.6 })).toMatchObject({ kind: 'add', part: 'A', g: expect.closeTo(3.4) })
    expect(next({ part: 'A', g: 110 })).toMatchObject({ kind: 'add', part: 'B', because: null })
    expect(next({ part: 'A', g: 110 }, { part: 'B', g: 110 / ratio })).toMatchObject({ kind: 'right' })
  })

  test('with A overshot asks for the B that this A takes, and says what the mix becomes', () => {
    const advice = next({ part: 'A', g: 114 })
    expect(advice).toMatchObject({ kind: 'add', part: 'B', because: { overshot: 'A', byG: 4 } })
    expect(advice.kind === 'add' && advice.g).toBeCloseTo(114 / ratio, 6)
  })

  test('with B overshot asks for more A: the worked example of 103 g of B on 110 g of A', () => {
    const advice = next({ part: 'A', g: 110 }, { part: 'B', g: 103 })
    // 103 g of B take 103 x 1.0992 = 113.2 g of A, so 3.2 g are to be added.
    expect(advice).toMatchObject({ kind: 'add', part: 'A', because: { overshot: 'B' } })
    expect(advice.kind === 'add' && advice.g).toBeCloseTo(103 * (1.152 / 1.048) - 110, 6)
  })

  test('whatever is overshot, following the advice ends at the right ratio', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -0.3, max: 6, noNaN: true }), { minLength: 8, maxLength: 8 }),
        (slips) => {
          const poured: Pouring[] = []
          // A hand that learns: every slip is half of the one before.
          for (const [k, slip] of slips.entries()) {
            const advice = next(...poured)
            if (advice.kind === 'right') break
            poured.push({ part: advice.part, g: Math.max(0, advice.g + slip * 0.35 ** k) })
          }
          let advice = next(...poured)
          for (let k = 0; k < 8 && advice.kind === 'add'; k++) {
            poured.push({ part: advice.part, g: advice.g })
            advice = next(...poured)
          }
          expect(advice.kind).toBe('right')
          if (advice.kind === 'right') expect(Math.abs(advice.ratioError)).toBeLessThan(0.005)
        },
      ),
      { seed: 7, numRuns: 200 },
    )
  })
})
