import { COLOUR_KINDS, type Colour, type ColourKind } from '../colour/index.ts'
import type { Resin } from '../resin/index.ts'
import {
  LAYER_STARTS,
  LAYER_WAYS,
  LAYER_WHENS,
  type LayerStartId,
  type LayerToLay,
} from '../technique/index.ts'
import type { Addition } from './cups.ts'
import { DROP_ML } from './load.ts'
import { kindId, type PieceOrder } from './pieces.ts'

/** A layer that is laid after the pour, on what is there by then. */
export interface LaterLayer extends LayerToLay {
  readonly amount: LayerAmount
  /** In which pieces it is laid, by the ids of their orders; null in all of the batch. */
  readonly only: readonly string[] | null
  /** Its own resin; null takes the batch's. */
  readonly resin: Resin | null
  /** What its mix is divided into; what they leave stays clear. */
  readonly cups: readonly LayerCup[]
}

/** How much of it a piece gets. */
export type LayerAmount =
  | { readonly by: 'depth'; readonly mm: number }
  /** Of the room left free up to the lip by every layer with a depth or volume of its own. */
  | { readonly by: 'share'; readonly frac: number }
  /** What the shares leave of that room. */
  | { readonly by: 'rest' }
  | { readonly by: 'volume'; readonly ml: number }
  /** Laid without resin: it has no depth to speak of. */
  | { readonly by: 'none' }

/** Part of a mix, poured off and tinted. */
export interface LayerCup {
  readonly id: string
  readonly name: string
  readonly portion: Portion
  readonly colours: readonly DosedColour[]
}

export type Portion =
  | { readonly by: 'share'; readonly frac: number }
  | { readonly by: 'mass'; readonly g: number }
  /** What the others leave. */
  | { readonly by: 'rest' }

export interface DosedColour {
  readonly colour: Colour
  readonly dose: Dose
}

/** How much of a colour a cup gets. */
export type Dose =
  | { readonly by: 'dropsPerG'; readonly drops: number }
  | { readonly by: 'share'; readonly frac: number }
  | { readonly by: 'drops'; readonly drops: number }
  | { readonly by: 'mass'; readonly g: number }
  /** Sticks, scoops or pinches; grams only where one was weighed. */
  | { readonly by: 'scoops'; readonly scoops: number }

/** A layer as it is begun when it is added, with nothing of it said yet but what is usual. */
export function startedLayer(start: LayerStartId, id: string): LaterLayer {
  const { depthMm, ...told } = LAYER_STARTS[start]
  const amount: LayerAmount =
    depthMm === null ? { by: 'rest' } : depthMm === 0 ? { by: 'none' } : { by: 'depth', mm: depthMm }
  return { id, ...told, amount, only: null, resin: null, cups: [] }
}

/** The layers a technique usually has on it, each under the name of what it is begun from. */
export function usualLayers({ usualLayers: starts }: { readonly usualLayers: readonly LayerStartId[] }) {
  return starts.map((start) => startedLayer(start, start))
}

/** A layer begun under a name that none of them has yet: "back", then "back2". */
export function nextLayer(layers: readonly LaterLayer[], start: LayerStartId): LaterLayer {
  const taken = new Set(layers.map(({ id }) => id))
  for (let no = 1; ; no++) {
    const id = no === 1 ? start : `${start}${no}`
    if (!taken.has(id)) return startedLayer(start, id)
  }
}

/** Whether something stands behind what is seen: a layer of a depth of its own, or one with a colour. */
export function isBacked({ layers }: { readonly layers: readonly LaterLayer[] }): boolean {
  return layers.some(
    (layer) =>
      takesRoom(layer) && (!isFlexible(layer) || layer.cups.some(({ colours }) => colours.length > 0)),
  )
}

/** The colour that stands behind the pour: of the first layer that has one; null where none does. */
export function plannedBack({ layers }: { readonly layers: readonly LaterLayer[] }): Colour | null {
  const colours = layers.filter(takesRoom).flatMap(({ cups }) => cups.flatMap((cup) => cup.colours))
  return colours[0]?.colour ?? null
}

/** Whether it is laid in those pieces. */
export function isIn({ only }: Pick<LaterLayer, 'only'>, { id }: { readonly id: string }): boolean {
  return only === null || only.includes(id)
}

/**
 * The layers where a batch has other pieces than before: what lay on some of them follows them into their colourways, and out again.
 * Of pieces that are gone it is known still, so that nothing spreads to others by itself.
 */
export function layersOnPieces(
  layers: readonly LaterLayer[],
  pieces: readonly PieceOrder[],
): readonly LaterLayer[] {
  return layers.map((layer) => {
    const { only } = layer
    if (only === null) return layer
    const on = pieces.filter((order) => only.some((id) => isPartOf(order, id))).map(kindId)
    if (on.length === 0) return layer
    return { ...layer, only: on.length === pieces.length ? null : on }
  })
}

