import type { BloomOutcome, CellsOutcome, LineOutcome } from '#core/bloom/index.ts'
import type { FaceMoment, FaceTask, FaceWhatIf } from '#core/plan/index.ts'
import { whitensWhatIsRaised, type Technique, type WhiteRule, type Work } from '#core/technique/index.ts'

/** When a face got what it is judged by: a bead of white, or a needle's drops. */
export const MOMENT_WORDS: Readonly<
  Record<Exclude<WhiteRule['by'], 'none'>, Readonly<Record<FaceMoment['id'], string>>>
> = {
  bag: { early: 'Piped early', right: 'Piped at its best', late: 'Piped late' },
  needle: { early: 'Dropped early', right: 'Dropped as planned', late: 'Dropped late' },
}

export const WHAT_IF_WORDS: Readonly<Record<FaceWhatIf, string>> = {
  asPlanned: 'as planned',
  doubleWhite: 'twice the white',
  inkAfterWhite: 'inks after the white',
  warmerRoom: 'room 5 K warmer',
  glitter: 'glitter all over first',
  byLamp: 'seen by a warm lamp',
}

/** What was put in between and is not in the picture; null where all of it is. */
export function wordUnfollowed(unfollowed: FaceTask['unfollowed']): string | null {
  if (unfollowed.length === 0) return null
  const what = unfollowed.map((by) => UNFOLLOWED_WORDS[by])
  return `Not in the picture: ${new Intl.ListFormat('en', { type: 'conjunction' }).format(what)}.`
}

const UNFOLLOWED_WORDS: Readonly<Record<Work['by'], string>> = {
  drops: 'your drops',
  puts: 'what you put in',
  warmCup: 'the warmed cup',
  warmAir: 'warm air',
  tilt: 'the tilt',
  wait: 'your wait',
  own: 'steps of your own',
}

/** What the figures of that question do not tell. */
export const WHAT_IF_NOTES: Readonly<Partial<Record<FaceWhatIf, string>>> = {
  inkAfterWhite:
    'The drops push the drawn lines aside. The figures measure the white, not whether your pattern is still there: judge the picture.',
  warmerRoom: 'At the same minutes as planned: in a warmer room the same resin is further on.',
  glitter:
    'White drops through wherever a flake lies in it, so petals break into pockets. How much is by eye: a fine or a sparse glitter breaks less.',
}

/** Whether the face before pouring is followed or only drawn. */
export function wordFollowed(way: Technique): string {
  if (way.white.by === 'none')
    return 'Before pouring: a drawing of what is laid where; how it runs is not followed.'
  const followed =
    'Before pouring: its face is simulated, with white, colours and tools followed while it thickens'
  return way.holdsBack && !whitensWhatIsRaised(way)
    ? `${followed}; how far the last pour pushes them is not.`
    : `${followed}.`
}

type Outcome = BloomOutcome | CellsOutcome | LineOutcome

const percent = (share: number) => `${Math.round(100 * share)} %`

/** What the simulated face looks like, in the trade's words. */
export function wordOutcome(outcome: Outcome): string {
  if (outcome.of === 'cells')
    return `${percent(outcome.down)} of the colour went down to the face, ${percent(outcome.stayed)} stays on the open side; ${percent(outcome.clear)} of the piece is clear.`
  if (outcome.of === 'line')
    return `${percent(outcome.onFace)} of the white went down and opened, over ${percent(outcome.coverage)} of the face; ${percent(outcome.stuck)} stays a line on the open side.`
  if (outcome.verdict === 'inWindow')
    return `Petals close over ${percent(outcome.coverage)} of the face and stay fine; ${percent(outcome.gap)} stays clear.`
  return outcome.verdict === 'tooEarly'
    ? `White falls through: ${percent(outcome.blob)} of it lies in opaque slabs.`
    : `Lines stay lines: only ${percent(outcome.onFace)} of the white reaches the face, ${percent(outcome.gap)} stays clear.`
}

/** The figures one by one, each with what it means. */
export function outcomeLines(outcome: Outcome): readonly string[] {
  if (outcome.of === 'cells')
    return [
      `Down ${percent(outcome.down)}: colour the white drove to the face.`,
      `Stayed ${percent(outcome.stayed)}: colour left on the open side; without white it stays there.`,
      `Walls ${percent(outcome.walls)}: face that is clearly white.`,
      `Clear ${percent(outcome.clear)}: nothing reached it; more drops, or a coloured back.`,
    ]
  if (outcome.of === 'line')
    return [
      `Down ${percent(outcome.onFace)}: white that reached the face.`,
      `Stayed ${percent(outcome.stuck)}: white that never left the open side.`,
      `Lace ${percent(outcome.coverage)}: face that is clearly white.`,
      `Blob ${percent(outcome.blob)}: white that lies in opaque slabs.`,
    ]
  return [
    `Closure ${percent(outcome.coverage)}: face that is clearly white.`,
    `Gap ${percent(outcome.gap)}: face left clear.`,
    `Blob ${percent(outcome.blob)}: white that lies in opaque slabs.`,
    `Rim ${percent(outcome.rimGap)}: of the outer 4 mm left clear.`,
    `Delicacy ${outcome.delicacy.toFixed(2)}: how finely the white is drawn; below 0.12 it is a film.`,
  ]
}
