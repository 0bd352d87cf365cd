import { COVER, DEMOLD, FEATHER, look, PIPE, PIPED_AS, PORTION, SHAPE, STIR, USE } from './commonSteps.ts'
import { NESTED, NESTED_LINES, STONES_IN_CENTRE } from './nested.ts'
import { BUBBLES_BEFORE_COLOUR, SKIM } from './onFilm.ts'
import { IN_LINES } from './heldBack.ts'
import type { Technique } from './technique.ts'

/**
 * Nested lines with a white line over them, swirled: it opens into lace as a bloom's rings do and takes the colours along. Common practice names the
 * white and the swirl but no minute: the white's own window is a bloom's over the whole depth, and the swirl follows at once.
 */
export const NESTED_SWIRL: Technique = {
  id: 'nestedSwirl',
  name: 'Nested lines, swirled',
  summary: 'Nested lines, then a white line in their shape, swirled so that it draws the colours along.',
  face: NESTED.face,
  bed: NESTED.bed,
  holdsBack: IN_LINES,
  aimStep: null,
  bottleneck: 'white',
  // Half of what a bloom takes for as wide a piece: one line (by eye).
  white: { by: 'bag', lies: 'line', usualPortionG: 15 },
  ink: NESTED.ink,
  usualLayers: [],
  steps: [
    STIR,
    {
      ...PORTION,
      detail:
        'See-through on a wiped stick. Into the bag, bag into its cup; two small cups that are poured from in turn do as well.',
    },
    SKIM,
    BUBBLES_BEFORE_COLOUR,
    NESTED_LINES,
    {
      ...PIPE,
      title: 'Pipe the white line',
      detail: 'One even line in the shape of the lines under it, half way in.',
      says: {
        ...PIPED_AS,
        of: PIPED_AS.of.map((said) =>
          said.sort === 'rings'
            ? { ...said, detail: 'Even, in the shape of the lines under it, where the pattern shows it.' }
            : said,
        ),
      },
      late: 'It stays a line from now on: swirl it gently or leave it.',
      round: 'swirl',
    },
    {
      ...SHAPE,
      title: 'Swirl it in a few places on the line',
      detail:
        'From just above the floor, one round, lift, wipe the stick. About the very middle it would only turn the lines in themselves.',
      done: 'Swirled',
      round: 'swirl',
    },
    STONES_IN_CENTRE,
    { ...COVER, moment: { by: 'after', step: 'setStones', minutes: 0, lateAfterMin: 10 } },
    look('lookEarly', 'white', 20, 'The white has opened by now, or stays as it is.'),
    FEATHER,
    look('lookLate', 'white', 60, 'Lines level with each other, dust, rim.'),
    DEMOLD,
    USE,
  ],
  order: [],
}
