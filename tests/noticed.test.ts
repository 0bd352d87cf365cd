import { describe, expect, test } from '@jest/globals'
import { additionOf, measureParts } from '#core/batch/index.ts'
import { judgeSample, type RawSample } from '#core/instruments/index.ts'
import { learnBand, type JudgedPiece } from '#core/journal/index.ts'
import { polygonOf } from '#core/mold/index.ts'
import { planBatch, planLive, planSitting } from '#core/plan/index.ts'
import { ARCHETYPES } from '#core/resin/index.ts'
import { cupStopAfter, heatConcerns } from '#core/safety/index.ts'
import { costOfBatch, needsOf, priceFor } from '#core/shelf/index.ts'
import { orderBreaches, TECHNIQUES, type OrderRule, type StepRule } from '#core/technique/index.ts'
import {
  NO_DEPARTURE,
  quickGels,
  scheduleBatch,
  windowOfStage,
  type Member,
  type Reading,
} from '#core/timing/index.ts'
import { checksumsOf, changedIn } from '#formats/checksums.ts'
import { mergeStudios, type Records } from '#data/mergeStudios.ts'
import { backLayer } from './support/layers.ts'
import { bloomRequest, COASTER } from './support/request.ts'
import { learnedOf } from './support/learned.ts'
import { smallStudio, T0 } from './support/studio.ts'

/** Single lines that could be changed without any other test near them noticing; each with what a person would lose by it. */

describe('two devices as one studio', () => {
  const start = (): Records => {
    const { settings: _settings, photos, ...rest } = smallStudio()
    return { ...rest, photos: photos.map(({ bytes: _bytes, ...photo }) => photo) }
  }
  const unjudged = (records: Records): Records => ({
    ...records,
    pieces: records.pieces.map((piece) => ({ ...piece, outcome: null })),
  })
  const judged = (records: Records): Records => ({
    ...records,
    pieces: records.pieces.map((piece) => ({
      ...piece,
      outcome: { recordedAtMs: T0, rating: 4, timing: null, faults: [], tags: [], note: 'good' },
    })) as Records['pieces'],
  })

  test.each([
    ['here', judged(start()), unjudged(start())],
    ['there', unjudged(start()), judged(start())],
  ])('keep how a piece came out that was written down %s alone', (_where, own, other) => {
    const { records } = mergeStudios(own, other, {})
    expect(records.pieces.every(({ outcome }) => outcome?.note === 'good')).toBe(true)
  })

  test('a run kept as both takes its undo along to its own mark', () => {
    const marked = (device: string, key: string): Records => {
      const records = start()
      const own = records.events.filter(({ batchId }) => batchId === 'b1').slice(0, 3)
      const done = { id: `d-${device}`, atMs: T0 + 60_000, kind: 'done', key } as const
      const undone = { id: `u-${device}`, atMs: T0 + 90_000, kind: 'undone', eventId: done.id } as const
      const added = [done, undone].map((event, k) => ({ batchId: 'b1', seq: own.length + k, event }))
      return { ...records, events: [...own, ...added] as Records['events'] }
    }
    // One step marked twice: both cannot have happened to one pour.
    const [one, other] = [marked('a', 'rest'), marked('b', 'rest')]
    const { conflicts } = mergeStudios(one, other, {})
    const choices = Object.fromEntries(conflicts.map(({ key }) => [key, 'both' as const]))
    const { records } = mergeStudios(one, other, choices)
    expect(new Set(records.batches.map(({ id }) => id)).size).toBeGreaterThan(one.batches.length)
    for (const batchId of new Set(records.events.map((row) => row.batchId))) {
      const events = records.events.filter((row) => row.batchId === batchId).map(({ event }) => event)
      for (const event of events)
        if (event.kind === 'undone') expect(events.map(({ id }) => id)).toContain(event.eventId)
    }
  })
})

test('a group that is missing from a studio file is noticed by its checksum', async () => {
  const file = { format: 'nublo/studio', version: 6, resins: [{ id: 'r' }], molds: [{ id: 'm' }] }
  const sums = await checksumsOf(file)
  const { molds: _gone, ...rest } = file
  expect(await changedIn(rest, sums)).toContain('molds')
  expect(await changedIn(file, sums)).toEqual([])
})

