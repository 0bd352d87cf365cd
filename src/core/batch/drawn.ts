import type { Colour } from '../colour/index.ts'
import type { Pattern } from '../pattern/index.ts'
import type { DosedColour } from './layerCups.ts'

/** How strong the white is, told by a wiped stick; petri takes it from the bottle. */
export type WhiteDose = 'translucent' | 'milky' | 'opaque' | 'ink'

export interface WhiteChoice {
  readonly dose: WhiteDose
  /** Cut in the piping bag. */
  readonly holeMm: number
  /** Of the usual pattern; a pattern of a piece's own has its own. */
  readonly ringSpacingMm: number
  readonly rimMarginMm: number
  /** Petals or zones the usual pattern divides a piece into. */
  readonly petals: number
  /** What goes into its cup, each with a dose of its own; the plan's whites together, as the dose says, where nothing is said. */
  readonly colours?: readonly DosedColour[] | undefined
  /** So much of it is weighed off at least, g; no more than it takes where nothing is said. */
  readonly portionG?: number | null | undefined
}

/** What a later layer is drawn with: the inks and the white that go into it, and where. */
export interface Drawn {
  /** Its inks and its white. */
  readonly colours: readonly Colour[]
  readonly white: WhiteChoice
  /** How often a piece is gone over with drops; null until the floor is covered. */
  readonly rounds: number | null
  /** Patterns of a piece's own, by the ids of their orders; the others get the usual of its way. */
  readonly patterns: Readonly<Record<string, Pattern>>
}

/** With each pattern under the ids it goes by now: several where pieces were divided, none where they are gone. */
export function withPatterns(
  drawn: Drawn,
  each: (id: string, pattern: Pattern) => readonly (readonly [string, Pattern])[],
): Drawn {
  const patterns = Object.entries(drawn.patterns).flatMap(([id, pattern]) => each(id, pattern))
  return { ...drawn, patterns: Object.fromEntries(patterns) }
}
