import {
  givenOn,
  mixesOfLayer,
  pourMixOf,
  strewnTakes,
  techniqueOfPour,
  type Addition,
  type BatchRequest,
  type Layer,
  type Mix,
  type MoldFill,
  type Take,
} from '#core/batch/index.ts'
import type { BatchPlan } from '#core/plan/index.ts'
import { mixedDensityGPerMl } from '#core/resin/index.ts'
import { isInked, type WhiteRule } from '#core/technique/index.ts'
import { printQuantity, weighedDecimals, type UnitChoice } from '#core/units/index.ts'
import { wordCup, wordCupSize, wordLayer, wordMix } from './mixes.ts'
import { wordAddition, wordStrewn, wordTake } from './takes.ts'

/** What is measured together, in the order of the hands. */
export interface AmountGroup {
  readonly id: string
  readonly title: string
  readonly rows: readonly AmountRow[]
}

/** One amount: "156.8 g", of what, and what else is known of it. */
export interface AmountRow {
  readonly amount: string
  readonly what: string
  readonly more: string
  /** It goes into what stands above it. */
  readonly into: boolean
}

/** Every amount of a plan, in the units chosen: each mix with its cups, what goes on or into each kind of piece, what comes from bottles. */
export function amountsOf(request: BatchRequest, plan: BatchPlan, units: UnitChoice): readonly AmountGroup[] {
  const { white } = techniqueOfPour(request)
  return [
    ...plan.mixes.map((mix) => mixGroup(mix, white.by, request, units)),
    ...plan.fills.map((fill) => pieceGroup(fill, plan, units)),
    ...betweenGroup(request, plan),
    ...plan.steps.flatMap((turn) => {
      const rows = turn.takes
        .filter(({ of }) => of === 'bottles')
        .map((take) => row(wordTake(take, units), 'from the bottle'))
      return rows.length > 0 ? [{ id: `bottles ${turn.key}`, title: turn.step.title, rows }] : []
    }),
    ...plan.steps
      .filter(
        ({ step: { place }, takes }) => place === 'rack' && takes.some(({ of }) => GOES_IN.includes(of)),
      )
      .map((turn) => ({
        id: `drawn ${turn.key}`,
        title: turn.step.title,
        rows: turn.takes
          .filter(({ of }) => of === 'pour' || GOES_IN.includes(of))
          .map((take) => row(wordTake(take, units), '')),
      })),
  ]
}

/** What somebody drops in between, beside the patterns. */
function betweenGroup(request: BatchRequest, plan: BatchPlan): readonly AmountGroup[] {
  const given = givenOn(techniqueOfPour(request), plan.fills)
  if (given.length === 0) return []
  const rows = given.map(({ what, drops, pieces }) =>
    row(
      `${drops} ${drops === 1 ? 'drop' : 'drops'}`,
      what,
      pieces === 1 ? 'on one piece' : `on each of ${pieces}`,
    ),
  )
  return [{ id: 'between', title: 'In between', rows }]
}

/** What goes into a bed that lies there. */
const GOES_IN: readonly Take['of'][] = ['drops', 'beads', 'strewn']

function row(amount: string, what: string, more = '', into = false): AmountRow {
  return { amount, what, more, into }
}

function mixGroup(mix: Mix, white: WhiteRule['by'], request: BatchRequest, units: UnitChoice): AmountGroup {
  const { byWeight } = mix.parts
  const { resin } = mix
  const g = (value: number) =>
    printQuantity(value, units.mass, weighedDecimals(units.mass, request.measuring.graduationG))
  const ml = (value: number) => printQuantity(value, units.volume)
  const parts = mix.cups.filter(({ holds }) => holds !== 'mix')
  return {
    id: mix.id,
    title: wordMix(mix, white),
    rows: [
      row(g(byWeight.a), 'A, resin', ml(byWeight.a / resin.densityAGPerMl)),
      row(g(byWeight.b), 'B, hardener', ml(byWeight.b / resin.densityBGPerMl)),
      row(g(byWeight.totalG), 'together', mix.cups.length === 1 ? wordCupSize(mix.cups[0]!, ml) : ''),
      ...(parts.length > 0 ? parts : mix.cups).flatMap((cup) => [
        ...(cup.holds === 'mix' ? [] : [row(g(cup.massG), wordCup(cup), wordCupSize(cup, ml))]),
        ...cup.from.map((from) => row(g(from.massG), `of it out of ${from.name}`, '', true)),
        ...cup.additions.map((addition) => additionRow(addition, units)),
      ]),
    ],
  }
}

function additionRow(addition: Addition, units: UnitChoice): AmountRow {
  return row(wordAddition(addition, units), '', '', true)
}

function pieceGroup(fill: MoldFill, plan: BatchPlan, units: UnitChoice): AmountGroup {
  const drops = plan.drops.find(({ id }) => id === fill.id)
  const piped = plan.steps.filter(({ takes }) =>
    takes.some((take) => take.of === 'beads' && take.pieceName === fill.name),
  )
  // Of one piece, whether its bags are one step or one after the other.
  const beads = piped.filter(({ pieceNo }) => pieceNo === piped[0]!.pieceNo).flatMap(({ takes }) => takes)
  const count = (value: number, one: string) => `${value} ${value === 1 ? one : `${one}s`}`
  return {
    id: `piece ${fill.id}`,
    title: fill.count === 1 ? fill.name : `Each ${fill.name} of ${fill.count}`,
    rows: [
      ...fill.layers
        .filter(({ poured, volumeMl }) => poured && volumeMl > 0)
        .map((layer) => layerRow(layer, fill, plan, units)),
      ...objectRow(fill, plan, units),
      ...strewnTakes(fill).map((take) => row(wordStrewn(take, units), 'before the drops')),
      ...(isInked(fill.technique) && drops
        ? [
            ...drops.inks.map((ink) => row(count(ink.drops, 'drop'), ink.what)),
            ...(drops.whiteDrops > 0 ? [row(count(drops.whiteDrops, 'drop'), 'white, from the needle')] : []),
          ]
        : []),
      ...beads.flatMap((take) =>
        take.of === 'beads'
          ? [
              row(
                count(take.beads, 'bead'),
                `${take.bag ?? 'white'}, from the bag`,
                `${printQuantity(take.massG, units.mass)}, hole ${printQuantity(take.holeMm, units.length)}`,
              ),
            ]
          : [],
      ),
    ],
  }
}

/** What stays on the object it is poured over. */
function objectRow({ onObjectMl }: MoldFill, plan: BatchPlan, units: UnitChoice): readonly AmountRow[] {
  if (onObjectMl === 0) return []
  const massG = onObjectMl * mixedDensityGPerMl(pourMixOf(plan.mixes).resin)
  return [row(printQuantity(massG, units.mass), 'on the object', printQuantity(onObjectMl, units.volume))]
}

function layerRow(layer: Layer, fill: MoldFill, plan: BatchPlan, units: UnitChoice): AmountRow {
  const mix = mixesOfLayer(plan.mixes, layer.id)[0] ?? pourMixOf(plan.mixes)
  const massG = layer.volumeMl * mixedDensityGPerMl(mix.resin)
  return row(
    printQuantity(massG, units.mass),
    wordLayer(layer, fill.technique),
    `${printQuantity(layer.volumeMl, units.volume)}, ${printQuantity(layer.depthMm, units.length)} deep`,
  )
}
