import { moldsFilled, pieceCount, takesOf, type BatchRequest, type Take } from '../batch/index.ts'
import { stepThat, type Deed, type StepId, type StepRule } from '../technique/index.ts'
import type { Bands, Schedule } from '../timing/index.ts'
import { POUR } from './pourJob.ts'
import { rackJobs, type JobWait, type RackJob } from './jobs.ts'

/** What a batch asks of the coming days, told on the safe side of what is uncertain; minutes throughout. */
export interface RackOutline {
  /** From laying out to stop-stir. */
  readonly leadMin: number
  /** From laying out until the covers are on: the hands are taken. */
  readonly pourHandsMin: number
  /** From laying out until the last look: at home. */
  readonly pourPresentMin: number
  /** From stop-stir until it no longer runs: level and covered. */
  readonly levelMin: number
  /** The same for a layer poured later. */
  readonly laterLevelMin: number
  /** Under which name the covers are marked; null where none go on. */
  readonly coversKey: string | null
  /** What is weighed for the pour. */
  readonly takes: readonly Take[]
  readonly jobs: readonly OutlineJob[]
  readonly molds: readonly MoldNeed[]
  readonly pieces: number
}

export interface OutlineJob {
  readonly id: StepId
  readonly does: Deed | null
  readonly title: string
  /** What it is within a sentence. */
  readonly noun: string
  readonly detail: string
  readonly handsMin: number
  /** What it lays, and from what; null where it lays nothing. */
  readonly lays: StepRule['lays'] | null
  /** Whether it pours a layer that must stand level and covered. */
  readonly pours: boolean
  readonly waits: readonly JobWait[]
  /** What it needs at hand. */
  readonly takes: readonly Take[]
}

export interface MoldNeed {
  readonly id: string
  readonly name: string
  /** How many of the mold the pieces fill. */
  readonly copies: number
  /** How many there were when it was planned. */
  readonly owned: number
}

/** To lay out, weigh and stir (common practice: whoever skips the laying out fetches the bag while the window closes). */
const LEAD_MIN = 30
/** A later layer is weighed and stirred too. */
const MIX_MIN = 10
/** Where the bands do not reach: how much later one in ten resins gets there. */
const USUAL_LATER = 1.25

/** The outline of a batch, on the safe side: windows close before the first in ten of the possible resins is past them. */
export function rackOutline(schedule: Schedule, request: BatchRequest, bands: Bands): RackOutline {
  const spread = spreadOf(bands, schedule)
  const turns = schedule.turns.filter(({ beginMin }) => beginMin >= 0)
  const covers = turns.find(({ step }) => step.does === 'covers')
  const lastLook = Math.max(...turns.map(({ endMin }) => endMin))
  const jobs = rackJobs(schedule, request).map((job) => outlineJob(job, { spread, bands, schedule }))
  const setMin = bands.set?.open.highMin ?? spread.later * gelMin(schedule)
  const next = jobs.find(({ pours }) => pours)?.waits.find(({ after }) => after === POUR)
  return {
    leadMin: LEAD_MIN,
    pourHandsMin: LEAD_MIN + (covers?.endMin ?? 0),
    pourPresentMin: LEAD_MIN + lastLook,
    // From the next layer on, that layer's own level time counts.
    levelMin: Math.min(setMin, next?.openMin ?? Infinity),
    laterLevelMin: setMin,
    coversKey: covers?.key ?? null,
    takes: weighed(schedule),
    jobs,
    molds: moldsFilled(request.pieces).map(({ mold, copies }) => ({
      id: mold.id,
      name: mold.name,
      copies,
      owned: mold.count,
    })),
    pieces: pieceCount(request),
  }
}

const FOR_ALL = { pieceNo: null, roundNo: null } as const

function weighed(schedule: Schedule): readonly Take[] {
  const steps = schedule.technique.steps.filter(({ takes }) => takes === 'firstMix')
  return steps.flatMap((step) => takesOf(step, FOR_ALL, schedule))
}

function gelMin({ forecast }: Schedule): number {
  const { gelMin: atMin, toMin } = forecast.bed ?? forecast.cup
  return atMin ?? toMin
}

function outlineJob(
  { step, waits, handsOnMin }: RackJob,
  known: Known & { readonly schedule: Schedule },
): OutlineJob {
  const pours = step.lays === 'mix' || step.lays === 'product'
  return {
    id: step.id,
    does: step.does ?? null,
    title: step.title,
    noun: step.noun ?? step.title,
    detail: step.detail,
    handsMin: handsOnMin + (pours ? MIX_MIN : 0),
    pours,
    lays: step.lays ?? null,
    waits: waits.map((wait) => safe(wait, known)),
    takes: takesOf(step, FOR_ALL, known.schedule),
  }
}

interface Known {
  readonly spread: Spread
  readonly bands: Bands
}

interface Spread {
  readonly later: number
  readonly sooner: number
}

/**
 * How much later than the middle the slow tenth gets there, by the latest window that the bands reach; the quick tenth as much sooner. The
 * bands' own quick tail is no guide here: it is the cups that gelled before the planned decant, and whoever looks decants sooner.
 */
function spreadOf({ steps, set }: Bands, { technique }: Schedule): Spread {
  const frees = stepThat(technique, 'frees')
  const band = ((frees && steps[frees.id]) ?? set)?.best
  const later = band ? band.highMin / band.midMin : USUAL_LATER
  return { later, sooner: 1 / later }
}

/**
 * The wait on the safe side. What stays open is waited for to its best: that costs nothing. Drying and forms do not hang on the resin
 * and stay as they are.
 */
function safe(wait: JobWait, { spread, bands }: Known): JobWait {
  const { later, sooner } = spread
  if (!wait.cures) return { ...wait, openMin: wait.bestMin }
  if (wait.closeMin === null) return { ...wait, openMin: later * wait.bestMin, bestMin: later * wait.bestMin }
  const own = wait.after === POUR && wait.bonds ? bands.set : null
  // Once nine in ten are there, or at its best as believed, whichever is sooner: a finger tells before anything is poured.
  const openMin = Math.min(own?.open.highMin ?? later * wait.openMin, own?.best.midMin ?? wait.bestMin)
  const closeMin = sooner * wait.closeMin
  // Less known than it lasts: only its best moment is left.
  if (openMin >= closeMin) return { ...wait, openMin: wait.bestMin, closeMin: wait.bestMin }
  return { ...wait, openMin, closeMin, bestMin: Math.min(Math.max(wait.bestMin, openMin), closeMin) }
}