describe('order rules', () => {
  const step = (id: string, brings: StepRule['brings'], way?: StepRule['way']): StepRule => ({
    id,
    title: id,
    detail: id,
    done: id,
    place: 'pour',
    per: 'batch',
    moment: { by: 'clock', fromMin: 0, bestMin: 1, toMin: 2 },
    handsOn: { by: 'none' },
    needs: [],
    brings,
    ...(way && { way }),
  })

  test('no flame with alcohol in the air, whoever brought it: the vapour of one piece burns over another', () => {
    const rule: OrderRule = { kind: 'noFlameWith', agent: 'alcohol', way: 'petri', why: 'it burns' }
    const steps = [step('ink', ['alcohol'], 'petri'), step('torch', ['heat'], 'bloom')]
    expect(orderBreaches(steps, [rule]).map((breach) => breach.step)).toEqual(['torch'])
  })

  test('a wait before the first agent is no wait between the two', () => {
    const rule: OrderRule = {
      kind: 'waitBetween',
      first: 'movingInk',
      then: 'white',
      wait: 'settle',
      why: 'it moves',
    }
    const [settle, ink, white] = [step('settle', []), step('ink', ['movingInk']), step('white', ['white'])]
    expect(orderBreaches([settle, ink, white], [rule])).toHaveLength(1)
    expect(orderBreaches([ink, settle, white], [rule])).toHaveLength(0)
  })
})

describe('stops', () => {
  const reading = (atMin: number): Reading => ({ kind: 'temperature', by: 'probe', atMin, tempC: 30 })
  const members: Member[] = Array.from({ length: 25 }, (_, k) => ({
    departure: { ...NO_DEPARTURE, rateLog: (k - 12) / 24 },
    weight: 1 / 25,
  }))
  const believed = (contradictions: readonly Reading[], by: number, rest: number | null) => ({
    members,
    mean: NO_DEPARTURE,
    contradictions,
    without: (left: readonly Reading[]) =>
      rest === null || left.length > 1 ? null : { members, mean: { ...NO_DEPARTURE, mixK: rest - by } },
  })
  const stopBy = ({ mean }: { readonly mean: { readonly mixK: number } }) => 30 + mean.mixK

  test('a reading that contradicts the others moves no stop later than it is without it', () => {
    const readings = [reading(5), reading(12), reading(19)]
    // Without both of the two that contradict it is 22, without any single one later than with all.
    const without = (left: readonly Reading[]) => ({
      members,
      mean: { ...NO_DEPARTURE, mixK: left.length === 2 ? -8 : 3 },
    })
    const told = {
      beforeMin: 25,
      quickBeforeMin: 24,
      readings,
      stopBy: stopBy as never,
      believing: () => ({ members, mean: { ...NO_DEPARTURE, mixK: 9 } }),
    }
    const all = { members, mean: NO_DEPARTURE, without }
    expect(cupStopAfter({ ...told, believed: { ...all, contradictions: readings.slice(0, 2) } })).toBe(22)
    expect(cupStopAfter({ ...told, believed: { ...all, contradictions: [] } })).toBe(30)
  })

  test('one reading alone leaves the stop where it was, or sooner', () => {
    const told = {
      beforeMin: 25,
      quickBeforeMin: 24,
      readings: [reading(5)],
      stopBy: stopBy as never,
      believing: () => ({ members, mean: { ...NO_DEPARTURE, mixK: 9 } }),
    }
    expect(cupStopAfter({ ...told, believed: believed([], 30, null) as never })).toBe(24)
    expect(cupStopAfter({ ...told, quickBeforeMin: null, believed: believed([], 30, null) as never })).toBe(
      25,
    )
  })

  test('one reading alone may be of a probe at the wall: the stop is no later than some kelvin more would make it', () => {
    const told = { beforeMin: 25, quickBeforeMin: 24, readings: [reading(5)], stopBy: stopBy as never }
    const believing = ([first]: readonly Reading[]) => {
      expect(first).toMatchObject({ tempC: 34 })
      return { members, mean: { ...NO_DEPARTURE, mixK: -9 } }
    }
    expect(cupStopAfter({ ...told, believing, believed: believed([], 30, null) as never })).toBe(21)
  })

  test('the quick tail is the cup that one in ten is quicker than', () => {
    const { forecast } = scheduleBatch(bloomRequest({}, 2), TECHNIQUES.bloom)
    const gels = quickGels(forecast)
    const each = members
      .map((member) => gels([{ ...member, weight: 1 }])!)
      .toSorted((one, other) => one - other)
    // Two of 25 are less than a tenth, three are more.
    expect(gels(members)).toBeCloseTo(each[2]!, 9)
  })

  test('a cup apart that is emptied some minutes after its stop is a stop, by its name', () => {
    const request = bloomRequest({ technique: 'cloud' }, 2)
    const schedule = scheduleBatch(request, TECHNIQUES.cloud)
    const emptied = schedule.turns.findLast(({ step }) => step.does === 'raises')!.endMin
    const hot = {
      warnMin: null,
      stopMin: emptied - 5,
      gelMin: emptied + 5,
      peakTempC: 90,
      peakMin: emptied + 9,
    }
    const apart = [{ ...schedule.apart[0]!, name: 'dusk', limits: hot }]
    const told = heatConcerns({ ...schedule, apart } as never).find(({ kind }) => kind === 'cupRunsAway')
    expect(told).toMatchObject({ cupName: 'dusk', stopMin: hot.stopMin, emptiedMin: emptied })
  })

  test('a bed is hottest after its gel as well: a deep one is followed beyond it', () => {
    const request = bloomRequest(
      {
        resin: ARCHETYPES.slow,
        bedMm: 24,
        roomTempC: 24,
        pieces: [{ mold: { ...COASTER, depthMm: 40 }, count: 2, pattern: null }],
      },
      2,
    )
    const schedule = scheduleBatch(request, TECHNIQUES.bloom)
    const hot = heatConcerns(schedule).find(({ kind }) => kind === 'bedRunsHot') as
      { peakMin: number } | undefined
    const { bed } = schedule.forecast
    const peakMin = Array.from({ length: 1440 }, (_, k) => bed!.fromMin + k).reduce((best, min) =>
      bed!.tempAt(min) > bed!.tempAt(best) ? min : best,
    )
    expect(peakMin).toBeGreaterThan(bed!.gelMin!)
    expect(hot!.peakMin).toBeCloseTo(peakMin, 0)
  })
})

