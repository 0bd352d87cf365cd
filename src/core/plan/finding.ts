import type { CupLoad, DropLoad, Mix } from '../batch/index.ts'
import type { HeatConcern } from '../safety/index.ts'
import type { EditRefused, ScoreEdit } from '../technique/index.ts'
import type { Capacity } from '../timing/index.ts'

type MixTold = Pick<Mix, 'id' | 'of' | 'name'>
/** The mix of the pour, whose name is null, or of a later layer. */
type LayerTold = Pick<Mix, 'id' | 'name'>

/** Something about a plan that a person should know; the app words it. */
export type Finding =
  | {
      readonly kind: 'overfilled'
      readonly moldName: string
      readonly overMm: number
      readonly depthMm: number
    }
  | {
      readonly kind: 'surplusTooLittle' | 'bedTooThin'
      readonly moldName: string
      readonly bedMm: number
      readonly leastMm: number
    }
  | {
      readonly kind: 'noLipForLayer'
      readonly moldName: string
      readonly layerName: string
      readonly layerMm: number
      readonly lipMm: number
    }
  /** What is laid over a pour that is stirred takes more than is left below the lip. */
  | {
      readonly kind: 'lipTaken'
      readonly moldName: string
      readonly lipMm: number
      readonly wantedMm: number
    }
  | { readonly kind: 'fillDisagrees'; readonly moldName: string; readonly fillOverDrawn: number }
  | {
      readonly kind: 'notEnoughMolds'
      readonly moldName: string
      readonly wanted: number
      readonly owned: number
    }
  | { readonly kind: 'noCupBigEnough'; readonly mix: MixTold; readonly volumeMl: number }
  | {
      readonly kind: 'ratioOff'
      readonly mix: MixTold
      /** By what is to be measured, or by what was weighed already. */
      readonly by: 'weight' | 'volume' | 'weighing'
      readonly error: number
    }
  | { readonly kind: 'moreWhiteThanUsual'; readonly portionG: number; readonly usualG: number }
  /** Nothing is known of a bead so thin or so thick. */
  | {
      readonly kind: 'holeUnknown'
      readonly holeMm: number
      readonly leastMm: number
      readonly mostMm: number
    }
  | { readonly kind: 'noInk' }
  | { readonly kind: 'muddyPair'; readonly one: string; readonly other: string }
  | { readonly kind: 'noWhite' }
  /** Nothing, or next to nothing, covers what is laid in. */
  | {
      readonly kind: 'barelyCovered'
      readonly moldName: string
      readonly fillMm: number
      readonly leastMm: number
    }
  | { readonly kind: 'displacedUnknown' }
  /** The cups of a layer ask for more than its mix. */
  | { readonly kind: 'cupsTakeMore'; readonly layer: LayerTold; readonly overG: number }
  | ({ readonly kind: 'cupOverloaded'; readonly layer: LayerTold; readonly cupName: string } & CupLoad)
  | { readonly kind: 'notMixedIn'; readonly layer: LayerTold; readonly colourName: string }
  | { readonly kind: 'scoopUnweighed'; readonly colourName: string }
  /** The molds a layer is meant for are not in the batch. */
  | { readonly kind: 'layerOnNothing'; readonly layer: LayerTold }
  | { readonly kind: 'displacesAll'; readonly moldName: string; readonly volumeMl: number }
  | { readonly kind: 'proudWithoutCoat' }
  | { readonly kind: 'shortSettle'; readonly settleMin: number; readonly leastMin: number }
  | { readonly kind: 'cupFirst'; readonly decantMin: number; readonly waitInMoldMin: number }
  | { readonly kind: 'tooFast' }
  /** The white no longer comes out as a bead that closes over before the last one is piped. */
  | { readonly kind: 'whiteStiffens'; readonly workableMin: number; readonly lastBeadMin: number }
  /** More ink, and white that is dropped, than the bed carries. */
  | ({ readonly kind: 'overloaded'; readonly moldName: string } & DropLoad)
  | { readonly kind: 'decantedAfterGel'; readonly markedMin: number; readonly gelMin: number }
  | { readonly kind: 'inkLate'; readonly byMin: number }
  | { readonly kind: 'windowMissed'; readonly capacity: Capacity }
  /** No minute at which the film takes what was held back and none of its cups warms by itself. */
  | {
      readonly kind: 'cupsWarm'
      readonly stepTitle: string
      /** The cup that warms most while the film would take it; null where the film never does. */
      readonly cup: { readonly name: string | null; readonly massG: number; readonly kPerMin: number } | null
      readonly mostKPerMin: number
    }
  /** Pieces of that way stand in a pour with others, whose cups would be weighed for both. */
  | { readonly kind: 'pouredAlone'; readonly wayName: string }
  /** Nobody said how large the object is that it is poured over. */
  | { readonly kind: 'objectUnmeasured' }
  /** Drops in a mold with a raised edge, poured at once: ink gathers over the middle. */
  | { readonly kind: 'clearWalls'; readonly moldName: string }
  /** Of a raised edge, which nobody has planned to sand. */
  | { readonly kind: 'sharpLip'; readonly moldName: string }
  /** Laid over what repels it. */
  | { readonly kind: 'onOil'; readonly layer: LayerTold; readonly underName: string }
  /** What is held back is to meet, and there is one cup of it. */
  | { readonly kind: 'oneCup' }
  | { readonly kind: 'neverReached'; readonly stepTitle: string }
  /** A step of the pour whose window is over before its turn ends. */
  | {
      readonly kind: 'stepLate'
      readonly stepTitle: string
      readonly byMin: number
      readonly closeMin: number
    }
  /** A step of the pour whose moment does not come in this resin and room. */
  | { readonly kind: 'stepNever'; readonly stepTitle: string }
  /** A step that the pour waits for longer than an evening at the bench has. */
  | { readonly kind: 'longWait'; readonly stepTitle: string; readonly atMin: number }
  /** Something written on the order of the hands that cannot be so: the plan is as if it were not. */
  | { readonly kind: 'editRefused'; readonly edit: ScoreEdit; readonly refused: EditRefused }
  /** The order as it was written breaks a rule of the way; with heat where alcohol may be in the air. */
  | { readonly kind: 'orderBroken' | 'heatOnAlcohol'; readonly stepTitle: string; readonly why: string }
  /** A minute that somebody chose lies outside of the step's window. */
  | {
      readonly kind: 'minuteOutside'
      readonly stepTitle: string
      readonly is: 'early' | 'late'
      readonly fromMin: number
      readonly toMin: number | null
    }
  /** A minute that somebody chose, and the one the hands, or the resin, are there at. */
  | {
      readonly kind: 'minuteNotKept'
      readonly stepTitle: string
      readonly atMin: number
      readonly beginMin: number
    }
  /** What is wrong with the pour that a layer is which inks and white go into. */
  | { readonly kind: 'inLayer'; readonly layer: LayerTold; readonly finding: Finding }
  | HeatConcern

