import { describe, expect, test } from '@jest/globals'
import { COASTER, bloomRequest } from '../../../tests/support/request.ts'
import type { Colour } from '../colour/index.ts'
import { planBatch } from '../plan/index.ts'
import { needsOf, needsOfMoreWhite, renewedFrom } from '../shelf/index.ts'
import { DROP_ML } from './load.ts'
import { additionOf, dosesFor } from './layerCups.ts'
import type { BatchRequest } from './request.ts'
import { movedInto } from './scaled.ts'
import { whitensOf } from './white.ts'

const CHALK: Colour = { id: 'chalk', name: 'Chalk', kind: 'whitePaste', hex: '#f8f6f0' }
const MILK: Colour = { id: 'milk', name: 'Milk', kind: 'whiteInk', hex: '#ffffff' }
const MICA: Colour = { id: 'pewter', name: 'Pewter', kind: 'mica', hex: '#999999' }
const INK: Colour = { id: 'ink', name: 'Lagoon', kind: 'alcoholInk', hex: '#12748a' }

const of = (white: Partial<BatchRequest['white']>, colours: readonly Colour[] = [INK, CHALK]) => {
  const usual = bloomRequest({}, 2)
  return { ...usual, colours, white: { ...usual.white, ...white } }
}
const cupOf = (request: BatchRequest) =>
  planBatch(request).mixes[0]!.cups.find(({ holds }) => holds === 'white')!
const portionOf = (request: BatchRequest) =>
  planBatch(request)
    .steps.flatMap(({ takes }) => takes)
    .find((take) => take.of === 'portion' && take.name === null)

describe('what goes into the white', () => {
  test('is every white of the plan: their drops are shared, none is dropped in silence', () => {
    // Common practice: 9.5 drops in 30 g; 60 g take 19, of two whites 10 and 9.
    const shared = whitensOf(of({}, [INK, CHALK, MILK]), 60)
    expect(shared.map(({ addition }) => addition)).toEqual([
      { what: 'Chalk', drops: 10 },
      { what: 'Milk', drops: 9 },
    ])
    expect(whitensOf(of({}), 60).map(({ addition }) => addition)).toEqual([{ what: 'Chalk', drops: 19 }])
  })

  test('comes off every bottle of the shelf', () => {
    const two = of({}, [INK, CHALK, MILK])
    const { additions } = cupOf(two)
    for (const white of [CHALK, MILK]) {
      const own = additions.find(({ what }) => what === white.name)
      const ml = own && 'drops' in own ? own.drops * DROP_ML : Number.NaN
      expect(needsOf(two).find(({ name }) => name === white.name)?.amount).toBeCloseTo(ml, 9)
    }
    expect(needsOfMoreWhite(two, { aG: 20, bG: 20 }).map(({ name }) => name)).toEqual(
      expect.arrayContaining(['Chalk', 'Milk']),
    )
  })

  test('is what somebody says, each with its own dose, a mica beside the white', () => {
    const own = of({
      colours: [
        { colour: MILK, dose: { by: 'dropsPerG', drops: 0.3 } },
        { colour: MICA, dose: { by: 'share', frac: 0.02 } },
      ],
    })
    const { massG, additions } = cupOf(own)
    expect(additions).toEqual([
      { what: 'Milk', drops: Math.round(0.3 * massG) },
      { what: 'Pewter', massG: expect.closeTo(0.02 * massG, 9) },
    ])
    expect(planBatch(own).prep.find(({ tool }) => tool === 'tints')).toBeUndefined()
    const unnamed = { ...own, colours: [INK] }
    expect(planBatch(unnamed).findings.map(({ kind }) => kind)).not.toContain('noWhite')
    // What the plan's own white would have taken is taken no more.
    expect(needsOf(own).map(({ name }) => name)).not.toContain('Chalk')
  })
})

describe('a portion that was asked for', () => {
  test('is weighed off whole, stirred for, and what is over is told', () => {
    const plain = cupOf(of({})).massG
    const asked = of({ portionG: plain + 8 })
    expect(cupOf(asked)).toMatchObject({ massG: expect.closeTo(plain + 8, 6), overG: expect.closeTo(8, 6) })
    expect(planBatch(asked).mixes[0]!.needG - planBatch(of({})).mixes[0]!.needG).toBeCloseTo(8, 6)
    expect(portionOf(asked)).toMatchObject({ overG: expect.closeTo(8, 6) })
  })

  test('smaller than what is needed changes nothing', () => {
    expect(cupOf(of({ portionG: 2 }))).toEqual(cupOf(of({})))
  })

  test('of a white that is stirred by itself is that mix', () => {
    const plain = { ...of({}), whiteApart: true }
    const asked = { ...plain, white: { ...plain.white, portionG: 60 } }
    const [, white] = planBatch(asked).mixes
    expect(white!.cups[0]!.massG).toBeCloseTo(white!.parts.byWeight.totalG, 6)
    expect(white!.parts.byWeight.totalG).toBeGreaterThanOrEqual(60)
  })
})

test('goes by the area into another mold, and is taken up from the shelf as it is now', () => {
  const asked = of({ portionG: 40, colours: [{ colour: MILK, dose: { by: 'drops', drops: 5 } }] })
  const wide = { ...COASTER, id: 'wide', outline: { shape: 'circle', acrossMm: 200 } as const }
  const moved = movedInto(asked, asked.pieces[0]!, wide)
  expect(moved.request.white.portionG).toBe(160)
  expect(moved.scaled).toContainEqual({ of: 'white', fromG: 40, toG: 160 })
  const bottle = { ...MILK, name: 'Milk, new bottle' }
  const shelf = { resins: [], molds: [], colours: [bottle] }
  expect(renewedFrom(asked, shelf).request.white.colours![0]!.colour).toEqual(bottle)
  const bagged = {
    ...of({}),
    bags: [{ id: 'b', name: 'B', colours: [{ colour: MILK, dose: { by: 'drops', drops: 5 } as const }] }],
  }
  expect(renewedFrom(bagged, shelf).changed).toEqual(['Milk, new bottle'])
})

test('too much of a colour of its own is told as of any cup', () => {
  const heavy = of({ colours: [{ colour: MICA, dose: { by: 'share', frac: 0.2 } }] })
  expect(planBatch(heavy).findings).toContainEqual(
    expect.objectContaining({ kind: 'cupOverloaded', cupName: 'the white', colours: ['Pewter'] }),
  )
})

test('a powder is never counted in drops', () => {
  expect(dosesFor('mica')).not.toContain('drops')
  expect(dosesFor('mica')).not.toContain('dropsPerG')
  expect(dosesFor('alcoholInk')).toContain('drops')
  // What an older plan counted so is weighed: 10 drops of 0.03 ml at 0.4 g/ml.
  expect(additionOf({ colour: MICA, dose: { by: 'drops', drops: 10 } }, 50)).toEqual({
    what: 'Pewter',
    massG: expect.closeTo(10 * DROP_ML * 0.4, 9),
  })
})
