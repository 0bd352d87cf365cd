import { COVER, DECANT, DEMOLD, FEATHER, LET_RISE, look, NOTHING_DRAWN, STIR, USE } from './commonSteps.ts'
import { NO_FLAME } from './order.ts'
import type { StepRule, Technique } from './technique.ts'

/** When it is poured over the object, and how long it runs before that is lifted away: common practice, no source. */
const POURED_OVER = { atMin: 8, runsMin: 5 }

const SPRITZ: StepRule = {
  id: 'spritz',
  title: 'A light spritz of alcohol over the sheet',
  detail: 'Enough to break the skin of bubbles, no more: it closes the sheet. Never a torch, now or later.',
  done: 'Spritzed',
  late: 'It no longer closes: leave it open.',
  place: 'pour',
  per: 'batch',
  moment: { by: 'after', step: 'lift', minutes: 0, lateAfterMin: 5 },
  handsOn: { by: 'secondsEach', seconds: 15 },
  needs: ['spritz'],
  risks: ['air'],
  brings: ['alcohol'],
}

/**
 * One pour, two pieces: resin runs down an upturned object, and what runs off is a sheet in the mold under it, to be draped. Common practice; how much
 * stays on the object by Jeffreys' law.
 */
export const DRIP: Technique = {
  id: 'drip',
  name: 'Drip',
  summary:
    'Poured over an upturned object above a sheet’s mold: what stays on it and what runs off are two pieces.',
  face: 'open',
  bed: { usualShareOfDepth: 0.6, usualMm: 2.5, leastMm: 1.5 },
  pouredOver: POURED_OVER,
  ...NOTHING_DRAWN,
  bottleneck: 'decant',
  usualLayers: [],
  steps: [
    STIR,
    LET_RISE,
    {
      ...DECANT,
      title: 'Pour it over the object, in rounds',
      detail:
        'The object upturned in the middle of the mold. Round after round over its top, until it is wet all over and the rest stands in the mold. Between two rounds a few drops of ink on its top run down with the next, if you like: nothing hot from then on.',
      done: 'Poured over',
      needs: [...DECANT.needs, 'object'],
      moment: { by: 'clock', fromMin: 4, bestMin: POURED_OVER.atMin, toMin: 14 },
    },
    {
      id: 'lift',
      title: 'Lift the object to its drip place',
      detail:
        'On a cup over paper, out of the sheet. What still runs off is wiped from its rim until it strings.',
      done: 'Lifted',
      late: 'It stands fast in the sheet soon: lift it now, slowly, and let the hole close.',
      place: 'pour',
      per: 'batch',
      moment: { by: 'after', step: 'decant', minutes: POURED_OVER.runsMin, lateAfterMin: 5 },
      handsOn: { by: 'secondsEach', seconds: 30 },
      needs: ['wipes'],
      does: 'lifts',
      short: 'lift',
      risks: ['skin'],
      brings: [],
    },
    SPRITZ,
    {
      ...SPRITZ,
      id: 'spritzAgain',
      title: 'Spritz once more',
      moment: { by: 'after', step: 'spritz', minutes: 15, lateAfterMin: 10 },
    },
    { ...COVER, moment: { by: 'after', step: 'spritzAgain', minutes: 0, lateAfterMin: 10 } },
    FEATHER,
    look('lookLate', 'decant', 60, 'The hole has closed, level, dust, rim; drips off the object’s rim.'),
    DEMOLD,
    USE,
  ],
  order: [NO_FLAME],
}
