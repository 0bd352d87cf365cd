import { describe, expect, test } from '@jest/globals'
import { decodeText } from './encoding.ts'
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

describe('a table that is not quite one', () => {
  test('shape __proto__ is no shape', () => {
    const { items, notTaken } = molds('name,shape,width,depth\nX,__proto__,90,9\nY,constructor,90,9\n')
    expect(items).toEqual([])
    expect(notTaken.map(({ why }) => why.slice(0, 30))).toEqual([
      'shape "__proto__" is not known',
      'shape "constructor" is not kno',
    ])
  })

  test('a thousand with its comma is a thousand', () => {
    const read = table('item,stock\nGloves,"1,000"\n')
    const { items } = suppliesOfTable(read, {
      matching: guessMatching(read, 'supplies'),
      newId: ids(),
      here: [],
      uses: [],
      nowMs: Date.parse('2026-11-25T12:00Z'),
    })
    expect(items[0]!.counted).toMatchObject({ amount: 1000 })
    expect(molds('name,width,depth\nTable,"1,000",9\n').items[0]!.outline).toMatchObject({ acrossMm: 1000 })
  })

  test('a row with more cells than headers is named, not shifted; lines are counted as in the file', () => {
    const { items, notTaken } = molds('name,width,depth\n\n"A\nb",90,9\nDish, blue,80,9\nC,70,9\n')
    expect(items.map(({ name }) => name)).toEqual(['A\nb', 'C'])
    expect(notTaken).toEqual([{ line: 5, why: expect.stringMatching(/4 cells under 3 headers/) }])
  })

  test('an open quote swallows nothing: the table is refused with its line', () => {
    expect(readTable('name,width,depth\nA,90,9\n"B,80,9\nC,70,9\n')).toEqual({
      ok: false,
      problem: 'a quote is opened in line 3 and never closed',
    })
  })

  test('line feeds by the million and columns by the thousand are refused', () => {
    expect(readTable('\n'.repeat(1e7))).toEqual({
      ok: false,
      problem: '10000000 lines, expected at most 50000',
    })
    expect(readTable(`${'a,'.repeat(100_000)}\n1\n`)).toEqual({
      ok: false,
      problem: '100001 columns, expected at most 200',
    })
  })
})

describe('the letters of a text file', () => {
  const table1252 = Uint8Array.from([0x6e, 0x61, 0x6d, 0x65, 0x0a, 0x46, 0xfc, 0x6e, 0x66])
  test('are read by mark, as UTF-8, or as Windows-1252 where they are no UTF-8', () => {
    expect(decodeText(new TextEncoder().encode('Fünf 两'))).toEqual({ text: 'Fünf 两', encoding: 'utf-8' })
    expect(decodeText(table1252)).toEqual({ text: 'name\nFünf', encoding: 'windows-1252' })
    expect(decodeText(Uint8Array.from([0xff, 0xfe, 0x41, 0, 0xfc, 0]))).toEqual({
      text: 'Aü',
      encoding: 'utf-16le',
    })
    expect(decodeText(Uint8Array.from([0xfe, 0xff, 0, 0x41]))).toEqual({ text: 'A', encoding: 'utf-16be' })
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
