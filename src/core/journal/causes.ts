import { MOST_LOAD } from '../batch/index.ts'
import { TECHNIQUES } from '../technique/index.ts'
import type { FaultId } from './faults.ts'
import type { RunFacts } from './facts.ts'

export type CauseId =
  | 'whiteEarly'
  | 'whiteLate'
  | 'whiteStrong'
  | 'whiteDrips'
  | 'beadThin'
  | 'ringsWide'
  | 'cold'
  | 'inkLate'
  | 'inkAfterWhite'
  | 'whiteOnMovingInk'
  | 'notLevel'
  | 'glitterInWhite'
  | 'beadAtWall'
  | 'muchMica'
  | 'toolLate'
  | 'pulledEarly'
  | 'cupsWarmed'
  | 'pulledLate'
  | 'raisedEdge'
  | 'notToWall'
  | 'muddyPair'
  | 'pigmentUnmixed'
  | 'stirredFast'
  | 'filmThin'
  | 'notFeathered'
  | 'pouredAtOnce'
  | 'laidEarly'
  | 'overfilled'
  | 'whiteUnderestimated'
  | 'guessedMix'
  | 'shortStir'
  | 'wrongRatio'
  | 'demoldedSoon'
  | 'heatedSoon'
  | 'leftFormSoon'
  | 'flame'
  | 'moldWorn'
  | 'meniscus'
  | 'inkNature'
  | 'uncovered'
  | 'gildedSoon'
  | 'noBack'
  | 'moisture'
  | 'tooMuchInk'
  | 'narrowZone'

/** What only the person knows. */
export type QuestionId =
  | 'ringStartsDripped'
  | 'handWasFast'
  | 'boardWasLevel'
  | 'stirredHard'
  | 'heatUsed'
  | 'flameUsed'
  | 'wasDamp'
  | 'inkWasAdded'

/** One cause of a fault: how usual it is, what a run adds to it in log odds (null where the run is silent), and what would tell. */
export interface CauseRule {
  readonly cause: CauseId
  /** Log odds against the other causes of the same fault, from experience. */
  readonly usual: number
  readonly weigh: (facts: RunFacts) => number | null
  readonly ask?: QuestionId
}

/** Log odds of plain evidence, and against; where the run begins to speak (edges by eye, after common practice). */
const PLAIN = 2.5
const AGAINST = -2
const COLD_C = 18
const SHORT_STIR_MIN = 2.5
const WRONG_RATIO = 0.04
const LEAST_SETTLED_MIN = 3
const THIN_HOLE_MM = 2.5
const WIDE_RINGS_MM = 13
const LEAST_MARGIN_MM = 3
const LATE_COVER_MIN = 10
const MUCH_NARROW = 0.25
/** Overnight at the least (common practice). */
const SHORT_FORM_H = 12

/** What people portion by habit; null for a technique that portions none. */
function usualPortionG({ technique }: RunFacts): number | null {
  const { white } = TECHNIQUES[technique]
  return white.by === 'bag' ? white.usualPortionG : null
}

/** So many log odds where it is so, against it where it is not; nothing where the run does not say. */
function when(is: boolean | null, plain = PLAIN): number | null {
  return is === null ? null : is ? plain : AGAINST
}

/** Plain evidence, the more the farther beyond the edge, in minutes. */
function beyond(minutes: number | null): number | null {
  if (minutes === null) return null
  return minutes <= 0 ? AGAINST : Math.min(4, 1 + 0.4 * minutes)
}

const silent = () => null
const early = ({ white }: RunFacts) => beyond(white && white.openMin - white.atMin)
const late = ({ white }: RunFacts) => beyond(white && white.atMin - white.closeMin)
const laidEarly = ({ laid }: RunFacts) => beyond(laid && laid.openMin - laid.atMin)
const cold = ({ roomTempC }: RunFacts) => when(roomTempC < COLD_C, 1.5 + 0.3 * (COLD_C - roomTempC))
const narrow = ({ narrowShare }: RunFacts) => when(narrowShare > MUCH_NARROW, 2)
/** What a hand put on top of the plan no plan shows: little is said against it. */
const muchInk = ({ loadShare, overloaded }: RunFacts) =>
  loadShare > MOST_LOAD || overloaded?.isLiquid ? PLAIN : -0.5
