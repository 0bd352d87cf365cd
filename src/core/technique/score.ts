import type { Needed } from './order.ts'
import type { StepId } from './technique.ts'

/** Something a person puts in between the steps of a way: so many drops of a colour of the plan on each piece, something set in or strewn, a cup that is warmed, warm air, a tilt, a wait, or a word to oneself. */
export type Work =
  | { readonly by: 'drops'; readonly colour: string; readonly drops: number }
  | { readonly by: 'puts'; readonly what: string; readonly seconds: number }
  | { readonly by: 'warmCup'; readonly seconds: number }
  | { readonly by: 'warmAir'; readonly seconds: number }
  | { readonly by: 'tilt'; readonly seconds: number }
  | { readonly by: 'wait'; readonly minutes: number }
  | { readonly by: 'own'; readonly title: string; readonly seconds: number }

/**
 * What a person writes on the order of the hands that a way of laying comes to, in the order it was written. A step is named by its id. What speaks of a step that is not
 * there any more is kept, told and does nothing.
 */
export type ScoreEdit =
  /** Not done at all. */
  | { readonly kind: 'leftOut'; readonly step: StepId }
  /** Right before that step. */
  | { readonly kind: 'moved'; readonly step: StepId; readonly before: StepId }
  /** So many minutes after stop-stir, on the first piece where it goes piece by piece, whatever the model says. */
  | { readonly kind: 'atMinute'; readonly step: StepId; readonly min: number }
  /** Those steps one after the other on each piece, or each on all pieces before the next. */
  | { readonly kind: 'pass'; readonly steps: readonly StepId[]; readonly by: 'piece' | 'step' }
  /** Every bag of it is a step of its own, the white's last. */
  | { readonly kind: 'split'; readonly step: StepId }
  /** A bead of each bag and round again, until they are all laid. */
  | { readonly kind: 'inTurn'; readonly step: StepId }
  /** What is poured over an object goes over it so often, a cup after the other where there are several. */
  | { readonly kind: 'inRounds'; readonly step: StepId; readonly rounds: number }
  /** That round comes out of that cup, by its id; null is what stays clear. */
  | { readonly kind: 'outOf'; readonly step: StepId; readonly cup: string | null }
  | {
      readonly kind: 'added'
      /** The step's own. */
      readonly id: StepId
      readonly work: Work
      /** By number; null for all of them. */
      readonly pieces: readonly number[] | null
      readonly before: StepId
    }

/** Why something that was written cannot be so; the plan is as if it were not written. */
export type EditRefused =
  | { readonly by: 'gone'; readonly step: StepId }
  | { readonly by: 'colourGone' }
  /** What is dry does not drip. */
  | { readonly by: 'dry'; readonly colour: string }
  /** There is one bag, or none. */
  | { readonly by: 'oneBag' }
  /** Its bags take turns already. */
  | { readonly by: 'inTurn' }
  /** Only what goes over an object is poured in rounds, and once it is written it is written. */
  | { readonly by: 'noRounds' }
  /** It is no round, or there is no such cup. */
  | { readonly by: 'noCup' }
  /** They are not done piece by piece, or something stands between them. */
  | { readonly by: 'notAlong' }
  /** It is for pieces that the plan has none of. */
  | { readonly by: 'noPiece' }
  | { readonly by: 'needed'; readonly needed: Needed }
  /** The whole pour is timed for it. */
  | { readonly by: 'heart' }
  /** Nothing lies in the molds yet that it could be done to. */
  | { readonly by: 'beforePour'; readonly title: string }
  /** It would be poured before it is stirred, or covered before it is done. */
  | { readonly by: 'frame'; readonly title: string }

/** An edit with what becomes of it. */
export interface Judged {
  readonly edit: ScoreEdit
  readonly refused: EditRefused | null
}

/** A name that nothing put in between has yet. */
export function addedId(score: readonly ScoreEdit[]): StepId {
  const taken = new Set(score.flatMap((edit) => (edit.kind === 'added' ? [edit.id] : [])))
  let no = 1
  while (taken.has(`own${no}`)) no++
  return `own${no}`
}

/** The steps an edit speaks of. */
export function stepsNamed(edit: ScoreEdit): readonly StepId[] {
  switch (edit.kind) {
    case 'moved':
      return [edit.step, edit.before]
    case 'pass':
      return edit.steps
    case 'added':
      return [edit.before]
    case 'leftOut':
    case 'atMinute':
    case 'split':
    case 'inTurn':
    case 'inRounds':
    case 'outOf':
      return [edit.step]
    default:
      return edit satisfies never
  }
}
