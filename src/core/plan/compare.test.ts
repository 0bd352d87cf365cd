import { describe, expect, test } from '@jest/globals'
import { FAULTLESS } from '../../../tests/golden/diagnosisCases.ts'
import { bloomRequest } from '../../../tests/support/request.ts'
import { compared, type ComparedPiece } from './compare.ts'
import { backLayer } from '../../../tests/support/layers.ts'

const piece = (changes: Parameters<typeof bloomRequest>[0] = {}, facts = FAULTLESS): ComparedPiece => ({
  request: bloomRequest(changes),
  pieceNo: 1,
  facts,
  decantMin: 18,
})
const differing = (...pieces: readonly ComparedPiece[]) =>
  compared(pieces).flatMap(({ id, differs }) => (differs ? [id] : []))

describe('pieces side by side', () => {
  test('that were made alike differ in nothing', () => {
    expect(differing(piece(), piece(), piece())).toEqual([])
  })

  test('differ in what was asked for and in how the run went, and in nothing else', () => {
    const white = { ...FAULTLESS.white!, atMin: 29 }
    expect(differing(piece(), piece({}, { ...FAULTLESS, white, settledMin: 3 }))).toEqual([
      'settled',
      'white',
      'whiteFromBest',
    ])
    expect(
      differing(
        piece(),
        piece({ layers: [backLayer()], technique: 'petri' }, { ...FAULTLESS, technique: 'petri' }),
      ),
    ).toEqual(['technique', 'hole', 'spacing', 'margin', 'layers'])
  })

  test('figures nobody could tell apart count as the same', () => {
    expect(
      differing(piece(), piece({}, { ...FAULTLESS, roomTempC: 21.3, stirMin: 3.2, marginMm: 7.02 })),
    ).toEqual([])
  })

  test('what a run does not say is not known, and not the same as a figure', () => {
    const unknown = { ...piece(), facts: null, decantMin: null }
    const rows = compared([piece(), unknown])
    expect(rows.find(({ id }) => id === 'white')).toMatchObject({
      values: [{ in: 'min', value: 25 }, null],
      differs: true,
    })
    expect(rows.find(({ id }) => id === 'room')!.differs).toBe(false)
  })

  test('lines that none of them knows are left out, and a technique tells its own', () => {
    const laid = { atMin: 40, openMin: 35, closeMin: 63 }
    const facts = { ...FAULTLESS, technique: 'inclusions', white: null, laid } as const
    const inclusions = { volumeMl: 6, proud: false } as const
    const own = piece({ technique: 'inclusions', inclusions }, facts)
    const ids = compared([own, own]).map(({ id }) => id)
    expect(ids).toEqual(expect.arrayContaining(['displaced', 'layers', 'laid']))
    for (const id of ['inks', 'dose', 'hole', 'pattern', 'white']) expect(ids).not.toContain(id)
    expect(compared([piece()]).map(({ id }) => id)).not.toContain('laid')
    expect(differing(own, piece())).toEqual(expect.arrayContaining(['technique', 'dose', 'laid', 'layers']))
  })
})
