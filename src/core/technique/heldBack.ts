import type { HeldLie, Technique } from './technique.ts'

/** Whether the white goes on what was held back too, and falls through that as well. */
export function whitensWhatIsRaised({ steps }: Pick<Technique, 'steps'>): boolean {
  const [raises, whites] = (['raises', 'whites'] as const).map((deed) =>
    steps.findIndex(({ does }) => does === deed),
  )
  return raises! >= 0 && raises! < whites!
}

/** What follows from how it lies. */
interface LieFacts {
  /** So many cups of the person's own make the way; none where it is one clear cup that the way itself asks for. */
  readonly leastCups: 0 | 1 | 2
  /** The usual share of a cup that is begun. */
  readonly begunFrac: number
  /** Closed lines, one inside the other. */
  readonly asLines: boolean
  /** It runs out from the middle and pushes the colour before it, over a raised edge. */
  readonly pushesOut: boolean
  /** The lip that is asked for stays free; else it gives way where next to nothing would be left for the colours. */
  readonly keepsLip: boolean
}

const IN_COLOUR = { asLines: false, pushesOut: false, keepsLip: false } as const

export const HELD_LIES: Readonly<Record<HeldLie, LieFacts>> = {
  meeting: { ...IN_COLOUR, leastCups: 2, begunFrac: 0.5 },
  inLayers: { ...IN_COLOUR, leastCups: 2, begunFrac: 0.5 },
  inParts: { ...IN_COLOUR, leastCups: 2, begunFrac: 0.5 },
  inLines: { ...IN_COLOUR, leastCups: 1, begunFrac: 0.25, asLines: true },
  inCentre: { leastCups: 0, begunFrac: 1, asLines: false, pushesOut: true, keepsLip: true },
}

/** How what it holds back lies; null where it holds nothing back. */
export function lieOf({ holdsBack }: Pick<Technique, 'holdsBack'>): LieFacts | null {
  return holdsBack === undefined ? null : HELD_LIES[holdsBack]
}

/** Whether its own mix is divided into cups in colours that the person names. */
export function takesCups(way: Pick<Technique, 'white' | 'holdsBack'>): boolean {
  const lie = lieOf(way)
  return lie === null ? way.white.by === 'none' : lie.leastCups > 0
}
