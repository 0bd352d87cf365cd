import type { Hold, PlacingChain, PlacingJob, PlacingProblem } from '../placing/index.ts'
import { freeStretches, promisedAtMs, type FreeHours } from './freeTime.ts'
import { POUR } from './pourJob.ts'
import { SLOT_MS } from './slot.ts'
import { asFelt, type JobWait } from './jobs.ts'
import type { Deed } from '../technique/index.ts'
import { stillWaiting } from './steps.ts'
import type { OutlineJob, RackOutline } from './outline.ts'

/** Everything the coming days are planned from; plain data. */
export interface RackStudio {
  readonly nowMs: number
  /** How far is looked ahead. */
  readonly days: number
  readonly hours: FreeHours
  /** Molds that can stand level at once, and under covers. */
  readonly levelPlaces: number
  readonly covers: number
  /** Forms that draped pieces can cure in. */
  readonly forms: number
  /** How many there are of each mold on the shelf; one that is not there counts as its plan had it. */
  readonly molds: Readonly<Record<string, number>>
  readonly batches: readonly RackBatch[]
}

export interface RackBatch {
  readonly id: string
  readonly name: string
  readonly outline: RackOutline
  /** First stop-stir; null while it is planned. */
  readonly startedAtMs: number | null
  /** Minutes from stop-stir, by step. */
  readonly done: Readonly<Record<string, number>>
  /** Instants that a person chose: of the stop-stir ("pour"), or of a step's beginning. */
  readonly pins: Readonly<Record<string, number>>
  /** Calendar day; null when nothing was promised. */
  readonly promisedOn: string | null
}

/** The horizon in slots, and the chains' jobs by name. */
export interface Board {
  readonly problem: PlacingProblem
  readonly fromMs: number
  readonly resources: readonly Resource[]
  /** The jobs of each chain, as the studio knows them. */
  readonly names: readonly (readonly string[])[]
}

export type Resource =
  | { readonly kind: 'level' | 'covers' | 'forms' }
  | { readonly kind: 'mold'; readonly id: string; readonly name: string }

const SLOT_MIN = SLOT_MS / 60_000
const DAY_SLOTS = 96
/** By eye: a job that was poured for may cost a planned pour three quarters of an hour to save one of its own. */
const RUNNING_WEIGHT = 3
/** How long a pour that was not begun counts as about to be. */
const OVERDUE_MS = 45 * 60_000
/** The level places' number among the resources. */
export const LEVEL = 0
const COVERS = 1
const FORMS = 2
const FIRST_MOLD = 3

/** The studio as a placing problem: a quarter of an hour a slot, beginning with the next full one. */
export function boardOf(studio: RackStudio): Board {
  const fromMs = Math.ceil(studio.nowMs / SLOT_MS) * SLOT_MS
  const slots = studio.days * DAY_SLOTS
  const molds = moldsOf(studio.batches)
  const scale = { fromMs, slots, molds: molds.map(({ id }) => id), zone: studio.hours.zone }
  const chains = studio.batches.map((batch) => chainOf(batch, scale))
  return {
    problem: {
      slots,
      free: freeSlots(studio, { fromMs, slots }),
      capacities: [
        studio.levelPlaces,
        studio.covers,
        studio.forms,
        ...molds.map(({ id, owned }) => studio.molds[id] ?? owned),
      ],
      chains: chains.map(({ chain }) => chain),
    },
    fromMs,
    resources: [
      { kind: 'level' },
      { kind: 'covers' },
      { kind: 'forms' },
      ...molds.map(({ id, name }) => ({ kind: 'mold' as const, id, name })),
    ],
    names: chains.map(({ names }) => names),
  }
}

function moldsOf(batches: readonly RackBatch[]) {
  return [...new Map(batches.flatMap(({ outline }) => outline.molds.map((mold) => [mold.id, mold]))).values()]
}

/** A slot counts as free when all of it is, and no pour that is under way still keeps the hands. */
function freeSlots(
  { hours, batches }: RackStudio,
  { fromMs, slots }: Pick<Scale, 'fromMs' | 'slots'>,
): Uint8Array {
  const free = new Uint8Array(slots)
  for (const stretch of freeStretches(hours, { fromMs, toMs: fromMs + slots * SLOT_MS })) {
    const first = Math.ceil((stretch.fromMs - fromMs) / SLOT_MS)
    const end = Math.floor((stretch.toMs - fromMs) / SLOT_MS)
    free.fill(1, first, end)
  }
  const busyUntilMs = Math.max(fromMs, ...batches.map(handsTakenUntilMs))
  return free.fill(0, 0, Math.ceil((busyUntilMs - fromMs) / SLOT_MS))
}

