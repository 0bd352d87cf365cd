import { describe, expect, test } from '@jest/globals'
import { MICA_BAG } from '../../../tests/support/micaBag.ts'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { diagnose } from '../journal/index.ts'
import { usualPattern } from '../batch/index.ts'
import { readPour, type PourEvent } from '../runsheet/index.ts'
import { TECHNIQUES } from '../technique/index.ts'
import { changedFor } from './nextTime.ts'
import { planLive } from './plan.ts'
import { factsOf } from './runFacts.ts'
import { backLayer } from '../../../tests/support/layers.ts'

const T0 = Date.parse('2026-11-20T18:00:00Z')
const MIN = 60_000

interface Told {
  readonly stirMin?: number
  readonly marks?: Readonly<Record<string, number>>
  readonly overruled?: readonly string[]
  readonly weighed?: readonly [number, number]
  readonly cupC?: number
}

/** A run of two coasters as a bench told it. */
function run(
  request = bloomRequest({}, 2),
  { stirMin = 3, marks = {}, overruled = [], weighed, cupC }: Told = {},
) {
  const at = (min: number) => T0 + min * MIN
  const events = [
    { kind: 'gatePassed', atMs: at(-10), overruled: overruled.map((tool) => ({ tool, note: 'none here' })) },
    ...(weighed ? [{ kind: 'weighed', atMs: at(-6), aG: weighed[0], bG: weighed[1] }] : []),
    { kind: 'stirBegan', atMs: at(-stirMin) },
    { kind: 'stopStir', atMs: at(0) },
    ...(cupC === undefined
      ? []
      : [{ kind: 'reading', atMs: at(12), reading: { kind: 'temperature', tempC: cupC, by: 'probe' } }]),
    ...Object.entries(marks).map(([key, min]) => ({ kind: 'done', atMs: at(min), key })),
  ].map((event, k) => ({ id: `e${k}`, ...event })) as readonly PourEvent[]
  const pour = readPour(events)
  if (pour.stage !== 'running') throw new Error(pour.stage)
  const { plan } = planLive(request, { done: pour.done, readings: pour.readings })
  return factsOf({ request, plan, pour, events }, 1)
}

