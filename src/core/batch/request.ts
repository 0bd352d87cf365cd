import type { Colour } from '../colour/index.ts'
import type { Mold } from '../mold/index.ts'
import type { Learned, Resin } from '../resin/index.ts'
import type { Ended, JobId, OwnWay, ScoreEdit, TechniqueId } from '../technique/index.ts'
import type { LaterLayer } from './laterLayers.ts'
import type { Bag, LayerCup } from './layerCups.ts'
import type { DrapeForm } from './drapeForm.ts'
import type { DrippedObject } from './overObject.ts'
import type { PieceOrder } from './pieces.ts'
import type { WhiteChoice } from './drawn.ts'

/** The side on show: against the mold, the open one, or not decided until both were looked at. */
export type Face = 'mold' | 'open' | 'undecided'

/** What lies between the base and the layer over it, in each piece. */
export interface Inclusions {
  /** Resin they take the place of, ml; as water rises when they are dropped into it. */
  readonly volumeMl: number
  /** They stand out of the surface. */
  readonly proud: boolean
}

/** How deep what was stirred lies in the pieces of one kind: nothing that is planned later makes it another. */
export interface SealedPiece {
  /** The kind's id. */
  readonly piece: string
  readonly depths: readonly { readonly layer: string; readonly mm: number }[]
}

/** How fast these hands are; a default until they have been measured (common practice). */
export interface Hands {
  readonly beadMmPerS: number
  readonly ringLiftS: number
  readonly strokeS: number
  readonly dropS: number
  readonly decantS: number
}

/** How the parts are measured. */
export interface Measuring {
  /** Smallest step of the scale. */
  readonly graduationG: number
  /** Smallest line of the measuring cup. */
  readonly cupLineMl: number
}

/** What stays behind and never reaches a mold. */
export interface Loss {
  readonly cupFilmG: number
  readonly bagResidueG: number
}

/** What the mix of the pour itself is called. */
export const POUR_MIX = 'first'

/** What a pour really came to, where that was weighed or said; everything else of it is as planned. */
export interface Measured {
  /** What is in the cup of a mix, by its id. */
  readonly mixes: readonly { readonly mix: string; readonly aG: number; readonly bG: number }[]
  /** What went into a mold by now, of the pour's own bed. */
  readonly beds: readonly { readonly pieceNo: number; readonly g: number }[]
  /** What of the pour's own mix went beside. */
  readonly spiltG: number
  /** Another end than its way has; nothing where it goes on as planned. */
  readonly ended?: Ended | undefined
}

/** Everything a plan is computed from; complete in itself, so that an old batch keeps what it was made with. */
export interface BatchRequest {
  readonly name: string
  readonly technique: TechniqueId
  /** One of its ways as somebody changed it. */
  readonly ownWay?: OwnWay | null | undefined
  /** What somebody wrote on the order of the hands, in the order it was written; nothing where it goes as its ways have it. */
  readonly score?: readonly ScoreEdit[] | undefined
  readonly pieces: readonly PieceOrder[]
  readonly resin: Resin
  readonly colours: readonly Colour[]
  readonly face: Face
  readonly roomTempC: number
  /** Of the air, where something dries in it; half-damp where nobody measured it. */
  readonly humidityPercent?: number | null | undefined
  /** Of parts A and B when they are mixed; null where they stand in the room. */
  readonly partsTempC: number | null
  /** Clear bed under the white; null takes the technique's usual. */
  readonly bedMm: number | null
  readonly lipMm: number
  /** How deep what is stirred by now lies; nothing before the pour's stop-stir. */
  readonly sealed?: readonly SealedPiece[] | undefined
  /** What was weighed, filled and spilt by now; nothing where all is taken as planned. */
  readonly measured?: Measured | undefined
  /** So much of the pour's own mix is stirred at least; no more than it takes where nothing is said. */
  readonly leastMixG?: number | undefined
  readonly white: WhiteChoice
  /** Bags beside the white's. */
  readonly bags?: readonly Bag[] | undefined
  /** Null where the technique lays nothing in, or nobody has measured. */
  readonly inclusions: Inclusions | null
  /** It is a layer of another batch (`pourOfLayer`): what lies over it is planned there. */
  readonly isLayer?: true | undefined
  /** What the pour runs down, where its way wants something. */
  readonly object?: DrippedObject | null | undefined
  /** What the sheet is draped into; nothing where it is not, or nobody measured it. */
  readonly form?: DrapeForm | null | undefined
  /** What the pour's own mix is divided into, where nothing is piped or dropped into it. */
  readonly cups: readonly LayerCup[]
  /** What is laid after the pour, the first at the bottom. */
  readonly layers: readonly LaterLayer[]
  /** What follows on the rack beyond layers, demolding and use. */
  readonly jobs: readonly JobId[]
  readonly settleMin: number
  readonly hands: Hands
  readonly measuring: Measuring
  readonly loss: Loss
  /** Molds on the shelf that could take what is left over. */
  readonly spareMolds: readonly Mold[]
  /** ISO 8601 instant of the planned stop-stir; null when no hour is chosen. */
  readonly startAt: string | null
  /** Calendar day (YYYY-MM-DD) on whose morning it was promised ready for use; null when nothing was. */
  readonly promisedOn: string | null
  /** Null takes the first of them in which cup, white and hands hold. */
  readonly cupStrategy: CupStrategy | null
  /** Whether the white is stirred later, as a small mix of its own; null where it could not wait otherwise. */
  readonly whiteApart: boolean | null
  /** How often a piece is gone over with drops, where a needle drops the white; null until the floor is covered. */
  readonly rounds: number | null
  /** What earlier runs taught about the resin; null when there are none. */
  readonly learned: Learned | null
  /** How far this hand's pieces moved the technique's band: natural log of the flow still to come, above 0 sooner. */
  readonly aimShiftLog: number
}

/**
 * Where the resin thickens before the white: all of it resting in its deep cup, poured at once to wait in the mold, or resting in
 * two cups of half the depth, which warm less.
 */
export type CupStrategy = 'rest' | 'atOnce' | 'split'

export const USUAL_HANDS: Hands = { beadMmPerS: 50, ringLiftS: 3, strokeS: 3, dropS: 1.2, decantS: 30 }
export const USUAL_MEASURING: Measuring = { graduationG: 0.1, cupLineMl: 5 }
export const USUAL_LOSS: Loss = { cupFilmG: 3, bagResidueG: 3 }
/** What a bag is cut to (common practice). */
export const LEAST_HOLE_MM = 0.5
export const MOST_HOLE_MM = 10

export const USUAL_WHITE = {
  dose: 'translucent',
  holeMm: 3,
  ringSpacingMm: 10,
  rimMarginMm: 7,
  petals: 8,
} as const satisfies WhiteChoice

/** What a request says where nothing else is asked for. */
export const USUAL_REQUEST = {
  technique: 'bloom',
  face: 'mold',
  roomTempC: 21,
  partsTempC: null,
  bedMm: null,
  lipMm: 2,
  white: USUAL_WHITE,
  inclusions: null,
  cups: [],
  layers: [],
  jobs: [],
  settleMin: 5,
  hands: USUAL_HANDS,
  measuring: USUAL_MEASURING,
  loss: USUAL_LOSS,
  spareMolds: [],
  startAt: null,
  promisedOn: null,
  cupStrategy: null,
  whiteApart: null,
  rounds: null,
  learned: null,
  aimShiftLog: 0,
} as const satisfies Partial<BatchRequest>