function handsTakenUntilMs({ startedAtMs, done, outline }: RackBatch): number {
  if (startedAtMs === null || done[outline.coversKey ?? ''] !== undefined) return 0
  return startedAtMs + (outline.pourHandsMin - outline.leadMin) * 60_000
}

interface Scale {
  readonly fromMs: number
  readonly slots: number
  readonly molds: readonly string[]
  readonly zone: string
}

interface NamedChain {
  readonly chain: PlacingChain
  readonly names: readonly string[]
}

function chainOf(batch: RackBatch, scale: Scale): NamedChain {
  const { outline } = batch
  const waiting = stillWaiting(outline.jobs, batch.done)
  const names = [...(batch.startedAtMs === null ? [POUR] : []), ...waiting.map(({ id }) => id as string)]
  const task: ChainTask = {
    batch,
    scale,
    names,
    copies: outline.molds.reduce((sum, { copies }) => sum + copies, 0),
  }
  const jobs = names.map((name) =>
    name === POUR
      ? pourJob(task)
      : rackJob(
          task,
          outline.jobs.find(({ id }) => id === name)!,
        ),
  )
  const use = outline.jobs.find(({ does }) => does === 'serves')
  return {
    names,
    chain: {
      id: batch.id,
      jobs,
      spans: [...moldSpans(task), ...formSpans(task)],
      ready: (use?.waits ?? []).map((wait) => readyAfter(task, asFelt(wait, batch.done))),
      promise: batch.promisedOn === null ? null : slotAt(promisedAtMs(batch.promisedOn, scale.zone), scale),
      // What was poured cannot wait as what is only planned can.
      weight: batch.startedAtMs === null ? 1 : RUNNING_WEIGHT,
      standing: standingOf(task),
    },
  }
}

interface ChainTask {
  readonly batch: RackBatch
  readonly scale: Scale
  readonly names: readonly string[]
  /** Molds it fills. */
  readonly copies: number
}

function pourJob({ batch, scale, copies }: ChainTask): PlacingJob {
  const { leadMin, pourHandsMin, pourPresentMin, levelMin } = batch.outline
  const at = pourSlot(batch, scale)
  return {
    id: POUR,
    handsSlots: slotsOf(pourHandsMin),
    presentSlots: slotsOf(pourPresentMin),
    waits: [],
    holds: standingFor(copies, slotsOf(leadMin + levelMin)),
    from: at ?? 0,
    until: at ?? scale.slots - 1,
  }
}

/**
 * The slot at which a pour with a chosen stop-stir is laid out; null where none was chosen. Once its laying out has begun it is due now,
 * and stays so for a while after the stop-stir was to be.
 */
function pourSlot({ pins, outline }: RackBatch, scale: Scale): number | null {
  const pin = pins[POUR]
  if (pin === undefined) return null
  const at = slotAt(pin, scale) - slotsOf(outline.leadMin)
  const dueNow = at < 0 && pin > scale.fromMs - OVERDUE_MS
  return dueNow ? 0 : at
}

function rackJob(task: ChainTask, job: OutlineJob): PlacingJob {
  const { batch, scale, copies } = task
  const slots = Math.max(1, slotsOf(job.handsMin))
  const bounds = job.waits.map((wait) => boundOf(task, asFelt(wait, batch.done)))
  // An hour that has passed holds nothing any more: the job is due as soon as it can be.
  const pin = batch.pins[job.id] ?? -Infinity
  const pinned = pin < scale.fromMs ? null : slotAt(pin, scale)
  return {
    id: job.id,
    handsSlots: slots,
    presentSlots: slots,
    waits: bounds.flatMap((bound) => ('wait' in bound ? [bound.wait] : [])),
    holds: job.pours ? standingFor(copies, slotsOf(batch.outline.laterLevelMin)) : [],
    ...(bounds.length === 0
      ? neverBegins(scale)
      : {
          from: Math.max(pinned ?? 0, ...bounds.map((bound) => ('from' in bound ? bound.from : 0))),
          until: Math.min(
            pinned ?? scale.slots - 1,
            ...bounds.map((bound) => ('from' in bound ? bound.until : scale.slots - 1)),
          ),
        }),
  }
}

