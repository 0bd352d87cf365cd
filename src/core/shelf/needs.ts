import {
  DROP_ML,
  dropsOf,
  fillMolds,
  mixesOf,
  pieceCount,
  type BatchRequest,
  type LaterMixId,
  type Mix,
} from '../batch/index.ts'
import { isWhite } from '../colour/index.ts'
import { TECHNIQUES } from '../technique/index.ts'
import type { Supply, SupplyOf } from './supply.ts'

/** Steps that take something off the shelf after the pour. */
export const TAKEN_LATER = ['fill', 'fillAgain', 'back', 'clearCoat'] as const satisfies readonly LaterMixId[]
export type TakenAt = 'pour' | LaterMixId

/** What a batch takes, g of resin parts and ml of colours, at its pour and at each layer poured later. */
export interface Need {
  readonly of: Exclude<SupplyOf, { kind: 'consumable' }>
  readonly name: string
  readonly amount: number
  readonly at: TakenAt
  /** Of the amount, what stays in cups and bags or is mixed too much. */
  readonly wasted: number
}

/** Colour in a back layer, ml per g of its mix (common practice, from memory). */
const BACK_COLOUR_ML_PER_G = 0.01

/** The materials of a batch as planned; `weighed` replaces the parts of the first mix by what the scale said. */
export function needsOf(
  request: BatchRequest,
  weighed: { readonly aG: number; readonly bG: number } | null = null,
): readonly Need[] {
  const technique = TECHNIQUES[request.technique]
  const fills = fillMolds(request, technique)
  const mixes = mixesOf(request, technique, fills)
  return [
    ...mixes.flatMap((mix) => resinNeeds(request, mix, weighed)),
    ...colourNeeds(request, mixes, fills),
  ].filter(({ amount }) => amount > 0)
}

function resinNeeds(
  request: BatchRequest,
  mix: Mix,
  weighed: { aG: number; bG: number } | null,
): readonly Need[] {
  const { id: resinId, name } = request.resin
  const { a, b } = mix.id === 'first' && weighed ? { a: weighed.aG, b: weighed.bG } : mix.parts.byWeight
  const share = Math.max(0, 1 - mix.inMoldsG / (a + b))
  const at = mix.id === 'first' || mix.id === 'white' ? 'pour' : mix.id
  return [
    { of: { kind: 'resinA', resinId }, name: `${name}, part A`, amount: a, wasted: share * a, at },
    { of: { kind: 'resinB', resinId }, name: `${name}, part B`, amount: b, wasted: share * b, at },
  ]
}

function colourNeeds(
  request: BatchRequest,
  mixes: readonly Mix[],
  fills: ReturnType<typeof fillMolds>,
): readonly Need[] {
  const technique = TECHNIQUES[request.technique]
  const drops = dropsOf(request, fills)
  const ml = new Map<string, number>()
  const add = (name: string, more: number) => ml.set(name, (ml.get(name) ?? 0) + more)
  fills.forEach(({ count }, k) => {
    for (const { what, drops: each } of drops[k]!.inks) add(what, each * count * DROP_ML)
    const white = request.colours.find(isWhite)
    if (white && technique.white.by === 'needle')
      add(white.name, drops[k]!.whiteDrops * count * technique.white.dropMl)
  })
  for (const { additions } of mixes.flatMap(({ cups }) => cups))
    for (const { what, drops: each } of additions) add(what, each * DROP_ML)
  const need = (colour: BatchRequest['colours'][number], amount: number, at: Need['at']): Need => ({
    of: { kind: 'colour', colourId: colour.id },
    name: colour.name,
    amount,
    wasted: 0,
    at,
  })
  const { back } = request
  const backMix = mixes.find(({ id }) => id === 'back')
  return [
    ...request.colours.map((colour) => need(colour, ml.get(colour.name) ?? 0, 'pour')),
    ...(back.when !== 'none' && back.colour && backMix
      ? [need(back.colour, BACK_COLOUR_ML_PER_G * backMix.parts.byWeight.totalG, 'back')]
      : []),
  ]
}

/** How much of a supply those needs take then; consumables by the batch and by the piece, at the pour. */
export function takenFrom(
  { of }: Pick<Supply, 'of'>,
  needs: readonly Need[],
  request: Pick<BatchRequest, 'pieces'>,
  at: TakenAt,
): number {
  if (of.kind === 'consumable') return at === 'pour' ? of.perBatch + of.perPiece * pieceCount(request) : 0
  return needs.reduce((sum, need) => sum + (need.at === at && sameUse(need.of, of) ? need.amount : 0), 0)
}

export function sameUse(one: SupplyOf, other: SupplyOf): boolean {
  if (one.kind === 'consumable' || other.kind === 'consumable') return false
  if (one.kind === 'colour' || other.kind === 'colour')
    return one.kind === 'colour' && other.kind === 'colour' && one.colourId === other.colourId
  return one.kind === other.kind && one.resinId === other.resinId
}
