import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { laidOut } from '../batch/index.ts'
import { TECHNIQUES } from '../technique/index.ts'
import {
  costOfBatch,
  moldLife,
  moldPours,
  needsOf,
  priceFor,
  standingOf,
  takenFrom,
  worriesOf,
  type CareEntry,
  type Movement,
  type Supply,
} from './index.ts'
import { backLayer } from '../../../tests/support/layers.ts'

const entry = (atMs: number, rest: Partial<Movement>): Movement =>
  ({ id: `m${atMs}`, supplyId: 's', atMs, note: '', ...rest }) as Movement
const supply = (changes: Partial<Supply> = {}): Supply => ({
  id: 's',
  name: 'Part A',
  of: { kind: 'resinA', resinId: 'quick' },
  lowBelow: 500,
  openedOn: null,
  bestBefore: null,
  ...changes,
})
const DARK = backLayer('bonds', 2, { id: 'slate', name: 'Slate', kind: 'paste', hex: '#39424e' })

describe('the book of a supply', () => {
  test('adds what was bought, takes off what was poured and wasted', () => {
    const movements = [
      entry(1, { kind: 'bought', amount: 1000, priceMinor: 2000 }),
      entry(2, { kind: 'poured', amount: 150, batchId: 'b' }),
      entry(3, { kind: 'wasted', amount: 50 }),
    ]
    expect(standingOf(movements).left).toBe(800)
  })

  test('a count sets what is there and tells by how much it was off; entries stay as they were', () => {
    const movements = [
      entry(1, { kind: 'bought', amount: 1000, priceMinor: 2000 }),
      entry(3, { kind: 'counted', amount: 900 }),
      entry(4, { kind: 'poured', amount: 100, batchId: 'b' }),
    ]
    const { left, corrections } = standingOf(movements)
    expect(left).toBe(800)
    expect(corrections).toEqual({ m3: -100 })
  })

  test('does not hang on the order in which entries are kept, only on their instants', () => {
    const kinds = fc.constantFrom<Movement['kind']>('bought', 'poured', 'wasted', 'counted')
    const movements = fc.uniqueArray(
      fc.record({
        atMs: fc.integer({ min: 1, max: 99 }),
        kind: kinds,
        amount: fc.integer({ min: 0, max: 500 }),
      }),
      { selector: ({ atMs }) => atMs },
    )
    fc.assert(
      fc.property(movements, (drawn) => {
        const all = drawn.map(({ atMs, ...rest }) =>
          entry(atMs, { ...rest, priceMinor: 1, batchId: 'b' } as never),
        )
        expect(standingOf([...all].reverse())).toEqual(standingOf(all))
      }),
      { seed: 1 },
    )
  })

  test('its price is the mean of all that was bought', () => {
    const { priceMinor } = standingOf([
      entry(1, { kind: 'bought', amount: 1000, priceMinor: 2000 }),
      entry(2, { kind: 'bought', amount: 500, priceMinor: 2500 }),
    ])
    expect(priceMinor).toBeCloseTo(3, 12)
    expect(standingOf([]).priceMinor).toBeNull()
  })

  test('worries when it runs low, out, or past its day', () => {
    const left = (amount: number) => standingOf([entry(1, { kind: 'counted', amount })])
    expect(worriesOf(supply(), left(600), '2026-11-25')).toEqual([])
    expect(worriesOf(supply(), left(499), '2026-11-25')).toEqual(['low'])
    expect(worriesOf(supply({ bestBefore: '2026-11-24' }), left(0), '2026-11-25')).toEqual([
      'out',
      'pastBest',
    ])
    expect(worriesOf(supply({ bestBefore: '2026-11-25' }), left(600), '2026-11-25')).toEqual([])
  })
})

describe('what a batch takes', () => {
  test('is the A and B of its mixes, back apart from pour', () => {
    const request = bloomRequest({ layers: [DARK] }, 2)
    const mixes = laidOut(request, TECHNIQUES.bloom).mixes
    const needs = needsOf(request)
    const amount = (kind: string, at: string) =>
      needs.find(({ of, at: when }) => of.kind === kind && when === at)?.amount
    expect(amount('resinA', 'pour')).toBe(mixes[0]!.parts.byWeight.a)
    expect(amount('resinB', 'back')).toBe(mixes[1]!.parts.byWeight.b)
    // Whole drops of 0.05 ml, a fifth of one to the gram.
    expect(amount('colour', 'back')).toBe(0.05 * Math.round(0.2 * mixes[1]!.parts.byWeight.totalG))
  })

  test('goes by the scale where the scale was asked', () => {
    const needs = needsOf(bloomRequest({}, 2), { pour: { aG: 80, bG: 75 } })
    expect(needs.filter(({ of }) => of.kind.startsWith('resin')).map(({ amount }) => amount)).toEqual([
      80, 75,
    ])
  })

  test('wastes what stays in cup and bag: resin in the molds and waste make the whole mix', () => {
    const request = bloomRequest({}, 4)
    const [mix] = laidOut(request, TECHNIQUES.bloom).mixes
    const resin = needsOf(request).filter(({ of }) => of.kind.startsWith('resin'))
    const used = resin.reduce((sum, { amount, wasted }) => sum + amount - wasted, 0)
    expect(used).toBeCloseTo(mix!.inMoldsG, 9)
  })

  test('counts what a drip runs down as a piece, as the cost does', () => {
    const gloves = supply({ of: { kind: 'consumable', perBatch: 0, perPiece: 1 } })
    const drip = bloomRequest({ technique: 'drip', layers: [] }, 2)
    expect(takenFrom(gloves, [], drip, 'pour')).toBe(4)
  })

  test('of consumables is so many a batch and a piece', () => {
    const gloves = supply({ of: { kind: 'consumable', perBatch: 2, perPiece: 0.5 } })
    expect(takenFrom(gloves, [], bloomRequest({}, 4), 'pour')).toBe(4)
    expect(takenFrom(gloves, [], bloomRequest({}, 4), 'back')).toBe(0)
  })
})

