import { describe, expect, test } from '@jest/globals'
import type { BatchRequest } from '#core/batch/index.ts'
import type { Colour } from '#core/colour/index.ts'
import { faceTask, gravityOf, planBatch, planLive } from '#core/plan/index.ts'
import { WHOLE, type Mark, type Pattern } from '#core/pattern/index.ts'
import { readPour, type PourEvent } from '#core/runsheet/index.ts'
import { needsOf } from '#core/shelf/index.ts'
import type { ScoreEdit } from '#core/technique/index.ts'
import { sheetText } from '#formats/sheetText.ts'
import { batchRequestSchema } from '#schema/request.ts'
import * as v from 'valibot'
import { bloomRequest, COASTER } from '../support/request.ts'

/**
 * Jobs that casters do, each with an order of its own, worked by hand: what is done on which piece, with what, in which order. Common practice; the
 * subjects are made up. Each is planned, poured to its end, stored and read again, and printed.
 */
const ink = (id: string, name: string, kind: Colour['kind'] = 'alcoholInk'): Colour => ({
  id,
  name,
  kind,
  hex: '#4477aa',
})
const WHITE = ink('white', 'Chalk paste', 'whitePaste')
const drops = (inkNo: number | null, count: number): Mark => ({
  kind: 'drops',
  inkNo,
  layout: { kind: 'ring', fromWallMm: 20, count },
})
const rings = (most: number, marginMm: number, bag?: string): Mark => ({
  kind: 'rings',
  zone: WHOLE,
  marginMm,
  spacingMm: 14,
  most,
  startDeg: 0,
  nextByDeg: 0,
  ...(bag !== undefined && { bag }),
})
const PETALS: Mark = { kind: 'petals', zone: WHOLE, count: 6, drag: 'inwards', turnDeg: 0, fromRimMm: 6 }
const SWIRL: Mark = { kind: 'swirl', at: { x: 0, y: 0 }, reachMm: 12 }
const pattern = (...marks: readonly Mark[]): Pattern => ({
  id: 'own',
  name: 'Own',
  forAreaMm2: 7854,
  marks: marks.map((mark, k) => ({ id: `m${k}`, mark })),
})
const bag = (id: string, name: string, colour: Colour, holeMm?: number) =>
  ({
    id,
    name,
    colours: [{ colour, dose: { by: 'share', frac: 0.02 } }],
    ...(holeMm !== undefined && { holeMm }),
  }) as const
const added = (
  id: string,
  before: string,
  work: Extract<ScoreEdit, { kind: 'added' }>['work'],
  pieces: readonly number[] | null = null,
): ScoreEdit => ({ kind: 'added', id, work, pieces, before })
const give = (colour: Colour, count: number) => ({ by: 'drops', colour: colour.id, drops: count }) as const

interface Job {
  readonly request: BatchRequest
  /** Keys of what is done piece by piece, or put in, in the order of the hands. */
  readonly order: readonly string[]
  /** What stands at the gate of colours, bags and cups, in any order. */
  readonly gate: readonly string[]
  /** Drops that leave each bottle. */
  readonly bottles: Readonly<Record<string, number>>
  /** Warnings and stops that are true. */
  readonly findings?: readonly string[]
}

const [MICA, PEARL, GOLD] = [
  ink('mica', 'Old brass', 'mica'),
  ink('pearl', 'Oyster', 'mica'),
  ink('gold', 'Ember leaf', 'metallicInk'),
]
const [PEACH, ROSE, GREY] = [ink('peach', 'Apricot'), ink('rose', 'Fuchsia'), ink('grey', 'Smoke')]
const SLATE = ink('slate', 'Slate')
const cup = (name: string, frac: number) =>
  ({
    id: name,
    name,
    portion: { by: 'share', frac },
    colours: [{ colour: ink(name, name, 'mica'), dose: { by: 'share', frac: 0.01 } }],
  }) as const
const order = (...passes: readonly string[]) => passes
const on = (step: string, count: number) => Array.from({ length: count }, (_, k) => `${step}.${k + 1}`)
const pieces = (count: number, laid: Pattern) => [{ mold: COASTER, count, pattern: laid }]
const plain = { layers: [] } as const

