import { useMemo } from 'react'
import { useQueries, type UseQueryResult } from '@tanstack/react-query'
import {
  learnBand,
  learnResin,
  type JudgedPiece,
  type Lesson,
  type TimingVerdict,
} from '#core/journal/index.ts'
import type { BatchRequest, LaterLayer } from '#core/batch/index.ts'
import type { Learned, Normal, Resin } from '#core/resin/index.ts'
import { aimEdges, movesAim, TECHNIQUES, type TechniqueId } from '#core/technique/index.ts'
import type { StudioDatabase } from '#data/database.ts'
import { readPart } from '#data/register.ts'
import type { LearningSubject } from '#data/learningCommands.ts'
import type { Learning } from '#schema/studio.ts'
import { useLiveRows } from './liveRows.ts'
import { sittingsRead, useLastTold } from './queries.ts'
import { storiesOf, type BatchStory } from './stories.ts'
import { usePlatform } from './studio.tsx'

/** A mix of a poured batch with what it teaches: the pour's own, or a later layer's. */
export interface TaughtRun {
  readonly story: BatchStory
  /** The later layer whose mix it is; null for the pour's own. */
  readonly layer: LaterLayer | null
  readonly stopStirAtMs: number
  readonly lesson: Lesson
  /** By piece number, how far from its best its aim step was done, by what is known of the resin by now. */
  readonly aimLog: Readonly<Record<number, number>>
}

/** A run that could teach about a subject, and whether it does. */
export interface CountedRun extends TaughtRun {
  readonly standing: 'counts' | 'leftOut' | 'beforeReset' | 'otherRecord'
}

/** What is asked about: a resin, a technique, or both. */
export interface Taught {
  readonly resinId?: string
  readonly technique?: TechniqueId
}

/** The latest runs teach: hands, bottles and rooms change, and so many make the figures as sure as they get. */
export const LATEST = 40

/**
 * The latest poured batches in which that resin was read, or whose pieces were judged in that technique, with the latest readings of the resins of those;
 * oldest first. The lessons come from the worker and are kept. Told when all of them are there, and as they were while one is worked out anew: what goes
 * by them would else be worked out once for each. Null before that.
 */
export function useTaughtRuns(about: Taught): readonly TaughtRun[] | null {
  const { secondPlanner, db } = usePlatform()
  const asked = JSON.stringify(about)
  const rows = useLiveRows(['stories', 'taught', about], () => readTaught(db, about))
  const stories = rows.isPlaceholderData ? undefined : rows.data
  const read = useMemo(() => (stories ?? []).flatMap(readMixes), [stories])
  const lessons = useQueries({
    queries: read.map(({ story, pour, sitting }) => {
      const { request } = story.batch
      return {
        queryKey: ['lesson', request, sitting ?? [pour.done, pour.readings]],
        queryFn: () =>
          sitting
            ? secondPlanner().lessonOfSitting(request, sitting.layerId, sitting.soFar)
            : secondPlanner().lessonOf({ request, done: pour.done, readings: pour.readings }),
        staleTime: Infinity,
      }
    }),
    combine: answersOf,
  })
  const decisions = useLearningDecisions()
  const allRead = stories !== undefined && lessons.isWhole
  const taught = useMemo(
    () =>
      (allRead ? read : [])
        .flatMap((mix, k) => {
          const lesson = lessons.told[k]
          return lesson ? [{ ...mix, lesson, aimLog: NOT_AIMED }] : []
        })
        .sort((one, other) => one.stopStirAtMs - other.stopStirAtMs),
    [allRead, read, lessons],
  )
  const aimed = useQueries({
    queries: taught.map(({ story, layer, pour }) => {
      const { request } = story.batch
      const run = { request, done: pour.done, readings: pour.readings }
      const { learned } = learningOfResin(request.resin, taught, decisions)
      return {
        queryKey: ['aimed', run, learned],
        queryFn: () => secondPlanner().aimedOf(run, learned),
        staleTime: Infinity,
        enabled: layer === null,
      }
    }),
    combine: answersOf,
  })
  const whole = useMemo(
    () =>
      allRead && aimed.isWhole
        ? { asked, runs: taught.map((run, k) => ({ ...run, aimLog: aimed.told[k] ?? NOT_AIMED })) }
        : undefined,
    [asked, allRead, taught, aimed],
  )
  const last = useLastTold({ data: whole })
  return last?.asked === asked ? last.runs : null
}

