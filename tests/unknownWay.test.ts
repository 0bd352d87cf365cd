import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { IDBFactory } from 'fake-indexeddb'
import type { BatchRequest, LaterLayer } from '#core/batch/index.ts'
import type { PourEvent } from '#core/runsheet/index.ts'
import {
  LAYER_WAYS,
  stepRule,
  TECHNIQUES,
  type HeldBack,
  type StepRule,
  type Technique,
  type TechniqueId,
} from '#core/technique/index.ts'
import { backLayer, begun } from './support/layers.ts'
import { bloomRequest, COASTER } from './support/request.ts'

/**
 * Ways that no code knows: data alone, set beside those that ship before anything that reads them is loaded. They are planned, poured, racked,
 * logged, exported, imported and printed like any other; a new way is one entry.
 */
const WAYS = LAYER_WAYS as Record<string, unknown>
const FOIL = {
  name: 'Leaf laid on',
  from: 'bottle',
  verb: 'Lay the',
  done: 'Leaf on',
  detail: 'Size thin, wait until it squeaks, lay the leaf, brush off what does not hold.',
  handsOn: { by: 'secondsEach', seconds: 300 },
  needs: ['brush', 'wipes'],
  risks: ['solvent'],
  dries: { openMin: 90, bestMin: 240 },
  whens: ['hard', 'finished'],
}
const VEIL = {
  name: 'Veil poured over a stick',
  from: 'mix',
  verb: 'Veil with the',
  done: 'Veiled',
  detail: 'Along a stick held over the piece, once across and once back.',
  handsOn: { by: 'secondsEach', seconds: 45 },
  needs: ['sticks', 'scale'],
  risks: ['skin', 'air'],
  whens: ['bonds', 'hard'],
}

/** A pour that no code knows: specks from a needle in rounds, each of which can be left out, and a breath over them that can be, too. */
const POURS = TECHNIQUES as Record<string, unknown>
const [STIR, REST, DECANT, BUBBLES] = TECHNIQUES.petri.steps
const SPECKLE: Technique = {
  ...TECHNIQUES.petri,
  id: 'speckle' as TechniqueId,
  name: 'Speckle',
  bed: { usualShareOfDepth: 0.5, usualMm: 4, leastMm: 2 },
  bottleneck: 'speck',
  steps: [
    STIR!,
    REST!,
    DECANT!,
    BUBBLES!,
    { ...stepRule(TECHNIQUES.petri, 'ink'), id: 'speck', title: 'Speckle it', times: 1 },
    {
      ...stepRule(TECHNIQUES.petri, 'ink'),
      id: 'breath',
      title: 'Breathe over the specks',
      times: undefined,
      takes: undefined,
      does: undefined,
      handsOn: { by: 'secondsEach', seconds: 20 },
      brings: [],
    } as unknown as StepRule,
    {
      ...stepRule(TECHNIQUES.petri, 'cover'),
      moment: { by: 'after', step: 'breath', minutes: 0, lateAfterMin: 10 },
    },
    ...TECHNIQUES.plain.steps.filter(({ place }) => place === 'rack'),
  ],
}

