import { describe, expect, test } from '@jest/globals'
import { FAULTLESS } from '../../../tests/golden/diagnosisCases.ts'
import { ratingsBySide, sharesOfCauses, timedOutcomes, type ShownOutcome } from './timing.ts'

const piece = (rating: number, changes: Partial<ShownOutcome> = {}): ShownOutcome => ({
  rating,
  faults: [],
  facts: FAULTLESS,
  ...changes,
})
/** The window of a faultless run opens at 22, is best at 25 and closes at 30. */
const at = (atMin: number, rating: number) =>
  piece(rating, { facts: { ...FAULTLESS, white: { ...FAULTLESS.white!, atMin } } })

describe('timing against outcome', () => {
  test('is told from the best moment of each run, and by the sides of its window', () => {
    const timed = timedOutcomes([at(20, 2), at(22, 4), at(27, 5), at(33, 3), at(31, 2)])
    expect(timed.map(({ fromBestMin, side }) => [fromBestMin, side])).toEqual([
      [-5, 'before'],
      [-3, 'inWindow'],
      [2, 'inWindow'],
      [8, 'after'],
      [6, 'after'],
    ])
    expect(ratingsBySide(timed)).toEqual([
      { side: 'before', pieces: 1, rating: 2 },
      { side: 'inWindow', pieces: 2, rating: 4.5 },
      { side: 'after', pieces: 2, rating: 2.5 },
    ])
  })

  test('leaves out what was not marked, and sides nobody poured on', () => {
    const unmarked = piece(4, { facts: { ...FAULTLESS, white: null } })
    expect(timedOutcomes([unmarked])).toEqual([])
    expect(ratingsBySide(timedOutcomes([at(25, 4)]))).toHaveLength(1)
  })
})

describe('shares of causes', () => {
  const early = (faults: ShownOutcome['faults']) => ({ ...at(15, 2), faults })

  test('count the likeliest cause of every fault once a piece, and how often the run itself shows it', () => {
    const shares = sharesOfCauses([
      early(['blobs']),
      early(['blobs', 'blobs']),
      piece(3, { faults: ['floating'] }),
      piece(5),
    ])
    expect(shares.map(({ cause, good, all, shown }) => [cause, good, all, shown])).toEqual([
      ['whiteEarly', 2, 4, 2],
      ['pouredAtOnce', 1, 4, 0],
    ])
    expect(shares[0]!.low).toBeLessThan(0.5)
    expect(shares[0]!.high).toBeGreaterThan(0.5)
  })

  test('of pieces without a fault there are none', () => {
    expect(sharesOfCauses([piece(5), piece(4)])).toEqual([])
  })
})
