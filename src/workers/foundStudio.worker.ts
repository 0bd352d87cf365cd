import { expose } from 'comlink'
import { fail, ok, type Result } from '#core/units/index.ts'
import { StudioDatabase } from '#data/database.ts'
import { bringBack, type LargeStep } from '#data/keptStudios.ts'
import type { Choice, Merged } from '#data/mergeStudios.ts'
import { compareStudio, mergeStudio, replaceStudio } from '#data/studioCommands.ts'
import type { BundleProblem } from '#formats/bundle.ts'
import { readStudioFile } from '#formats/studioFile.ts'
import type { Studio } from '#schema/studio.ts'

/** How much is in a studio that was read. */
export interface StudioCounts {
  readonly batches: number
  readonly pieces: number
  readonly photos: number
  readonly resins: number
  readonly molds: number
  readonly colours: number
}

/** Why a file was not taken; of one that was changed, how much is whole. */
export type StudioFileProblem =
  | Exclude<BundleProblem, { readonly kind: 'changed' }>
  | { readonly kind: 'changed'; readonly lines: readonly string[]; readonly whole: StudioCounts | null }

let held: Studio | null = null

/** A studio file from its reading to its taking, off the page: the studio stays here, and the page hears what is in it. */
const foundStudio = {
  read: async (
    file: Blob,
    onRead: (bytes: number) => void,
  ): Promise<Result<StudioCounts, StudioFileProblem>> => {
    const read = await readStudioFile(file, onRead)
    if (read.ok) {
      held = read.value
      return ok(countsOf(held))
    }
    if (read.problem.kind !== 'changed') return fail(read.problem)
    held = read.problem.whole
    return fail({ ...read.problem, whole: held && countsOf(held) })
  },
  /** What adding it would bring, and what both changed. Nothing is written. */
  compare: async (name: string): Promise<Omit<Merged, 'records'>> => {
    const { added, conflicts } = await compareStudio(new StudioDatabase(name), wanted())
    return { added, conflicts }
  },
  merge: async (
    name: string,
    step: LargeStep,
    choices: Readonly<Record<string, Choice>>,
  ): Promise<Pick<Merged, 'added'> & { readonly keptId: string | null }> => {
    const { added, keptId } = await mergeStudio(new StudioDatabase(name), wanted(), step, choices)
    return { added, keptId }
  },
  replace: (name: string, step: LargeStep): Promise<string | null> =>
    replaceStudio(new StudioDatabase(name), wanted(), step),
  bringBack: (name: string, keptId: string, step: LargeStep): Promise<string | null> =>
    bringBack(new StudioDatabase(name), keptId, step),
}

function wanted(): Studio {
  if (!held) throw new Error('foundStudio: no file was read')
  return held
}

function countsOf(studio: Studio): StudioCounts {
  const { batches, pieces, photos, resins, molds, colours } = studio
  return {
    batches: batches.length,
    pieces: pieces.length,
    photos: photos.length,
    resins: resins.length,
    molds: molds.length,
    colours: colours.length,
  }
}

export type FoundStudioLab = typeof foundStudio

expose(foundStudio)