/** Another: a second colour ten minutes after the first, in at one edge, tilted and levelled. It lies as no way that ships does. */
const EDGED: HeldBack = {
  lies: 'inParts',
  leastCups: 1,
  begunFrac: 1,
  asLines: false,
  pushesOut: false,
  keepsLip: false,
  called: { bed: 'first colour', held: 'second colour', cups: 'The second colour' },
}
const BY_HAND = { place: 'pour', per: 'piece', needs: [], brings: [], flows: true } as const
const EDGE: Technique = {
  ...TECHNIQUES.zones,
  id: 'edge',
  name: 'Edge pour',
  holdsBack: EDGED,
  bottleneck: 'second',
  steps: [
    ...TECHNIQUES.zones.steps.slice(0, 3),
    {
      ...stepRule(TECHNIQUES.zones, 'zones'),
      id: 'second',
      title: 'Pour the second colour in at one edge',
      done: 'Second in',
      round: 'second',
      moment: { by: 'after', step: 'decant', minutes: 10, lateAfterMin: 6 },
    },
    {
      ...BY_HAND,
      id: 'lean',
      title: 'Lean it away from the edge',
      detail: 'Until the colours have met, no further.',
      done: 'Leaned',
      handsOn: { by: 'secondsEach', seconds: 25 },
      moment: { by: 'after', step: 'second', minutes: 0, lateAfterMin: 3, each: true },
      round: 'second',
    },
    {
      ...BY_HAND,
      id: 'even',
      title: 'Level it',
      detail: 'Bubble in the middle, both ways.',
      done: 'Level',
      handsOn: { by: 'secondsEach', seconds: 15 },
      moment: { by: 'since', minutes: 1 },
      needs: ['level'],
    },
    {
      ...stepRule(TECHNIQUES.zones, 'cover'),
      moment: { by: 'after', step: 'even', minutes: 0, lateAfterMin: 10 },
    },
    ...TECHNIQUES.zones.steps.filter(({ place }) => place === 'rack'),
  ],
}
const EDGE_ID = 'edge' as TechniqueId

beforeAll(() => {
  POURS['edge'] = EDGE
  WAYS['foil'] = FOIL
  WAYS['veil'] = VEIL
  POURS['speckle'] = SPECKLE
})
afterAll(() => {
  delete WAYS['foil']
  delete WAYS['veil']
  delete POURS['speckle']
  delete POURS['edge']
})

const T0 = Date.parse('2026-12-02T07:00Z')
const layer = (id: string, changes: object) => ({ ...backLayer(), id, name: id, ...changes }) as LaterLayer
const sky = (id: string, frac: number): LaterLayer['cups'][number] => ({
  id,
  name: id,
  portion: { by: 'share', frac },
  colours: [{ colour: { id, name: id, kind: 'mica', hex: '#88aacc' }, dose: { by: 'share', frac: 0.01 } }],
})
const bottle: LaterLayer['cups'][number] = {
  id: 'size',
  name: 'size',
  portion: { by: 'bottle' },
  colours: [
    {
      colour: { id: 'size', name: 'size', kind: 'varnish', hex: '#eeeeaa' },
      dose: { by: 'drops', drops: 6 },
    },
  ],
}
const pearl: LaterLayer['cups'][number] = { ...sky('pearl', 0), portion: { by: 'ownMix', g: 8 } }
const DISH = { ...COASTER, stays: true }
/** Dishes in layers: a veil of two cups while the base bonds, leaf on one of them that is hard, a pour of another resin up to the lip, a coat. */
const recipe = (): BatchRequest =>
  bloomRequest({
    technique: 'plain',
    name: 'Night dishes',
    bedMm: 3,
    pieces: [
      { mold: DISH, count: 3, pattern: null, colourway: { id: 'a', name: 'Still', inks: [] } },
      { mold: DISH, count: 1, pattern: null, colourway: { id: 'b', name: 'Starry', inks: [] } },
    ],
    layers: [
      layer('veil', {
        way: 'veil',
        amount: { by: 'depth', mm: 1 },
        cups: [
          sky('dawn', 0.5),
          sky('dusk', 0.3),
          // Dawn and dusk poured into one, tinted once more.
          {
            ...sky('between', 0),
            portion: {
              by: 'cups',
              of: [
                { cup: 'dawn', frac: 0.2 },
                { cup: 'dusk', frac: 0.5 },
              ],
            },
          },
        ],
      }),
      // Its pearl is stirred by itself: two mixes in one sitting.
      layer('top', { way: 'veil', when: 'hard', amount: { by: 'depth', mm: 1 }, cups: [pearl] }),
      layer('leaf', {
        way: 'foil',
        when: 'hard',
        amount: { by: 'none' },
        only: ['coaster.b'],
        cups: [bottle],
      }),
      // Two beside each other on the plain ones: each has its own sitting, both one height.
      layer('shore', {
        way: 'veil',
        when: 'hard',
        amount: { by: 'depth', mm: 1 },
        zone: { place: 'side', frac: 0.4 },
        only: ['coaster.a'],
      }),
      layer('sea', {
        way: 'veil',
        when: 'bonds',
        amount: { by: 'beside' },
        zone: { place: 'side', frac: 0.6 },
        only: ['coaster.a'],
      }),
      layer('deep', { way: 'plain', when: 'hard', amount: { by: 'rest' } }),
      ...begun('clearCoat'),
    ],
  })