test('lines of a measuring cup never hold less of A or B than is needed', () => {
  const resin = { ...ARCHETYPES.slow, ratio: { by: 'weight', partsA: 100, partsB: 45 } } as const
  for (let needG = 20; needG < 300; needG += 7.3) {
    const { byVolume } = measureParts(resin, needG, { graduationG: 0.1, cupLineMl: 5 })
    const exactB = needG / (1 + 100 / 45)
    expect(byVolume.b * resin.densityBGPerMl).toBeGreaterThanOrEqual(exactB - 1e-6)
    expect(byVolume.a * resin.densityAGPerMl).toBeGreaterThanOrEqual(needG - exactB - 1e-6)
  }
})

test('two scoops of 0.3 g weigh 0.6 g in a cup', () => {
  const colour = { id: 'p', name: 'Pearl', kind: 'mica', hex: '#eeeeee', scoopG: 0.3 } as const
  expect(additionOf({ colour, dose: { by: 'scoops', scoops: 2 } }, 40)).toMatchObject({ massG: 0.6 })
})

describe('what a batch costs', () => {
  const request = bloomRequest({ layers: [backLayer()] }, 2)
  const needs = needsOf(request)
  const cost = costOfBatch({
    request,
    needs,
    supplies: [],
    standings: {},
    care: [],
    handsMin: 90,
    hourlyMinor: 2000,
  } as never)

  test('is the sum of its parts, an hour and a half of work among them', () => {
    expect(cost.timeMinor).toBe(3000)
    expect(cost.totalMinor).toBe(
      cost.materialsMinor + cost.wasteMinor + cost.consumablesMinor + cost.moldsMinor + cost.timeMinor,
    )
    expect(cost.perPieceMinor).toBe(cost.totalMinor / 2)
  })

  test('a price pays the fee and leaves the margin: 1000 at half as much again and a fifth of fee is 1875, or 1900 in full steps', () => {
    expect(priceFor(1000, { marginFrac: 0.5, feeFrac: 0.2 }, 1)).toBe(1875)
    expect(priceFor(1000, { marginFrac: 0.5, feeFrac: 0.2 }, 100)).toBe(1900)
  })
})

test('what a drawn layer is inked with is taken when that layer is laid, not at the pour', () => {
  const layer = { ...backLayer(), id: 'petri', name: 'petri layer', way: 'petri', when: 'nextDay' } as const
  const request = bloomRequest({ layers: [layer] }, 2)
  const inks = needsOf(request).filter(({ of, at }) => of.kind === 'colour' && at === 'petri')
  expect(inks.map(({ name }) => name)).toEqual(
    expect.arrayContaining(
      request.colours.filter(({ kind }) => kind === 'alcoholInk').map(({ name }) => name),
    ),
  )
})

describe('outlines', () => {
  test('an oval is as wide and as high as it is said, not the other way round', () => {
    const points = polygonOf({ shape: 'oval', widthMm: 120, heightMm: 60 })
    expect(Math.max(...points.map(({ x }) => x))).toBeCloseTo(60, 6)
    expect(Math.max(...points.map(({ y }) => y))).toBeCloseTo(30, 6)
  })

  test('a flower has a petal to the right and a waist between two, counter-clockwise like every outline', () => {
    const points = polygonOf({ shape: 'flower', acrossMm: 200, petals: 8 })
    const radius = (turn: number) => {
      const { x, y } = points[Math.round(turn * points.length) % points.length]!
      return Math.hypot(x, y)
    }
    expect(radius(0)).toBeCloseTo(100, 3)
    // A waist is 14 % of the radius deep, on both sides of the mean.
    expect(radius(1 / 16)).toBeCloseTo(72, 1)
    expect(radius(1 / 8)).toBeCloseTo(100, 1)
    expect(points[1]!.y).toBeGreaterThan(0)
  })
})

