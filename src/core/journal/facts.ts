import type { WhiteDose } from '../batch/index.ts'
import type { TechniqueId } from '../technique/index.ts'

/** What a run can show of one piece; null where it cannot. Minutes from stop-stir. */
export interface RunFacts {
  readonly technique: TechniqueId
  /** When the white went in, beside the window as the run had it; null for other techniques or where it was not marked. */
  readonly white: {
    readonly atMin: number
    readonly openMin: number
    readonly bestMin: number
    readonly closeMin: number
  } | null
  /** When the inclusions went in, beside the base's window; null for other techniques or where it was not marked. */
  readonly laid: { readonly atMin: number; readonly openMin: number; readonly closeMin: number } | null
  /** When what was held back was laid, beside the moment for it; null for other techniques or where it was not marked. */
  readonly pulled: {
    readonly atMin: number
    /** Null where the cups never came to rest while the film would have taken them. */
    readonly moment: { readonly openMin: number; readonly closeMin: number } | null
  } | null
  /** Minutes after inks stopped spreading; 0 or less in time. */
  readonly inkLateMin: number | null
  /** From the piece's ink to its white. */
  readonly settledMin: number | null
  readonly inkAfterWhite: boolean
  /** From the white to the tool. */
  readonly shapedAfterMin: number | null
  /** From when the tool should have been through to when it was; 0 or less in time. */
  readonly shapedLateMin: number | null
  /** Of the cup when it was decanted, read or reckoned. */
  readonly cupTempC: number | null
  readonly roomTempC: number
  readonly stirMin: number | null
  /** How far A:B was off as weighed, as a fraction; null where nothing was weighed. */
  readonly ratioError: number | null
  /** Null where the white's cup has colours of its own: nobody said how strong that is. */
  readonly dose: WhiteDose | null
  readonly holeMm: number
  readonly spacingMm: number | null
  readonly marginMm: number | null
  /** The portion of the whole batch. */
  readonly whiteNeededG: number | null
  readonly glitterMetWhite: boolean
  readonly mica: boolean
  /** Powder, paste or mica was stirred into something that lies on it. */
  readonly pigmented: boolean
  /** The cup or bag that held most beyond what it carries; null where none did. */
  readonly overloaded: {
    readonly cupName: string
    readonly colours: readonly string[]
    readonly share: number
    readonly mostShare: number
    readonly isLiquid: boolean
  } | null
  readonly muddyPair: readonly [string, string] | null
  readonly shiftedColour: string | null
  readonly levelSkipped: boolean
  readonly coverSkipped: boolean
  readonly coveredAfterMin: number | null
  readonly feathered: boolean
  /** When its edge still wiped, by its own run; null where that never came. */
  readonly feather: { readonly fromMin: number; readonly toMin: number } | null
  /** Ink, and white that is dropped, as a share of its bed. */
  readonly loadShare: number
  /** Share of its beads that lie in zones too narrow for white to flow. */
  readonly narrowShare: number
  /** Hours in the form it was draped into; null until it was taken out, or where nothing was draped. */
  readonly inFormH: number | null
  /** Of a mold with a raised edge: whether resin was poured into the centre again after the ink. Null for any other mold. */
  readonly raisedEdge: { readonly centreAgain: boolean } | null
  /** By how much the layers were too deep for the mold; negative where room was left. */
  readonly overMm: number
  readonly bedMm: number
  readonly lipMm: number
  readonly backed: boolean
  /** Hours before the piece was stiff; negative after. Null until it was demolded. */
  readonly demoldEarlyH: number | null
  readonly leftoverG: number
}
