import { COLOUR_KINDS, type Colour, type ColourKind } from '../colour/index.ts'
import type { Addition } from './cups.ts'
import { DROP_ML } from './load.ts'

/** What is laid from: part of a mix, poured off and tinted, others poured together, or a bottle. */
export interface LayerCup {
  readonly id: string
  readonly name: string
  readonly portion: Portion
  readonly colours: readonly DosedColour[]
}

/** Nobody tints more out of one mix. */
export const MOST_CUPS = 24

export type Portion =
  | { readonly by: 'share'; readonly frac: number }
  | { readonly by: 'mass'; readonly g: number }
  /** What the others leave. */
  | { readonly by: 'rest' }
  /** All that is poured first, where the others wait in their cups for later; what they leave where nothing waits. */
  | { readonly by: 'firstPour' }
  /** Poured together from cups before it, in this order, or split off one of them. */
  | { readonly by: 'cups'; readonly of: readonly PouredOn[] }
  /** A small mix of its own, stirred when it is wanted, so that it is fresh then. */
  | { readonly by: 'ownMix'; readonly g: number }
  /** No resin: doses are what one piece gets. */
  | { readonly by: 'bottle' }

/** So much of a cup goes on into another. */
export interface PouredOn {
  readonly cup: string
  readonly frac: number
}

export interface DosedColour {
  readonly colour: Colour
  readonly dose: Dose
}

/** A bag beside the white's, such as one of mica: beads that name it are piped out of it, before the white. */
export interface Bag {
  readonly id: string
  readonly name: string
  readonly colours: readonly DosedColour[]
  /** Its own hole; the white's where nothing is said. */
  readonly holeMm?: number | undefined
}

/** Through which hole a bead of that bag is piped; the white's where it has none of its own, or is gone. */
export function holeOf(
  bag: string | undefined,
  { bags = [], holeMm }: { readonly bags?: readonly Bag[] | undefined; readonly holeMm: number },
): number {
  return bags.find(({ id }) => id === bag)?.holeMm ?? holeMm
}

/** How much of a colour a cup gets. */
export type Dose =
  | { readonly by: 'dropsPerG'; readonly drops: number }
  | { readonly by: 'share'; readonly frac: number }
  | { readonly by: 'drops'; readonly drops: number }
  | { readonly by: 'mass'; readonly g: number }
  /** Sticks, scoops or pinches; grams only where one was weighed. */
  | { readonly by: 'scoops'; readonly scoops: number }

/** What goes into a cup of that mass, whole drops; a scoop that was never weighed goes in as it is. */
export function additionOf({ colour, dose }: DosedColour, cupG: number): Addition {
  const what = colour.name
  switch (dose.by) {
    case 'dropsPerG':
      return dropped(colour, Math.round(dose.drops * cupG))
    case 'drops':
      return dropped(colour, dose.drops)
    case 'share':
      return { what, massG: dose.frac * cupG }
    case 'mass':
      return { what, massG: dose.g }
    case 'scoops':
      return { what, scoops: dose.scoops, massG: (colour.scoopG ?? 0) * dose.scoops }
    default:
      return dose satisfies never
  }
}

/** Drops of what drips; what is dry is weighed, as so many drops of it would. */
function dropped({ name: what, kind }: Colour, drops: number): Addition {
  const { state, gPerMl } = COLOUR_KINDS[kind]
  return state === 'solid' ? { what, massG: drops * DROP_ML * gPerMl } : { what, drops }
}

/** In what a colour of that kind can be measured: a powder drips from no bottle. */
export function dosesFor(kind: ColourKind): readonly Dose['by'][] {
  return COLOUR_KINDS[kind].state === 'solid'
    ? ['share', 'mass', 'scoops']
    : ['dropsPerG', 'share', 'drops', 'mass', 'scoops']
}

/** What a colour's addition weighs; 0 where nobody can say. */
function additionG({ kind }: Pick<Colour, 'kind'>, addition: Addition): number {
  return 'drops' in addition ? addition.drops * DROP_ML * COLOUR_KINDS[kind].gPerMl : addition.massG
}

