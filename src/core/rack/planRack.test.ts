import { describe, expect, test } from '@jest/globals'
import { planLive } from '../plan/index.ts'
import { bloomRequest } from '../../../tests/support/request.ts'
import { startedLayer, type BatchRequest } from '../batch/index.ts'
import { ARCHETYPES } from '../resin/index.ts'
import { dryKey } from '../technique/index.ts'
import { planRack, type FreeHours, type FreeTime, type RackBatch, type RackStudio } from './index.ts'
import { backLayer, begun } from '../../../tests/support/layers.ts'

const HOUR = 3_600_000
const DARK = backLayer()
/** A Wednesday morning in Oslo. */
const NOW = Date.parse('2026-12-02T07:00Z')
const EVENINGS: FreeTime = { from: '17:30', to: '22:30' }

const hours = (free: readonly FreeTime[] = [EVENINGS]): FreeHours => ({
  zone: 'Europe/Oslo',
  week: Array.from({ length: 7 }, () => free),
  otherDays: [],
})
const WHOLE_DAYS = hours([{ from: '08:00', to: '23:00' }])

const batch = (
  id: string,
  changes: Partial<BatchRequest> = {},
  rest: Partial<RackBatch> & { count?: number } = {},
): RackBatch => {
  const request = bloomRequest(changes, rest.count ?? 2)
  return {
    id,
    name: id,
    outline: planLive(request, { done: rest.done ?? {} }).outline,
    startedAtMs: null,
    done: {},
    pins: {},
    promisedOn: null,
    ...rest,
  }
}
const studio = (batches: readonly RackBatch[], changes: Partial<RackStudio> = {}): RackStudio => ({
  nowMs: NOW,
  days: 21,
  hours: WHOLE_DAYS,
  levelPlaces: 8,
  covers: 8,
  forms: 4,
  molds: {},
  batches,
  ...changes,
})
const local = (atMs: number) =>
  new Intl.DateTimeFormat('en-GB', {
    timeZone: 'Europe/Oslo',
    dateStyle: 'short',
    timeStyle: 'short',
  }).format(atMs)

