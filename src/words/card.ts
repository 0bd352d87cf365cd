import type { CardProblem } from '#core/card/index.ts'

const percent = (share: number) => `${Math.round(100 * share)} %`

/** Why two photographs tell nothing of a piece, and what would. */
export function wordCardProblem(problem: CardProblem): string {
  switch (problem.kind) {
    case 'otherShape':
      return 'The pictures differ in shape: hold the camera upright, or flat, for both.'
    case 'cardsAlike':
      return `The edges of the pictures should be card, white in one and black in the other; they are ${percent(problem.white)} and ${percent(problem.black)} bright. Leave card to see all round the piece, and lock the exposure.`
    case 'doNotMatch':
      return 'These do not look like the same piece from the same place. Keep the camera where it is and change only the card.'
    case 'noPiece':
      return 'Nothing but card is seen: the piece should fill a good part of the picture.'
    default:
      return problem satisfies never
  }
}