describe('the days after', () => {
  test('a week is a week: use comes on the seventh day for a quick resin, on the eighth for a slow one at 18 C', () => {
    const day = (resin: (typeof ARCHETYPES)[keyof typeof ARCHETYPES], roomTempC: number) => {
      const { forecast } = scheduleBatch(bloomRequest({ resin, roomTempC }, 2), TECHNIQUES.bloom)
      return windowOfStage(forecast, 'use')!.openMin / 1440
    }
    expect(day(ARCHETYPES.quick, 21)).toBeCloseTo(7, 3)
    expect(day(ARCHETYPES.slow, 18)).toBeGreaterThan(7.2)
    expect(day(ARCHETYPES.slow, 18)).toBeLessThan(9)
  })
})

describe('turns in time', () => {
  const request = bloomRequest({ resin: ARCHETYPES.quick }, 3)
  const planned = planBatch(request)
  const step = (plan: typeof planned, key: string) => plan.steps.find((each) => each.key === key)!

  test('a turn that was marked ends at its mark, and begins no later', () => {
    const late = step(planLive(request, { done: { stir: 0, portion: 25 } }).plan, 'portion')
    expect(late.endMin).toBe(25)
    const early = step(planLive(request, { done: { stir: 0, portion: 4 } }).plan, 'portion')
    expect([early.beginMin, early.endMin]).toEqual([4, 4])
  })

  test('what follows a step is due when that has ended, and closes its usual lateness later', () => {
    const shaped = step(planned, 'shape.2')
    const white = step(planned, 'white.2')
    expect(shaped.fromMin).toBeCloseTo(white.endMin, 9)
    expect(shaped.toMin).toBeCloseTo(white.endMin + 4, 9)
    expect(shaped.beginMin).toBeGreaterThanOrEqual(shaped.fromMin)
  })

  test('the first and the last bead lie about the best minute: the round is centred on it', () => {
    const whites = planned.steps.filter(({ step: { does } }) => does === 'whites' || does === 'shapes')
    const middle = (whites[0]!.beginMin + whites.at(-1)!.endMin) / 2
    expect(Math.abs(middle - planned.bloom!.window!.bestMin)).toBeLessThan(0.6)
  })
})

test('of a layer of another resin nothing was learned under this name', () => {
  const learned = learnedOf(0.3, 5)
  const layers = [{ ...backLayer(), resin: ARCHETYPES.slow }]
  const plain = planSitting(bloomRequest({ layers }, 2), 'back').cure
  const taught = planSitting(bloomRequest({ layers, learned }, 2), 'back').cure
  expect(taught!.cups).toEqual(plain!.cups)
  const own = (changes: object) =>
    planSitting(bloomRequest({ layers: [backLayer()], ...changes }, 2), 'back').cure!
  expect(own({ learned }).cups[0]!.gelMin!).toBeLessThan(0.9 * own({}).cups[0]!.gelMin!)
})

test('a band moves by its own sizes: one early verdict at the usual best, summed by hand over a fine grid', () => {
  const edges = { earlyLog: 0.32, lateLog: -0.6 }
  const piece: JudgedPiece = { aimLog: 0.05, verdict: 'tooEarly' }
  // Prior sd 0.25, edges 0.12 soft, one verdict in ten a slip.
  let [all, sum] = [0, 0]
  for (let shift = -0.8; shift <= 0.8; shift += 0.0005) {
    const chance = 0.1 / 3 + 0.9 / (1 + Math.exp(-(piece.aimLog - edges.earlyLog - shift) / 0.12))
    const weight = chance * Math.exp(-0.5 * (shift / 0.25) ** 2)
    all += weight
    sum += weight * shift
  }
  expect(learnBand([piece], edges).mean).toBeCloseTo(sum / all, 3)
})

test('a scale reads from two kilograms below its tare to twenty above, a probe from frost to 300 C', () => {
  const sample = (changes: Partial<RawSample>): RawSample => ({
    instrument: 'i',
    name: 'i',
    kind: 'scale',
    value: 0,
    unit: 'g',
    atMs: 0,
    seq: 1,
    ...changes,
  })
  const kind = (changes: Partial<RawSample>) =>
    judgeSample(sample(changes), { last: null, anew: null }, 0).kind
  for (const [value, said] of [
    [-2000, 'good'],
    [-2001, 'refused'],
    [20_000, 'good'],
    [20_001, 'refused'],
  ] as const)
    expect([value, kind({ value })]).toEqual([value, said])
  for (const [value, said] of [
    [-20, 'good'],
    [-21, 'refused'],
    [300, 'good'],
    [301, 'refused'],
  ] as const)
    expect([value, kind({ kind: 'thermometer', unit: 'C', value })]).toEqual([value, said])
})