describe('what a run shows of a piece', () => {
  test('is when its inclusions were laid in, beside the window of the base', () => {
    const request = bloomRequest({ technique: 'inclusions' }, 2)
    const { laid, coveredAfterMin } = run(request, { marks: { decant: 6, 'place.1': 9, cover: 30 } })
    expect(laid!.atMin).toBe(9)
    expect(laid!.openMin).toBeGreaterThan(9)
    expect(coveredAfterMin).toBe(21)
    expect(run(request).laid).toBeNull()
    expect(run(undefined, { marks: { 'white.1': 26 } }).laid).toBeNull()
  })

  test('is what was in a bag or a cup: mica that specks, glitter that meets the white', () => {
    const held = (kind: 'mica' | 'glitter') => {
      const colour = { id: kind, name: kind, kind, hex: '#8899aa' } as const
      const bag = { id: 'b', name: 'b', colours: [{ colour, dose: { by: 'share', frac: 0.01 } }] } as const
      const { mica, glitterMetWhite } = run(bloomRequest({ bags: [bag] }, 2))
      return { mica, glitterMetWhite }
    }
    expect(held('mica')).toEqual({ mica: true, glitterMetWhite: false })
    expect(held('glitter')).toEqual({ mica: false, glitterMetWhite: true })
  })

  test('is what lies on that piece: a bag that is piped on another, an ink of another colourway do not', () => {
    const usual = usualPattern(COASTER, bloomRequest().white, TECHNIQUES.bloom, 5)
    const rings = usual.marks.find(({ mark }) => mark.kind === 'rings')!
    const pattern = (bagId?: string) => ({
      ...usual,
      marks: [{ ...rings, mark: { ...rings.mark, ...(bagId && { bag: bagId }) } }],
    })
    const onFirst = (first?: string, second?: string) =>
      run(
        bloomRequest({
          bags: [MICA_BAG],
          pieces: [
            { mold: COASTER, count: 1, pattern: pattern(first) as never },
            { mold: { ...COASTER, id: 'other' }, count: 1, pattern: pattern(second) as never },
          ],
        }),
      ).mica
    expect(onFirst('b', undefined)).toBe(true)
    expect(onFirst(undefined, 'b')).toBe(false)
    expect(onFirst()).toBe(true)
  })

  test('is the cup that holds too much: pigment specks, a liquid keeps it soft', () => {
    const filled = (kind: 'powder' | 'liquidTint', frac: number) => {
      const colour = { id: kind, name: kind, kind, hex: '#8899aa' } as const
      const cups = [
        {
          id: 'c',
          name: 'Slate cup',
          portion: { by: 'rest' },
          colours: [{ colour, dose: { by: 'share', frac } }],
        },
      ]
      return run(bloomRequest({ technique: 'plain', cups: cups as never }, 1))
    }
    const over = filled('powder', 0.09)
    expect(over.overloaded).toMatchObject({ cupName: 'Slate cup', colours: ['powder'], isLiquid: false })
    expect(over.overloaded!.share).toBeCloseTo(0.09, 3)
    expect(diagnose('specks', over).causes[0]).toMatchObject({ cause: 'pigmentUnmixed', shown: true })
    expect(diagnose('specks', filled('powder', 0.02)).causes[0]!.shown).toBe(false)
    const wet = diagnose('soft', filled('liquidTint', 0.09)).causes
    expect(wet[0]).toMatchObject({ cause: 'tooMuchInk', shown: true })
    expect(diagnose('soft', filled('liquidTint', 0.02)).causes[0]!.cause).not.toBe('tooMuchInk')
  })

  test('is a colour in a cup or a bag that is another one cured, and two in cups that make mud', () => {
    const tint = (id: string, hex: string, wetHex?: string) =>
      ({ id, name: id, kind: 'liquidTint', hex, ...(wetHex && { wetHex }) }) as const
    const cups = (...colours: readonly ReturnType<typeof tint>[]) =>
      colours.map((colour, k) => ({
        id: `c${k}`,
        name: colour.id,
        portion: k === 0 ? { by: 'rest' } : { by: 'share', frac: 0.4 },
        colours: [{ colour, dose: { by: 'share', frac: 0.01 } }],
      }))
    const zones = (...colours: readonly ReturnType<typeof tint>[]) =>
      run(bloomRequest({ technique: 'plain', cups: cups(...colours) as never }, 1))
    expect(zones(tint('Rust', '#a0522d', '#ff2d2d')).shiftedColour).toBe('Rust')
    expect(zones(tint('Rust', '#a0522d')).shiftedColour).toBeNull()
    expect(zones(tint('Ember', '#e8742c'), tint('Blue', '#2456a8')).muddyPair).toEqual(['Ember', 'Blue'])
    expect(zones(tint('Ember', '#e8742c')).muddyPair).toBeNull()
  })

  test('a white of colours of its own says nothing of how strong it is', () => {
    const own = {
      colour: { id: 'w', name: 'Chalk', kind: 'whitePaste', hex: '#ffffff' },
      dose: { by: 'share', frac: 0.01 },
    } as const
    const { white } = bloomRequest()
    expect(run(bloomRequest({ white: { ...white, dose: 'opaque', colours: [own] } }, 1)).dose).toBeNull()
    expect(run(bloomRequest({ white: { ...white, dose: 'opaque' } }, 1)).dose).toBe('opaque')
  })

  test('is that a swirl came after the film had skinned: then a curdled film has its cause', () => {
    const swirled = bloomRequest({ technique: 'swirledPetri', roomTempC: 22, layers: [] }, 2)
    const at = (min: number) => run(swirled, { marks: { decant: 6, 'ink.1': 8, 'ink.2': 9, 'swirl.1': min } })
    expect(at(38).shapedLateMin!).toBeLessThan(0)
    expect(at(60).shapedLateMin!).toBeGreaterThan(0)
    const [late] = diagnose('curdled', at(60)).causes
    expect(late).toMatchObject({ cause: 'toolLate', shown: true })
    expect(diagnose('curdled', at(38)).causes[0]!.shown).toBe(false)
  })

  test('is when its white went in beside the window, its ink, its tool and its cup', () => {
    const facts = run(undefined, {
      marks: { decant: 18, 'ink.1': 19, 'white.1': 26, 'shape.1': 28, cover: 45 },
      cupC: 33,
    })
    expect(facts.white!.atMin).toBe(26)
    expect(facts.white!.openMin).toBeLessThanOrEqual(facts.white!.bestMin)
    expect(facts).toMatchObject({
      settledMin: 7,
      inkAfterWhite: false,
      shapedAfterMin: 2,
      cupTempC: 33,
      coveredAfterMin: 17,
      feathered: false,
      stirMin: 3,
      ratioError: null,
      backed: false,
      marginMm: 7,
      spacingMm: 10,
    })
  })

  test('is ink that came after the white, a short stirring, a ratio off as weighed, and what was passed over', () => {
    const facts = run(undefined, {
      stirMin: 1.5,
      weighed: [55, 40],
      overruled: ['level', 'cover'],
      marks: { decant: 18, 'white.1': 25, 'ink.1': 27 },
    })
    expect(facts.inkAfterWhite).toBe(true)
    expect(facts.stirMin).toBeCloseTo(1.5, 6)
    expect(facts.ratioError!).toBeGreaterThan(0.2)
    expect([facts.levelSkipped, facts.coverSkipped]).toEqual([true, true])
  })

  test('is silent where nothing was marked', () => {
    const facts = run()
    expect([
      facts.white,
      facts.settledMin,
      facts.shapedAfterMin,
      facts.inkLateMin,
      facts.demoldEarlyH,
    ]).toEqual([null, null, null, null, null])
  })

  test('is glitter only where beads cross it', () => {
    const strewn = (kind: 'rim' | 'piece') => {
      const request = bloomRequest({}, 1)
      const usual = usualPattern(COASTER, request.white, TECHNIQUES.bloom, 5)
      const area = kind === 'rim' ? ({ kind, widthMm: 4 } as const) : ({ kind } as const)
      const mark = { kind: 'sprinkle', what: 'glitter', area } as const
      const pattern = { ...usual, marks: [...usual.marks, { id: 'g', mark }] }
      return run({ ...request, pieces: [{ mold: COASTER, count: 1, pattern }] }).glitterMetWhite
    }
    expect(strewn('piece')).toBe(true)
    expect(strewn('rim')).toBe(false)
  })
})

