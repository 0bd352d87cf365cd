import {
  COVER,
  DECANT,
  DEMOLD,
  FEATHER,
  KEEP_BACK,
  LET_RISE,
  look,
  NOTHING_DRAWN,
  STIR,
  USE,
} from './commonSteps.ts'
import { OVER_ALL } from './heldBack.ts'
import { BUBBLES_BEFORE_FLOWERS, LAY_IN } from './inclusions.ts'
import type { Criterion } from '../resin/index.ts'
import type { Technique } from './technique.ts'

/** Thick enough to hold what is pressed into it, thin enough to be covered (from memory; about where common practice reads 43 C in a usual cup). */
const THICK_ENOUGH: Criterion = {
  by: 'fluidity',
  opensPerPa: 2600,
  bestPerPa: 1900,
  closesPerPa: 1000,
  ofFilm: true,
}

/**
 * Flowers, film or crystals between a thin film and the rest of the same mix, all in one sitting: the mix thickens in its cup, the film that is poured of it
 * holds what is laid in, the rest goes over it at once, so that both set as one. Common practice, which waits until the cup reads about 43 C: one
 * reading for one resin and one cup. Here the film's own thickness decides, and both cups must be out before their own stops.
 */
export const COVERED: Technique = {
  id: 'covered',
  name: 'Laid in and covered',
  summary:
    'A thin film, flowers or crystals laid into it, the rest of the same mix over them in one sitting.',
  face: 'mold',
  bed: { usualShareOfDepth: 0.35, usualMm: 3, leastMm: 1.5 },
  holdsBack: OVER_ALL,
  ...NOTHING_DRAWN,
  aimStep: LAY_IN.id,
  bottleneck: LAY_IN.id,
  usualLayers: [],
  steps: [
    STIR,
    {
      ...LET_RISE,
      title: 'Let it thicken in its cup',
      detail: 'Whole and undisturbed: its own mass warms it, and its bubbles rise.',
      done: 'Rested',
    },
    {
      ...KEEP_BACK,
      title: 'Keep the rest back in a wide cup',
      detail:
        'It goes over what is laid in, minutes from now. The wider and flatter its cup, the less it warms; tints go in now.',
    },
    {
      ...DECANT,
      title: 'Pour the clear film',
      detail: 'Thin, right to the wall: thick as it is now, it holds down what is laid into it.',
      done: 'Film poured',
      late: 'Pour now, all of it: what stays in the cup runs away.',
      moment: { by: 'aim' },
    },
    BUBBLES_BEFORE_FLOWERS,
    {
      ...LAY_IN,
      detail:
        'The film is thick enough to hold them. Lower film and petals from one edge, so that air escapes; press lightly, and cover this piece before the next.',
      late: 'Too thick to sink into: brush a little fresh resin where each will lie, and cover at once.',
      round: 'laid',
      moment: { by: 'resin', criterion: THICK_ENOUGH },
    },
    {
      id: 'coverOver',
      title: 'Pour the rest over them',
      detail: 'Slowly, beside what lies there and not on it: it runs over by itself. Press down what lifts.',
      done: 'Covered with resin',
      late: 'Too thick to run: leave it, and pour a fresh mix over them while the film still takes a print.',
      place: 'pour',
      per: 'piece',
      round: 'laid',
      moment: { by: 'after', step: 'place', minutes: 0, lateAfterMin: 5, each: true },
      handsOn: { by: 'secondsEach', seconds: 40 },
      takes: 'held',
      needs: ['wipes'],
      does: 'raises',
      flows: true,
      short: 'over',
      risks: ['skin', 'runaway'],
      brings: [],
    },
    { ...COVER, moment: { by: 'after', step: 'coverOver', minutes: 0, lateAfterMin: 10 } },
    FEATHER,
    look('lookEarly', 'place', 20, 'Nothing has floated through. A piece that lifts is pressed back.'),
    look('lookLate', 'place', 60, 'Level, dust, rim.'),
    DEMOLD,
    USE,
  ],
  order: [],
}