/** What so many questions were answered, and whether none of them is still being worked out; one that failed is answered with nothing. */
function answersOf<Answer>(results: readonly UseQueryResult<Answer>[]) {
  return { isWhole: !results.some(({ isLoading }) => isLoading), told: results.map(({ data }) => data) }
}

/** What can teach of a batch: its pour where it was read or its pieces were judged, and every mix of a later layer that was read. */
function readMixes(story: BatchStory) {
  const { pour, batch } = story
  if (pour.stage !== 'running') return []
  const judged = story.pieces.some((piece) => (piece.outcome?.timing ?? null) !== null)
  const own = { story, pour, layer: null, stopStirAtMs: pour.stopStirAtMs, sitting: null }
  const sittings = Object.entries(sittingsRead(pour)).flatMap(([layerId, soFar]) => {
    const layer = batch.request.layers.find(({ id }) => id === layerId)
    const sitting = pour.sittings[layerId]
    if (!layer || sitting?.stage !== 'running') return []
    const { stopStirAtMs } = sitting
    return [{ story, pour, layer, stopStirAtMs, sitting: { layerId, soFar } }]
  })
  return [...(judged || pour.readings.length > 0 ? [own] : []), ...sittings]
}

/** The resin that was stirred. */
function resinOf({ story, layer }: Pick<TaughtRun, 'story' | 'layer'>): Resin {
  return layer?.resin ?? story.batch.request.resin
}

async function readTaught(
  db: StudioDatabase,
  { resinId, technique }: Taught,
): Promise<readonly BatchStory[] | null> {
  const latest = (index: 'readOf' | 'judgedOf', value: string) =>
    readPart(db, { index, value, latest: LATEST })
  const judged = technique ? await latest('judgedOf', technique) : []
  const resins = new Set([...(resinId ? [resinId] : []), ...(judged ?? []).map((brief) => brief.resinId)])
  const read = await Promise.all([...resins].map((id) => latest('readOf', id)))
  if (!judged || read.includes(null)) return null
  const all = new Map([...judged, ...read.flatMap((briefs) => briefs!)].map((brief) => [brief.id, brief]))
  return storiesOf(db, [...all.values()])
}

const NOT_AIMED: TaughtRun['aimLog'] = {}
const NONE: readonly TaughtRun[] = []

export function useLearningDecisions(): ReadonlyMap<string, Learning> {
  const { db } = usePlatform()
  const rows = useLiveRows(['learning'], () => db.learning.toArray()).data ?? []
  return new Map(rows.map((row) => [row.id, row]))
}

/** What has been learned of a resin, and from what. */
export interface ResinLearning {
  readonly subject: LearningSubject
  readonly sinceMs: number
  readonly runs: readonly CountedRun[]
  readonly learned: Learned | null
}

export function learningOfResin(
  resin: Resin,
  taught: readonly TaughtRun[],
  decisions: ReadonlyMap<string, Learning>,
): ResinLearning {
  const subject: LearningSubject = `resin-${resin.id}`
  const decision = decisions.get(subject)
  const runs = taught
    .filter((run) => resinOf(run).id === resin.id && run.lesson.readings > 0)
    .slice(-LATEST)
    .map((run): CountedRun => ({ ...run, standing: standingOf(run, { decision, record: resin }) }))
  const lessons = runs.filter((run) => run.standing === 'counts').map((run) => run.lesson)
  return { subject, sinceMs: decision?.sinceMs ?? 0, runs, learned: learnResin(resin.spread, lessons) }
}

