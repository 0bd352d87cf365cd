import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { bloomRequest } from '../../tests/support/request.ts'
import { planBatch } from '#core/plan/index.ts'
import { fromBase64, toBase64 } from './base64.ts'
import { sheetText } from './sheetText.ts'
import { begun, inTwoPours } from '../../tests/support/layers.ts'

const sheet = (changes: Parameters<typeof bloomRequest>[0], count = 2) => {
  const request = bloomRequest(changes, count)
  return sheetText(request, planBatch(request))
}

describe('the sheet', () => {
  test('names batch, resin, ratio and room in its first line', () => {
    expect(sheet({})).toMatch(/^Coasters: 2 × bloom, Quick coating resin \(1 : 1 by volume\), room 21 °C\n/)
  })

  test('has a line for every turn of the run, pieces numbered', () => {
    const text = sheet({}, 3)
    for (const no of [1, 2, 3]) expect(text).toContain(`Pipe the white (piece ${no})`)
    expect(text).toMatch(/bloom number \d\d/)
  })

  test('gives clock times only when an hour is chosen, and then across midnight', () => {
    expect(sheet({})).not.toMatch(/\d\d-\d\d \d\d:\d\d/)
    expect(sheet({ startAt: '2030-03-14T23:50:00+01:00' })).toMatch(
      /03-15 00:\d\d\s+\d+ min\s+Portion and tint the white/,
    )
  })

  test('says what is grave, in capitals, and defers to the data sheets', () => {
    expect(sheet({ bedMm: 11 })).toMatch(/STOP: Round coaster would overflow/)
    expect(sheet({})).toMatch(/safety data sheets of your products/)
  })

  test("names the pours of inclusions in the bench's words, and no drops", () => {
    const inclusions = { volumeMl: 4, proud: false } as const
    const text = sheet({
      technique: 'inclusions',
      inclusions,
      layers: [...inTwoPours(), ...begun('clearCoat')],
    })
    expect(text).toMatch(/base 2\.5 mm = .* second pour 2\.8 mm = .* third pour 2\.8 mm = /)
    expect(text).toMatch(/Mix for the base: /)
    expect(text).toMatch(/Mix for the third pour, later: .*\n.*\n.*\n\s+Mixing cup: /)
    expect(text).toContain('Mix for the clear coat, later')
    expect(text).not.toMatch(/Drops on|thirdPour/)
  })

  test("tells a petri's drops from the needle", () => {
    expect(sheet({ technique: 'petri' })).toMatch(/11 Lagoon, 11 Plum, 22 white/)
  })
})

test('base64 gives back any bytes', () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 70_000 }), (bytes) => {
      expect([...fromBase64(toBase64(bytes))]).toEqual([...bytes])
    }),
    { seed: 17, numRuns: 30 },
  )
  expect(toBase64(new TextEncoder().encode('foobar'))).toBe('Zm9vYmFy') // RFC 4648, section 10
})
