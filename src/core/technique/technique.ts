import type { MarkSort } from '../pattern/index.ts'
import type { Criterion } from '../resin/index.ts'
import type { ToolId } from './tools.ts'

/** What a step brings into the resin or near it; the order rules speak of these. */
export type Agent = 'alcohol' | 'movingInk' | 'white' | 'heat'

/** When a step is due. Minutes run from stop-stir. */
export type Moment =
  | { readonly by: 'clock'; readonly fromMin: number; readonly bestMin: number; readonly toMin: number }
  /** Decanting: solved so that the aim step meets its best. */
  | { readonly by: 'aim' }
  | { readonly by: 'before'; readonly step: StepId; readonly minutes: number }
  | {
      readonly by: 'after'
      readonly step: StepId
      readonly minutes: number
      readonly lateAfterMin: number
      /** After that step on its own piece; after the last piece's where nothing is said. */
      readonly each?: true
    }
  /** As long after as the person lets inks settle. */
  | { readonly by: 'settle'; readonly step: StepId }
  | { readonly by: 'resin'; readonly criterion: Criterion }
  /** So long after whatever is done before it. */
  | { readonly by: 'since'; readonly minutes: number }
  /** Some time after an earlier step on the rack. */
  | { readonly by: 'rack' }

/** How long a step keeps the hands, per piece where the step is done per piece. */
export type HandsOn =
  | { readonly by: 'none' }
  | { readonly by: 'seconds'; readonly seconds: number }
  | { readonly by: 'secondsEach'; readonly seconds: number }
  | { readonly by: 'decant' }
  | { readonly by: 'bead' }
  | { readonly by: 'strokes' }
  | { readonly by: 'drops'; readonly of: 'ink' | 'white' | 'inkAndWhite' }
  /** So many drops on each piece, wherever. */
  | { readonly by: 'dropsOf'; readonly drops: number }

/**
 * Which amounts a step needs at hand: both parts of the first mix or of the mix of its own name, the cups the first is divided into, resin for the beds, the
 * white's portion, drops, a drop of white on each ink, what it says it gives, beads, what its bottles give, how much of a bought product, what was held back in cups, the seam where those meet, one cup they are stacked in and the stroke out of
 * it, how a sheet hangs over its form.
 */
export type Takes =
  | 'firstMix'
  | 'ownMix'
  | 'cups'
  | 'bed'
  | 'white'
  | 'drops'
  | 'whiteDrops'
  | 'given'
  | 'beads'
  | 'bottles'
  | 'product'
  | 'held'
  | 'seam'
  | 'stacked'
  | 'stroke'
  | 'form'

/** A step by its name: a technique's own, a layer's own, or a job's on the rack. Nothing outside its definition knows what it stands for. */
export type StepId = string

/** A job on the rack that lays nothing and that a batch may choose. */
export type JobId = 'trimRim' | 'drape' | 'sandEdges' | 'feet'

/** What a step does to resin or piece, as far as engine, rack and log have to know; steps of any name may do it. */
export type Deed =
  | 'stirs'
  | 'portions'
  | 'tints'
  /** Pours some of it, and leaves the cup with the rest. */
  | 'pours'
  | 'empties'
  /** Lays on the bed what was held back. */
  | 'raises'
  /** Fills one cup with all that was held back for a piece. */
  | 'stacks'
  /** Takes away what it was poured over. */
  | 'lifts'
  | 'inks'
  | 'whites'
  | 'shapes'
  | 'lays'
  | 'covers'
  | 'feathers'
  | 'trims'
  | 'forms'
  | 'frees'
  | 'sands'
  | 'mounts'
  | 'serves'

/** So long after something was done: the least, and the better. */
export interface Lasting {
  readonly openMin: number
  readonly bestMin: number
}

/** So long until it is dry, and what has to leave it: where that is said, warmth and damp of the air count. */
export interface Drying extends Lasting {
  readonly by?: 'water' | 'solvent'
}