function standingOf(
  run: TaughtRun,
  { decision, record }: { readonly decision: Learning | undefined; readonly record: Resin | null },
): CountedRun['standing'] {
  const { story, stopStirAtMs } = run
  if (record && !sameRecord(resinOf(run), record)) return 'otherRecord'
  if (decision?.leftOut.includes(story.batch.id)) return 'leftOut'
  return decision && stopStirAtMs < decision.sinceMs ? 'beforeReset' : 'counts'
}

/** What a run says of a resin is said beside the record it was poured with. */
function sameRecord(one: Resin, other: Resin): boolean {
  return JSON.stringify([one.cure, one.flow]) === JSON.stringify([other.cure, other.flow])
}

export interface JudgedRun extends CountedRun {
  readonly pieces: readonly (JudgedPiece & { readonly no: number })[]
}

/** What outcomes taught about a technique's band. */
export interface BandLearning {
  readonly subject: LearningSubject
  readonly sinceMs: number
  readonly runs: readonly JudgedRun[]
  readonly shift: Normal
  readonly judged: number
}

/** What outcomes taught of that technique with that resin, those of other resins lent a little; null for a technique that has no band to move. */
export function learningOfBand(
  techniqueId: TechniqueId,
  resinId: string | null,
  taught: readonly TaughtRun[],
  decisions: ReadonlyMap<string, Learning>,
): BandLearning | null {
  const edges = aimEdges(TECHNIQUES[techniqueId])
  if (!edges) return null
  const subject: LearningSubject = `technique-${techniqueId}`
  const decision = decisions.get(subject)
  const runs = taught
    .filter(({ story: { batch }, layer }) => layer === null && batch.request.technique === techniqueId)
    .filter(({ story: { batch } }) => !movesAim(TECHNIQUES[techniqueId], batch.request.ownWay))
    .map((run): JudgedRun => ({
      ...run,
      standing: standingOf(run, { decision, record: null }),
      pieces: judgedPieces(run),
    }))
    .filter((run) => run.pieces.length > 0)
    .slice(-LATEST)
  const pieces = runs
    .filter((run) => run.standing === 'counts')
    .flatMap((run) =>
      run.pieces.map((piece) => ({ ...piece, lent: resinOf(run).id !== resinId && resinId !== null })),
    )
  return {
    subject,
    sinceMs: decision?.sinceMs ?? 0,
    runs,
    shift: learnBand(pieces, edges),
    judged: pieces.length,
  }
}

function judgedPieces({ story, aimLog: aimed }: TaughtRun): JudgedRun['pieces'] {
  return story.pieces.flatMap(({ no, outcome }) => {
    const aimLog = aimed[no]
    const verdict: TimingVerdict | null = outcome?.timing ?? null
    return aimLog === undefined || verdict === null ? [] : [{ no, aimLog, verdict }]
  })
}

/** What is known by now of a resin and of this hand, and the pours it is known from, by name. */
export interface Known {
  readonly taught: (request: BatchRequest) => BatchRequest
  /** False while it is still looked for. */
  readonly isWhole: boolean
  readonly from: readonly string[]
}

/** The request with what is known by now of its resin and of this hand. */
export function useTaught({ resin, technique }: Pick<BatchRequest, 'resin' | 'technique'>): Known {
  const runs = useTaughtRuns({ resinId: resin.id, technique })
  const taught = runs ?? NONE
  const decisions = useLearningDecisions()
  const band = learningOfBand(technique, resin.id, taught, decisions)
  const own = learningOfResin(resin, taught, decisions)
  const counted = [...own.runs, ...(band?.runs ?? [])].filter(({ standing }) => standing === 'counts')
  return {
    isWhole: runs !== null,
    from: [...new Set(counted.map(({ story }) => story.batch.request.name))],
    taught: (request) => ({
      ...request,
      learned: own.learned,
      aimShiftLog: band && band.judged > 0 ? band.shift.mean : 0,
    }),
  }
}
