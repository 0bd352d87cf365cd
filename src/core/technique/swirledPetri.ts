import { BUBBLES, COVER, DEMOLD, FEATHER, LET_RISE, look, STIR, USE } from './commonSteps.ts'
import { SWIRL } from './onFilm.ts'
import { DECANT_FRESH, DROPS, PETRI } from './petri.ts'
import type { Technique } from './technique.ts'

/**
 * A petri whose cells are drawn into ribbons of lace: one even swirl once the film draws a string, 15 to 20 min after the white in a warm
 * room. Common practice.
 */
export const SWIRLED_PETRI: Technique = {
  ...PETRI,
  id: 'swirledPetri',
  name: 'Swirled petri',
  summary: 'A petri that waits for the string: then one even swirl draws its cells into ribbons.',
  steps: [
    STIR,
    LET_RISE,
    DECANT_FRESH,
    BUBBLES,
    DROPS,
    {
      ...SWIRL,
      title: 'Swirl it once, off the floor',
      detail:
        'A stick just above the floor, one even round, out and up. It draws a string by now: neither thin nor skinned.',
      late: 'The film tears and looks curdled from now on: leave it as cells.',
      handsOn: { by: 'strokes' },
    },
    { ...COVER, moment: { by: 'after', step: 'swirl', minutes: 0, lateAfterMin: 10 } },
    look('lookEarly', 'swirl', 20, 'Ribbons still run a little. What has skinned stays as it is.'),
    FEATHER,
    look('lookLate', 'swirl', 60, 'Level, dust, rim.'),
    DEMOLD,
    USE,
  ],
}
