import { proxy, type Remote } from 'comlink'
import { fail, ok, type Result } from '#core/units/index.ts'
import type { StudioDatabase } from '#data/database.ts'
import type { LargeStep } from '#data/keptStudios.ts'
import type { Choice } from '#data/mergeStudios.ts'
import { startFoundStudio } from '#workers/client.ts'
import type { FoundStudioLab, StudioCounts, StudioFileProblem } from '#workers/foundStudio.worker.ts'
import { heard } from './heard.ts'

export type { StudioCounts }

/** A studio that was read from a file; it stays in a worker of its own until it is let go. */
export interface FoundStudio {
  readonly counts: StudioCounts
  readonly compare: () => ReturnType<Remote<FoundStudioLab>['compare']>
  readonly merge: (
    step: LargeStep,
    choices: Readonly<Record<string, Choice>>,
  ) => ReturnType<Remote<FoundStudioLab>['merge']>
  readonly replace: (step: LargeStep) => Promise<string | null>
  readonly letGo: () => void
}

/** Why a file was not taken; of one that was changed, what is whole. */
export type FoundProblem =
  | Exclude<StudioFileProblem, { readonly kind: 'changed' }>
  | { readonly kind: 'changed'; readonly lines: readonly string[]; readonly whole: FoundStudio | null }

interface Reading {
  readonly signal: AbortSignal
  readonly onRead: (bytes: number) => void
}

/** Reads a studio file off the page; null where it was stopped. */
export async function findStudio(
  db: StudioDatabase,
  file: Blob,
  { signal, onRead }: Reading,
): Promise<Result<FoundStudio, FoundProblem> | null> {
  const { lab, end } = startFoundStudio()
  const stopped = new Promise<null>((resolve) => signal.addEventListener('abort', () => resolve(null)))
  // Whoever leaves the place while a studio is taken in finds it taken in: the worker ends with its last job.
  let doing = 0
  let over = false
  const done = async <Value>(job: Promise<Value>): Promise<Value> => {
    doing += 1
    try {
      return await job
    } finally {
      doing -= 1
      if (over && doing === 0) end()
    }
  }
  const found = (counts: StudioCounts): FoundStudio => ({
    counts,
    compare: () => done(lab.compare(db.name)),
    merge: (step, choices) => done(lab.merge(db.name, step, choices)),
    replace: (step) => done(lab.replace(db.name, step)),
    letGo: () => {
      over = true
      if (doing === 0) end()
    },
  })
  const { hear, end: hearNoMore } = heard(onRead)
  const read = await Promise.race([lab.read(file, proxy(hear)), stopped])
    .catch((problem: unknown) => {
      end()
      throw problem
    })
    .finally(hearNoMore)
  if (read?.ok) return ok(found(read.value))
  const whole = read?.problem.kind === 'changed' ? read.problem.whole : null
  if (!whole) end()
  if (!read) return null
  return fail(
    read.problem.kind === 'changed' ? { ...read.problem, whole: whole && found(whole) } : read.problem,
  )
}

/** Puts a kept studio in place of what is there, off the page. */
export async function bringBackOffPage(
  db: StudioDatabase,
  keptId: string,
  step: LargeStep,
): Promise<string | null> {
  const { lab, end } = startFoundStudio()
  try {
    return await lab.bringBack(db.name, keptId, step)
  } finally {
    end()
  }
}
