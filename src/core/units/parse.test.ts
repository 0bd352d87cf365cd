import { describe, expect, test } from '@jest/globals'
import { parseAmount, parseQuantity } from './parse.ts'
import { fromInner, unitOf, UNITS, type Unit, type UnitId } from './unit.ts'

const mass = (text: string) => parseQuantity(text, ['mass'], 'g')
const volume = (text: string) => parseQuantity(text, ['volume'], 'ml')
const valueOf = (parsed: ReturnType<typeof mass>) => (parsed.ok ? parsed.value.value : parsed.problem.kind)

describe('what people type', () => {
  test.each([
    ['143g', 143],
    ['143', 143],
    ['1,000 g', 1000],
    ['12,345.5', 12345.5],
    ['2 lb 3 oz', 992.233309375],
    ['1 lb, 2 oz', 510.29141625],
    ['4 oz.', 113.3980925],
    ['2 oz', 56.69904625],
    ['1 lb', 453.59237],
    ['.5kg', 500],
  ])('as a weight, "%s" is %d g', (text, grams) => {
    expect(valueOf(mass(text))).toBeCloseTo(grams, 9)
  })

  test.each([
    ['1/2 cup', 118.29411825],
    ['1 1/2 cups', 354.88235475],
    ['1½ cup', 354.88235475],
    ['2 fl oz', 59.147059125],
    ['2 imp fl oz', 56.826125],
    ['½ tsp', 2.464460796875],
  ])('as a volume, "%s" is %d ml (NIST Handbook 44)', (text, ml) => {
    expect(valueOf(volume(text))).toBeCloseTo(ml, 9)
  })

  test.each([
    ['5\' 3"', 1600.2],
    ['5 ft 3 in', 1600.2],
    ['3/4 in', 19.05],
  ])('as a length, %s is %d mm (international foot and inch)', (text, mm) => {
    expect(valueOf(parseQuantity(text, ['length'], 'in'))).toBeCloseTo(mm, 9)
  })

  test.each([
    ['1:30', 'min', 90],
    ['1:30', 's', 1.5],
    ['1 h 30 min', 'min', 90],
    ['1 h 30', 'min', 90],
    ['5 h 30', 'h', 330],
    ['2 min 30', 'h', 2.5],
  ] as const)('as a time, "%s" in a field of %s is %d min', (text, bare, min) => {
    expect(valueOf(parseQuantity(text, ['time'], bare))).toBeCloseTo(min, 9)
  })

  test('a comma that may be a decimal is asked about with a point in its place', () => {
    expect(mass('1,5 g')).toEqual({ ok: false, problem: { kind: 'whichComma', asPoint: '1.5' } })
  })

  test('an ounce is asked about where both ounces would fit', () => {
    expect(valueOf(parseQuantity('2 oz', ['mass', 'volume'], 'ml'))).toBe('whichOunce')
  })

  test.each([
    ['', 'empty'],
    ['a lot', 'notANumber'],
    ['5,5 g', 'whichComma'],
    ['1,5', 'whichComma'],
    ['12,34,5', 'whichComma'],
    ['3 oz 2 lb', 'notANumber'],
    ['1/0 cup', 'notANumber'],
    ['3 mm', 'unknownUnit'],
    ['NaN', 'notANumber'],
    ['Infinity g', 'notANumber'],
  ])('"%s" is refused as %s', (text, kind) => {
    expect(valueOf(mass(text))).toBe(kind)
  })

  test('98.6 °F is 37 °C and back', () => {
    const read = parseQuantity('98.6 °F', ['temperature'], 'C')
    expect(valueOf(read)).toBeCloseTo(37, 9)
    expect(fromInner(37, unitOf('F'))).toBeCloseTo(98.6, 9)
  })

  test('every unit reads back what it prints', () => {
    for (const unit of UNITS as readonly Unit[]) {
      const read = parseQuantity(`7.25 ${unit.label}`, [unit.dimension], unit.id as 'g')
      expect(read.ok && fromInner(read.value.value, unit)).toBeCloseTo(7.25, 9)
    }
  })
})

test('an amount of resin is said by volume, by weight or by depth; a weight is the volume it comes to', () => {
  const said = (text: string, bareUnit: UnitId = 'mm') =>
    parseAmount(text, { dimensions: ['length', 'volume'], bareUnit, gPerMl: 1.1 })
  expect(said('5')).toMatchObject({ ok: true, value: { value: 5, dimension: 'length' } })
  expect(said('50 ml')).toMatchObject({
    ok: true,
    value: { value: expect.closeTo(50, 9), dimension: 'volume' },
  })
  expect(said('55 g')).toMatchObject({
    ok: true,
    value: { value: expect.closeTo(50, 9), dimension: 'volume' },
  })
  // A US fluid ounce: 29.5735 ml (NIST Handbook 44, appendix C).
  expect(said('2 fl oz')).toMatchObject({ ok: true, value: { value: expect.closeTo(59.147, 3) } })
  expect(said('2 oz')).toMatchObject({ ok: false, problem: { kind: 'whichOunce' } })
  expect(said('2 h')).toMatchObject({ ok: false, problem: { kind: 'unknownUnit' } })
})