/** Bounds of a job that its resin never allows. */
function neverBegins({ slots }: Pick<Scale, 'slots'>): Pick<PlacingJob, 'from' | 'until'> {
  return { from: slots, until: -1 }
}

export function isNever({ from, until }: PlacingJob, { slots }: PlacingProblem): boolean {
  return from >= slots && until < 0
}

type Bound =
  { readonly wait: PlacingJob['waits'][number] } | { readonly from: number; readonly until: number }

/** A wait for a job still to be placed, or bounds from one that is done. */
function boundOf({ batch, names, scale }: ChainTask, { after, openMin, closeMin }: JobWait): Bound {
  const place = names.indexOf(after)
  if (place >= 0) {
    const lead = after === POUR ? batch.outline.leadMin : 0
    const minSlots = slotsOf(lead + openMin)
    const maxSlots = closeMin === null ? null : Math.max(minSlots, Math.floor((lead + closeMin) / SLOT_MIN))
    return { wait: { after: place, minSlots, maxSlots } }
  }
  const doneMin = after === POUR ? 0 : (batch.done[after] ?? 0)
  const atMs = (min: number) => batch.startedAtMs! + (doneMin + min) * 60_000
  return {
    from: Math.max(0, Math.ceil((atMs(openMin) - scale.fromMs) / SLOT_MS)),
    until: closeMin === null ? scale.slots - 1 : Math.floor((atMs(closeMin) - scale.fromMs) / SLOT_MS),
  }
}

function readyAfter(
  { batch, names, scale }: ChainTask,
  { after, openMin }: JobWait,
): PlacingChain['ready'][number] {
  const place = names.indexOf(after)
  if (place >= 0)
    return { job: place, slots: slotsOf(openMin + (after === POUR ? batch.outline.leadMin : 0)) }
  const doneMin = after === POUR ? 0 : (batch.done[after] ?? 0)
  return { job: null, slots: slotAt(batch.startedAtMs! + (doneMin + openMin) * 60_000, scale) }
}

/** Molds are taken from the pour until the piece is lifted out, into the air or into a form. */
function moldSpans({ batch, names, scale }: ChainTask): PlacingChain['spans'] {
  const into = placeOf({ batch, names }, 'forms')
  const out = into >= 0 ? into : draped(batch) ? -1 : placeOf({ batch, names }, 'frees')
  if (out < 0) return []
  return batch.outline.molds.map(({ id, copies }) => ({
    resource: FIRST_MOLD + scale.molds.indexOf(id),
    amount: copies,
    fromJob: batch.startedAtMs === null ? 0 : null,
    toJob: out,
  }))
}

/** Where the job that does that stands in the chain; -1 where none is still to be done. */
function placeOf({ batch, names }: Pick<ChainTask, 'batch' | 'names'>, deed: Deed): number {
  const job = batch.outline.jobs.find(({ does }) => does === deed)
  return job ? names.indexOf(job.id) : -1
}

/** A form is taken from draping until the piece comes out of it. */
function formSpans({ batch, names }: ChainTask): PlacingChain['spans'] {
  const [into, out] = [placeOf({ batch, names }, 'forms'), placeOf({ batch, names }, 'frees')]
  if (out < 0 || (into < 0 && !draped(batch))) return []
  return [{ resource: FORMS, amount: batch.outline.pieces, fromJob: into < 0 ? null : into, toJob: out }]
}

function draped({ done, outline }: RackBatch): boolean {
  return outline.jobs.some(({ id, does }) => does === 'forms' && done[id] !== undefined)
}

/** Level places and covers of what was poured and still runs. */
function standingOf({ batch, scale, copies }: ChainTask): readonly Hold[] {
  const { startedAtMs, done, outline } = batch
  if (startedAtMs === null) return []
  const later = outline.jobs.flatMap(({ id, pours }) => (pours && done[id] !== undefined ? [done[id]] : []))
  const untilMin = Math.max(outline.levelMin, ...later.map((min) => min + outline.laterLevelMin))
  const left = slotAt(startedAtMs + untilMin * 60_000, scale)
  return left > 0 ? standingFor(copies, left) : []
}

function standingFor(copies: number, slots: number): readonly Hold[] {
  return [LEVEL, COVERS].map((resource) => ({ resource, amount: copies, slots }))
}

function slotsOf(minutes: number): number {
  return Math.ceil(minutes / SLOT_MIN - 1e-9)
}

function slotAt(atMs: number, { fromMs }: Scale): number {
  return Math.floor((atMs - fromMs) / SLOT_MS)
}
