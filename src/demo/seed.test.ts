import { beforeAll, describe, expect, test } from '@jest/globals'
import { freshDatabase, JPEG } from '../../tests/support/studio.ts'
import { drawnIn } from '#core/batch/index.ts'
import { readStudio } from '#data/studioCommands.ts'
import { readPour, stepAtHand, type PourEvent } from '#core/runsheet/index.ts'
import { planBatch } from '#core/plan/index.ts'
import { readBundle, writeBundle } from '#formats/bundle.ts'
import type { Studio } from '#schema/studio.ts'
import { seedStudio } from './seed.ts'

const NOW = Date.parse('2026-11-25T17:30:00Z')
let studio: Studio

beforeAll(async () => {
  const db = freshDatabase()
  await seedStudio({ db, nowMs: NOW, faceOf: () => Promise.resolve(JPEG) })
  studio = await readStudio(db)
})

const eventsOf = (batchId: string) =>
  studio.events
    .filter((row) => row.batchId === batchId)
    .sort((one, other) => one.seq - other.seq)
    .map((row) => row.event as PourEvent)

describe('the demo studio', () => {
  test('has a resin by volume 1:1, one 2:1 and one by weight, 8 molds and 14 colours', () => {
    expect(studio.resins.map(({ ratio }) => `${ratio.partsA}:${ratio.partsB} ${ratio.by}`)).toEqual(
      expect.arrayContaining(['1:1 volume', '2:1 volume', '100:45 weight']),
    )
    expect(studio.molds).toHaveLength(8)
    expect(studio.colours).toHaveLength(14)
  })

  test('has twelve finished batches with every piece written down and both faces', () => {
    const finished = studio.batches.filter(({ id }) =>
      studio.pieces.some((piece) => piece.batchId === id && piece.outcome),
    )
    expect(finished).toHaveLength(12)
    for (const { id } of finished)
      expect(studio.pieces.filter((piece) => piece.batchId === id && !piece.outcome)).toEqual([])
    expect(studio.photos).toHaveLength(2 * studio.pieces.filter((piece) => piece.outcome).length)
  })

  test('shows the breadth: eight ways and more in the log, and a layer with a run of its own', () => {
    const ways = new Set(
      studio.batches.flatMap(({ request }) => [
        request.technique,
        ...request.layers.flatMap((layer) => drawnIn(layer) ?? []),
      ]),
    )
    expect(ways.size).toBeGreaterThanOrEqual(8)
    const pour = readPour(eventsOf('demo-way-inclusions'))
    if (pour.stage !== 'running') throw new Error(`the inclusions are ${pour.stage}`)
    expect(pour.sittings['petriLayer']?.stage).toBe('running')
    expect(pour.done['petriLayer']).toBeGreaterThan(pour.done['decant']!)
  })

  test('has one batch on the rack whose back can be poured now, and one planned', () => {
    const pour = readPour(eventsOf('demo-7'))
    if (pour.stage !== 'running') throw new Error(`demo-7 is ${pour.stage}`)
    const request = studio.batches.find(({ id }) => id === 'demo-7')!.request
    const plan = planBatch(request, pour.done)
    const back = plan.steps.find((turn) => turn.step.id === 'back')!
    const nowMin = (NOW - pour.stopStirAtMs) / 60_000
    expect(stepAtHand(plan, pour.done, Infinity)).toBeNull()
    expect(nowMin).toBeGreaterThan(back.fromMin)
    expect(nowMin).toBeLessThan(back.toMin!)
    expect(readPour(eventsOf('demo-8')).stage).toBe('planned')
  })

  test('went through the same doors as a person: it passes as a studio file', async () => {
    expect((await readBundle(await writeBundle(studio, NOW))).ok).toBe(true)
  })
})
