import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import type { Colour } from '../colour/index.ts'
import { TECHNIQUES } from '../technique/index.ts'
import { scheduleBatch } from '../timing/index.ts'
import { cautionsAt, CAUTIONS, DEFERRAL } from './cautions.ts'
import { heatConcerns, isHotCup, tellsRunaway } from './heat.ts'
import { mayWarm } from './warmAir.ts'

const { bloom, petri } = TECHNIQUES
const concernsOf = (changes: Parameters<typeof bloomRequest>[0], count = 1) => {
  const request = bloomRequest(changes, count)
  return heatConcerns(scheduleBatch(request, TECHNIQUES[request.technique]))
}

describe('cautions', () => {
  test('no flame from the first ink to the last look, in every technique with alcohol', () => {
    for (const technique of [bloom, petri]) {
      const pour = technique.steps.filter((step) => step.place === 'pour')
      const firstInk = pour.findIndex((step) => step.brings.includes('alcohol'))
      for (const step of pour.slice(firstInk)) expect(cautionsAt(technique, step.id)).toContain('flame')
      for (const step of pour.slice(0, firstInk))
        expect(cautionsAt(technique, step.id)).not.toContain('flame')
    }
  })

  test('no step that brings heat stands where alcohol may be in the air', () => {
    for (const technique of [bloom, petri]) {
      for (const step of technique.steps.filter((each) => each.brings.includes('heat'))) {
        expect(cautionsAt(technique, step.id)).not.toContain('flame')
      }
    }
  })

  test('a full cup is warned of while it stands full', () => {
    expect(cautionsAt(bloom, 'rest')).toContain('runaway')
    expect(cautionsAt(bloom, 'decant')).toContain('runaway')
    expect(CAUTIONS.runaway.text).toMatch(/outside.*thin.*seal/)
  })

  test('a cup at 60 C has run away, one at 45 C may still be poured; a room says nothing of it', () => {
    const probe = (tempC: number) => ({ kind: 'temperature', by: 'probe', tempC, atMin: 30 }) as const
    const cup = scheduleBatch(bloomRequest(), bloom).cupLimits!
    const at = (atMin: number) => ({ ...cup, stopMin: atMin })
    expect(tellsRunaway(probe(60), at(25))).toBe(true)
    expect(tellsRunaway(probe(45), at(25))).toBe(false)
    expect(tellsRunaway({ kind: 'room', tempC: 60, atMin: 30 }, at(25))).toBe(false)
    // Before it can have, the thermometer or its unit is the likelier; a cup of which nothing is known is believed.
    expect(tellsRunaway(probe(75), at(40))).toBe(false)
    expect(isHotCup(probe(75))).toBe(true)
    expect(tellsRunaway(probe(75), null)).toBe(true)
  })

  test('they defer to the data sheet, local codes and licensed practice', () => {
    expect(DEFERRAL).toMatch(/safety data sheet.*local codes.*licensed practice/)
  })
})

describe('heat', () => {
  test('a small batch at 21 C has nothing to fear', () => {
    expect(concernsOf({}, 2)).toEqual([])
  })

  test('a bed of 6 mm of a quick resin runs hot by itself at 30 C', () => {
    const [concern] = concernsOf({ bedMm: 6, roomTempC: 30 })
    expect(concern?.kind).toBe('bedRunsHot')
  })

  test('a cup decanted by the clock is caught when it runs away before that', () => {
    const resin = bloomRequest().resin
    const hot = { ...resin, cure: { ...resin.cure, startRatePerS: 6e-4 } }
    expect(
      concernsOf({ technique: 'petri', resin: hot, roomTempC: 30 }, 8).map((each) => each.kind),
    ).toContain('cupRunsAway')
  })
})

describe('warm air over a pour', () => {
  const request = bloomRequest()
  const { white } = request
  const paste = { id: 'p', name: 'Paste', kind: 'paste', hex: '#ffffff' } as const
  const ink = { id: 'i', name: 'Ink', kind: 'alcoholInk', hex: '#334455' } as const
  const cup = (colour: Colour) => ({
    id: 'c',
    name: 'c',
    portion: { by: 'rest' as const },
    colours: [{ colour, dose: { by: 'drops' as const, drops: 3 } }],
  })

  test('is refused where alcohol is dropped in, or stands in a tinted cup', () => {
    expect(mayWarm(bloom, request)).toBe(false)
    expect(mayWarm(TECHNIQUES.plain, { white, colours: [], cups: [cup(ink)] })).toBe(false)
  })

  test('may be blown where there is none: white beads without inks, pastes in cups', () => {
    expect(mayWarm(bloom, { ...request, colours: [paste] })).toBe(true)
    expect(mayWarm(TECHNIQUES.plain, { white, colours: [ink], cups: [cup(paste)] })).toBe(true)
  })

  test('is refused over what burns in a bag, and over white ink that is piped; a solvent burns as alcohol does', () => {
    const whiteInk = { ...ink, kind: 'whiteInk' } as const
    const lacquer = { ...ink, kind: 'solventPaint' } as const
    const asked = { white, colours: [paste], cups: [] }
    expect(mayWarm(TECHNIQUES.nestedSwirl, asked)).toBe(true)
    expect(mayWarm(TECHNIQUES.nestedSwirl, { ...asked, bags: [cup(ink)] })).toBe(false)
    expect(mayWarm(TECHNIQUES.nestedSwirl, { ...asked, colours: [whiteInk] })).toBe(false)
    expect(mayWarm(TECHNIQUES.plain, { ...asked, cups: [cup(lacquer)] })).toBe(false)
  })
})
