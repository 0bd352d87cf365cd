import { beforeAll, expect, test } from '@jest/globals'
import { freshDatabase } from '../support/studio.ts'
import { readStudio } from '#data/studioCommands.ts'
import { planLive } from '#core/plan/index.ts'
import { planRack, SLOT_MS, type RackBatch, type RackStudio } from '#core/rack/index.ts'
import { readPour, type PourEvent } from '#core/runsheet/index.ts'
import { USUAL_SETTINGS } from '#schema/usualSettings.ts'
import { BATCHES, FREE_HOURS, PLANNED } from '#demo/batches.ts'
import { MOLDS } from '#demo/stock.ts'
import { plannedRequest } from '#demo/days.ts'
import { seedStudio } from '#demo/seed.ts'

const HOUR_MS = 3_600_000
/** A Monday, seven minutes past midnight on this device's clock. */
const MONDAY_MS = new Date(2026, 10, 23, 0, 7).getTime()

/** What waits on the demo's rack, whenever it is opened: all of it lies as long before as in any other hour. */
let running: readonly RackBatch[]
let planned: readonly RackBatch['outline'][]

beforeAll(async () => {
  const db = freshDatabase()
  await seedStudio({ db, nowMs: MONDAY_MS, faceOf: () => Promise.resolve(null) })
  const { events } = await readStudio(db)
  running = BATCHES.filter(({ outcomes }) => outcomes.length === 0).map(({ id, request }): RackBatch => {
    const own = events.filter(({ batchId }) => batchId === id).sort((one, other) => one.seq - other.seq)
    const pour = readPour(own.map(({ event }) => event as PourEvent))
    if (pour.stage !== 'running') throw new Error(`${id} does not run`)
    const { outline } = planLive(request, { done: pour.done, readings: pour.readings })
    const { stopStirAtMs, done } = pour
    return { id, name: id, outline, startedAtMs: stopStirAtMs, done, pins: {}, promisedOn: null }
  })
  planned = PLANNED.map(({ request }) => planLive(request).outline)
})

function studioAt(nowMs: number): RackStudio {
  const { levelPlaces, covers, forms } = USUAL_SETTINGS
  const later = PLANNED.map((each, k): RackBatch => {
    const { startAt, promisedOn } = plannedRequest(each, nowMs)
    const pins: RackBatch['pins'] = startAt === null ? {} : { pour: Date.parse(startAt) }
    const rest = { outline: planned[k]!, startedAtMs: null, done: {}, pins, promisedOn }
    return { id: each.id, name: each.id, ...rest }
  })
  return {
    nowMs: Math.ceil(nowMs / SLOT_MS) * SLOT_MS,
    days: 21,
    hours: { ...FREE_HOURS, zone: Intl.DateTimeFormat().resolvedOptions().timeZone },
    levelPlaces,
    covers,
    forms,
    molds: Object.fromEntries(MOLDS.map(({ id, count }) => [id, count])),
    batches: [
      ...running.map((batch) => ({ ...batch, startedAtMs: batch.startedAtMs! + nowMs - MONDAY_MS })),
      ...later,
    ],
  }
}

/** Every hour when asked for, LONG=1 npm run unit -- tests/calibration/demoWeek; else every fifth, so that each hour of the day comes once or twice. */
const EVERY_H = process.env['LONG'] ? 1 : 5

test('the demo shows no Stop on its rack at any hour of the week', () => {
  const troubles = Array.from({ length: Math.ceil(168 / EVERY_H) }, (_, k) => {
    const hour = k * EVERY_H
    const { batches, jobs } = planRack(studioAt(MONDAY_MS + hour * HOUR_MS))
    return [
      ...batches.filter(({ placed, lateMin }) => !placed || lateMin > 0).map(({ id }) => `${hour} h: ${id}`),
      ...jobs.filter(({ late }) => late).map(({ batchId, id }) => `${hour} h: ${batchId} ${id}`),
    ]
  })
  expect(running).toHaveLength(1)
  expect(troubles.flat()).toEqual([])
})
