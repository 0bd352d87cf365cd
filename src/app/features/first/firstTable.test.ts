import { describe, expect, test } from '@jest/globals'
import * as v from 'valibot'
import { brimVolumeMl, placesOf } from '#core/mold/index.ts'
import { ARCHETYPES } from '#core/resin/index.ts'
import { moldSchema } from '#schema/mold.ts'
import { USUAL_HOURS } from '#schema/usual.ts'
import { coloursFrom, hoursOf, moldFrom, resinFrom, USUAL_TABLE, type FirstShape } from './firstTable.ts'

describe('a first table', () => {
  test.each<FirstShape>(['circle', 'square', 'rectangle', 'hexagon', 'oval', 'heart'])(
    'gives a mold of the shape %s that the shelf takes, at any size',
    (shape) => {
      for (const acrossMm of [12, 100, 400]) {
        const mold = moldFrom({ ...USUAL_TABLE, shape, acrossMm, heightMm: acrossMm / 2, count: 4 }, 'm')
        expect(v.safeParse(moldSchema, mold).success).toBe(true)
        expect(placesOf(mold)).toBe(4)
        expect(brimVolumeMl(mold)).toBeGreaterThan(0)
      }
    },
  )

  test('names a resin that was given no name, and keeps what is not on the table as it was begun', () => {
    const ratio = { by: 'weight', partsA: 100, partsB: 45 } as const
    const resin = resinFrom({ ...USUAL_TABLE, resinName: '  ', ratio }, ARCHETYPES.slow)
    expect(resin).toEqual({ ...ARCHETYPES.slow, name: 'My resin', ratio })
  })

  test('puts the inks that were tapped on the shelf, and the white', () => {
    let no = 0
    const colours = coloursFrom({ ...USUAL_TABLE, inks: ['Teal ink', 'Rose ink'] }, () => `c${no++}`)
    expect(colours.map(({ name, kind }) => `${name}, ${kind}`)).toEqual([
      'Teal ink, alcoholInk',
      'Rose ink, alcoholInk',
      'White, whitePaste',
    ])
    expect(coloursFrom({ ...USUAL_TABLE, white: false }, () => 'x')).toEqual([])
  })

  test('takes no weekday as not free unless that was said', () => {
    expect(hoursOf('days')).toEqual(USUAL_HOURS)
    expect(hoursOf('days').week.every(([free]) => free!.from === '07:00')).toBe(true)
    expect(hoursOf('evenings').week[0]).toEqual([{ from: '17:00', to: '22:30' }])
    expect(hoursOf('evenings').week[6]).toEqual([{ from: '09:00', to: '22:30' }])
  })
})