describe('a diagnosis', () => {
  const late = run(undefined, { marks: { decant: 18, 'ink.1': 19, 'white.1': 60 } })

  test('names the late white first and says that the run shows it', () => {
    const { causes, ask } = diagnose('lines', late)
    expect(causes[0]).toMatchObject({ cause: 'whiteLate', shown: true })
    expect(causes.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9)
    expect(ask).toBeNull()
  })

  test('asks one question where the run cannot tell, and an answer settles it either way', () => {
    const facts = run(undefined, { marks: { decant: 18, 'ink.1': 19 } })
    expect(diagnose('distorted', facts).ask).toBe('boardWasLevel')
    const share = (yes: boolean) =>
      diagnose('distorted', facts, { boardWasLevel: yes }).causes.find(({ cause }) => cause === 'notLevel')!
        .share
    expect(share(true)).toBeGreaterThan(0.6)
    expect(share(false)).toBeLessThan(0.1)
    expect(diagnose('distorted', facts, { boardWasLevel: false, inkWasAdded: false }).ask).toBeNull()
  })
})

describe('the one change for next time', () => {
  const request = bloomRequest(
    { white: { ...bloomRequest().white, dose: 'opaque', holeMm: 2, rimMarginMm: 2, ringSpacingMm: 18 } },
    1,
  )

  test.each([
    ['whiteStrong', { white: { ...request.white, dose: 'translucent' } }],
    ['beadThin', { white: { ...request.white, holeMm: 3 } }],
    ['ringsWide', { white: { ...request.white, ringSpacingMm: 10 } }],
    ['beadAtWall', { white: { ...request.white, rimMarginMm: 7 } }],
    ['cold', { roomTempC: 24 }],
    ['whiteOnMovingInk', { settleMin: 7 }],
    ['noBack', { layers: [backLayer()] }],
  ] as const)('for %s changes that and nothing else', (cause, changes) => {
    expect(changedFor(cause, request)).toEqual({ ...request, ...changes })
  })

  test('reaches into a pattern of a piece’s own', () => {
    const usual = usualPattern(COASTER, request.white, TECHNIQUES.bloom, 5)
    const own = { ...request, pieces: [{ mold: COASTER, count: 1, pattern: usual }] }
    const marks = (cause: 'beadAtWall' | 'ringsWide') =>
      changedFor(cause, own)!.pieces[0]!.pattern!.marks.map(({ mark }) => mark)
    expect(marks('beadAtWall')[1]).toMatchObject({ marginMm: 7, spacingMm: 18 })
    expect(marks('ringsWide')[1]).toMatchObject({ marginMm: 2, spacingMm: 10 })
  })

  test('is nothing where only the hand can change something, or it is right already', () => {
    expect(changedFor('whiteLate', request)).toBeNull()
    expect(changedFor('beadThin', bloomRequest())).toBeNull()
    expect(changedFor('whiteStrong', bloomRequest())).toBeNull()
    const right = bloomRequest({ layers: [backLayer('nextDay')] })
    for (const cause of ['beadAtWall', 'ringsWide', 'glitterInWhite', 'muchMica', 'noBack'] as const)
      expect(changedFor(cause, right)).toBeNull()
  })
})
