import { drawnIn, type BatchRequest } from '#core/batch/index.ts'
import { planBatch, planSitting } from '#core/plan/index.ts'
import { layerTurnKey, type PourEvent, type RunStep } from '#core/runsheet/index.ts'
import { recordEvent, recordOutcome } from '#data/batchCommands.ts'
import { addBatch } from '#data/planCommands.ts'
import type { StudioDatabase } from '#data/database.ts'
import { addMovement, saveCare, saveItem } from '#data/shelfCommands.ts'
import { BATCHES, ORDERS, PLANNED } from './batches.ts'
import { dayIn, plannedRequest } from './days.ts'
import { PATTERNS } from './patterns.ts'
import type { DemoBatch, DemoOutcome } from './sketch.ts'
import { COLOURS, MOLD_PRICES, MOLDS, RESINS, SUPPLIES } from './stock.ts'

const HOUR_MS = 3_600_000
/** Before the first of the demo's batches. */
const FIRST_BOUGHT_H = 24 * 100

export interface SeedTools {
  readonly db: StudioDatabase
  readonly nowMs: number
  /** The simulated face of that name as JPEG bytes (`npm run demo:faces` makes them); null where there is none. */
  readonly faceOf: (name: string) => Promise<Uint8Array | null>
}

/** Furnishes the studio through the same commands a person's taps go through. */
export async function seedStudio({ db, nowMs, faceOf }: SeedTools): Promise<void> {
  for (const resin of RESINS) await saveItem(db, 'resins', resin)
  for (const colour of COLOURS) await saveItem(db, 'colours', colour)
  for (const mold of MOLDS) await saveItem(db, 'molds', mold)
  for (const pattern of PATTERNS) await saveItem(db, 'patterns', pattern)
  for (const { supply, bought, priceMinor } of SUPPLIES) {
    await saveItem(db, 'supplies', supply)
    await addMovement(db, {
      id: `${supply.id}-first`,
      supplyId: supply.id,
      atMs: nowMs - FIRST_BOUGHT_H * HOUR_MS,
      note: '',
      kind: 'bought',
      amount: bought,
      priceMinor,
    })
  }
  for (const { id, ...known } of MOLD_PRICES) await saveCare(db, { id, ...known, entries: [] })
  for (const batch of BATCHES) await seedBatch({ db, nowMs, faceOf }, batch)
  for (const { dueInDays, ...order } of ORDERS)
    await saveItem(db, 'orders', { ...order, dueOn: dueInDays === null ? null : dayIn(nowMs, dueInDays) })
  for (const planned of PLANNED)
    await addBatch(db, {
      id: planned.id,
      request: plannedRequest(planned, nowMs),
      nowMs,
      repeats: null,
      orderId: planned.orderId,
    })
}

async function seedBatch({ db, nowMs, faceOf }: SeedTools, demo: DemoBatch): Promise<void> {
  const stopStirAtMs = nowMs - demo.poursBeforeH * 3_600_000
  await addBatch(db, {
    id: demo.id,
    request: demo.request,
    nowMs: stopStirAtMs - HOUR_MS,
    repeats: demo.triedAgainst ?? null,
    trial: demo.triedAgainst !== undefined,
  })
  for (const event of eventsOf(demo, stopStirAtMs, nowMs)) await recordEvent(db, demo.id, event)
  for (const [k, outcome] of demo.outcomes.entries()) {
    const pieceId = `${demo.id}-${k + 1}`
    const [front, back] = await Promise.all([faceOf(`${pieceId}-front`), faceOf(`${pieceId}-back`)])
    const recordedAtMs = stopStirAtMs + lookedAtMin(demo) * 60_000
    await seedOutcome(db, pieceId, outcome, { recordedAtMs, front, back })
  }
}

/** A day after the pour, or once the piece is out of its mold. */
function lookedAtMin({ request }: DemoBatch): number {
  const freed = planBatch(request).steps.find(({ step }) => step.does === 'frees')
  return Math.max(30 * 60, (freed?.endMin ?? 0) + 60)
}

interface DemoFaces {
  readonly recordedAtMs: number
  readonly front: Uint8Array | null
  readonly back: Uint8Array | null
}

async function seedOutcome(
  db: StudioDatabase,
  pieceId: string,
  outcome: DemoOutcome,
  faces: DemoFaces,
): Promise<void> {
  const drawn = (['front', 'back'] as const).flatMap((side) => {
    const bytes = faces[side]
    return bytes ? [{ id: `${pieceId}-${side}`, side, mediaType: 'image/jpeg' as const, bytes }] : []
  })
  await recordOutcome(db, pieceId, {
    outcome: { tags: [], ...outcome, recordedAtMs: faces.recordedAtMs },
    faces: drawn,
  })
}

