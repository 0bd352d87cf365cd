import { expect, test } from '@jest/globals'
import { METRIC } from '#core/units/index.ts'
import { planBatch } from '#core/plan/index.ts'
import { bloomRequest, COASTER } from '../../tests/support/request.ts'
import { wordPrep } from './prep.ts'

const ink = { id: 'tarn', name: 'Tarn', kind: 'alcoholInk', hex: '#1b6f86' } as const
const metallic = { id: 'brass', name: 'Brass', kind: 'metallicInk', hex: '#b08d4a' } as const
const white = { id: 'milk', name: 'Milk', kind: 'whiteInk', hex: '#ffffff' } as const
const glitter = { kind: 'sprinkle', what: 'glitter', area: { kind: 'rim', widthMm: 8 } } as const

test('the gate names the inks that are dropped, metallic ones too, the hole, and what is strewn', () => {
  const usual = planBatch(bloomRequest()).fills[0]!.pattern
  const pattern = { ...usual, marks: [...usual.marks, { id: 'rim', mark: glitter }] }
  const request = bloomRequest({
    pieces: [{ mold: COASTER, count: 1, pattern }],
    colours: [ink, metallic, white],
  })
  const { prep, drops } = planBatch(request)
  const said = (tool: string) =>
    wordPrep(
      prep.find((item) => item.tool === tool)!,
      request,
      METRIC,
    )
  expect(said('inks')).toMatch(/: Tarn, Brass$/)
  expect(said('bag')).toMatch(/: 3\.0 mm$/)
  expect(said('strewn')).toMatch(/: glitter$/)
  expect(drops[0]!.inks.map(({ what, drops: count }) => [what, count > 0])).toEqual([
    ['Tarn', true],
    ['Brass', true],
  ])
})
