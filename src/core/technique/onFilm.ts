import { STAGES } from '../resin/index.ts'
import { BUBBLES, DECANT } from './commonSteps.ts'
import type { Moment, StepRule } from './technique.ts'

/** What ways share that lay colours on a clear film while it levels. */

/** As soon as the hands are free; until when what is laid still levels is taken as the string (from memory). */
export const WHILE_IT_LEVELS: Moment = {
  by: 'resin',
  criterion: { by: 'fluidity', opensPerPa: null, bestPerPa: 2400, closesPerPa: STAGES.string.opensPerPa },
}

/** What is still possible once it no longer does. */
export function ridges(what: string): string {
  return `It no longer levels: every ${what} stands as a ridge. A clear layer over all of it, poured while it bonds, evens them out.`
}

export const SKIM: StepRule = {
  ...DECANT,
  title: 'Pour the clear skim',
  detail: 'Thin, right to the wall: what is poured on it runs evenly.',
  done: 'Skim poured',
  moment: { by: 'clock', fromMin: 1, bestMin: 4, toMin: 15 },
}

export const BUBBLES_BEFORE_COLOUR: StepRule = {
  ...BUBBLES,
  detail:
    'Soft brush or blunt stick along the wall, then a brief low heat: only where no colour with alcohol is yet.',
}

/** Stones, set in piece by piece; when and where is the way's. */
export const STONES: Omit<StepRule, 'title' | 'detail' | 'moment'> = {
  id: 'setStones',
  done: 'Stones set',
  late: 'It holds nothing any more: set them into a clear coat.',
  place: 'pour',
  per: 'piece',
  handsOn: { by: 'secondsEach', seconds: 60 },
  needs: ['stones'],
  short: 'stones',
  brings: [],
}

/** One swirl once that very layer draws a string. */
export const SWIRL: Omit<StepRule, 'title' | 'detail' | 'late' | 'handsOn'> = {
  id: 'swirl',
  done: 'Swirled',
  place: 'pour',
  per: 'piece',
  moment: { by: 'resin', criterion: STAGES.string },
  needs: ['sticks', 'wipes'],
  does: 'shapes',
  flows: true,
  short: 'swirl',
  brings: [],
}
