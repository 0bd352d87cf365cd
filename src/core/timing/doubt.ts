/** Why a figure is asked about before it is kept. */
export type Doubt =
  /** In the other unit it would be just what is expected. */
  | { readonly kind: 'otherUnit'; readonly tempC: number }
  | { readonly kind: 'unlikely'; readonly expectedC: number }

/** A resin may be so far from what is expected, a room so far from what was said, without a question. */
const FREE_K = { resin: 15, room: 8 } as const
/** In the other unit this near to the expected is no chance. */
const MEANT_WITHIN_K = 10
/** What a cup or a room at a bench can have at all, C. */
export const READABLE_C = { resin: [0, 250], room: [0, 45] } as const

/** What is doubtful of that temperature, of the resin or of the room; null where nothing is. */
export function doubtOf(
  of: keyof typeof FREE_K,
  { tempC, expectedC }: { readonly tempC: number; readonly expectedC: number },
): Doubt | null {
  if (Math.abs(tempC - expectedC) <= FREE_K[of]) return null
  // A figure in F typed as C, and one in C typed as F.
  const meant = [(tempC - 32) / 1.8, tempC * 1.8 + 32].find(
    (each) => Math.abs(each - expectedC) <= MEANT_WITHIN_K,
  )
  return meant === undefined ? { kind: 'unlikely', expectedC } : { kind: 'otherUnit', tempC: meant }
}