/** What a step of the rack waits for; all of its waits must hold. */
export type RackWait =
  /** The layer it is laid on, or made of, being at that stage; over when the stage is. */
  | { readonly by: 'under'; readonly stage: 'footprint' | 'leathery' }
  /** Every layer poured before it being stiff; of a piece that a form holds, the form alone. */
  | { readonly by: 'released' }
  /** Every layer being cured for use, and what dries being dry. */
  | { readonly by: 'everything' }
  /** What was done just before it being hard or dry: the pour itself where nothing was. */
  | { readonly by: 'previous' }
  /** So long after what was done before it on the rack. */
  | ({ readonly by: 'minutes' } & Lasting)
  /** The layer under it taking a print, and half a day at least, better a whole one. */
  | { readonly by: 'nextDay' }
  /** What was laid just before it without resin being dry; nothing where that was resin. */
  | { readonly by: 'dry' }

/** What can hurt at a step; the cautions are worded for these. */
export type Risk = 'skin' | 'air' | 'runaway' | 'dust' | 'stillSoft' | 'solvent' | 'food'

/** How a step is told by the marks it makes. */
export interface SaidByMarks {
  /** In the order they are told; those that the pattern has none of are not. */
  readonly of: readonly {
    readonly sort: MarkSort
    /** Within a title; it stays as it is where any has none. */
    readonly title?: string
    readonly detail: string
  }[]
  /** Told after them, whatever they are. */
  readonly then: string
}

export interface StepRule {
  readonly id: StepId
  readonly title: string
  readonly detail: string
  /** In place of the detail, and of the title, where the pattern has marks it tells apart. */
  readonly says?: SaidByMarks
  /** What the one button says when the step is done. */
  readonly done: string
  /** What comes of doing it before its window opens; common practice. */
  readonly early?: string
  /** What is still possible once its window has closed; common practice. */
  readonly late?: string
  readonly place: 'pour' | 'rack'
  readonly per: 'batch' | 'piece'
  /** Every pour has such a step, and goes through it once for all its pieces, whatever ways they are laid in. */
  readonly shared?: true
  /** Of pieces laid in that way alone; of all of them where nothing is said. */
  readonly way?: string
  /** Of those pieces alone, by number; of all that its way has where nothing is said. */
  readonly on?: readonly number[]
  /** The minute a person chose for it, on the first piece where it goes piece by piece. */
  readonly atMin?: number
  /** Of what is piped, what comes out of that bag alone, null for the white's; all of them where nothing is said. */
  readonly bag?: string | null
  /** Its bags take turns, a bead each. */
  readonly inTurn?: true
  /** Which of how many rounds it is, from 1, where what is poured goes over an object in rounds. */
  readonly pours?: {
    readonly round: number
    readonly of: number
    /** Out of which cup each round comes that somebody said it of, by its round; null is what stays clear. */
    readonly outOf?: Readonly<Record<number, string | null>>
  }
  /** So many drops of what each piece gets. */
  readonly gives?: { readonly what: string; readonly drops: number }
  /** What it puts in, by name. */
  readonly puts?: string
  /** Consecutive per-piece steps of one round are done piece by piece before the next piece is begun. */
  readonly round?: string
  /** The whole step is gone through this often. */
  readonly times?: number
  readonly moment: Moment
  readonly handsOn: HandsOn
  readonly needs: readonly ToolId[]
  readonly takes?: Takes
  readonly brings: readonly Agent[]
  /** Of a step on the rack. */
  readonly waits?: readonly RackWait[]
  /** What it lays on the rack: resin from the mix of its own name, a product of its own that cures, or something from a bottle. */
  readonly lays?: 'mix' | 'product' | 'bottle'
  /** What it leaves behind dries so long. */
  readonly dries?: Drying
  /** Where it leaves the piece holds it so long. */
  readonly holds?: Lasting
  readonly does?: Deed
  /** It only looks or wipes: it is done when it falls due, whatever stands before it, and holds nothing up. */
  readonly floats?: true
  /** Nobody knows what it does: it may stand before the pour, too. */
  readonly anywhere?: true
  /** Only flowing resin allows it: once it is marked, nothing had gelled by then. */
  readonly flows?: true
  /** What a strip calls it, where it stands on one. */
  readonly short?: string
  /** What it is within a sentence: "demolding". */
  readonly noun?: string
  readonly risks?: readonly Risk[]
}

