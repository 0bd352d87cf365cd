import { describe, expect, test } from '@jest/globals'
import { guessMatching, moldsOfTable, readTable, suppliesOfTable, type Table } from './tableImport.ts'

const table = (text: string): Table => {
  const read = readTable(text)
  if (!read.ok) throw new Error(read.problem)
  return read.value
}
const ids = () => {
  let made = 0
  return () => `id-${made++}`
}
const molds = (text: string, here: readonly string[] = []) => {
  const read = table(text)
  return moldsOfTable(read, { matching: guessMatching(read, 'molds'), newId: ids(), here })
}

describe('a table of molds', () => {
  test('is read by its headers, with units, semicolons and decimal commas', () => {
    const { items, notTaken } = molds(
      'Mold name;Shape;Diameter;Depth;Qty\r\n"Coaster; round";Round;10 cm;9,5;4\r\nTray;octagon;6 in;12;1\r\n',
    )
    expect(notTaken).toEqual([])
    expect(items[0]).toMatchObject({
      name: 'Coaster; round',
      outline: { shape: 'circle', acrossMm: 100 },
      depthMm: 9.5,
      count: 4,
    })
    expect(items[1]!.outline).toMatchObject({ shape: 'octagon', acrossMm: expect.closeTo(152.4, 6) })
  })

  test('reports by line what was not taken and why, and takes the rest', () => {
    const { items, notTaken } = molds(
      'name,shape,width,height,depth\nOval,oval,150,100,12\nStar,star,90,,10\nFlat,round,90,,-2\nNameless,round,x,,9\n',
    )
    expect(items.map(({ name, outline }) => [name, outline])).toEqual([
      ['Oval', { shape: 'oval', widthMm: 150, heightMm: 100 }],
    ])
    expect(notTaken.map(({ line }) => line)).toEqual([3, 4, 5])
    expect(notTaken[0]!.why).toMatch(/shape "star" is not known, expected round/)
    expect(notTaken[1]!.why).toMatch(/mold depth is -2/)
  })

  test('takes nothing twice, neither from the table nor what is on the shelf', () => {
    const { items, notTaken } = molds('name,width,depth\nA,90,9\na,80,9\nB,90,9\n', ['B'])
    expect(items.map(({ name }) => name)).toEqual(['A'])
    expect(notTaken.map(({ why }) => why)).toEqual(['a is on the shelf already', 'B is on the shelf already'])
  })

  test('can be matched by hand where the headers say nothing', () => {
    const read = table('a,b,c\n12,Dish,100\n')
    expect(guessMatching(read, 'molds')).toMatchObject({ name: null, across: null, depth: null })
    const { items } = moldsOfTable(read, {
      matching: { name: 1, across: 2, depth: 0 },
      newId: ids(),
      here: [],
    })
    expect(items[0]).toMatchObject({ name: 'Dish', depthMm: 12 })
  })
})

describe('a table of supplies', () => {
  test('keeps bottles for their resin or colour, and what is there as the first entry', () => {
    const read = table('item,stock,min\n"Quick, part A",850,300\nGloves,40,10\n漆 brush,abc,\n')
    const { items, notTaken } = suppliesOfTable(read, {
      matching: guessMatching(read, 'supplies'),
      newId: ids(),
      here: [],
      uses: [{ name: 'Quick, part A', of: { kind: 'resinA', resinId: 'quick' } }],
      nowMs: Date.parse('2026-11-25T12:00Z'),
    })
    expect(items.map(({ supply }) => supply.of.kind)).toEqual(['resinA', 'consumable'])
    expect(items[0]!.counted).toMatchObject({ kind: 'counted', amount: 850, supplyId: items[0]!.supply.id })
    expect(notTaken).toEqual([{ line: 4, why: expect.stringMatching(/amount counted/) }])
  })
})

test('what is no table is refused', () => {
  expect(readTable('')).toMatchObject({ ok: false })
  expect(readTable('only,headers\n')).toMatchObject({ ok: false })
  expect(readTable(`a\n${'1\n'.repeat(5001)}`)).toEqual({
    ok: false,
    problem: '5001 rows, expected at most 5000',
  })
})
