import {
  additionMl,
  additionOf,
  bottlesOf,
  cupColours,
  dividedMixes,
  DROP_ML,
  dropsOf,
  laidOut,
  castingCount,
  givenOn,
  piecesOn,
  pourOfLayer,
  techniqueOfPour,
  whiteCupOf,
  whitensOf,
  whitesOf,
  type BatchRequest,
  type Mix,
  type MoldFill,
} from '../batch/index.ts'
import type { Colour } from '../colour/index.ts'
import { wayOf } from '../technique/index.ts'
import type { Supply, SupplyOf } from './supply.ts'

/** The pour, or the later layer of that name. */
export type TakenAt = string
/** What is stirred and dropped at the stop-stir. */
export const AT_POUR: TakenAt = 'pour'

/** What a batch takes, g of resin parts and ml of colours, at its pour and at each layer poured later. */
export interface Need {
  readonly of: Exclude<SupplyOf, { kind: 'consumable' }>
  readonly name: string
  readonly amount: number
  readonly at: TakenAt
  /** Of the amount, what stays in cups and bags or is mixed too much. */
  readonly wasted: number
}

/** What a scale said of the mixes it weighed, by when each was stirred. */
export type Weighed = Readonly<Record<TakenAt, { readonly aG: number; readonly bG: number } | undefined>>

/** The materials of a batch as planned; what was `weighed` replaces the parts of its mix. */
export function needsOf(request: BatchRequest, weighed: Weighed = {}): readonly Need[] {
  const technique = techniqueOfPour(request)
  const { fills, mixes } = laidOut(request, technique)
  return [...mixes.flatMap((mix) => resinNeeds(mix, weighed)), ...colourNeeds(request, mixes, fills)].filter(
    ({ amount }) => amount > 0,
  )
}

/** A mix is taken when it is stirred; a white apart, whose stirring is no event, at the pour. */
function takenAt({ of, id }: Mix): TakenAt {
  return of === 'layer' || of === 'cup' ? id : AT_POUR
}

function resinNeeds(mix: Mix, weighed: Weighed): readonly Need[] {
  const { id: resinId, name } = mix.resin
  const at = takenAt(mix)
  const said = mix.of === 'white' ? undefined : weighed[at]
  const { a, b } = said ? { a: said.aG, b: said.bG } : mix.parts.byWeight
  const share = Math.max(0, 1 - mix.inMoldsG / (a + b))
  return [
    { of: { kind: 'resinA', resinId }, name: `${name}, part A`, amount: a, wasted: share * a, at },
    { of: { kind: 'resinB', resinId }, name: `${name}, part B`, amount: b, wasted: share * b, at },
  ]
}

function colourNeeds(
  request: BatchRequest,
  mixes: readonly Mix[],
  fills: readonly MoldFill[],
): readonly Need[] {
  const technique = techniqueOfPour(request)
  const drops = dropsOf(fills)
  const ml = new Map<string, number>()
  const add = (name: string, more: number) => ml.set(name, (ml.get(name) ?? 0) + more)
  fills.forEach(({ count, technique: way }, k) => {
    for (const { what, drops: each } of drops[k]!.inks) add(what, each * count * DROP_ML)
    const whites = whitesOf(request)
    const rule = wayOf(technique, way).white
    if (rule.by === 'needle')
      for (const { name } of whites) add(name, (drops[k]!.whiteDrops * count * rule.dropMl) / whites.length)
  })
  for (const { what, drops: each, pieces } of givenOn(technique, fills)) add(what, each * pieces * DROP_ML)
  // Colours of the white's own are told with the cups.
  if (!request.white.colours?.length)
    for (const { colour, addition } of whitensOf(request, whiteCupOf(mixes)?.massG ?? 0))
      if (colour) add(colour.name, additionMl(colour, addition))
  const need = (colour: Colour, amount: number, at: TakenAt): Need => ({
    of: { kind: 'colour', colourId: colour.id },
    name: colour.name,
    amount,
    wasted: 0,
    at,
  })
  return [
    ...request.colours.map((colour) => need(colour, ml.get(colour.name) ?? 0, AT_POUR)),
    ...cupColours(dividedMixes(request, technique, mixes)).map(({ mix, colour, addition }) =>
      need(colour, additionMl(colour, addition), takenAt(mix)),
    ),
    ...request.layers.flatMap((layer) => {
      const pour = pourOfLayer(request, layer, fills)
      const all = pour ? needsOf(pour) : []
      return all.filter(({ of }) => of.kind === 'colour').map((each) => ({ ...each, at: layer.id }))
    }),
    ...request.layers.flatMap((layer) =>
      bottlesOf(layer).map((dosed) =>
        need(dosed.colour, piecesOn(layer, fills) * additionMl(dosed.colour, additionOf(dosed, 0)), layer.id),
      ),
    ),
  ]
}

/** What one more small mix of white takes in a live pour: both parts, and the drops that tint it. */
export function needsOfMoreWhite(
  request: BatchRequest,
  { aG, bG }: { readonly aG: number; readonly bG: number },
): readonly Need[] {
  const { id: resinId, name } = request.resin
  const at = { wasted: 0, at: AT_POUR }
  return [
    { of: { kind: 'resinA', resinId }, name: `${name}, part A`, amount: aG, ...at },
    { of: { kind: 'resinB', resinId }, name: `${name}, part B`, amount: bG, ...at },
    ...whitensOf(request, aG + bG).flatMap(({ colour, addition }) =>
      colour
        ? [
            {
              of: { kind: 'colour', colourId: colour.id } as const,
              name: colour.name,
              amount: additionMl(colour, addition),
              ...at,
            },
          ]
        : [],
    ),
  ]
}

/** How much of a supply those needs take then; consumables by the batch and by the piece, at the pour. */
export function takenFrom(
  { of }: Pick<Supply, 'of'>,
  needs: readonly Need[],
  request: Pick<BatchRequest, 'pieces' | 'technique'>,
  at: TakenAt,
): number {
  if (of.kind === 'consumable') return at === AT_POUR ? of.perBatch + of.perPiece * castingCount(request) : 0
  return needs.reduce((sum, need) => sum + (need.at === at && sameUse(need.of, of) ? need.amount : 0), 0)
}

export function sameUse(one: SupplyOf, other: SupplyOf): boolean {
  if (one.kind === 'consumable' || other.kind === 'consumable') return false
  if (one.kind === 'colour' || other.kind === 'colour')
    return one.kind === 'colour' && other.kind === 'colour' && one.colourId === other.colourId
  return one.kind === other.kind && one.resinId === other.resinId
}