export type OrderRule = {
  /** Of pieces laid in that way alone; of all of them where nothing is said. */
  readonly way?: string
} &
  /** Once `after` is in, `never` may not come any more. */
  (
    | { readonly kind: 'neverAfter'; readonly never: Agent; readonly after: Agent; readonly why: string }
    /** `wait` must lie between the two. */
    | {
        readonly kind: 'waitBetween'
        readonly first: Agent
        readonly then: Agent
        readonly wait: StepId
        readonly why: string
      }
    /** No flame while the agent may be in the air. */
    | { readonly kind: 'noFlameWith'; readonly agent: Agent; readonly why: string }
  )

/** How white reaches the piece and how much of it a piece takes. */
export type WhiteRule =
  | {
      readonly by: 'bag'
      /** How it usually lies: rings dragged into petals, or one line in the mold's own shape, swirled. */
      readonly lies: 'flower' | 'line'
      readonly usualPortionG: number
    }
  /** Rounds of drops until the floor is covered, each drop covering a cell of that area, and never more than `mostRounds`. */
  | {
      readonly by: 'needle'
      readonly mostRounds: number
      readonly cellMm2: number
      readonly dropMl: number
    }
  /** Neither white nor inks go in, and nothing is drawn. */
  | { readonly by: 'none' }

export interface InkRule {
  /** Drops per petal, or per cell and round. */
  readonly dropsPerZone: number
}

/** How what was held back is drawn once it lies: meeting, as lines inside each other, on each other, each in its zone, pushed out from the middle, level over everything. */
export type HeldLie = 'meeting' | 'inLines' | 'inLayers' | 'inParts' | 'inCentre' | 'overAll'

/** What a way holds back in cups until a step lays it on the bed, and all that follows from how it lies. */
export interface HeldBack {
  readonly lies: HeldLie
  /** So many cups of the person's own make the way; none where one clear cup does. */
  readonly leastCups: 0 | 1 | 2
  /** What the one clear cup is called, where no other is named. */
  readonly clearCup?: string
  /** The usual share of a cup that is begun. */
  readonly begunFrac: number
  /** Closed lines, one inside the other. */
  readonly asLines: boolean
  /** It runs out from the middle and pushes the colour before it, over a raised edge. */
  readonly pushesOut: boolean
  /** The lip that is asked for stays free; else it gives way where next to nothing would be left for the colours. */
  readonly keepsLip: boolean
  /** What the bed is called, clear or not, what is laid on it, and its cups. */
  readonly called: { readonly bed: string; readonly held: string; readonly cups: string }
}

/** One technique as data: planner, prep gate, run sheet and rack all read this and nothing else. */
export interface Technique {
  /** Its name in the registry. */
  readonly id: string
  readonly name: string
  readonly summary: string
  readonly face: 'mold' | 'open'
  readonly bed: { readonly usualShareOfDepth: number; readonly usualMm: number; readonly leastMm: number }
  /** The bed is a film: the rest of the pour, up to the lip, rests in the cups it is divided into until a step raises the bed by it. */
  readonly holdsBack?: HeldBack
  /** Poured over something upright that stands in the mold, so long after stirring, and left to run off it for so long. */
  readonly pouredOver?: { readonly atMin: number; readonly runsMin: number }
  /** The step whose best moment the decant aims at; null when the resin is poured by the clock. */
  readonly aimStep: StepId | null
  /** The per-piece step that decides how many pieces fit. */
  readonly bottleneck: StepId
  readonly white: WhiteRule
  readonly ink: InkRule
  /** What is usually laid over it later, the first at the bottom. */
  readonly usualLayers: readonly LayerStartId[]
  readonly steps: readonly StepRule[]
  readonly order: readonly OrderRule[]
  /** Of a pour whose pieces are laid in several ways (`together`): each of them by itself, the leading one first. */
  readonly ways?: readonly Technique[]
}

/** What a layer over a pour can be begun from (`LAYER_STARTS`). */
export type LayerStartId =
  | 'secondPour'
  | 'bloomLayer'
  | 'petriLayer'
  | 'swirledLayer'
  | 'laidInLayer'
  | 'steppedLayer'
  | 'back'
  | 'crackle'
  | 'marbled'
  | 'clearCoat'
  | 'lampFilm'
  | 'heatCoat'
  | 'paint'
  | 'solventPaint'
  | 'varnish'
  | 'transfer'
  | 'gilding'