/** A batch put into a studio and marked there, and the studio as another reads it out of its file. */
async function keptAndRead(request: BatchRequest, events: readonly PourEvent[]) {
  const { StudioDatabase } = await import('#data/database.ts')
  const { addBatch } = await import('#data/planCommands.ts')
  const { recordEvent } = await import('#data/batchCommands.ts')
  const { readStudio } = await import('#data/studioCommands.ts')
  const { readBundle, writeBundle } = await import('#formats/bundle.ts')
  globalThis.indexedDB = new IDBFactory()
  const db = new StudioDatabase(request.name)
  await addBatch(db, { id: 'b', request, nowMs: T0, repeats: null })
  for (const event of events) expect((await recordEvent(db, 'b', event)).ok).toBe(true)
  const studio = await readStudio(db)
  const read = await readBundle(await writeBundle(studio, T0))
  if (!read.ok) throw new Error(JSON.stringify(read.problem))
  return { studio, read: read.value }
}

describe('ways and a recipe that no code knows', () => {
  test('are planned: grams, cups, order, drying, cautions', async () => {
    const { planBatch } = await import('#core/plan/index.ts')
    const plan = planBatch(recipe())
    expect(plan.findings).toEqual([])
    const mixes = ['first', 'veil', 'top', 'top.pearl', 'shore', 'sea', 'deep', 'clearCoat']
    expect(plan.mixes.map(({ id }) => id)).toEqual(mixes)
    expect(plan.mixes[1]!.cups.map(({ name }) => name)).toEqual(['dawn', 'dusk', 'between', null])
    const [dawn, dusk, between] = plan.mixes[1]!.cups
    expect(between!.massG).toBeCloseTo(0.2 * dawn!.massG + 0.5 * dusk!.massG, 9)
    const [still, starry] = plan.fills
    const [shore, sea] = ['shore', 'sea'].map((id) => still!.layers.find((each) => each.id === id)!)
    expect([shore!.depthMm, sea!.depthMm, shore!.raisesMm + sea!.raisesMm]).toEqual([1, 1, 1])
    expect(shore!.volumeMl / sea!.volumeMl).toBeCloseTo(4 / 6, 9)
    expect(starry!.layers.map(({ id }) => id)).not.toContain('shore')
    const rack = plan.steps.filter(({ step }) => step.place === 'rack')
    expect(rack.map(({ key }) => key)).toEqual([
      'veil',
      'top',
      'leaf',
      'shore',
      'sea',
      'deep',
      'demold',
      'clearCoat',
      'use',
    ])
    const at = (key: string) => rack.find((turn) => turn.key === key)!
    expect(at('leaf').step.title).toBe('Lay the leaf')
    expect(at('leaf').cautions).toEqual(['solvent'])
    expect(at('leaf').handsOnMin).toBe(5)
    expect(at('leaf').takes).toEqual([{ of: 'bottles', pieces: 1, additions: [{ what: 'size', drops: 6 }] }])
    // The leaf is dry before resin is laid.
    expect(at('shore').fromMin - at('leaf').beginMin).toBe(FOIL.dries.openMin)
    expect(at('demold').step.title).toBe('Clean the rim of the dish')
  })

  test('are laid out in the coming days, with their grams', async () => {
    const { planLive } = await import('#core/plan/index.ts')
    const { planRack } = await import('#core/rack/index.ts')
    const { outline } = planLive(recipe())
    const plan = planRack({
      nowMs: T0,
      days: 21,
      hours: {
        zone: 'Europe/Oslo',
        week: Array.from({ length: 7 }, () => [{ from: '08:00', to: '23:00' }]),
        otherDays: [],
      },
      levelPlaces: 8,
      covers: 8,
      forms: 4,
      molds: {},
      batches: [
        { id: 'b', name: 'Night dishes', outline, startedAtMs: null, done: {}, pins: {}, promisedOn: null },
      ],
    })
    expect(plan.jobs.map(({ id }) => id)).toEqual([
      'pour',
      'veil',
      'top',
      'leaf',
      'shore',
      'sea',
      'deep',
      'demold',
      'clearCoat',
    ])
    expect(plan.jobs.find(({ id }) => id === 'veil')!.takes.map(({ of }) => of)).toContain('portion')
  })

  test('are sat down to: gate, cups in their own cure, or marks alone', async () => {
    const { planSitting } = await import('#core/plan/index.ts')
    expect(planSitting(recipe(), 'veil').cure!.cups).toHaveLength(4)
    expect(planSitting(recipe(), 'top').apart.map(({ mix, life }) => [mix.id, life.id])).toEqual([
      ['top.pearl', 'pearl'],
    ])
    expect(planSitting(recipe(), 'leaf')).toMatchObject({ mix: null, done: 'Leaf on' })
  })

  test('take off the shelf what they take, colours each at their own layer', async () => {
    const { needsOf } = await import('#core/shelf/index.ts')
    const at = (when: string) => needsOf(recipe()).filter((need) => need.at === when)
    expect(at('veil').map(({ of }) => of.kind)).toEqual(['resinA', 'resinB', 'colour', 'colour', 'colour'])
    expect(at('leaf')).toMatchObject([{ name: 'size', amount: 6 * 0.05 }])
  })

  test('are kept, marked, exported, read elsewhere, and printed', async () => {
    const { sheetText } = await import('#formats/sheetText.ts')
    const { planBatch } = await import('#core/plan/index.ts')
    const request = recipe()
    const { studio, read } = await keptAndRead(request, [
      { id: '1', atMs: T0 + 1, kind: 'gatePassed', overruled: [] },
      { id: '2', atMs: T0 + 2, kind: 'stirBegan' },
      { id: '3', atMs: T0 + 3, kind: 'stopStir' },
      { id: '4', atMs: T0 + 4e7, kind: 'gatePassed', layer: 'leaf', overruled: [] },
      { id: '5', atMs: T0 + 5e7, kind: 'done', key: 'leaf' },
    ])
    expect(read.batches).toEqual(studio.batches)
    expect(read.batches[0]!.request.layers).toEqual(request.layers)
    expect(sheetText(request, planBatch(request))).toMatch(/Lay the leaf/)
  })
})