const JOBS: Readonly<Record<string, Job>> = {
  'a mica bead and a white bead in turn, then the drags, on four pieces, act by act': {
    request: bloomRequest({
      ...plain,
      colours: [WHITE, MICA],
      bags: [bag('b', 'Brass bag', MICA)],
      pieces: pieces(4, pattern(rings(2, 7, 'b'), rings(2, 14), PETALS)),
      score: [
        { kind: 'inTurn', step: 'white' },
        { kind: 'pass', steps: ['white', 'shape'], by: 'step' },
      ],
    }),
    order: order(...on('white', 4), ...on('shape', 4)),
    gate: ['Brass bag', 'Chalk paste', 'Old brass'],
    bottles: {},
  },
  'flowers of white and of pearl without inks': {
    request: bloomRequest({
      ...plain,
      colours: [WHITE, PEARL],
      bags: [bag('p', 'Pearl bag', PEARL, 2)],
      pieces: pieces(2, pattern(rings(1, 7), rings(1, 14, 'p'), PETALS)),
      score: [{ kind: 'split', step: 'white' }],
    }),
    order: order('white-p.1', 'white.1', 'shape.1', 'white-p.2', 'white.2', 'shape.2'),
    gate: ['Pearl bag', 'Chalk paste', 'Oyster'],
    bottles: {},
  },
  'two inks where the first comes again after the second, then white': {
    request: bloomRequest({
      ...plain,
      colours: [PEACH, ROSE, WHITE],
      pieces: pieces(2, pattern(drops(0, 4), drops(1, 3), rings(2, 8), PETALS)),
      score: [added('again', 'settle', give(PEACH, 2))],
    }),
    order: order(...on('ink', 2), ...on('again', 2), 'white.1', 'shape.1', 'white.2', 'shape.2'),
    gate: ['Apricot', 'Fuchsia', 'Chalk paste'],
    bottles: { Apricot: 2 * (4 + 2), Fuchsia: 2 * 3 },
  },
  'six metallic drops, then three colours without metallic, then all the white': {
    request: bloomRequest({
      ...plain,
      colours: [PEACH, ROSE, GREY, GOLD, WHITE],
      pieces: pieces(2, pattern(drops(0, 2), drops(1, 2), drops(2, 2), rings(2, 8), PETALS)),
      score: [added('metal', 'ink', give(GOLD, 6)), { kind: 'pass', steps: ['white', 'shape'], by: 'step' }],
    }),
    order: order(...on('metal', 2), ...on('ink', 2), ...on('white', 2), ...on('shape', 2)),
    gate: ['Apricot', 'Fuchsia', 'Smoke', 'Ember leaf', 'Chalk paste'],
    bottles: { 'Ember leaf': 12, Apricot: 4, Fuchsia: 4, Smoke: 4 },
  },
  'two more drops of one grey on one piece, at a minute of one’s own': {
    request: bloomRequest({
      ...plain,
      colours: [GREY, WHITE],
      pieces: pieces(2, pattern(drops(0, 5), rings(2, 8), PETALS)),
      score: [added('more', 'settle', give(GREY, 2), [2]), { kind: 'atMinute', step: 'more', min: 26 }],
    }),
    order: order('ink.1', 'ink.2', 'more.2', 'white.1', 'shape.1', 'white.2', 'shape.2'),
    gate: ['Smoke', 'Chalk paste'],
    bottles: { Smoke: 2 * 5 + 2 },
  },
  'the centre piped first and dragged last': {
    request: bloomRequest({
      ...plain,
      colours: [ROSE, WHITE],
      pieces: pieces(
        1,
        pattern(
          drops(0, 4),
          { ...rings(1, 30), zone: { kind: 'disc', at: { x: 0, y: 0 }, acrossMm: 40 }, marginMm: 5 } as Mark,
          rings(2, 8),
          PETALS,
          SWIRL,
        ),
      ),
    }),
    order: order('ink.1', 'white.1', 'shape.1'),
    gate: ['Fuchsia', 'Chalk paste'],
    bottles: { Fuchsia: 4 },
  },
  'colours in zones, stones where one of them lies, warm air over all of it, a swirl through two': {
    request: bloomRequest({
      ...plain,
      technique: 'zones',
      colours: [],
      cups: [cup('moss', 0.5), cup('sand', 0.5)],
      pieces: [{ mold: COASTER, count: 2, pattern: null }],
      score: [added('air', 'setStones', { by: 'warmAir', seconds: 15 })],
    }),
    order: order(...on('zones', 2), ...on('air', 2), ...on('setStones', 2), ...on('swirl', 2)),
    gate: ['moss', 'sand'],
    bottles: {},
  },
  'one colour dropped until the floor is covered, then a second round of one colour': {
    request: bloomRequest({
      ...plain,
      technique: 'petri',
      white: { ...bloomRequest().white, dose: 'ink' },
      colours: [SLATE, ROSE, ink('w', 'Snow ink', 'whiteInk')],
      pieces: pieces(2, pattern(drops(0, 12), drops(1, 6))),
      score: [added('second', 'cover', give(SLATE, 3))],
    }),
    order: order(...on('ink', 2), ...on('second', 2)),
    gate: ['Slate', 'Fuchsia', 'Snow ink'],
    bottles: { Slate: 2 * 15 },
  },
  'resin and ink in rounds over an upturned object, two cups in turn': {
    request: bloomRequest({
      ...plain,
      technique: 'drip',
      colours: [ROSE, GREY],
      cups: [cup('moss', 0.75), cup('sand', 0.25)],
      object: { heightMm: 120, aroundMm: 250 },
      pieces: [{ mold: COASTER, count: 1, pattern: null }],
      score: [
        { kind: 'inRounds', step: 'decant', rounds: 3 },
        added('first', 'decant-2', give(ROSE, 6)),
        added('then', 'decant', give(GREY, 4)),
      ],
    }),
    order: order('first.1', 'then.1'),
    gate: ['moss', 'sand', 'Fuchsia', 'Smoke'],
    bottles: { Fuchsia: 6, Smoke: 4 },
  },
  'a film, crystals and a cover of the same mix in one sitting': {
    request: bloomRequest({
      ...plain,
      technique: 'covered',
      colours: [],
      cups: [{ ...cup('mist', 0), portion: { by: 'firstPour' } }],
      inclusions: { volumeMl: 5, proud: false },
      pieces: [{ mold: COASTER, count: 1, pattern: null }],
    }),
    order: order('place.1', 'coverOver.1'),
    gate: ['mist', 'Inclusions'],
    bottles: {},
  },
  'seeds in one half and three colours in the other, poured into one joint while both are wet': {
    request: bloomRequest({
      ...plain,
      technique: 'zones',
      colours: [],
      cups: [{ ...cup('plain', 0.5), colours: [] }, cup('fern', 0.25), cup('moss', 0.15), cup('sand', 0.1)],
      pieces: [{ mold: COASTER, count: 2, pattern: null }],
      score: [
        added('seeds', 'zones', { by: 'puts', what: 'poppy seeds', seconds: 40 }),
        { kind: 'leftOut', step: 'setStones' },
        { kind: 'leftOut', step: 'swirl' },
      ],
    }),
    order: order(...on('seeds', 2), ...on('zones', 2)),
    gate: ['plain', 'fern', 'moss', 'sand', 'poppy seeds'],
    bottles: {},
  },
  'stones on the floor, tints in a stroke, stones again, a stick': {
    request: bloomRequest({
      ...plain,
      technique: 'dirtyCup',
      colours: [],
      cups: [cup('fern', 0.4), cup('moss', 0.3), cup('sand', 0.2), cup('clay', 0.1)],
      pieces: [{ mold: COASTER, count: 2, pattern: null }],
      score: [
        added('floor', 'decant', { by: 'puts', what: 'river stones', seconds: 40 }),
        { kind: 'leftOut', step: 'setStones' },
        added('again', 'cover', { by: 'puts', what: 'sea glass', seconds: 40 }),
        added('stick', 'cover', { by: 'own', title: 'One line with a stick', seconds: 10 }),
      ],
    }),
    order: order(
      ...on('floor', 2),
      'stack.1',
      'stroke.1',
      'stack.2',
      'stroke.2',
      ...on('again', 2),
      ...on('stick', 2),
    ),
    gate: ['fern', 'moss', 'sand', 'clay', 'river stones', 'sea glass'],
    bottles: {},
  },
  'a cup warmed for 90 s before it is poured': {
    request: bloomRequest({
      ...plain,
      colours: [ROSE, WHITE],
      pieces: pieces(1, pattern(drops(0, 4), rings(2, 8), PETALS)),
      score: [added('bath', 'decant', { by: 'warmCup', seconds: 90 })],
    }),
    order: order('ink.1', 'white.1', 'shape.1'),
    gate: ['Fuchsia', 'Chalk paste', 'warm water'],
    bottles: { Fuchsia: 4 },
  },
  'a drawing on the bare mold before anything is poured': {
    request: bloomRequest({
      ...plain,
      colours: [ROSE, WHITE],
      pieces: pieces(2, pattern(drops(0, 4), rings(2, 8), PETALS)),
      score: [added('draw', 'decant', { by: 'own', title: 'Draw the veins on the mold', seconds: 90 })],
    }),
    order: order(...on('draw', 2), ...on('ink', 2), 'white.1', 'shape.1', 'white.2', 'shape.2'),
    gate: ['Fuchsia', 'Chalk paste'],
    bottles: { Fuchsia: 8 },
  },
}