const only = (cause: CauseId, weigh: CauseRule['weigh'] = silent): readonly CauseRule[] => [
  { cause, usual: 0, weigh },
]

/** The trade's fault table as rules; usual odds are guesses from common practice, with no source. */
export const CAUSES: Readonly<Record<FaultId, readonly CauseRule[]>> = {
  blobs: [
    { cause: 'whiteEarly', usual: 0.5, weigh: early },
    {
      cause: 'whiteStrong',
      usual: 0.3,
      weigh: ({ dose }) => (dose === null ? null : dose === 'opaque' ? 3 : dose === 'milky' ? 1.8 : AGAINST),
    },
    { cause: 'whiteDrips', usual: 0, weigh: silent, ask: 'ringStartsDripped' },
  ],
  lines: [
    { cause: 'whiteLate', usual: 0.5, weigh: late },
    { cause: 'cold', usual: -0.5, weigh: cold },
    {
      cause: 'beadThin',
      usual: 0,
      weigh: ({ holeMm }) => when(holeMm < THIN_HOLE_MM, 1.5),
      ask: 'handWasFast',
    },
    { cause: 'narrowZone', usual: -0.5, weigh: narrow },
  ],
  gaps: [
    { cause: 'whiteLate', usual: 0.5, weigh: late },
    {
      cause: 'ringsWide',
      usual: 0.3,
      weigh: ({ spacingMm }) => when(spacingMm === null ? null : spacingMm > WIDE_RINGS_MM),
    },
    {
      cause: 'beadThin',
      usual: 0,
      weigh: ({ holeMm }) => when(holeMm < THIN_HOLE_MM, 1.5),
      ask: 'handWasFast',
    },
    { cause: 'narrowZone', usual: -0.3, weigh: narrow },
  ],
  distorted: [
    { cause: 'inkAfterWhite', usual: 0.5, weigh: ({ inkAfterWhite }) => when(inkAfterWhite, 3.5) },
    {
      cause: 'whiteOnMovingInk',
      usual: 0.3,
      weigh: ({ settledMin }) => when(settledMin === null ? null : settledMin < LEAST_SETTLED_MIN),
    },
    {
      cause: 'notLevel',
      usual: 0,
      weigh: ({ levelSkipped }) => (levelSkipped ? PLAIN : null),
      ask: 'boardWasLevel',
    },
    { cause: 'tooMuchInk', usual: -0.5, weigh: muchInk, ask: 'inkWasAdded' },
  ],
  pockets: [
    {
      cause: 'glitterInWhite',
      usual: 0,
      weigh: ({ glitterMetWhite }) => (glitterMetWhite ? PLAIN : null),
    },
  ],
  wallWhite: [
    {
      cause: 'beadAtWall',
      usual: 0,
      weigh: ({ marginMm }) => (marginMm !== null && marginMm < LEAST_MARGIN_MM ? PLAIN : null),
    },
  ],
  micaSpots: only('muchMica', ({ mica }) => (mica ? PLAIN : null)),
  smallInk: [
    { cause: 'inkLate', usual: 0.3, weigh: ({ inkLateMin }) => beyond(inkLateMin) },
    { cause: 'cold', usual: 0, weigh: cold },
  ],
  curdled: only('toolLate', ({ shapedLateMin }) =>
    shapedLateMin !== null && shapedLateMin > 0 ? PLAIN : null,
  ),
  ranTogether: [
    {
      cause: 'pulledEarly',
      usual: 0,
      weigh: ({ pulled }) => beyond(pulled?.moment ? pulled.moment.openMin - pulled.atMin : null),
    },
    { cause: 'cupsWarmed', usual: 0.2, weigh: ({ pulled }) => when(pulled && pulled.moment === null, 3) },
  ],
  hardFront: only('pulledLate', ({ pulled }) =>
    beyond(pulled?.moment ? pulled.atMin - pulled.moment.closeMin : null),
  ),
  clearWalls: only('raisedEdge', ({ raisedEdge }) => when(raisedEdge && !raisedEdge.centreAgain, 3)),
  clearRim: only('notToWall'),
  muddy: only('muddyPair', ({ muddyPair }) => (muddyPair ? PLAIN : null)),
  specks: only('pigmentUnmixed', ({ pigmented, overloaded }) =>
    overloaded && !overloaded.isLiquid ? PLAIN : pigmented ? null : AGAINST,
  ),
  microBubbles: [
    { cause: 'cold', usual: 0, weigh: cold },
    { cause: 'stirredFast', usual: 0.2, weigh: silent, ask: 'stirredHard' },
    { cause: 'moisture', usual: 0, weigh: silent, ask: 'wasDamp' },
  ],
  baldSpots: [
    {
      cause: 'filmThin',
      usual: 0,
      weigh: ({ technique, bedMm }) => (bedMm < TECHNIQUES[technique].bed.leastMm ? PLAIN : null),
    },
    { cause: 'laidEarly', usual: -1, weigh: laidEarly },
  ],
  step: only('notFeathered', ({ feathered }) => (feathered ? null : PLAIN)),
  floating: [
    // Whoever poured a base first did not pour all of it at once.
    { cause: 'pouredAtOnce', usual: 0, weigh: ({ laid }) => (laid ? AGAINST : null) },
    { cause: 'laidEarly', usual: -0.5, weigh: laidEarly },
  ],
  noLip: only('overfilled', ({ overMm }) => (overMm > 0 ? PLAIN : null)),
  outOfWhite: only('whiteUnderestimated', (facts) => {
    const usualG = usualPortionG(facts)
    return usualG !== null && facts.whiteNeededG !== null && facts.whiteNeededG > usualG ? PLAIN : null
  }),
  tooMuch: only('guessedMix'),
  tilted: only('notLevel', ({ levelSkipped }) => (levelSkipped ? PLAIN : null)),
  soft: [
    {
      cause: 'shortStir',
      usual: 0.5,
      weigh: ({ stirMin }) => when(stirMin === null ? null : stirMin < SHORT_STIR_MIN, 3),
    },
    {
      cause: 'wrongRatio',
      usual: 0.2,
      weigh: ({ ratioError }) => when(ratioError === null ? null : Math.abs(ratioError) > WRONG_RATIO, 3),
    },
    { cause: 'cold', usual: 0, weigh: cold },
    { cause: 'tooMuchInk', usual: 0, weigh: muchInk, ask: 'inkWasAdded' },
    { cause: 'moisture', usual: -0.5, weigh: silent, ask: 'wasDamp' },
  ],
  bendy: [
    {
      cause: 'demoldedSoon',
      usual: 0.5,
      weigh: ({ demoldEarlyH }) => when(demoldEarlyH === null ? null : demoldEarlyH > 0),
    },
    { cause: 'heatedSoon', usual: 0, weigh: silent, ask: 'heatUsed' },
  ],
  flattened: only('leftFormSoon', ({ inFormH }) =>
    inFormH !== null && inFormH < SHORT_FORM_H ? PLAIN : null,
  ),
  stuckMold: [
    { cause: 'flame', usual: 0.2, weigh: silent, ask: 'flameUsed' },
    { cause: 'moldWorn', usual: 0, weigh: silent },
  ],
  sharpLip: [
    { cause: 'overfilled', usual: 0, weigh: ({ lipMm, overMm }) => when(lipMm < 0.5 || overMm > 0) },
    { cause: 'meniscus', usual: 0.2, weigh: silent },
  ],
  colourTurned: only('inkNature', ({ shiftedColour }) => (shiftedColour ? PLAIN : null)),
  dust: [
    {
      cause: 'uncovered',
      usual: 0,
      weigh: ({ coverSkipped, coveredAfterMin }) =>
        coverSkipped || (coveredAfterMin ?? 0) > LATE_COVER_MIN ? PLAIN : null,
    },
  ],
  gilding: only('gildedSoon'),
  pale: only('noBack', ({ backed }) => (backed ? null : PLAIN)),
}