describe('a pour that no code knows, beside one that does, of one mix', () => {
  const speckled = (): BatchRequest =>
    bloomRequest({
      technique: 'plain',
      name: 'Speckled and plain',
      pieces: [
        { mold: { ...COASTER, id: 'tray', name: 'Tray' }, count: 1, pattern: null },
        { mold: COASTER, count: 2, pattern: null, technique: 'speckle' as TechniqueId },
      ],
    })

  test('is planned by its own bed, steps and drops, on its own pieces', async () => {
    const { planBatch } = await import('#core/plan/index.ts')
    const plan = planBatch(speckled())
    expect(plan.findings).toEqual([])
    expect(plan.fills.map(({ name, layers }) => [name, layers[0]!.depthMm])).toEqual([
      ['Tray', 5],
      ['Round coaster, Speckle', 4],
    ])
    expect(plan.steps.filter(({ pieceNo }) => pieceNo !== null).map(({ key }) => key)).toEqual([
      'speckle-speck.2',
      'speckle-speck.3',
      'speckle-breath.2',
      'speckle-breath.3',
    ])
  })

  test('is poured another way: a pass left out, one added; neither is marked as done', async () => {
    const { planLive } = await import('#core/plan/index.ts')
    const { whyNeeded } = await import('#core/technique/index.ts')
    const { techniqueOfPour } = await import('#core/batch/index.ts')
    expect(whyNeeded(techniqueOfPour(speckled()), 'speckle-breath')).toBeNull()
    const { plan } = planLive(speckled(), {
      stillFullMin: 0,
      otherwise: {
        leftOut: ['speckle-breath.3'],
        moreRounds: 1,
        holes: [],
        pieceOrder: [],
        moreWhiteG: 0,
      },
    })
    expect(plan.steps.filter(({ pieceNo }) => pieceNo !== null).map(({ key }) => key)).toEqual([
      'speckle-speck.2',
      'speckle-speck.3',
      'speckle-speck.2.2',
      'speckle-speck.2.3',
      'speckle-breath.2',
    ])
  })

  test('is kept, diagnosed, exported, read elsewhere and printed', async () => {
    const { sheetText } = await import('#formats/sheetText.ts')
    const { factsOf, planBatch, planLive } = await import('#core/plan/index.ts')
    const { readPour } = await import('#core/runsheet/index.ts')
    const request = speckled()
    const events: readonly PourEvent[] = [
      { id: '1', atMs: T0 + 1, kind: 'gatePassed', overruled: [] },
      { id: '2', atMs: T0 + 2, kind: 'stirBegan' },
      { id: '3', atMs: T0 + 3, kind: 'stopStir' },
      { id: '4', atMs: T0 + 5 * 60_000, kind: 'done', key: 'decant' },
      { id: '5', atMs: T0 + 8 * 60_000, kind: 'done', key: 'speckle-speck.2' },
      { id: '6', atMs: T0 + 9 * 60_000, kind: 'leftOut', keys: ['speckle-breath.2', 'speckle-breath.3'] },
    ]
    const { studio, read } = await keptAndRead(request, events)
    const pour = readPour(events)
    if (pour.stage !== 'running') throw new Error('expected a running pour')
    const { plan } = planLive(request, { done: pour.done, stillFullMin: 0, otherwise: pour.otherwise })
    const facts = factsOf({ request, plan, pour, events }, 2)
    expect(facts.technique).toBe('speckle')
    expect(facts.inkLateMin).toBeLessThan(0)
    expect(read.events).toEqual(studio.events)
    expect(read.batches[0]!.request.pieces).toEqual(request.pieces)
    expect(sheetText(request, planBatch(request))).toMatch(/plain and speckle[^]*Speckle it/)
  })
})

