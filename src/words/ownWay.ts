import type { ChangeRefused, StepId } from '#core/technique/index.ts'
import { wordNeeded } from './otherwise.ts'

const FIGURE_WORDS = {
  handsS: 'no time of its own for the hands',
  minutes: 'no wait of its own',
  flowFactor: 'no window that the flow decides',
} as const

/** Why a step of a way cannot be changed so, in a sentence. */
export function wordRefused(refused: ChangeRefused, step: StepId): string {
  switch (refused.by) {
    case 'unknown':
      return `This way has no step "${step}" in its pour.`
    case 'needed':
      return `It cannot be left out. ${wordNeeded(refused.needed)}`
    case 'heart':
      return 'It cannot be left out: the way is made of it.'
    case 'waitedFor':
      return `It cannot be left out: "${refused.title}" is told from it. Leave that out first.`
    case 'noFigure':
      return `That step has ${FIGURE_WORDS[refused.figure]}.`
    default:
      return refused satisfies never
  }
}
