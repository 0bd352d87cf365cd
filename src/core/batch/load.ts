import { TECHNIQUES, type TechniqueId, type WhiteRule } from '../technique/index.ts'
import { bedOf, type Layer } from './layer.ts'

/** A drop from a bottle or pipette: twenty to the ml (common practice, from memory). */
export const DROP_ML = 0.05
/** More ink and white than this share of the resin keeps it soft or tacky: a few percent (common practice, from memory). */
export const MOST_LOAD = 0.05

/** Ink and white drops in the bed of one piece, as a share of its volume. */
export interface DropLoad {
  readonly share: number
  /** Drops of ink in all rounds, and how many of them would have to go for the share to be as it should. */
  readonly drops: number
  readonly fewer: number
}

/** A filled mold as far as drops go. */
interface Dropped {
  readonly technique: TechniqueId
  readonly laid: { readonly drops: readonly unknown[] }
  readonly layers: readonly Layer[]
  readonly rounds: number
}

/** What the drops of one piece are of its bed; a white that is piped is a layer of its own and not counted. */
export function dropLoad({ technique, laid, layers, rounds }: Dropped): DropLoad {
  const { white } = TECHNIQUES[technique]
  const bedMl = bedOf({ layers }).volumeMl
  const drops = laid.drops.length * rounds
  const most = Math.floor((MOST_LOAD * bedMl) / dropVolumeMl(white) + 1e-9)
  return { share: (drops * dropVolumeMl(white)) / bedMl, drops, fewer: Math.max(0, drops - most) }
}

/** A drop of ink, with the white that follows it at once. */
function dropVolumeMl(white: WhiteRule): number {
  return DROP_ML + (white.by === 'needle' ? white.dropMl : 0)
}

/** As many drops as that much bed carries, at least one. */
export function mostDrops(bedMl: number, white: WhiteRule): number {
  return Math.max(1, Math.floor((MOST_LOAD * bedMl) / dropVolumeMl(white)))
}

/**
 * How often a needle goes over a piece: until its drops' cells cover the open area, and not beyond the load a bed carries. A simulated
 * face of a usual pattern is covered to 98 % after one round; three rounds turn it white (docs/physics/bloom.md).
 */
export function roundsToCover(
  white: Extract<WhiteRule, { by: 'needle' }>,
  { drops, areaMm2, bedMl }: { readonly drops: number; readonly areaMm2: number; readonly bedMl: number },
): number {
  if (drops === 0) return 1
  const toCover = Math.round(areaMm2 / (drops * white.cellMm2))
  const carried = Math.floor(mostDrops(bedMl, white) / drops)
  return Math.max(1, Math.min(toCover, carried, white.mostRounds))
}
