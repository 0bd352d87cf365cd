/** Something on the shelf that is used up. */
export interface Supply {
  readonly id: string
  readonly name: string
  readonly of: SupplyOf
  /** Below this it is time to buy; in the supply's own unit. */
  readonly lowBelow: number
  /** Calendar days (YYYY-MM-DD); null when not known. */
  readonly openedOn: string | null
  readonly bestBefore: string | null
}

/** What it is for: resin parts are kept in g, colours in ml, the rest is counted. */
export type SupplyOf =
  | { readonly kind: 'resinA' | 'resinB'; readonly resinId: string }
  | { readonly kind: 'colour'; readonly colourId: string }
  | { readonly kind: 'consumable'; readonly perBatch: number; readonly perPiece: number }

export type SupplyUnit = 'g' | 'ml' | 'pieces'

export function unitOfSupply({ of }: Pick<Supply, 'of'>): SupplyUnit {
  if (of.kind === 'consumable') return 'pieces'
  return of.kind === 'colour' ? 'ml' : 'g'
}

/** An entry in the book of a supply. Nothing is ever rewritten: a count says what is there, and the difference is told. */
export type Movement = {
  readonly id: string
  readonly supplyId: string
  readonly atMs: number
  readonly note: string
} & (
  | { readonly kind: 'bought'; readonly amount: number; readonly priceMinor: number }
  | { readonly kind: 'poured'; readonly amount: number; readonly batchId: string }
  | { readonly kind: 'wasted'; readonly amount: number }
  /** What was found on the shelf, whatever was believed. */
  | { readonly kind: 'counted'; readonly amount: number }
)

/** How a supply stands. */
export interface Standing {
  readonly left: number
  /** Mean price of all that was bought, in the currency's smallest unit for one g, ml or piece; null where nothing was. */
  readonly priceMinor: number | null
  /** By how much each count differed from what was believed just before it, by movement id. */
  readonly corrections: Readonly<Record<string, number>>
}

/** The standing that a supply's movements amount to, in the order of their instants. */
export function standingOf(movements: readonly Movement[]): Standing {
  const inOrder = [...movements].sort((one, other) => one.atMs - other.atMs)
  const corrections: Record<string, number> = {}
  let left = 0
  for (const movement of inOrder) {
    const before = left
    left = leftAfter(left, movement)
    if (movement.kind === 'counted') corrections[movement.id] = left - before
  }
  return { left, priceMinor: meanPrice(movements), corrections }
}

function leftAfter(left: number, { kind, amount }: Movement): number {
  switch (kind) {
    case 'bought':
      return left + amount
    case 'counted':
      return amount
    case 'poured':
    case 'wasted':
      return left - amount
    default:
      return kind satisfies never
  }
}

function meanPrice(movements: readonly Movement[]): number | null {
  const bought = movements.filter((movement) => movement.kind === 'bought')
  const amount = bought.reduce((sum, each) => sum + each.amount, 0)
  return amount > 0 ? bought.reduce((sum, each) => sum + each.priceMinor, 0) / amount : null
}

/** Why a supply wants attention. */
export type SupplyWorry = 'out' | 'low' | 'pastBest'

export function worriesOf(supply: Supply, { left }: Standing, today: string): readonly SupplyWorry[] {
  const stock: readonly SupplyWorry[] = left <= 0 ? ['out'] : left < supply.lowBelow ? ['low'] : []
  return supply.bestBefore !== null && supply.bestBefore < today ? [...stock, 'pastBest'] : stock
}