/** Whether those pieces were, or are, what that id stood for: themselves, all of their mold, or a colourway that is the only one by now. */
function isPartOf(order: PieceOrder, id: string): boolean {
  const { mold, colourway } = order
  return id === kindId(order) || id === mold.id || (!colourway && id.startsWith(`${mold.id}.`))
}

/** Whether it takes its depth out of the mold. */
export function takesRoom({ way, when }: Pick<LaterLayer, 'way' | 'when'>): boolean {
  return LAYER_WAYS[way].from !== 'bottle' && LAYER_WHENS[when].takesRoom
}

/** Whether its depth follows from the room the others leave. */
export function isFlexible({ amount }: Pick<LaterLayer, 'amount'>): boolean {
  return amount.by === 'rest' || amount.by === 'share'
}

/** The layers that are stirred for: of a mix of their own. */
export function mixedLayers(layers: readonly LaterLayer[]): readonly LaterLayer[] {
  return layers.filter(({ way }) => LAYER_WAYS[way].from === 'mix')
}

/** What goes into a cup of that mass, whole drops; a scoop that was never weighed goes in as it is. */
export function additionOf({ colour, dose }: DosedColour, cupG: number): Addition {
  const what = colour.name
  switch (dose.by) {
    case 'dropsPerG':
      return { what, drops: Math.round(dose.drops * cupG) }
    case 'drops':
      return { what, drops: dose.drops }
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

/** What a colour's addition weighs; 0 where nobody can say. */
function additionG({ kind }: Pick<Colour, 'kind'>, addition: Addition): number {
  return 'drops' in addition ? addition.drops * DROP_ML * COLOUR_KINDS[kind].gPerMl : addition.massG
}

/** What that takes out of the colour's bottle, ml. */
export function additionMl({ kind }: Pick<Colour, 'kind'>, addition: Addition): number {
  return 'drops' in addition ? addition.drops * DROP_ML : addition.massG / COLOUR_KINDS[kind].gPerMl
}

/** A mix of that mass divided into cups, in their order; where they leave some, it stays in a clear cup of its own, cup null. */
export function divided(
  cups: readonly LayerCup[],
  mixG: number,
): readonly { readonly cup: LayerCup | null; readonly massG: number }[] {
  const left = Math.max(0, mixG - askedG(cups, mixG))
  const parts = cups.map((cup) => ({ cup, massG: portionG(cup.portion, mixG) ?? left }))
  const all = cups.some(({ portion }) => portion.by === 'rest') || left < LEAST_CLEAR_G
  return all ? parts : [...parts, { cup: null, massG: left }]
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

/** Null for what the others leave. */
function portionG(portion: Portion, mixG: number): number | null {
  if (portion.by === 'rest') return null
  return portion.by === 'share' ? portion.frac * mixG : portion.g
}

/** How much of a kind of colour a cup holds beside what it carries; the worst kind first, none that is within it. */
export interface CupLoad {
  readonly colourKind: ColourKind
  readonly colours: readonly string[]
  readonly share: number
  readonly mostShare: number
}

/** What a cup of that mass is overloaded with, kind by kind: solvent liquids keep resin soft, solids stiffen it. */
export function overloadsOf({ colours }: LayerCup, cupG: number): readonly CupLoad[] {
  const kinds = [...new Set(colours.map(({ colour }) => colour.kind))]
  return kinds
    .map((kind): CupLoad => {
      const same = colours.filter(({ colour }) => colour.kind === kind)
      const addedG = same.reduce((sum, each) => sum + additionG(each.colour, additionOf(each, cupG)), 0)
      return {
        colourKind: kind,
        colours: same.map(({ colour }) => colour.name),
        share: addedG / cupG,
        mostShare: COLOUR_KINDS[kind].mostShare,
      }
    })
    .filter(({ share, mostShare }) => share > mostShare + LOAD_ROUNDING)
    .sort((one, other) => other.share / other.mostShare - one.share / one.mostShare)
}

/** Whole drops cannot be measured finer. */
const LOAD_ROUNDING = 0.001

/** The cup with every colour taken down to what it carries of its kind. */
export function withinLoad(cup: LayerCup, cupG: number): LayerCup {
  const over = overloadsOf(cup, cupG)
  return {
    ...cup,
    colours: cup.colours.map(({ colour, dose }) => {
      const load = over.find(({ colourKind }) => colourKind === colour.kind)
      return load ? { colour, dose: scaledDose(dose, load.mostShare / load.share) } : { colour, dose }
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
      return portion
    default:
      return portion satisfies never
  }
}
