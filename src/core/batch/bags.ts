import { beadLengthMm, type Bead } from '../pattern/index.ts'
import type { Bag } from './layerCups.ts'
import type { MoldFill } from './layers.ts'

/** What is piped out of one bag. */
export interface Piped {
  /** Null for the white. */
  readonly bag: Bag | null
  readonly beads: readonly Bead[]
  readonly lengthMm: number
}

/** The beads of one piece by the bag they come from, in the order they are piped: the white last. A bag that is gone is the white's. */
export function pipedOn(
  { laid }: Pick<MoldFill, 'laid'>,
  { bags = [] }: { readonly bags?: readonly Bag[] | undefined },
): readonly Piped[] {
  return [...bags, null].flatMap((bag): Piped[] => {
    const beads = laid.beads.filter((bead) =>
      bag ? bead.bag === bag.id : bags.every(({ id }) => id !== bead.bag),
    )
    const lengthMm = beads.reduce((sum, bead) => sum + beadLengthMm(bead), 0)
    return beads.length > 0 ? [{ bag, beads, lengthMm }] : []
  })
}

/** One bead after the other where the bags take turns: the first of each bag, the second of each, and so on; those that follow each other out of one bag together. */
export function takingTurns(piped: readonly Piped[]): readonly Piped[] {
  const most = Math.max(0, ...piped.map(({ beads }) => beads.length))
  const single = Array.from({ length: most }, (_, k) =>
    piped.flatMap(({ bag, beads }) => (beads[k] ? [{ bag, beads: [beads[k]] }] : [])),
  ).flat()
  return single.reduce((turns: readonly Piped[], { bag, beads }) => {
    const last = turns.at(-1)
    const goesOn = last !== undefined && last.bag === bag
    const all = goesOn ? [...last.beads, ...beads] : beads
    const turn = { bag, beads: all, lengthMm: all.reduce((sum, bead) => sum + beadLengthMm(bead), 0) }
    return goesOn ? [...turns.slice(0, -1), turn] : [...turns, turn]
  }, [])
}

/** How what is piped on all pieces is shared among the bags, the white's with null: by what each lays through its hole. */
export function bagShares(
  fills: readonly MoldFill[],
  request: { readonly bags?: readonly Bag[] | undefined; readonly white: { readonly holeMm: number } },
): readonly { readonly bag: Bag | null; readonly frac: number }[] {
  const all = fills.flatMap((fill) =>
    pipedOn(fill, request).map(({ bag, lengthMm }) => ({
      bag,
      laid: fill.count * lengthMm * (bag?.holeMm ?? request.white.holeMm) ** 2,
    })),
  )
  const total = all.reduce((sum, { laid }) => sum + laid, 0)
  return [...(request.bags ?? []), null].flatMap((bag) => {
    const laid = all.reduce((sum, each) => sum + (each.bag === bag ? each.laid : 0), 0)
    // Where nothing is piped yet, it will be the white.
    return laid > 0 || (bag === null && total === 0) ? [{ bag, frac: total > 0 ? laid / total : 1 }] : []
  })
}
