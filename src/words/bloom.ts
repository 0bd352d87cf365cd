import type { BloomOutcome } from '#core/bloom/index.ts'
import type { FaceMoment } from '#core/plan/index.ts'

export const MOMENT_WORDS: Readonly<Record<FaceMoment['id'], string>> = {
  early: 'Piped early',
  right: 'Piped at its best',
  late: 'Piped late',
}

const percent = (share: number) => `${Math.round(100 * share)} %`

/** What the simulated face looks like, in the trade's words. */
export function wordOutcome(outcome: BloomOutcome): string {
  if (outcome.verdict === 'inWindow')
    return `Petals close over ${percent(outcome.coverage)} of the face and stay fine; ${percent(outcome.gap)} stays clear.`
  return outcome.verdict === 'tooEarly'
    ? `White falls through: ${percent(outcome.blob)} of it lies in opaque slabs.`
    : `Lines stay lines: only ${percent(outcome.onFace)} of the white reaches the face, ${percent(outcome.gap)} stays clear.`
}

/** The figures one by one, each with what it means. */
export function outcomeLines(outcome: BloomOutcome): readonly string[] {
  return [
    `Closure ${percent(outcome.coverage)}: face that is clearly white.`,
    `Gap ${percent(outcome.gap)}: face left clear.`,
    `Blob ${percent(outcome.blob)}: white that lies in opaque slabs.`,
    `Rim ${percent(outcome.rimGap)}: of the outer 4 mm left clear.`,
    `Delicacy ${outcome.delicacy.toFixed(2)}: how finely the white is drawn; below 0.12 it is a film.`,
  ]
}
