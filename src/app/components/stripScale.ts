/** What a strip shows: minutes from stop-stir, even while pouring, logarithmic on the rack. */
export interface StripSpan {
  readonly fromMin: number
  readonly toMin: number
  readonly scale: 'even' | 'log'
}

/** Where a minute stands, 0 at the left end and 1 at the right; beyond the ends it stays at the end. */
export function place(min: number, { fromMin, toMin, scale }: StripSpan): number {
  const share =
    scale === 'even'
      ? (min - fromMin) / (toMin - fromMin)
      : Math.log(Math.max(min, fromMin) / fromMin) / Math.log(toMin / fromMin)
  return Math.min(1, Math.max(0, share))
}

export interface StripTick {
  readonly min: number
  readonly label: string
}

const HOUR = 60
const DAY = 1440
const LOG_TICKS: readonly StripTick[] = [
  { min: 30, label: '30 min' },
  { min: HOUR, label: '1 h' },
  { min: 3 * HOUR, label: '3 h' },
  { min: 6 * HOUR, label: '6 h' },
  { min: 12 * HOUR, label: '12 h' },
  { min: DAY, label: '1 d' },
  { min: 2 * DAY, label: '2 d' },
  { min: 4 * DAY, label: '4 d' },
  { min: 7 * DAY, label: '1 week' },
]

/** Ticks for that span: round minutes, or the hours and days a rack thinks in. */
export function ticksOf(span: StripSpan): readonly StripTick[] {
  if (span.scale === 'log')
    return LOG_TICKS.filter((tick) => tick.min >= span.fromMin && tick.min <= span.toMin)
  const length = span.toMin - span.fromMin
  const every = [2, 5, 10, 15, 30, 60].find((step) => length / step <= 10) ?? 120
  const first = Math.ceil(span.fromMin / every) * every
  const ticks: StripTick[] = []
  for (let min = first; min <= span.toMin; min += every) ticks.push({ min, label: String(min) })
  return ticks.map((tick, k) => (k === ticks.length - 1 ? { ...tick, label: `${tick.label} min` } : tick))
}

/** Share of a strip's width that a letter takes on a narrow screen. */
const LETTER = 0.016
const GAP = 0.01

export interface LaneItem {
  readonly from: number
  readonly best: number
  readonly to: number
  readonly text: string
}

/** The lane each window stands in so that neither bars nor labels cover another: 0 is next to the strip. */
export function lanesOf(items: readonly LaneItem[]): readonly number[] {
  const taken: { from: number; to: number; lane: number }[] = []
  return items.map(({ from, best, to, text }) => {
    const width = (text.length + 1) * LETTER
    const labelFrom = best - best * width
    const reach = { from: Math.min(from, labelFrom) - GAP, to: Math.max(to, labelFrom + width) + GAP }
    let lane = 0
    while (taken.some((each) => each.lane === lane && reach.from < each.to && reach.to > each.from)) lane++
    taken.push({ ...reach, lane })
    return lane
  })
}
