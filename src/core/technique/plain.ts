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
import type { Technique } from './technique.ts'

/** Resin poured and left alone: clear, or tinted in cups; what makes the piece may lie in the layers over it. Common practice. */
export const PLAIN: Technique = {
  id: 'plain',
  name: 'Plain',
  summary: 'Poured clear or tinted and left alone: a base, a film, a dish; layers over it as you like.',
  face: 'mold',
  bed: { usualShareOfDepth: 0.5, usualMm: 5, leastMm: 1 },
  ...NOTHING_DRAWN,
  bottleneck: 'decant',
  usualLayers: [],
  steps: [
    STIR,
    LET_RISE,
    {
      ...DECANT,
      title: 'Pour',
      detail: 'Thin, right to the wall, to the planned depth in every mold.',
      done: 'Poured',
      moment: { by: 'clock', fromMin: 2, bestMin: 5, toMin: 12 },
    },
    {
      ...BUBBLES,
      detail:
        'Soft brush or blunt stick along the wall, then a brief low heat, with nothing that burns near.',
    },
    { ...COVER, moment: { by: 'after', step: 'bubbles', minutes: 0, lateAfterMin: 10 } },
    FEATHER,
    look('lookLate', 'decant', 60, 'Level, dust, rim.'),
    DEMOLD,
    USE,
  ],
  order: [],
}