describe('the coming days', () => {
  test('pour, back and demold fall into waking hours, in that order and far enough apart', () => {
    const { jobs, batches } = planRack(studio([batch('tray', { layers: [DARK] })]))
    const [pour, back, demold] = jobs
    expect(jobs.map(({ id }) => id)).toEqual(['pour', 'back', 'demold'])
    expect((back!.beginAtMs - pour!.beginAtMs) / HOUR).toBeGreaterThan(3.5)
    expect((back!.beginAtMs - pour!.beginAtMs) / HOUR).toBeLessThan(7)
    expect((demold!.beginAtMs - back!.beginAtMs) / HOUR).toBeGreaterThan(17)
    expect(batches[0]!.placed).toBe(true)
    expect((batches[0]!.readyAtMs! - back!.beginAtMs) / 24 / HOUR).toBeGreaterThanOrEqual(7)
  })

  test('evenings alone cannot hold a pour and its back the same day: it says so, and what would help', () => {
    const { batches, jobs } = planRack(studio([batch('tray', { layers: [DARK] })], { hours: hours() }))
    expect(jobs).toEqual([])
    expect(batches[0]!.placed).toBe(false)
    const { ways } = batches[0]!.trouble!
    expect(ways.map(({ kind }) => kind)).toEqual(expect.arrayContaining(['window', 'awake']))
    expect(ways[0]!.pourAtMs).toBeGreaterThan(NOW)
    // The window let go of is the back poured next day, which fits the evenings.
    const nextDay = planRack(
      studio([batch('tray', { layers: [{ ...DARK, when: 'nextDay' }] })], { hours: hours() }),
    )
    expect(nextDay.batches[0]!.placed).toBe(true)
  })

  test('a mold that is taken lets the next batch wait, and one more of it is a way out', () => {
    const full = (id: string) => batch(id, {}, { count: 12, promisedOn: '2026-12-12' })
    const plan = planRack(studio([full('one'), full('two')], { levelPlaces: 30, covers: 30 }))
    const starts = plan.jobs.filter(({ id }) => id === 'pour').map(({ beginAtMs }) => beginAtMs)
    expect(Math.abs(starts[0]! - starts[1]!) / HOUR).toBeGreaterThan(17)
    const few = planRack(studio([full('one')], { levelPlaces: 10, covers: 30 }))
    const { blocker, ways } = few.batches[0]!.trouble!
    expect(ways.filter(({ kind }) => kind === 'resource')).toHaveLength(1)
    expect(blocker).toMatchObject({
      kind: 'resource',
      resource: { kind: 'level' },
      more: 2,
    })
  })

  test('a form holds a draped piece until it comes out, and one more of it is a way out', () => {
    const drapes = (id: string) => batch(id, { jobs: ['drape'] }, { count: 2 })
    const { jobs } = planRack(studio([drapes('one'), drapes('two')], { forms: 2 }))
    const [one, two] = ['one', 'two'].map((id) => {
      const at = (job: string) => jobs.find((each) => each.batchId === id && each.id === job)!.beginAtMs
      return { into: at('drape'), out: at('demold') }
    })
    const [first, second] = one!.into < two!.into ? [one!, two!] : [two!, one!]
    expect(second.into).toBeGreaterThan(first.out)
    const both = planRack(studio([drapes('one'), drapes('two')], { forms: 4 })).jobs
    const drapings = both.filter(({ id }) => id === 'drape').map(({ beginAtMs }) => beginAtMs)
    expect(Math.abs(drapings[0]! - drapings[1]!) / HOUR).toBeLessThan(12)
    const { blocker } = planRack(studio([drapes('one')], { forms: 1 })).batches[0]!.trouble!
    expect(blocker).toMatchObject({ kind: 'resource', resource: { kind: 'forms' }, more: 1 })
  })

  test('what is in a form already keeps it', () => {
    const startedAtMs = NOW - 10 * HOUR
    const inForm = batch('one', { jobs: ['drape'] }, { startedAtMs, done: { cover: 40, drape: 8 * 60 } })
    const { jobs } = planRack(studio([inForm, batch('two', { jobs: ['drape'] }, {})], { forms: 2 }))
    const at = (id: string, job: string) =>
      jobs.find((each) => each.batchId === id && each.id === job)!.beginAtMs
    expect(at('two', 'drape')).toBeGreaterThan(at('one', 'demold'))
  })

  test('molds bought since it was planned count', () => {
    const twelve = (id: string) => batch(id, {}, { count: 12 })
    const pours = (molds: Record<string, number>) =>
      planRack(studio([twelve('one'), twelve('two')], { levelPlaces: 30, covers: 30, molds }))
        .jobs.filter(({ id }) => id === 'pour')
        .map(({ beginAtMs }) => beginAtMs)
    const apart = ([one, two]: readonly number[]) => Math.abs(one! - two!) / HOUR
    expect(apart(pours({ coaster: 12 }))).toBeGreaterThan(17)
    expect(apart(pours({ coaster: 24 }))).toBeLessThan(17)
  })

  test('a back that was passed over is not waited for once the pieces are out', () => {
    const startedAtMs = NOW - 40 * HOUR
    const done = { cover: 40, demold: 2000 }
    const out = batch('tray', { layers: [DARK], jobs: ['sandEdges'] }, { startedAtMs, done })
    expect(planRack(studio([out])).jobs.map(({ id }) => id)).toEqual(['sandEdges'])
  })

  test('works backwards from a promise: one slot later than the latest pour would miss it', () => {
    const promised = batch('gift', { layers: [DARK] }, { promisedOn: '2026-12-18' })
    const { latestPourAtMs, lateMin } = planRack(studio([promised])).batches[0]!
    expect(lateMin).toBe(0)
    expect((Date.parse('2026-12-18T07:00Z') - latestPourAtMs!) / 24 / HOUR).toBeGreaterThan(7)
    const at = (pour: number) => planRack(studio([{ ...promised, pins: { pour } }])).batches[0]!
    expect(at(latestPourAtMs!).lateMin).toBe(0)
    const later = at(latestPourAtMs! + HOUR / 4)
    expect(later.placed && later.lateMin === 0).toBe(false)
  })

  test('a promise too soon is late by so much, and a later day is a way out', () => {
    const { lateMin, trouble, placed } = planRack(studio([batch('gift', {}, { promisedOn: '2026-12-04' })]))
      .batches[0]!
    expect(placed).toBe(true)
    expect(lateMin).toBeGreaterThan(4 * 1440)
    expect(trouble!.blocker).toEqual({ kind: 'tooSoon' })
    expect(trouble!.ways).toMatchObject([{ kind: 'laterPromise', inTime: true }])
  })

  test('a chosen hour is kept, and the rest follows it', () => {
    const at = Date.parse('2026-12-03T12:00Z')
    const { jobs } = planRack(studio([batch('tray', { layers: [DARK] }, { pins: { pour: at } })]))
    expect(jobs[0]).toMatchObject({ beginAtMs: at - HOUR / 2, pinned: true })
    expect(jobs[1]!.beginAtMs).toBeGreaterThan(at + 3 * HOUR)
  })

  test('a chosen hour that has passed is named', () => {
    const { trouble } = planRack(studio([batch('tray', {}, { pins: { pour: NOW - HOUR } })])).batches[0]!
    expect(trouble!.blocker).toEqual({ kind: 'pinPassed', job: 'the pour' })
  })

  test('a pour that is being laid out is due now, whatever minute it is', () => {
    const { jobs, batches } = planRack(studio([batch('tray', {}, { pins: { pour: NOW + HOUR / 4 } })]))
    expect(batches[0]!.trouble).toBeNull()
    expect(jobs[0]).toMatchObject({ id: 'pour', beginAtMs: NOW })
  })

  test('an hour chosen for a step on the rack that was let pass holds it no longer', () => {
    const startedAtMs = NOW - 30 * HOUR
    const passed = batch('tray', {}, { startedAtMs, done: { cover: 40 }, pins: { demold: NOW - 2 * HOUR } })
    const { jobs } = planRack(studio([passed]))
    expect(jobs.map(({ id }) => id)).toEqual(['demold'])
    expect(jobs[0]!.beginAtMs).toBeGreaterThanOrEqual(NOW)
  })

  test('moving one batch leaves the others where they stand as long as they fit', () => {
    const three = ['one', 'two', 'three'].map((id) => batch(id, { layers: [DARK] }))
    const before = planRack(studio(three))
    const kept = Object.fromEntries(
      three.map(({ id }) => [
        id,
        Object.fromEntries(
          before.jobs.filter((job) => job.batchId === id).map((job) => [job.id, job.beginAtMs]),
        ),
      ]),
    )
    const last = before.jobs
      .filter(({ id }) => id === 'pour')
      .sort((one, other) => other.beginAtMs - one.beginAtMs)[0]!
    const pins = { pour: last.beginAtMs + 24.5 * HOUR }
    const after = planRack(
      studio(three.map((each) => (each.id === last.batchId ? { ...each, pins } : each))),
      kept,
    )
    const of = (plan: typeof before, id: string) =>
      plan.jobs.filter((job) => job.batchId === id).map((job) => job.beginAtMs)
    for (const { id } of three.filter(({ id }) => id !== last.batchId))
      expect(of(after, id)).toEqual(of(before, id))
  })

  test('a running batch is placed even where its window closes while nobody is free, and marked late', () => {
    const startedAtMs = Date.parse('2026-12-01T21:00Z')
    const running = batch('tray', { layers: [DARK] }, { startedAtMs, done: { cover: 40 } })
    const { jobs } = planRack(studio([running], { hours: hours() }))
    expect(jobs.map(({ id, late }) => [id, late])).toEqual([
      ['back', true],
      ['demold', false],
    ])
  })

  test('what is done is not planned again, and the rest counts from it', () => {
    const startedAtMs = NOW - 6 * HOUR
    const done = { cover: 40, back: 300 }
    const { jobs } = planRack(studio([batch('tray', { layers: [DARK] }, { startedAtMs, done })]))
    expect(jobs.map(({ id }) => id)).toEqual(['demold'])
    expect((jobs[0]!.beginAtMs - startedAtMs) / HOUR).toBeGreaterThan(17 + 5)
  })

  test('what a finger finds dry moves the coming days forward, before the hours do', () => {
    const coat = startedLayer('paint', 'coat')
    const film = {
      ...startedLayer('secondPour', 'film'),
      when: 'hard' as const,
      amount: { by: 'depth' as const, mm: 2 },
    }
    // Painted two hours ago, two days and two hours after stop-stir.
    const [coatMin, nowMin] = [3000, 3120]
    const filmAt = (more: Record<string, number>) => {
      const done = { stir: 0, decant: 5, coat: coatMin, ...more }
      const painted = batch(
        'dish',
        { technique: 'plain', resin: ARCHETYPES.medium, layers: [coat, film] },
        { done, startedAtMs: NOW - nowMin * 60_000 },
      )
      const { jobs } = planRack(studio([painted]))
      return (jobs.find(({ id }) => id === 'film')!.beginAtMs - NOW) / HOUR
    }
    // By the hours it is better dry twelve after painting: ten from now.
    expect(filmAt({})).toBeGreaterThanOrEqual(9.5)
    expect(filmAt({ [dryKey('coat')]: nowMin - 10 })).toBeLessThan(1)
  })

  test('drape, days in the form and finishing follow one another', () => {
    const after = { jobs: ['drape', 'sandEdges', 'feet'], layers: begun('clearCoat') } as const
    const { jobs } = planRack(studio([batch('bowl', after)]))
    expect(jobs.map(({ id }) => id)).toEqual(['pour', 'drape', 'demold', 'sandEdges', 'clearCoat', 'feet'])
    const at = Object.fromEntries(jobs.map(({ id, beginAtMs }) => [id, beginAtMs / HOUR]))
    // Handbook of the trade: a typical fast resin is leathery about 6 to 7 h after the pour.
    expect(at['drape']! - at['pour']!).toBeGreaterThan(5)
    expect(at['drape']! - at['pour']!).toBeLessThan(10)
    expect(at['demold']! - at['drape']!).toBeGreaterThanOrEqual(72)
  })

  test('a clock change moves nothing off its wall hours', () => {
    const before = Date.parse('2026-10-23T07:00Z')
    const { jobs } = planRack(
      studio([batch('tray', { layers: [{ ...DARK, when: 'nextDay' }] })], { nowMs: before, hours: hours() }),
    )
    for (const job of jobs) expect(local(job.beginAtMs)).toMatch(/ (17:[3-5]|18|19|20|21|22:[0-2])/)
  })
})
