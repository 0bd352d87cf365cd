import type { Take } from '../batch/index.ts'
import {
  lateness,
  place,
  readyAt,
  Room,
  USUAL_EFFORT,
  type Placing,
  type PlacingChain,
  type PlacingProblem,
  type Starts,
} from '../placing/index.ts'
import { boardOf, LEVEL, isNever, type Board, type RackBatch, type RackStudio } from './board.ts'
import { latestStart, troubleOf, type Trouble } from './explain.ts'
import type { OutlineJob } from './outline.ts'
import { SLOT_MS } from './slot.ts'
import { freeStretches, promisedAtMs, type Stretch } from './freeTime.ts'

/** The coming days as they are best laid out; instants in epoch milliseconds. */
export interface RackPlan extends Stretch {
  readonly jobs: readonly RackPlanJob[]
  readonly batches: readonly RackPlanBatch[]
  readonly free: readonly Stretch[]
  /** How many level places are taken from an instant on, told where it changes. */
  readonly level: readonly Taken[]
  /** Whether nothing better exists; false where there was too much to go through. */
  readonly proven: boolean
}

export interface Taken {
  readonly atMs: number
  readonly count: number
}

export interface RackPlanJob {
  readonly batchId: string
  /** "pour", or a step of the rack. */
  readonly id: string
  readonly title: string
  /** Null for the pour. */
  readonly does: OutlineJob['does']
  readonly lays: OutlineJob['lays']
  readonly detail: string
  /** What it needs at hand. */
  readonly takes: readonly Take[]
  readonly beginAtMs: number
  readonly endAtMs: number
  /** Within which it could be moved, all else as placed; null stays open. */
  readonly openAtMs: number
  readonly closeAtMs: number | null
  readonly pinned: boolean
  /** Its window will have closed: still to be done, with what the step says of being late. */
  readonly late: boolean
}

export interface RackPlanBatch {
  readonly id: string
  readonly name: string
  readonly placed: boolean
  readonly readyAtMs: number | null
  readonly promisedAtMs: number | null
  readonly lateMin: number
  /** Latest stop-stir that still keeps the promise, the others as they stand; null where there is none or nothing is to be poured. */
  readonly latestPourAtMs: number | null
  /** What its jobs are within a sentence, by job. */
  readonly nouns: Readonly<Record<string, string>>
  /** Why it does not fit, or misses its promise; null where all is well. */
  readonly trouble: Trouble | null
}

/** Earlier beginnings by batch and job: what still fits stays there. */
export type KeptJobs = Readonly<Record<string, Readonly<Record<string, number>>>>

const KEEPING = { ...USUAL_EFFORT, exact: 0, improving: 0 }
const REPLANNING = { ...USUAL_EFFORT, exact: 40_000, improving: 12_000 }

/**
 * Lays out the coming days. A running batch whose window would close while nobody is free is placed all the same, as late as it must
 * be: it is on the rack and something has to happen to it.
 */
export function planRack(studio: RackStudio, kept: KeptJobs | null = null): RackPlan {
  const board = boardOf(studio)
  const keep = kept && studio.batches.map((batch, k) => startsOf(board, k, kept[batch.id]))
  const strict = placed(board.problem, keep)
  const forced = withLateJobs(studio, board.problem, strict.starts)
  const { starts, proven } = forced ? placed(forced, keep ?? strict.starts) : strict
  const problem = forced ?? board.problem
  const laid: Laid = { studio, board, problem, starts }
  return {
    fromMs: board.fromMs,
    toMs: board.fromMs + problem.slots * SLOT_MS,
    jobs: studio.batches.flatMap((batch, k) => jobsOf(laid, batch, k)),
    batches: studio.batches.map((batch, k) => batchOf(laid, batch, k)),
    free: freeStretches(studio.hours, { fromMs: board.fromMs, toMs: board.fromMs + problem.slots * SLOT_MS }),
    level: levelOf(laid),
    proven,
  }
}

/** From scratch as good as can be; from an earlier plan with as little moved as can be, unless something would be left out or late. */
function placed(problem: PlacingProblem, keep: readonly Starts[] | null): Placing {
  if (!keep) return place(problem)
  const still = place(problem, { keep, effort: KEEPING })
  const well = still.starts.every((own, k) => own && lateness(problem.chains[k]!, own) === 0)
  return well ? still : place(problem, { keep: still.starts, effort: REPLANNING })
}

function startsOf({ names, fromMs }: Board, k: number, kept: KeptJobs[string] | undefined): Starts {
  if (!kept || names[k]!.some((name) => kept[name] === undefined)) return null
  return names[k]!.map((name) => Math.round((kept[name]! - fromMs) / SLOT_MS))
}

