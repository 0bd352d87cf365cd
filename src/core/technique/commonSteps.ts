import { STAGES } from '../resin/index.ts'
import type { SaidByMarks, StepRule, Technique } from './technique.ts'

/** Steps that many techniques share word for word. Figures are common practice, with no published source. */

export const STIR: StepRule = {
  id: 'stir',
  title: 'Stir for three minutes by the clock',
  detail: 'Scrape walls and bottom. Short stirring is the commonest cause of resin that stays soft.',
  done: 'Stop stir',
  place: 'pour',
  per: 'batch',
  shared: true,
  moment: { by: 'clock', fromMin: -3, bestMin: 0, toMin: 2 },
  handsOn: { by: 'seconds', seconds: 180 },
  takes: 'firstMix',
  needs: ['scale', 'cups', 'gloves', 'air'],
  does: 'stirs',
  risks: ['skin', 'air'],
  brings: [],
}

/** Of resin that does not wait in its cup. */
export const LET_RISE: StepRule = {
  id: 'rest',
  title: 'Let the bubbles rise',
  detail: 'Five to ten minutes in the cup; no need to warm.',
  done: 'Rested',
  place: 'pour',
  per: 'batch',
  shared: true,
  moment: { by: 'before', step: 'decant', minutes: 0 },
  handsOn: { by: 'none' },
  needs: ['cups'],
  risks: ['runaway'],
  brings: [],
}

export const BUBBLES: StepRule = {
  id: 'bubbles',
  title: 'Chase bubbles from the wall',
  detail:
    'Soft brush or blunt stick along the wall, then a brief low heat. Inks stay closed until the heat is away.',
  done: 'Bubbles out',
  place: 'pour',
  per: 'batch',
  shared: true,
  moment: { by: 'after', step: 'decant', minutes: 0, lateAfterMin: 4 },
  handsOn: { by: 'secondsEach', seconds: 15 },
  needs: ['brush', 'heat'],
  brings: ['heat'],
}

export const COVER: StepRule = {
  id: 'cover',
  title: 'Cover',
  detail: 'Dust settles on anything wet. Leave the level alone.',
  done: 'Covered',
  place: 'pour',
  per: 'batch',
  shared: true,
  moment: { by: 'after', step: 'shape', minutes: 0, lateAfterMin: 10 },
  handsOn: { by: 'seconds', seconds: 20 },
  needs: ['cover'],
  does: 'covers',
  brings: [],
}

export const FEATHER: StepRule = {
  id: 'feather',
  title: 'Feather the edge',
  detail: 'Wipe drips and thin edges off the rim while they still wipe: later they set as a sharp lip.',
  done: 'Edge wiped',
  place: 'pour',
  per: 'batch',
  shared: true,
  moment: { by: 'resin', criterion: { by: 'fluidity', opensPerPa: 900, bestPerPa: 600, closesPerPa: 250 } },
  handsOn: { by: 'seconds', seconds: 30 },
  needs: ['wipes', 'sticks'],
  does: 'feathers',
  floats: true,
  short: 'feather',
  brings: [],
}

/** Of a pour by the clock into which neither white nor inks go. */
export const NOTHING_DRAWN = {
  aimStep: null,
  white: { by: 'none' },
  ink: { dropsPerZone: 0 },
} as const satisfies Partial<Technique>

/** The resin out of its cup into the molds. */
export const DECANT: Omit<StepRule, 'title' | 'detail' | 'done' | 'moment'> = {
  id: 'decant',
  place: 'pour',
  per: 'batch',
  shared: true,
  handsOn: { by: 'decant' },
  takes: 'bed',
  needs: ['molds', 'level'],
  does: 'empties',
  flows: true,
  short: 'decant',
  risks: ['runaway', 'skin'],
  brings: [],
}

export const DEMOLD: StepRule = {
  id: 'demold',
  title: 'Demold',
  detail: 'Stiff, not bendy: ease the silicone off all round before lifting. Demolded is not ready for use.',
  done: 'Demolded',
  place: 'rack',
  per: 'batch',
  shared: true,
  moment: { by: 'resin', criterion: STAGES.demold },
  handsOn: { by: 'secondsEach', seconds: 60 },
  needs: [],
  does: 'frees',
  short: 'demold',
  noun: 'demolding',
  risks: ['dust'],
  brings: [],
  waits: [{ by: 'released' }],
}

export const USE: StepRule = {
  id: 'use',
  title: 'Ready for use',
  detail:
    "When the last layer has stood for a week and hardly cures any more: the day shown is reckoned from both. Not for food or the dishwasher unless the resin's own documents say so.",
  done: 'In use',
  place: 'rack',
  per: 'batch',
  shared: true,
  moment: { by: 'resin', criterion: STAGES.use },
  handsOn: { by: 'none' },
  needs: [],
  does: 'serves',
  short: 'use',
  noun: 'use',
  risks: ['food'],
  brings: [],
  waits: [{ by: 'everything' }],
}

