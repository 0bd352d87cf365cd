import type { EditRefused, ScoreEdit, StepId, Work } from '#core/technique/index.ts'
import { printSpan } from '#core/units/index.ts'
import { wordNeeded } from './otherwise.ts'

/** What can be put in between the steps. */
export const WORK_WORDS: Readonly<Record<Work['by'], string>> = {
  drops: 'Drops of a colour',
  puts: 'Something set in or strewn',
  warmCup: 'A warm bath for the cup',
  warmAir: 'Warm air',
  tilt: 'A tilt',
  wait: 'A wait',
  own: 'A step of my own',
}

/** What a step is called, by its id. */
export type TitleOf = (id: StepId) => string

/** What it may speak of by an id. */
export type WrittenOf = Readonly<
  Record<'colours' | 'cups', readonly { readonly id: string; readonly name: string }[]>
>

/** What somebody wrote on the order of the hands, in one sentence. */
export function wordEdit(edit: ScoreEdit, titleOf: TitleOf, { colours, cups }: WrittenOf): string {
  const colourOf = (id: string) => colours.find((colour) => colour.id === id)?.name ?? 'a colour'
  const cupOf = (id: string) => cups.find((cup) => cup.id === id)?.name ?? 'a cup that is gone'
  switch (edit.kind) {
    case 'leftOut':
      return `Left out: ${titleOf(edit.step)}.`
    case 'moved':
      return `${titleOf(edit.step)}: before “${titleOf(edit.before)}”.`
    case 'atMinute':
      return `${titleOf(edit.step)}: at ${printSpan(edit.min)}.`
    case 'split':
      return `${titleOf(edit.step)}: each bag by itself.`
    case 'inTurn':
      return `${titleOf(edit.step)}: the bags in turn, one bead each.`
    case 'inRounds':
      return `Poured over the object in ${edit.rounds} rounds.`
    case 'outOf':
      return `${titleOf(edit.step)}: out of ${edit.cup === null ? 'the clear cup' : cupOf(edit.cup)}.`
    case 'pass':
      return edit.by === 'step'
        ? `${edit.steps.map(titleOf).join(', ')}: each on all pieces before the next.`
        : `${edit.steps.map(titleOf).join(', ')}: piece by piece.`
    case 'added':
      return `${wordWork(edit.work, colourOf)}${wordPieces(edit.pieces)}, before “${titleOf(edit.before)}”.`
    default:
      return edit satisfies never
  }
}

function wordWork(work: Work, colourOf: (id: string) => string): string {
  switch (work.by) {
    case 'drops':
      return `${work.drops} ${work.drops === 1 ? 'drop' : 'drops'} of ${colourOf(work.colour)}`
    case 'puts':
      return `Put in ${work.what}`
    case 'warmCup':
      return `The cup in warm water for ${work.seconds} s`
    case 'warmAir':
      return `Warm air for ${work.seconds} s`
    case 'tilt':
      return `A tilt of ${work.seconds} s`
    case 'wait':
      return `A wait of ${work.minutes} min`
    case 'own':
      return work.title
    default:
      return work satisfies never
  }
}

function wordPieces(pieces: readonly number[] | null): string {
  if (pieces === null) return ''
  return pieces.length === 1 ? ` on piece ${pieces[0]}` : ` on pieces ${pieces.join(', ')}`
}

/** Why it cannot be so. */
export function wordRefused(refused: EditRefused): string {
  switch (refused.by) {
    case 'gone':
      return 'It speaks of a step that is not there any more. It is kept, and counts again once the step is back.'
    case 'colourGone':
      return 'Its colour is none of the plan’s any more. Add the colour again, or take this back.'
    case 'dry':
      return `${refused.colour} does not drip: weigh it into a cup or a bag.`
    case 'oneBag':
      return 'There is one bag for it, or none: add a bag beside the white first.'
    case 'inTurn':
      return 'The bags take turns there already. Take that back first.'
    case 'noCup':
      return 'There is no such cup any more, or no such round.'
    case 'noRounds':
      return 'Only what is poured over an object goes over it in rounds. If it is in rounds already, take that back first.'
    case 'notAlong':
      return 'Only steps that go piece by piece, and stand beside each other, can be done together on each piece.'
    case 'noPiece':
      return 'The plan has no such piece any more.'
    case 'needed':
      return wordNeeded(refused.needed)
    case 'heart':
      return 'The whole pour is timed for it. Choose another technique if you want to be without it.'
    case 'beforePour':
      return `“${refused.title}” would come before the pour: there is nothing in the molds yet.`
    case 'frame':
      return `“${refused.title}” cannot stand there: stirring comes first, the cup is empty with the last of it, and the covers go on when all is done.`
    default:
      return refused satisfies never
  }
}
