import { castingOf, inksOn, techniqueOfPour, type BatchRequest, type LayerCup } from '../batch/index.ts'
import type { RunFacts } from '../journal/index.ts'
import { isDrawn, isPiped, nameOfWay, waysOf } from '../technique/index.ts'

type Measure = 'mm' | 'ml' | 'C' | 'min'

/** A figure or a text of one piece, with what it is measured in; null where the run does not say. */
export type ComparedValue =
  { readonly in: 'text'; readonly text: string } | { readonly in: Measure; readonly value: number } | null

export type ComparedId =
  | 'technique'
  | 'mold'
  | 'resin'
  | 'room'
  | 'inks'
  | 'dose'
  | 'bags'
  | 'hole'
  | 'spacing'
  | 'margin'
  | 'pattern'
  | 'order'
  | 'bed'
  | 'displaced'
  | 'layers'
  | 'stir'
  | 'cup'
  | 'decant'
  | 'settled'
  | 'white'
  | 'whiteFromBest'
  | 'shaped'
  | 'laid'

export interface ComparedRow {
  readonly id: ComparedId
  readonly values: readonly ComparedValue[]
  readonly differs: boolean
}

/** A piece as it was asked for and as its run has it. */
export interface ComparedPiece {
  readonly request: BatchRequest
  readonly pieceNo: number
  /** Null until the run is worked out. */
  readonly facts: RunFacts | null
  readonly decantMin: number | null
}

/** Figures nobody can tell apart at a bench count as the same. */
const SAME: Readonly<Record<Measure, number>> = { mm: 0.05, ml: 0.5, C: 0.5, min: 0.5 }

/** What pieces were made with and how their runs went, line by line, with the lines in which they differ marked; lines that none of them knows are left out. */
export function compared(pieces: readonly ComparedPiece[]): readonly ComparedRow[] {
  return ROWS.flatMap(([id, of]) => {
    const values = pieces.map(of)
    if (values.every((value) => value === null)) return []
    return { id, values, differs: values.some((value) => !isSame(value, values[0]!)) }
  })
}

function isSame(one: ComparedValue, other: ComparedValue): boolean {
  if (one === null || other === null) return one === other
  if (one.in === 'text' || other.in === 'text') return one.in === other.in && textOf(one) === textOf(other)
  return one.in === other.in && Math.abs(one.value - other.value) <= SAME[one.in]
}

function textOf(value: NonNullable<ComparedValue>): string {
  return value.in === 'text' ? value.text : String(value.value)
}

const text = (value: string): ComparedValue => ({ in: 'text', text: value })
const figure = (unit: Measure, value: number | null | undefined): ComparedValue =>
  value === null || value === undefined ? null : { in: unit, value }

/** Of techniques with inks and white only. */
const drawn = (request: BatchRequest, value: string): ComparedValue =>
  waysOf(request).some(isDrawn) ? text(value) : null
/** Of the others; nothing measured where nothing was said. */
const laidIn = (request: BatchRequest) =>
  waysOf(request).every(isDrawn) ? null : (request.inclusions ?? { volumeMl: 0 })

const ROWS: readonly (readonly [ComparedId, (piece: ComparedPiece) => ComparedValue])[] = [
  [
    'technique',
    ({ request }) =>
      text(
        waysOf(request)
          .map((way) => nameOfWay(way, request.ownWay))
          .join(', '),
      ),
  ],
  ['mold', ({ request, pieceNo }) => text(orderOf(request, pieceNo).mold.name)],
  ['resin', ({ request }) => text(request.resin.name)],
  ['room', ({ request, facts }) => figure('C', facts?.roomTempC ?? request.roomTempC)],
  [
    'inks',
    ({ request, pieceNo }) =>
      drawn(
        request,
        inksOn(orderOf(request, pieceNo), request)
          .map(({ name }) => name)
          .join(', ') || 'none',
      ),
  ],
  [
    'dose',
    ({ request }) =>
      drawn(request, tintedText(request.white.dose, [{ colours: request.white.colours ?? [] }])),
  ],
  [
    'bags',
    ({ request }) =>
      drawn(request, (request.bags ?? []).map((bag) => tintedText(bag.name, [bag])).join('; ') || 'none'),
  ],
  ['hole', ({ request }) => figure('mm', waysOf(request).some(isPiped) ? request.white.holeMm : null)],
  ['spacing', ({ facts }) => figure('mm', facts && isPiped(facts.technique) ? facts.spacingMm : null)],
  ['margin', ({ facts }) => figure('mm', facts && isPiped(facts.technique) ? facts.marginMm : null)],
  [
    'pattern',
    ({ request, pieceNo }) => drawn(request, orderOf(request, pieceNo).pattern?.name ?? 'as usual'),
  ],
  ['order', ({ request }) => text(orderText(request))],
  ['bed', ({ request, facts }) => figure('mm', facts?.bedMm ?? request.bedMm)],
  ['displaced', ({ request }) => figure('ml', laidIn(request)?.volumeMl)],
  ['layers', ({ request }) => text(request.layers.map(layerText).join('; ') || 'none')],
  ['stir', ({ facts }) => figure('min', facts?.stirMin)],
  ['cup', ({ facts }) => figure('C', facts?.cupTempC)],
  ['decant', ({ decantMin }) => figure('min', decantMin)],
  ['settled', ({ facts }) => figure('min', facts?.settledMin)],
  ['white', ({ facts }) => figure('min', facts?.white?.atMin)],
  [
    'whiteFromBest',
    ({ facts }) => figure('min', facts?.white ? facts.white.atMin - facts.white.bestMin : null),
  ],
  ['shaped', ({ facts }) => figure('min', facts?.shapedAfterMin)],
  ['laid', ({ facts }) => figure('min', facts?.laid?.atMin)],
]

/** The steps of the pour in the order of the hands, where somebody wrote on it. */
function orderText(request: BatchRequest): string {
  if (!request.score || request.score.length === 0) return 'as usual'
  const steps = techniqueOfPour(request).steps.filter(
    ({ place, does }) => place === 'pour' && does !== 'stirs',
  )
  const minute = (atMin: number | undefined) => (atMin === undefined ? '' : ` at ${Math.round(atMin)} min`)
  const along = (round: string | undefined) => (round === undefined ? '' : ', piece by piece')
  return steps.map(({ title, atMin, round }) => `${title}${minute(atMin)}${along(round)}`).join('; ')
}

/** Its name and what tints it. */
function layerText({ name, cups }: BatchRequest['layers'][number]): string {
  return tintedText(name, cups)
}

function tintedText(name: string, cups: readonly Pick<LayerCup, 'colours'>[]): string {
  const colours = cups.flatMap((cup) => cup.colours.map(({ colour }) => colour.name))
  return colours.length > 0 ? `${name}: ${colours.join(', ')}` : name
}

function orderOf(request: BatchRequest, pieceNo: number) {
  return castingOf(request, pieceNo)?.order ?? request.pieces[0]!
}