/** The problem with the closed windows of running batches opened; null where every running batch has its place. */
function withLateJobs(
  studio: RackStudio,
  problem: PlacingProblem,
  starts: readonly Starts[],
): PlacingProblem | null {
  const stuck = (k: number) => starts[k] === null && studio.batches[k]!.startedAtMs !== null
  if (!problem.chains.some((_chain, k) => stuck(k))) return null
  return {
    ...problem,
    chains: problem.chains.map((chain, k) => (stuck(k) ? withoutClosing(chain, problem) : chain)),
  }
}

function withoutClosing(chain: PlacingChain, problem: PlacingProblem): PlacingChain {
  return {
    ...chain,
    jobs: chain.jobs.map((job) => ({
      ...job,
      until: isNever(job, problem) ? job.until : problem.slots - 1,
      waits: job.waits.map((wait) => ({ ...wait, maxSlots: null })),
    })),
  }
}

interface Laid {
  readonly studio: RackStudio
  readonly board: Board
  readonly problem: PlacingProblem
  readonly starts: readonly Starts[]
}

function jobsOf({ board, starts }: Laid, batch: RackBatch, k: number): readonly RackPlanJob[] {
  const own = starts[k]
  if (!own) return []
  const chain = board.problem.chains[k]!
  const at = (slot: number) => board.fromMs + slot * SLOT_MS
  return chain.jobs.map((job, j) => {
    const open = Math.max(job.from, ...job.waits.map(({ after, minSlots }) => own[after]! + minSlots))
    const closes = job.waits.flatMap(({ after, maxSlots }) =>
      maxSlots === null ? [] : [own[after]! + maxSlots],
    )
    const pinned = batch.pins[job.id] !== undefined
    const bounded = !pinned && job.until < board.problem.slots - 1 ? [job.until] : []
    const close = [...closes, ...bounded].length > 0 ? Math.min(...closes, ...bounded) : null
    return {
      batchId: batch.id,
      id: job.id,
      ...wordsOf(batch, job.id),
      beginAtMs: at(own[j]!),
      endAtMs: at(own[j]! + Math.max(1, job.handsSlots)),
      openAtMs: at(open),
      closeAtMs: close === null ? null : at(close),
      pinned,
      late: close !== null && own[j]! > close,
    }
  })
}

const POUR_WORDS = {
  title: 'Pour',
  detail: 'Lay everything out before any resin is mixed; the clock starts when stirring ends.',
}

function wordsOf(
  { outline }: RackBatch,
  jobId: string,
): Pick<RackPlanJob, 'title' | 'detail' | 'takes' | 'does' | 'lays'> {
  const { title, detail, takes, does, lays } = outline.jobs.find(({ id }) => id === jobId) ?? {
    ...POUR_WORDS,
    takes: outline.takes,
    does: null,
    lays: null,
  }
  return { title, detail, takes, does, lays }
}

function batchOf(laid: Laid, batch: RackBatch, k: number): RackPlanBatch {
  const { board, problem, starts, studio } = laid
  const chain = problem.chains[k]!
  const own = starts[k] ?? null
  const at = (slot: number) => board.fromMs + slot * SLOT_MS
  const late = own ? lateness(chain, own) : 0
  const promised = chain.promise !== null
  return {
    id: batch.id,
    name: batch.name,
    placed: own !== null,
    readyAtMs: own && chain.ready.length > 0 ? at(readyAt(chain, own)) : null,
    promisedAtMs: batch.promisedOn === null ? null : promisedAtMs(batch.promisedOn, studio.hours.zone),
    lateMin: (late * SLOT_MS) / 60_000,
    latestPourAtMs: promised && batch.startedAtMs === null ? latestPourMs(laid, k) : null,
    nouns: Object.fromEntries(batch.outline.jobs.map(({ id, noun }) => [id, noun])),
    trouble: own === null || late > 0 ? troubleOf({ board: { ...board, problem }, starts, studio, k }) : null,
  }
}

function latestPourMs({ board, problem, starts, studio }: Laid, k: number): number | null {
  const slot = latestStart(problem, starts, k)
  return slot === null ? null : board.fromMs + slot * SLOT_MS + studio.batches[k]!.outline.leadMin * 60_000
}

function levelOf({ board, problem, starts }: Laid): RackPlan['level'] {
  const room = new Room(problem)
  starts.forEach((own, k) => own && room.chain(problem.chains[k]!, own, 1))
  return [...room.usage(LEVEL)].flatMap((count, slot, all) =>
    slot === 0 || all[slot - 1] !== count ? [{ atMs: board.fromMs + slot * SLOT_MS, count }] : [],
  )
}
