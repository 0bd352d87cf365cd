import type { HeldBack, Technique } from './technique.ts'

/** Whether the white goes on what was held back too, and falls through that as well. */
export function whitensWhatIsRaised({ steps }: Pick<Technique, 'steps'>): boolean {
  const [raises, whites] = (['raises', 'whites'] as const).map((deed) =>
    steps.findIndex(({ does }) => does === deed),
  )
  return raises! >= 0 && raises! < whites!
}

const IN_COLOUR = { asLines: false, pushesOut: false, keepsLip: false } as const
const HALVES = { ...IN_COLOUR, leastCups: 2, begunFrac: 0.5 } as const

/** Cups that are pulled to meet each other. */
export const MEETING: HeldBack = {
  ...HALVES,
  lies: 'meeting',
  called: { bed: 'film', held: 'colours', cups: 'Cups that rest apart: the colours over the film' },
}

/** All of them in one cup, poured out of it in one stroke. */
export const IN_LAYERS: HeldBack = {
  ...HALVES,
  lies: 'inLayers',
  called: {
    bed: 'pockets',
    held: 'colours',
    cups: 'Cups that are stacked in one, the first at the bottom',
  },
}

/** Each cup in a zone of its own. */
export const IN_PARTS: HeldBack = {
  ...HALVES,
  lies: 'inParts',
  called: { bed: 'skim', held: 'colours', cups: 'Cups of the zones, from one side to the other' },
}

/** Each cup as a closed line inside the last. */
export const IN_LINES: HeldBack = {
  ...IN_COLOUR,
  lies: 'inLines',
  leastCups: 1,
  begunFrac: 0.25,
  asLines: true,
  called: {
    bed: 'skim',
    held: 'colours',
    cups: 'Cups from the wall inwards: the colours over the skim',
  },
}

/** Clear into the centre. */
export const IN_CENTRE: HeldBack = {
  lies: 'inCentre',
  clearCup: 'Small cup',
  leastCups: 0,
  begunFrac: 1,
  asLines: false,
  pushesOut: true,
  keepsLip: true,
  called: { bed: 'first pour', held: 'last pour', cups: 'The cup that is kept back' },
}

/** The rest of the mix over all of it; clear, or tinted where a cup is named for it. */
export const OVER_ALL: HeldBack = {
  ...IN_COLOUR,
  lies: 'overAll',
  clearCup: 'Cup for the cover',
  leastCups: 0,
  begunFrac: 1,
  called: { bed: 'film', held: 'cover', cups: 'Cups of the cover, where it is tinted' },
}

/** Whether its own mix is divided into cups in colours that the person names; what pushes the colours out stays clear. */
export function takesCups(way: Pick<Technique, 'white' | 'holdsBack'>): boolean {
  const { white, holdsBack } = way
  return holdsBack ? !holdsBack.pushesOut : white.by === 'none'
}