describe('a second colour at one edge, ten minutes after the first: one file and one entry', () => {
  const tint = (id: string, hex: string): BatchRequest['cups'][number] => ({
    id,
    name: id,
    portion: { by: 'share', frac: 1 },
    colours: [{ colour: { id, name: id, kind: 'mica', hex }, dose: { by: 'share', frac: 0.01 } }],
  })
  const edged = (count = 2): BatchRequest =>
    bloomRequest({
      technique: EDGE_ID,
      name: 'Shore coasters',
      layers: [],
      colours: [],
      pieces: [{ mold: COASTER, count, pattern: null }],
      cups: [tint('rust', '#a04a2c')],
    })

  test('is planned: ten minutes later, leaned piece by piece, levelled, with its cup and its words', async () => {
    const { planBatch } = await import('#core/plan/index.ts')
    const { wordLayer } = await import('#words/mixes.ts')
    const plan = planBatch(edged())
    expect(plan.findings).toEqual([])
    const keys = plan.steps.filter(({ pieceNo }) => pieceNo !== null).map(({ key }) => key)
    expect(keys).toEqual(['second.1', 'lean.1', 'second.2', 'lean.2', 'even.1', 'even.2'])
    const at = (key: string) => plan.steps.find((turn) => turn.key === key)!
    expect(at('second.1').beginMin - at('decant').beginMin).toBeGreaterThanOrEqual(10)
    expect(at('second.1').takes).toMatchObject([{ of: 'held', cup: 'rust', massG: expect.any(Number) }])
    expect(at('even.1').beginMin).toBeGreaterThanOrEqual(at('lean.2').endMin + 1)
    expect(plan.fills[0]!.layers.map((layer) => wordLayer(layer, EDGE_ID))).toEqual([
      'first colour',
      'second colour',
    ])
    const [cup] = plan.mixes[0]!.cups
    expect(cup!.massG / plan.mixes[0]!.parts.byWeight.totalG).toBeGreaterThan(0.5)
  })

  test('is written on like any other: a wait before the second colour, no levelling', async () => {
    const { planBatch } = await import('#core/plan/index.ts')
    const wait = {
      kind: 'added',
      id: 'own1',
      work: { by: 'wait', minutes: 3 },
      pieces: null,
      before: 'second',
    } as const
    const plan = planBatch({ ...edged(), score: [wait, { kind: 'leftOut', step: 'even' }] })
    expect(plan.findings).toEqual([])
    const keys = plan.steps.map(({ key }) => key)
    expect(keys).toContain('own1')
    expect(keys.some((key) => key.startsWith('even'))).toBe(false)
  })

  test('is drawn: hands, mold and slabs from its own facts', async () => {
    const { gestureOf, sceneAt } = await import('#core/technique/index.ts')
    const at = EDGE.steps.findIndex(({ id }) => id === 'even')
    expect(sceneAt(EDGE, at).raised).toBe('inParts')
    for (const step of EDGE.steps) expect(gestureOf(step)).toBeDefined()
  })

  test('is poured, followed, kept, read elsewhere, diagnosed and printed', async () => {
    const { sheetText } = await import('#formats/sheetText.ts')
    const { factsOf, planBatch, planLive } = await import('#core/plan/index.ts')
    const { readPour } = await import('#core/runsheet/index.ts')
    const { diagnose } = await import('#core/journal/index.ts')
    const request = edged()
    const min = (minute: number) => T0 + minute * 60_000
    const events: readonly PourEvent[] = [
      { id: '1', atMs: T0, kind: 'gatePassed', overruled: [] },
      { id: '2', atMs: min(1), kind: 'stirBegan' },
      { id: '3', atMs: min(4), kind: 'stopStir' },
      { id: 't', atMs: min(7), kind: 'done', key: 'tint' },
      { id: '4', atMs: min(9), kind: 'done', key: 'decant' },
      { id: '5', atMs: min(9.5), kind: 'done', key: 'bubbles' },
      { id: '6', atMs: min(20), kind: 'done', key: 'second.1' },
      { id: '7', atMs: min(21), kind: 'done', key: 'lean.1' },
    ]
    const { studio, read } = await keptAndRead(request, events)
    const pour = readPour(events)
    if (pour.stage !== 'running') throw new Error('expected a running pour')
    const { plan } = planLive(request, { done: pour.done, stillFullMin: 0 })
    const next = plan.steps.find(({ key }) => !(key in pour.done) && key !== 'stir')!
    expect(next.key).toBe('second.2')
    const facts = factsOf({ request, plan, pour, events }, 1)
    expect(facts.technique).toBe('edge')
    expect(diagnose('soft', facts).causes.length).toBeGreaterThan(2)
    expect(read.batches[0]!.request).toEqual(studio.batches[0]!.request)
    const sheet = sheetText(request, planBatch(request))
    expect(sheet).toMatch(/edge pour/i)
    expect(sheet).toMatch(/Lean it away from the edge/)
  })
})