/** What that takes out of the colour's bottle, ml. */
export function additionMl({ kind }: Pick<Colour, 'kind'>, addition: Addition): number {
  return 'drops' in addition ? addition.drops * DROP_ML : addition.massG / COLOUR_KINDS[kind].gPerMl
}

/** The cups that are filled from the one mix. */
export function ofOneMix(cups: readonly LayerCup[]): readonly LayerCup[] {
  return cups.filter(({ portion }) => portion.by !== 'ownMix')
}

/** The cup that is tinted where it was mixed and poured first; undefined where that stays clear. */
export function firstPoured(cups: readonly LayerCup[]): LayerCup | undefined {
  return cups.find(({ portion }) => portion.by === 'firstPour')
}

/** Whether it is tinted with something that gives off a vapour that burns. */
export function burns({ colours }: Pick<LayerCup, 'colours'>): boolean {
  return colours.some(({ colour }) => COLOUR_KINDS[colour.kind].vapour !== null)
}

/** The cups that are each a mix of their own, with what of it reaches the molds. */
export function ownMixes(
  cups: readonly LayerCup[],
): readonly { readonly cup: LayerCup; readonly g: number }[] {
  return cups.flatMap((cup) => (cup.portion.by === 'ownMix' ? [{ cup, g: cup.portion.g }] : []))
}

/** A cup as it is filled. */
export interface Filled {
  /** Null for what stays clear. */
  readonly cup: LayerCup | null
  readonly massG: number
  /** What of it came from other cups, in the order it was poured. */
  readonly from: readonly { readonly name: string; readonly massG: number }[]
}

/** A mix of that mass divided into cups, in their order; where they leave some, it stays in a clear cup of its own, cup null. */
export function divided(cups: readonly LayerCup[], mixG: number): readonly Filled[] {
  const left = Math.max(0, mixG - askedG(cups, mixG))
  const parts: Filled[] = []
  const taker =
    cups.find(({ portion }) => portion.by === 'rest') ??
    cups.find(({ portion }) => portion.by === 'firstPour')
  for (const cup of cups) {
    const from = pouredOn(cup).flatMap(({ cup: id, frac }) => {
      const giver = parts.find((each) => each.cup?.id === id)
      return giver ? [{ name: giver.cup!.name, massG: frac * giver.massG }] : []
    })
    const own = portionG(cup.portion, mixG) ?? (cup === taker ? left : 0)
    parts.push({ cup, massG: own + from.reduce((sum, { massG }) => sum + massG, 0), from })
  }
  const all = taker !== undefined || left < LEAST_CLEAR_G
  return all ? parts : [...parts, { cup: null, massG: left, from: [] }]
}

/** Which cups it is poured together from; none where it comes from the mix or a bottle. */
export function pouredOn({ portion }: LayerCup): readonly PouredOn[] {
  return portion.by === 'cups' ? portion.of : []
}

/** A colour that came into a cup with what was poured into it. */
interface Brought {
  readonly colour: Colour
  readonly addedG: number
}

/** What other cups bring into that one, of themselves and of what was poured into them. */
export function broughtInto(cup: LayerCup, parts: readonly Filled[]): readonly Brought[] {
  return pouredOn(cup).flatMap(({ cup: id, frac }) => {
    const giver = parts.find((each) => each.cup?.id === id)
    if (!giver?.cup) return []
    const own = giver.cup.colours.map(({ colour, dose }) => ({
      colour,
      addedG: additionG(colour, additionOf({ colour, dose }, giver.massG)),
    }))
    return [...own, ...broughtInto(giver.cup, parts)].map(({ colour, addedG }) => ({
      colour,
      addedG: frac * addedG,
    }))
  })
}

/** Less is what stays on cup and stick. */
const LEAST_CLEAR_G = 0.05

/** By how much the cups of a mix of that mass take more than there is, g; 0 where they do not. */
export function dividedOverG(cups: readonly LayerCup[], mixG: number): number {
  return Math.max(0, askedG(cups, mixG) - mixG)
}

/** What the cups ask for of a mix of that mass, but for the one that takes the rest. */
function askedG(cups: readonly LayerCup[], mixG: number): number {
  return cups.reduce((sum, { portion }) => sum + (portionG(portion, mixG) ?? 0), 0)
}