/** The batch's run as marks: the plan's turns, late by so much from the white on, up to now. */
function eventsOf(demo: DemoBatch, stopStirAtMs: number, nowMs: number): readonly PourEvent[] {
  const at = (min: number) => Math.round(stopStirAtMs + min * 60_000)
  const id = (name: string) => `${demo.id}-${name}`
  const { steps } = planBatch(demo.request)
  const marks = steps
    .filter(
      ({ step: { does }, key }) =>
        does !== 'stirs' && does !== 'serves' && !drawnLayers(demo.request).includes(key),
    )
    .map((turn): PourEvent => ({
      id: id(turn.key),
      atMs: at(turn.endMin + lateness(turn, demo.lateMin)),
      kind: 'done',
      key: turn.key,
    }))
  const notes = demo.notes.map((text, k): PourEvent => ({
    id: id(`note-${k}`),
    atMs: at(40 + k),
    kind: 'note',
    text,
  }))
  const readings = (demo.probedMin ?? []).map((min, k): PourEvent => ({
    id: id(`probe-${k}`),
    atMs: at(min),
    kind: 'reading',
    reading: { kind: 'temperature', by: 'probe', tempC: probed(demo, min, k) },
  }))
  return [
    { id: id('gate'), atMs: at(-20), kind: 'gatePassed', overruled: [] },
    { id: id('stir'), atMs: at(-3), kind: 'stirBegan' },
    { id: id('stop'), atMs: at(0), kind: 'stopStir' },
    ...[...marks, ...notes, ...readings, ...sittingsOf(demo, at)]
      .filter((event) => event.atMs < nowMs)
      .sort((one, other) => one.atMs - other.atMs),
  ]
}

/** The layers that inks and white go into, by id. */
function drawnLayers({ layers }: BatchRequest): readonly string[] {
  return layers.filter((layer) => drawnIn(layer) !== null).map(({ id }) => id)
}

/** The sittings in which those were laid, each at its best minute. */
function sittingsOf(demo: DemoBatch, at: (min: number) => number): readonly PourEvent[] {
  const { steps } = planBatch(demo.request)
  return drawnLayers(demo.request).flatMap((layer): readonly PourEvent[] => {
    const stopMin = steps.find(({ key }) => key === layer)!.beginMin
    const turns = planSitting(demo.request, layer).pour!.live.plan.steps.filter(
      ({ step }) => step.place === 'pour',
    )
    const told = (name: string, min: number) => ({
      id: `${demo.id}-${layer}-${name}`,
      atMs: at(stopMin + min),
    })
    return [
      { ...told('gate', -20), kind: 'gatePassed', layer, overruled: [] },
      { ...told('stir', -3), kind: 'stirBegan', layer },
      { ...told('stop', 0), kind: 'stopStir', layer },
      ...turns
        .filter(({ step }) => step.does !== 'stirs')
        .map(({ key, endMin }): PourEvent => ({
          ...told(key, endMin),
          kind: 'done',
          key: layerTurnKey(layer, key, turns),
        })),
    ]
  })
}

const BEFORE_WHITE: readonly RunStep['step']['id'][] = [
  'rest',
  'portion',
  'decant',
  'bubbles',
  'ink',
  'settle',
]

function lateness(turn: RunStep, lateMin: number): number {
  return BEFORE_WHITE.includes(turn.step.id) ? 0 : Math.max(lateMin, -2)
}

/** The invented bottles are this much quicker than their record; the demo's readings show it. */
const BOTTLE_QUICKER = 1.13
const UNSTEADY_K = [0.4, -0.5, 0.2]

/** What a probe would have shown in that batch's cup at that minute. */
function probed({ request, ranAt = BOTTLE_QUICKER }: DemoBatch, min: number, k: number): number {
  const { cure } = request.resin
  const quicker = {
    ...cure,
    startRatePerS: ranAt * cure.startRatePerS,
    networkRatePerS: ranAt * cure.networkRatePerS,
  }
  const { life } = planBatch({ ...request, resin: { ...request.resin, cure: quicker } }, { decant: 30 })
  const near = life.reduce((best, sample) =>
    Math.abs(sample.min - min) < Math.abs(best.min - min) ? sample : best,
  )
  return Math.round(10 * (near.tempC + UNSTEADY_K[k % UNSTEADY_K.length]!)) / 10
}
