import * as v from 'valibot'
import { USUAL_REQUEST, type BatchRequest } from '#core/batch/index.ts'
import { isWhite } from '#core/colour/index.ts'
import { placesOf } from '#core/mold/index.ts'
import type { Shelf } from '#core/shelf/index.ts'
import { pathOf } from '#schema/issues.ts'
import { withLayers } from '#schema/earlierLayers.ts'
import { batchRequestSchema } from '#schema/request.ts'
import { localField } from '#app/components/when.ts'
import type { Settings } from '#schema/studio.ts'

/** A set is poured as a set; of a larger one a first mix is held to what two hands manage (common practice). */
const MOST_AT_FIRST = 4

/** Whoever has no more than these means all of them. */
const FEW_INKS = 4

/** A first draft from what is on the shelf: something to change rather than an empty form. */
export function newDraft({ resins, molds, colours }: Shelf, settings: Settings): BatchRequest | null {
  const [resin] = resins
  const mold = molds.find((each) => each.depthMm >= 8) ?? molds[0]
  if (!resin || !mold) return null
  const white = colours.find(isWhite)
  const inks = colours.filter((colour) => colour.kind === 'alcoholInk')
  return {
    ...USUAL_REQUEST,
    name: `${mold.name}, bloom`,
    pieces: [{ mold, count: Math.min(MOST_AT_FIRST, placesOf(mold)), pattern: null }],
    resin,
    colours: [...(inks.length <= FEW_INKS ? inks : inks.slice(0, 2)), ...(white ? [white] : [])],
    roomTempC: settings.roomTempC,
    hands: settings.hands,
    measuring: settings.measuring,
  }
}

export interface CheckedDraft {
  /** Null while something is wrong. */
  readonly request: BatchRequest | null
  /** By path, "pieces.0.count". */
  readonly problems: Readonly<Record<string, string>>
}

/** The draft as a request, or what is wrong with it by field; a start that has passed is wrong too. */
export function checkDraft(draft: BatchRequest, nowMs: number): CheckedDraft {
  const read = v.safeParse(batchRequestSchema, draft)
  const problems: Record<string, string> = {}
  for (const issue of read.issues ?? []) problems[pathOf(issue)] ??= issue.message
  if (draft.startAt !== null && Date.parse(draft.startAt) < nowMs) {
    problems['startAt'] = 'start is in the past, expected an hour still to come, or none'
  }
  if (draft.promisedOn !== null && draft.promisedOn < localField(nowMs).slice(0, 10)) {
    problems['promisedOn'] = 'promised day is in the past, expected a day still to come, or none'
  }
  return { request: Object.keys(problems).length === 0 && read.success ? read.output : null, problems }
}

const DRAFT_KEY = 'nublo-draft'

/** Keeps the draft through a reload; a device that will not store it loses nothing but that comfort. */
export function keepDraft(draft: BatchRequest): void {
  try {
    localStorage.setItem(DRAFT_KEY, JSON.stringify(draft))
  } catch {
    // A full or closed storage: the draft stays on the screen.
  }
}

/** The draft of an earlier session; null when there is none or it can no longer be read. */
export function keptDraft(): BatchRequest | null {
  try {
    const read = v.safeParse(
      batchRequestSchema,
      withLayers(JSON.parse(localStorage.getItem(DRAFT_KEY) ?? 'null')),
    )
    return read.success ? { ...read.output, startAt: null, promisedOn: null } : null
  } catch {
    return null
  }
}

export function dropDraft(): void {
  localStorage.removeItem(DRAFT_KEY)
}
