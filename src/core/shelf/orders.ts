/** A set or a commission: so many good pieces from these molds, by a day if one was named. */
export interface Order {
  readonly id: string
  readonly name: string
  /** Calendar day (YYYY-MM-DD); null where it can take its time. */
  readonly dueOn: string | null
  readonly lines: readonly OrderLine[]
  readonly note: string
}

export interface OrderLine {
  readonly moldId: string
  readonly moldName: string
  /** In which colours they are wanted, by the colourway's name; any where nothing is said. */
  readonly colourway?: string | undefined
  readonly count: number
}

/** A piece that was made, or is being made, for an order. */
export interface OrderedPiece {
  readonly moldId: string
  /** Its colourway's, and what else its kind is called by. */
  readonly called: readonly string[]
  /** 1 to 5; null until it was looked at. */
  readonly rating: number | null
}

export interface LineProgress extends OrderLine {
  /** Looked at and good enough to give away. */
  readonly good: number
  /** Planned or poured, not looked at yet. */
  readonly underWay: number
  /** Still to be planned. */
  readonly missing: number
}

/** A piece of this rating or better counts. */
const GOOD_ENOUGH = 3

/** How far an order is, line by line; what came out badly does not count, and more than was asked for fills no other line. */
export function orderProgress({ lines }: Order, pieces: readonly OrderedPiece[]): readonly LineProgress[] {
  return lines.map((line) => {
    const own = pieces.filter((piece) => lineOf(lines, piece) === line)
    const good = own.filter(({ rating }) => rating !== null && rating >= GOOD_ENOUGH).length
    const underWay = own.filter(({ rating }) => rating === null).length
    return { ...line, good, underWay, missing: Math.max(0, line.count - good - underWay) }
  })
}

/** Where that piece counts: with those of its own colourway, else where any will do. */
function lineOf(lines: readonly OrderLine[], { moldId, called }: OrderedPiece): OrderLine | undefined {
  const names = called.map(plain)
  const inMold = lines.filter((line) => line.moldId === moldId)
  return (
    inMold.find(({ colourway }) => colourway && names.includes(plain(colourway))) ??
    inMold.find(({ colourway }) => !colourway)
  )
}

function plain(name: string): string {
  return name.trim().toLowerCase()
}