describe('what a batch costs', () => {
  const request = bloomRequest({}, 4)
  const supplies = [
    supply({ id: 'a' }),
    supply({ id: 'b', of: { kind: 'resinB', resinId: 'quick' } }),
    supply({ id: 'bag', of: { kind: 'consumable', perBatch: 1, perPiece: 0 } }),
  ]
  const standing = (priceMinor: number) => ({ left: 1000, priceMinor, corrections: {} })
  const standings = { a: standing(2), b: standing(3), bag: standing(40) }
  const care = [{ id: 'coaster', priceMinor: 1200, lifePours: 30, entries: [] }]

  test('is materials, waste, consumables, wear and time, worked by hand', () => {
    const cost = costOfBatch({
      request,
      needs: needsOf(request),
      supplies,
      standings,
      care,
      handsMin: 90,
      hourlyMinor: 1600,
    })
    const [a, b] = needsOf(request)
    expect(cost.materialsMinor + cost.wasteMinor).toBeCloseTo(2 * a!.amount + 3 * b!.amount, 9)
    expect(cost.consumablesMinor).toBe(40)
    expect(cost.moldsMinor).toBe(4 * (1200 / 30))
    expect(cost.timeMinor).toBe(2400)
    expect(cost.perPieceMinor).toBeCloseTo(cost.totalMinor / 4, 9)
    expect(cost.unpriced).toEqual(['Lagoon', 'Plum', 'Chalk paste'])
  })

  test('names what has no price yet instead of taking it for free', () => {
    const unknown = { ...standings, bag: { left: 3, priceMinor: null, corrections: {} } }
    const cost = costOfBatch({
      request,
      needs: needsOf(request),
      supplies,
      standings: unknown,
      care: [],
      handsMin: 0,
      hourlyMinor: 0,
    })
    expect(cost.consumablesMinor).toBe(0)
    expect(cost.unpriced).toEqual(expect.arrayContaining(['Part A', 'Round coaster (mold wear)']))
  })

  test('a price leaves the margin once the fee is paid, rounded up to a full step', () => {
    // 10.00 with half on top is 15.00; a market that keeps a tenth needs 16.67, so 17.00.
    const price = priceFor(1000, { marginFrac: 0.5, feeFrac: 0.1 }, 100)
    expect(price).toBe(1700)
    expect(price * 0.9).toBeGreaterThanOrEqual(1500)
    expect(() => priceFor(1000, { marginFrac: 0, feeFrac: 1 }, 100)).toThrow(RangeError)
  })
})

describe('the life of a mold', () => {
  const cared = (kinds: readonly CareEntry['kind'][]) => ({
    id: 'coaster',
    priceMinor: null,
    lifePours: 30,
    entries: kinds.map((kind, k) => ({ id: `e${k}`, atMs: k, kind, note: '' })),
  })

  test('counts pours over all its copies', () => {
    const pours = [bloomRequest({}, 4), bloomRequest({}, 2)].map((request) => moldPours(request)[COASTER.id]!)
    const life = moldLife({ ...COASTER, count: 4 }, cared([]), pours[0]! + pours[1]!)
    expect(life).toMatchObject({ pours: 6, poursEach: 1.5, leftEach: 28.5, state: 'fine' })
  })

  test('is as the last word on it says', () => {
    expect(moldLife(COASTER, cared(['damaged', 'cleaned']), 0).state).toBe('damaged')
    expect(moldLife(COASTER, cared(['damaged', 'mended', 'resting']), 0).state).toBe('resting')
    expect(moldLife(COASTER, cared(['resting', 'backInUse']), 0).state).toBe('fine')
    expect(moldLife(COASTER, cared(['cleaned']), 0).lastCleanedAtMs).toBe(0)
    expect(moldLife(COASTER, null, 0).leftEach).toBeNull()
  })
})
