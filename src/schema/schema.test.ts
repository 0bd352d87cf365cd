import { describe, expect, test } from '@jest/globals'
import * as v from 'valibot'
import { bloomRequest } from '../../tests/support/request.ts'
import { issueLines } from './issues.ts'
import { forecastRequestFileSchema } from './forecast.ts'
import { moldSchema } from './mold.ts'
import { batchRequestSchema, planRequestFileSchema } from './request.ts'
import { resinInFileSchema, resinSchema } from './resin.ts'
import { backLayer, begun } from '../../tests/support/layers.ts'

const linesOf = (schema: v.GenericSchema, value: unknown) => {
  const read = v.safeParse(schema, value)
  return read.success ? [] : issueLines(read.issues)
}
const request = bloomRequest()
const mold = request.pieces[0]!.mold
const withMold = (changes: object) => ({ ...request, pieces: [{ mold: { ...mold, ...changes }, count: 1 }] })

describe('a wrong figure is refused by name, with what would be right', () => {
  test.each<[string, unknown, RegExp]>([
    [
      'no depth',
      withMold({ depthMm: 0 }),
      /depthMm: mold depth is 0, expected more than 0 and at most 500 mm/,
    ],
    ['depth NaN', withMold({ depthMm: Number.NaN }), /mold depth is not a number, expected more than 0/],
    ['depth endless', withMold({ depthMm: Infinity }), /mold depth is Infinity, expected/],
    ['depth as text', withMold({ depthMm: '10' }), /mold depth is "10", expected/],
    ['negative water', withMold({ waterFillMl: -5 }), /water fill is -5, expected more than 0/],
    ['no pieces', { ...request, pieces: [] }, /pieces is empty, expected at least one mold/],
    [
      'half a piece',
      { ...request, pieces: [{ mold, count: 1.5 }] },
      /number of pieces is 1.5, expected a whole number/,
    ],
    [
      'no such ratio',
      { ...request, resin: { ...request.resin, ratio: { by: 'volume', partsA: 1, partsB: 0 } } },
      /parts of B is 0, expected more than 0/,
    ],
    [
      'ratio by feeling',
      { ...request, resin: { ...request.resin, ratio: { by: 'feeling', partsA: 1, partsB: 1 } } },
      /neither "volume" nor "weight"/,
    ],
    [
      'a frozen room',
      { ...request, roomTempC: -5 },
      /room temperature is -5, expected at least 10 and at most 40 °C/,
    ],
    [
      'no technique',
      { ...request, technique: 'pottery' },
      /none of bloom, petri, raisedPetri, swirledPetri, cloud, nested, nestedSwirl, dirtyCup, zones, drip, inclusions, covered, plain/,
    ],
    [
      'two layers that take the rest',
      { ...request, layers: [...begun('secondPour'), { ...begun('secondPour')[0]!, id: 'again' }] },
      /two layers take the rest of the mold/,
    ],
    [
      'a layer that is called as a step is',
      { ...request, layers: [{ ...backLayer(), id: 'demold' }] },
      /has the id of a step or of the pour/,
    ],
    [
      'a layer at a moment its way does not know',
      { ...request, layers: [{ ...begun('clearCoat')[0]!, when: 'bonds' }] },
      /laid as "coat" cannot be laid at "bonds", expected finished/,
    ],
    [
      'paint with a depth',
      { ...request, layers: [{ ...begun('paint')[0]!, amount: { by: 'depth', mm: 1 } }] },
      /laid as "paint" has no resin/,
    ],
    [
      'a coat up to the lip',
      { ...request, layers: [{ ...begun('clearCoat')[0]!, amount: { by: 'rest' } }] },
      /on the finished piece fills no mold/,
    ],
    [
      'shares of more than all',
      {
        ...request,
        layers: ['a', 'b'].map((id) => ({ ...backLayer(), id, amount: { by: 'share', frac: 0.7 } })),
      },
      /come to more than all of it/,
    ],
    ['start without a zone', { ...request, startAt: '2027-01-03T18:00' }, /expected ISO 8601 with an offset/],
    ['start that is no date', { ...request, startAt: '2027-13-45T18:00:00Z' }, /start is not a moment/],
    ['name of nothing', { ...request, name: '   ' }, /batch name is empty/],
    ['endless name', { ...request, name: 'x'.repeat(300) }, /300 characters, expected at most 200/],
    [
      'a colour that is none',
      { ...request, colours: [{ id: 'a', name: 'A', kind: 'alcoholInk', hex: 'javascript:1' }] },
      /hex colour/,
    ],
  ])('%s', (_name, value, message) => {
    expect(linesOf(batchRequestSchema, value).join('\n')).toMatch(message)
  })

  test('what is right passes unchanged', () => {
    expect(v.parse(batchRequestSchema, request)).toEqual(request)
    expect(v.parse(moldSchema, mold)).toEqual(mold)
  })
})

describe('files for the command line', () => {
  const small = {
    technique: 'bloom',
    resin: 'quick',
    roomTempC: 21,
    pieces: [{ mold: { id: 'm', name: 'M', outline: mold.outline, depthMm: 10 }, count: 1 }],
  }

  test('take the usual value for what they do not say', () => {
    const read = v.parse(planRequestFileSchema, small)
    expect(read.settleMin).toBe(5)
    expect(read.hands.beadMmPerS).toBe(50)
    expect(read.pieces[0]!.mold.count).toBe(1)
    expect(v.safeParse(batchRequestSchema, read).success).toBe(true)
  })

  test('name a field that is not known', () => {
    expect(linesOf(planRequestFileSchema, { ...small, colour: 'red' })).toEqual([
      'colour: is not a field that is known here',
    ])
  })

  test('refuse another format or version', () => {
    expect(linesOf(planRequestFileSchema, { ...small, format: 'other' }).join()).toMatch(/format is not/)
    expect(linesOf(planRequestFileSchema, { ...small, version: 3 }).join()).toMatch(
      /version is neither 1 nor 2/,
    )
  })

  test('a resin by name, like another, or whole; a wrong figure in it is named', () => {
    expect(v.parse(resinInFileSchema, 'slow').id).toBe('slow')
    const like = v.parse(resinInFileSchema, { like: 'medium', flow: { viscosityAtRefPaS: 2 } })
    expect(like.flow.viscosityAtRefPaS).toBe(2)
    expect(like.cure.startRatePerS).toBe(5.9e-5)
    expect(v.parse(resinSchema, like)).toEqual(like)
    expect(linesOf(resinInFileSchema, { like: 'quick', cure: { startRatePerS: -1 } }).join()).toMatch(
      /start rate is -1, expected more than 0/,
    )
    expect(linesOf(resinInFileSchema, 'treacle').join()).toMatch(/none of "quick", "medium", "slow"/)
  })

  test('a forecast solves or is told its decant, never both', () => {
    const base = { resin: 'quick', cupMassG: 143, roomTempC: 21 }
    expect(
      linesOf(forecastRequestFileSchema, { ...base, decantMin: 20, solve: { stage: 'pipe' } }).join(),
    ).toMatch(/both decantMin and solve/)
    expect(linesOf(forecastRequestFileSchema, { ...base, solve: {} }).join()).toMatch(/neither or both/)
    expect(linesOf(forecastRequestFileSchema, { ...base, solve: { stage: 'gel' } }).join()).toMatch(
      /solve.stage is none of/,
    )
    expect(linesOf(forecastRequestFileSchema, { ...base, cupMassG: 0 }).join()).toMatch(
      /mass in the cup is 0, expected more than 0/,
    )
    expect(linesOf(forecastRequestFileSchema, base)).toEqual([])
  })
})