/** Of a way whose white is piped. */
export const PORTION: StepRule = {
  id: 'portion',
  title: 'Portion and tint the white',
  detail: 'See-through on a wiped stick. Into the bag, bag into its cup.',
  done: 'White in the bag',
  place: 'pour',
  per: 'batch',
  moment: { by: 'before', step: 'decant', minutes: 1.5 },
  handsOn: { by: 'seconds', seconds: 75 },
  takes: 'white',
  needs: ['whiteCup', 'bag', 'sticks'],
  does: 'portions',
  risks: ['skin'],
  brings: [],
}

/** How beads of white are piped. Common practice. */
export const PIPED_AS: SaidByMarks = {
  of: [
    { sort: 'rings', detail: 'Even bead along the outline, off the wall.' },
    { sort: 'spiral', detail: 'One bead without a stop, from the rim inwards, its turns evenly apart.' },
    { sort: 'lines', detail: 'Straight, even beads side by side, begun and ended off the wall.' },
  ],
  then: 'Break a blob at the surface only.',
}

/** White out of its bag, piece by piece. */
export const PIPE: Omit<StepRule, 'title' | 'detail'> = {
  id: 'white',
  done: 'Piped',
  place: 'pour',
  per: 'piece',
  moment: { by: 'resin', criterion: STAGES.pipe },
  handsOn: { by: 'bead' },
  takes: 'beads',
  needs: ['bag', 'scissors'],
  does: 'whites',
  flows: true,
  short: 'white',
  brings: ['white'],
}

/** The tool through white that has just been piped. */
export const SHAPE: Omit<StepRule, 'title' | 'detail'> = {
  id: 'shape',
  done: 'Shaped',
  late: 'One slow stroke at a time; stop as soon as the film tears instead of bending.',
  place: 'pour',
  per: 'piece',
  moment: { by: 'after', step: 'white', minutes: 0, lateAfterMin: 4, each: true },
  handsOn: { by: 'strokes' },
  needs: ['sticks', 'wipes'],
  does: 'shapes',
  brings: [],
}

/** In place of portioning: a white that could not wait in its bag is stirred when it is needed. */
export const WHITE_APART: Omit<StepRule, 'id' | 'moment'> = {
  title: 'Stir and tint the white, a small mix of its own',
  detail:
    'Weigh it, stir it two minutes, see-through on a wiped stick, into the bag. Its own clock starts now.',
  done: 'White in the bag',
  place: 'pour',
  per: 'batch',
  handsOn: { by: 'seconds', seconds: 240 },
  takes: 'white',
  needs: ['scale', 'whiteCup', 'bag', 'sticks'],
  does: 'portions',
  risks: ['skin'],
  brings: [],
}

/** A mix that is divided before it is poured. */
export const TINT: Omit<StepRule, 'moment' | 'handsOn'> = {
  id: 'tint',
  title: 'Divide it into cups and tint them',
  detail: 'Weigh each portion off; every colour its own stick. Small cups warm less and thicken later.',
  done: 'Tinted',
  place: 'pour',
  per: 'batch',
  takes: 'cups',
  needs: ['sticks', 'cups'],
  does: 'tints',
  risks: ['skin'],
  brings: [],
}

/** Where one cup is kept back from what is poured first. */
export const KEEP_BACK: Omit<StepRule, 'title' | 'detail'> = {
  ...TINT,
  done: 'Kept back',
  needs: ['cups'],
  moment: { by: 'before', step: 'decant', minutes: 1 },
  handsOn: { by: 'seconds', seconds: 45 },
}

/** What a look comes after, as its title says it. */
const LOOKED_AFTER = {
  white: 'the white',
  ink: 'the last drops',
  swirl: 'the swirl',
  pull: 'the pull',
  lines: 'the lines',
  stroke: 'the last stroke',
  place: 'laying in',
  decant: 'pouring',
} as const

/** A look at the pieces so many minutes after a step. */
export function look(
  id: 'lookEarly' | 'lookLate',
  after: keyof typeof LOOKED_AFTER,
  minutes: number,
  detail: string,
): StepRule {
  return {
    id,
    title: `Look ${minutes} minutes after ${LOOKED_AFTER[after]}`,
    detail,
    done: 'Looked',
    floats: true,
    short: 'look',
    place: 'pour',
    per: 'batch',
    shared: true,
    moment: { by: 'after', step: after, minutes, lateAfterMin: 15 },
    handsOn: { by: 'seconds', seconds: 20 },
    needs: [],
    brings: [],
  }
}
