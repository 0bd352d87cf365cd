import { describe, expect, test } from '@jest/globals'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import type { Colour } from '../colour/index.ts'
import { renewedFrom } from './renewed.ts'
import { backLayer } from '../../../tests/support/layers.ts'

const request = bloomRequest({ layers: [backLayer()] }, 2)
const shelf = { resins: [request.resin], molds: [COASTER], colours: request.colours }

describe('a plan beside the shelf of today', () => {
  test('is as it was where nothing changed, whatever the order of the fields', () => {
    const { ratio, ...rest } = request.resin
    const turned = { ratio: { by: ratio.by, partsB: ratio.partsB, partsA: ratio.partsA }, ...rest }
    const renewed = renewedFrom(request, { ...shelf, resins: [turned] })
    expect(renewed.changed).toEqual([])
    expect(renewed.request).toEqual(request)
  })

  test('names what is otherwise now, and takes it over', () => {
    const slower = { ...request.resin, cure: { ...request.resin.cure, startRatePerS: 1e-5 } }
    const deeper = { ...COASTER, depthMm: 14 }
    const renewed = renewedFrom(request, { ...shelf, resins: [slower], molds: [deeper] })
    expect(renewed.changed).toEqual([slower.name, deeper.name])
    expect(renewed.request.resin).toBe(slower)
    expect(renewed.request.pieces[0]!.mold).toBe(deeper)
    expect(renewed.request.pieces[0]!.count).toBe(2)
    expect(renewedFrom(renewed.request, { ...shelf, resins: [slower], molds: [deeper] }).changed).toEqual([])
  })

  test('tells a colour of the back and of the piece once, and leaves what the shelf no longer has', () => {
    const [ink] = request.colours
    const backOf = (colour: Colour) => backLayer('bonds', 2, colour)
    const backed = { ...request, layers: [backOf(ink!)] }
    const dearer = { ...ink!, hex: '#224466' }
    const renewed = renewedFrom(backed, { resins: [], molds: [], colours: [dearer] })
    expect(renewed.changed).toEqual([ink!.name])
    expect(renewed.request.layers).toEqual([{ ...backOf(ink!), cups: backOf(dearer).cups }])
    expect(renewed.request.resin).toBe(request.resin)
  })
})