/** What it takes of the mix itself; null for what the others leave. */
function portionG(portion: Portion, mixG: number): number | null {
  switch (portion.by) {
    case 'rest':
    case 'firstPour':
      return null
    case 'share':
      return portion.frac * mixG
    case 'mass':
      return portion.g
    case 'cups':
    case 'ownMix':
    case 'bottle':
      return 0
    default:
      return portion satisfies never
  }
}

/** How much of a kind of colour a cup holds beside what it carries; the worst kind first, none that is within it. */
export interface CupLoad {
  readonly colourKind: ColourKind
  readonly colours: readonly string[]
  readonly share: number
  readonly mostShare: number
}

/** What a cup of that mass is overloaded with, kind by kind: solvent liquids keep resin soft, solids stiffen it. */
export function overloadsOf(
  { colours }: LayerCup,
  cupG: number,
  brought: readonly Brought[] = [],
): readonly CupLoad[] {
  const own = colours.map((each) => ({
    colour: each.colour,
    addedG: additionG(each.colour, additionOf(each, cupG)),
  }))
  const all = [...own, ...brought]
  const kinds = [...new Set(all.map(({ colour }) => colour.kind))]
  return kinds
    .map((kind): CupLoad => {
      const same = all.filter(({ colour }) => colour.kind === kind)
      const addedG = same.reduce((sum, each) => sum + each.addedG, 0)
      return {
        colourKind: kind,
        colours: [...new Set(same.map(({ colour }) => colour.name))],
        share: addedG / cupG,
        mostShare: COLOUR_KINDS[kind].mostShare,
      }
    })
    .filter(({ share, mostShare }) => share > mostShare + LOAD_ROUNDING)
    .sort((one, other) => other.share / other.mostShare - one.share / one.mostShare)
}

/** Whole drops cannot be measured finer. */
const LOAD_ROUNDING = 0.001

/** The cup with every colour of its own taken down to what it carries of that kind beside what was brought into it. */
export function withinLoad(cup: LayerCup, cupG: number, brought: readonly Brought[] = []): LayerCup {
  const over = overloadsOf(cup, cupG, brought)
  return {
    ...cup,
    colours: cup.colours.map(({ colour, dose }) => {
      const load = over.find(({ colourKind }) => colourKind === colour.kind)
      if (!load) return { colour, dose }
      const same = brought.filter((each) => each.colour.kind === colour.kind)
      const broughtShare = same.reduce((sum, { addedG }) => sum + addedG, 0) / cupG
      const by = Math.max(0, load.mostShare - broughtShare) / (load.share - broughtShare)
      return { colour, dose: scaledDose(dose, by) }
    }),
  }
}

/** So much of a dose; whole drops and scoops are rounded down. */
function scaledDose(dose: Dose, by: number): Dose {
  switch (dose.by) {
    case 'dropsPerG':
      return { ...dose, drops: Math.floor(100 * by * dose.drops) / 100 }
    case 'drops':
      return { ...dose, drops: Math.floor(by * dose.drops) }
    case 'share':
      return { ...dose, frac: by * dose.frac }
    case 'mass':
      return { ...dose, g: Math.floor(100 * by * dose.g) / 100 }
    case 'scoops':
      return { ...dose, scoops: Math.floor(4 * by * dose.scoops) / 4 }
    default:
      return dose satisfies never
  }
}

/** The cups with portions that together take no more than that mix: all of them smaller by the same share. */
export function cupsThatFit(cups: readonly LayerCup[], mixG: number): readonly LayerCup[] {
  const over = dividedOverG(cups, mixG)
  if (over === 0) return cups
  const by = mixG / (mixG + over)
  return cups.map((cup) => ({ ...cup, portion: scaledPortion(cup.portion, by) }))
}

function scaledPortion(portion: Portion, by: number): Portion {
  switch (portion.by) {
    case 'share':
      return { ...portion, frac: Math.floor(1000 * by * portion.frac) / 1000 }
    case 'mass':
      return { ...portion, g: Math.floor(10 * by * portion.g) / 10 }
    case 'rest':
    case 'firstPour':
    case 'cups':
    case 'ownMix':
    case 'bottle':
      return portion
    default:
      return portion satisfies never
  }
}
