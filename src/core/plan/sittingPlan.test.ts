import { describe, expect, test } from '@jest/globals'
import { backLayer, begun } from '../../../tests/support/layers.ts'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import type { BatchRequest, LayerCup } from '../batch/index.ts'
import { ARCHETYPES, STIRRED_K, USUAL_WALL } from '../resin/index.ts'
import { courseOf, NO_DEPARTURE } from '../timing/ensemble.ts'
import type { Reading } from '../timing/index.ts'
import { lessonOfSitting, planBatch, planLive, planSitting, withSittings } from './index.ts'

const CUPS: readonly LayerCup[] = (['moss', 'rust', 'pearl', 'smoke'] as const).map((name) => ({
  id: name,
  name,
  portion: { by: 'share', frac: 0.2 },
  colours: [
    { colour: { id: name, name, kind: 'paste', hex: '#446644' }, dose: { by: 'dropsPerG', drops: 0.3 } },
  ],
}))
const tray = (changes: Partial<BatchRequest> = {}) =>
  bloomRequest({ layers: [{ ...backLayer(), cups: CUPS }, ...begun('varnish', 'heatCoat')], ...changes }, 6)

describe('the sitting of a later layer', () => {
  test('weighs what the plan weighs, and says what goes into each cup and each mold', () => {
    const request = tray()
    const sitting = planSitting(request, 'back')
    expect(sitting.mix).toEqual(planBatch(request).mixes.find(({ id }) => id === 'back'))
    expect(sitting.takes.map(({ of }) => of)).toEqual([
      'mix',
      ...CUPS.map(() => 'portion'),
      'portion',
      'pour',
    ])
    expect(sitting.prep.map(({ tool }) => tool)).toEqual(
      expect.arrayContaining(['gloves', 'scale', 'sticks', 'level']),
    )
    expect(sitting.cautions).toEqual(['runaway', 'skin', 'air'])
  })

  test('follows every cup in its own small mass: the smaller one thickens later than all of it in one', () => {
    const { cure } = planSitting(tray(), 'back')
    const whole = planSitting(tray({ layers: [backLayer()] }), 'back').cure!
    for (const cup of cure!.cups) {
      expect(cup.string!.openMin).toBeGreaterThan(whole.cups[0]!.string!.openMin)
      expect(cup.gelMin!).toBeGreaterThan(whole.cups[0]!.gelMin!)
    }
  })

  test('is governed by its own resin', () => {
    const gel = (resin: BatchRequest['resin'] | null) =>
      planSitting(tray({ layers: [{ ...backLayer(), resin }] }), 'back').cure!.cups[0]!.gelMin!
    expect(gel(ARCHETYPES.slow)).toBeGreaterThan(1.5 * gel(null))
  })

  test('learns from what is read of it: a warmer cup is quicker, and its limit comes sooner', () => {
    const warm = { kind: 'temperature', tempC: 36, by: 'probe', atMin: 8 } as const
    const read = planSitting(tray(), 'back', { readings: [warm, { ...warm, atMin: 11, tempC: 41 }] }).cure!
    const unread = planSitting(tray(), 'back').cure!
    expect(read.readings).toBe(2)
    expect(read.cupLimits!.stopMin).toBeLessThan(unread.cupLimits!.stopMin)
  })

  test('what it reads moves the days after: on a quicker layer the next one bonds sooner', () => {
    const layers = [backLayer(), { ...backLayer(), id: 'second', name: 'second back' }]
    const request = tray({ layers, pieces: [{ mold: { ...COASTER, depthMm: 16 }, count: 6, pattern: null }] })
    const readings = [
      { kind: 'temperature', tempC: 32, by: 'probe', atMin: 8 },
      { kind: 'temperature', tempC: 35, by: 'probe', atMin: 11 },
    ] as const
    const opens = (asked: BatchRequest) => {
      const { outline } = planLive(asked)
      return outline.jobs.find(({ id }) => id === 'second')!.waits[0]!.openMin
    }
    expect(opens(withSittings(request, { back: { readings } }))).toBeLessThan(0.97 * opens(request))
    expect(withSittings(request, { back: { readings: [] } })).toBe(request)
  })

  test('a cup that is stirred by itself has readings of its own: they move that cup, and no other', () => {
    const pearl: LayerCup = { ...CUPS[0]!, id: 'pearl', name: 'pearl', portion: { by: 'ownMix', g: 40 } }
    const request = tray({ layers: [{ ...backLayer(), cups: [CUPS[1]!, pearl] }] })
    const warm = { kind: 'temperature', tempC: 31, by: 'probe', atMin: 8 } as const
    const unread = planSitting(request, 'back')
    const read = planSitting(request, 'back', {
      apart: { 'back.pearl': [warm, { ...warm, atMin: 11, tempC: 34 }] },
    })
    expect(read.apart[0]!.life.gelMin).toBeLessThan(0.97 * unread.apart[0]!.life.gelMin!)
    expect(read.cure).toEqual(unread.cure)
    expect(unread.apart[0]!.followed[0]!.tempC).toBeCloseTo(request.roomTempC + STIRRED_K, 9)
  })

  test('what is read of it teaches of the resin it was stirred of', () => {
    const request = tray({ layers: [{ ...backLayer(), resin: ARCHETYPES.medium }, ...begun('varnish')] })
    const { cure } = planSitting(request, 'back')
    // As far as it should be only a quarter later.
    const readings = [6, 10, 14].map((atMin) => {
      const { tempC } = cure!.life.find(({ min }) => min >= 1.25 * atMin)!
      return { kind: 'temperature', tempC, by: 'probe', atMin } as const
    })
    const lesson = lessonOfSitting(request, 'back', { readings })
    expect(lesson.readings).toBe(3)
    expect(lesson.rateLog!.mean).toBeGreaterThan(0.05)
    expect(() => lessonOfSitting(request, 'varnish', {})).toThrow(/nothing is stirred/)
  })

  test('what is read in a small cup is read in that cup: as its record says, it teaches that the record is right', () => {
    const [moss, rust] = CUPS.map((cup, k) => ({
      ...cup,
      portion: { by: 'share', frac: k === 0 ? 0.1 : 0.9 } as const,
    }))
    const request = tray({ resin: ARCHETYPES.quick, layers: [{ ...backLayer(), cups: [moss!, rust!] }] })
    const { mix, cure } = planSitting(request, 'back', { dividedMin: 4 })
    const { resin, roomTempC } = request
    const small = mix!.cups.find(({ id }) => id === 'moss')!
    const setting = {
      resin,
      roomTempC,
      startTempC: roomTempC + STIRRED_K,
      cupMassG: mix!.parts.byWeight.totalG,
      bedDepthMm: 2,
      wall: USUAL_WALL,
    }
    const { life } = courseOf(
      { setting, decantMin: null, toMin: 40, filled: { massG: small.massG, fromMin: 4 } },
      NO_DEPARTURE,
    )
    const readings = [16, 22, 28].map((atMin) => {
      const tempC = life.tempAt(atMin)
      return { kind: 'temperature', tempC, by: 'probe', atMin, cup: 'moss' } as const
    })
    const taught = (own: readonly Reading[]) =>
      lessonOfSitting(request, 'back', { dividedMin: 4, readings: own }).rateLog!.mean
    expect(small.massG).toBeLessThan(25)
    expect(Math.abs(taught(readings))).toBeLessThan(0.03)
    // Taken for the largest cup, the same figures would call the resin slow.
    expect(taught(readings.map(({ cup: _cup, ...rest }) => rest))).toBeLessThan(-0.05)
    const read = planSitting(request, 'back', { dividedMin: 4, readings }).cure!
    expect(read.cupLimits!.stopMin / cure!.cupLimits!.stopMin).toBeGreaterThan(0.9)
  })

  test('goes by the room as it was read last', () => {
    const opens = (roomTempC: number) =>
      planSitting(tray(), 'back', { roomTempC }).cure!.cups[0]!.string!.openMin
    expect(opens(27)).toBeLessThan(opens(19))
  })

  test('tells when the layer takes a print once it is poured', () => {
    const { bonds } = planSitting(tray(), 'back', { pouredMin: 6 }).cure!
    expect(bonds!.openMin / 60).toBeGreaterThan(3)
    expect(bonds!.closeMin!).toBeGreaterThan(bonds!.openMin)
  })

  test('without a mix of ours is a gate, marks and drying', () => {
    expect(planSitting(tray(), 'varnish')).toMatchObject({ mix: null, cure: null, cautions: ['solvent'] })
    expect(planSitting(tray(), 'varnish').prep.map(({ tool }) => tool)).toEqual(['gloves', 'air', 'sheet'])
    expect(planSitting(tray(), 'heatCoat').mix).toBeNull()
  })

  test('of a layer that is not there is a defect', () => {
    expect(() => planSitting(tray(), 'ghost')).toThrow(/no layer "ghost"/)
  })
})