const walked = Object.entries(JOBS)

test('the centre is piped before the rings about it', () => {
  const { request } = JOBS['the centre piped first and dragged last']!
  const [fill] = planBatch(request).fills
  const far = fill!.laid.beads.map(({ line }) => Math.max(...line.map(({ x, y }) => Math.hypot(x, y))))
  expect(far).toHaveLength(3)
  expect(far[0]!).toBeLessThan(20)
  expect(Math.min(...far.slice(1))).toBeGreaterThan(20)
})

describe.each(walked)('%s', (_name, { request, order: wanted, gate, bottles, findings = [] }) => {
  const plan = planBatch(request)
  const pour = plan.steps.filter(({ step }) => step.place === 'pour')
  const ofPieces = pour.filter(({ pieceNo, key }) => pieceNo !== null && !/^(bubbles|look)/.test(key))

  test('is planned in that order, later and later, with no false word', () => {
    expect(ofPieces.map(({ key }) => key)).toEqual(wanted)
    const minutes = ofPieces.map(({ beginMin }) => beginMin)
    expect(minutes).toEqual([...minutes].sort((one, other) => one - other))
    expect(plan.findings.filter((finding) => gravityOf(finding) !== 'note').map(({ kind }) => kind)).toEqual(
      findings,
    )
  })

  test('stands at the gate and comes off the shelf, and nothing else does', () => {
    const told = JSON.stringify(plan.prep)
    for (const name of gate) expect(told).toContain(name)
    const others = request.colours.map(({ name }) => name).filter((name) => !gate.includes(name))
    for (const name of others) expect(told).not.toContain(name)
    const taken = needsOf(request).flatMap((need) =>
      need.of.kind === 'colour' ? [[need.name, need.amount] as const] : [],
    )
    for (const [name, count] of Object.entries(bottles))
      expect(taken.filter(([of]) => of === name).reduce((sum, [, amount]) => sum + amount, 0)).toBeCloseTo(
        0.05 * count,
        6,
      )
  })

  test('is poured to its end in that order, each step at its minute', () => {
    const t0 = Date.parse('2026-12-02T18:00Z')
    const at = (min: number) => t0 + min * 60_000
    const events: readonly PourEvent[] = [
      { id: 'g', atMs: t0 - 5e5, kind: 'gatePassed', overruled: [] },
      { id: 's', atMs: t0 - 18e4, kind: 'stirBegan' },
      { id: 'z', atMs: t0, kind: 'stopStir' },
      ...pour
        .filter(({ key }) => key !== 'stir')
        .map(({ key, endMin }): PourEvent => ({ id: key, atMs: at(endMin), kind: 'done', key })),
    ]
    const run = readPour(events)
    if (run.stage !== 'running') throw new Error('expected a pour')
    const { plan: live } = planLive(request, { done: run.done, stillFullMin: 0 })
    const marked = live.steps.filter(({ step: { place }, key }) => place === 'pour' && key !== 'stir')
    expect(marked.map(({ key }) => key).sort()).toEqual(
      pour
        .map(({ key }) => key)
        .filter((key) => key !== 'stir')
        .sort(),
    )
    for (const { key } of marked) expect(run.done[key]).toBeDefined()
  })

  test('is stored, read again, and printed', () => {
    const read = v.parse(batchRequestSchema, JSON.parse(JSON.stringify(request)))
    expect(planBatch(read).steps).toEqual(plan.steps)
    const sheet = sheetText(request, plan)
    for (const {
      step: { title },
    } of ofPieces)
      expect(sheet).toContain(title)
  })

  test('is seen before it is poured: its face has its hands in that order', () => {
    const task = faceTask(request, plan, plan.fills[0]!.id)
    // What is not drawn into the bed is not followed.
    if (!task) return expect(plan.fills[0]!.laid.drops).toEqual([])
    const minutes = task.moves.map(({ afterMin }) => afterMin)
    expect(minutes).toEqual([...minutes].sort((one, other) => one - other))
    const last = wanted.at(-1)!.startsWith('shape') ? 'strokes' : 'drops'
    expect(task.moves.at(-1)!.move.kind).toBe(last)
  })
})