export type Gravity = 'stop' | 'warn' | 'note'

const GRAVITY: Readonly<Record<Exclude<Finding['kind'], 'inLayer'>, Gravity>> = {
  overfilled: 'stop',
  surplusTooLittle: 'warn',
  bedTooThin: 'warn',
  noLipForLayer: 'warn',
  cupsTakeMore: 'stop',
  cupOverloaded: 'warn',
  notMixedIn: 'warn',
  scoopUnweighed: 'note',
  layerOnNothing: 'stop',
  lipTaken: 'warn',
  fillDisagrees: 'note',
  notEnoughMolds: 'warn',
  noCupBigEnough: 'stop',
  ratioOff: 'warn',
  moreWhiteThanUsual: 'note',
  holeUnknown: 'warn',
  noInk: 'note',
  muddyPair: 'note',
  noWhite: 'warn',
  barelyCovered: 'warn',
  displacedUnknown: 'note',
  displacesAll: 'stop',
  proudWithoutCoat: 'warn',
  shortSettle: 'warn',
  cupFirst: 'note',
  tooFast: 'stop',
  whiteStiffens: 'stop',
  overloaded: 'warn',
  decantedAfterGel: 'warn',
  inkLate: 'warn',
  windowMissed: 'warn',
  cupsWarm: 'warn',
  oneCup: 'warn',
  onOil: 'warn',
  clearWalls: 'warn',
  sharpLip: 'note',
  objectUnmeasured: 'warn',
  pouredAlone: 'stop',
  neverReached: 'warn',
  stepLate: 'warn',
  stepNever: 'warn',
  longWait: 'note',
  editRefused: 'warn',
  orderBroken: 'warn',
  heatOnAlcohol: 'stop',
  minuteOutside: 'warn',
  minuteNotKept: 'note',
  cupRunsAway: 'stop',
  bedRunsHot: 'stop',
  layerRunsHot: 'stop',
  deeperThanSheet: 'warn',
}

/** How much a finding weighs: `stop` is what ruins the batch or hurts someone, `warn` what ruins pieces. */
export function gravityOf(finding: Finding): Gravity {
  return finding.kind === 'inLayer' ? gravityOf(finding.finding) : GRAVITY[finding.kind]
}
