import { STAGES } from '../resin/index.ts'
import {
  BUBBLES,
  COVER,
  DECANT,
  DEMOLD,
  FEATHER,
  LET_RISE,
  look,
  NOTHING_DRAWN,
  STIR,
  USE,
} from './commonSteps.ts'
import type { StepRule, Technique } from './technique.ts'

export const BUBBLES_BEFORE_FLOWERS: StepRule = {
  ...BUBBLES,
  detail:
    'Soft brush or blunt stick along the wall, then a brief low heat, with nothing that wilts or burns near.',
}

/** What lies in it, face down into the film. */
export const LAY_IN: StepRule = {
  id: 'place',
  title: 'Lay the inclusions face down',
  detail:
    'The base draws a slow string now. Lower film and petals from one edge, so that air escapes; press lightly.',
  done: 'Laid in',
  late: 'Brush a little fresh resin where each will lie, so that it holds.',
  place: 'pour',
  per: 'piece',
  moment: { by: 'resin', criterion: STAGES.string },
  handsOn: { by: 'secondsEach', seconds: 150 },
  needs: ['inclusions', 'wipes'],
  does: 'lays',
  flows: true,
  short: 'lay in',
  risks: ['skin'],
  brings: [],
}

/**
 * Flowers, fruit, stones, flakes or film between two pours: a thin base that has thickened holds them down, the rest goes over it while it still
 * bonds. Common practice; no published source.
 */
export const INCLUSIONS: Technique = {
  id: 'inclusions',
  name: 'Inclusions',
  summary: 'A thin base that has thickened, flowers or stones laid into it face down, the rest poured over.',
  face: 'mold',
  bed: { usualShareOfDepth: 0.25, usualMm: 3, leastMm: 2 },
  ...NOTHING_DRAWN,
  bottleneck: 'place',
  usualLayers: ['secondPour'],
  steps: [
    STIR,
    LET_RISE,
    {
      ...DECANT,
      title: 'Pour the base',
      detail: 'Thin, right to the wall. What is laid on fresh resin floats, and the base draws back from it.',
      done: 'Base poured',
      moment: { by: 'clock', fromMin: 3, bestMin: 6, toMin: 12 },
    },
    BUBBLES_BEFORE_FLOWERS,
    LAY_IN,
    { ...COVER, moment: { by: 'after', step: 'place', minutes: 0, lateAfterMin: 10 } },
    {
      ...FEATHER,
      detail: 'Feather the base out thin at the edge, so that no step shows under the second pour.',
    },
    look(
      'lookEarly',
      'place',
      20,
      'Nothing has floated, no bald spots under it. A piece that lifts is pressed back.',
    ),
    look('lookLate', 'place', 60, 'Level, dust, rim.'),
    DEMOLD,
    USE,
  ],
  order: [],
}
