import type { Colour } from '#core/colour/index.ts'
import { UPRIGHT, type Mold, type Outline } from '#core/mold/index.ts'
import { USUAL_WALL, type MixRatio, type Resin } from '#core/resin/index.ts'
import type { LifeHours } from '#schema/life.ts'
import { USUAL_HOURS } from '#schema/usual.ts'

/** Inks as they are called at a table, to be named and matched later. */
export const FIRST_INKS = [
  { name: 'Blue ink', hex: '#1f4fa3' },
  { name: 'Teal ink', hex: '#12748a' },
  { name: 'Green ink', hex: '#2f7d4b' },
  { name: 'Violet ink', hex: '#6b3fa0' },
  { name: 'Rose ink', hex: '#c2436f' },
  { name: 'Amber ink', hex: '#d88a1d' },
  { name: 'Black ink', hex: '#26292e' },
] as const

/** What lies on the table of somebody who has planned nothing yet, as it is asked for. */
export interface FirstTable {
  readonly resinName: string
  /** Where it is poured; null until it is said. */
  readonly roomTempC: number | null
  /** Nobody has the label: a typical quick resin stands in. */
  readonly noLabel: boolean
  readonly ratio: MixRatio
  readonly shape: FirstShape
  readonly acrossMm: number
  /** Of shapes that are longer than wide. */
  readonly heightMm: number
  readonly depthMm: number
  readonly count: number
  readonly inks: readonly string[]
  readonly white: boolean
  readonly free: FirstHours
}

export type FirstShape = Extract<
  Outline['shape'],
  'circle' | 'square' | 'rectangle' | 'hexagon' | 'oval' | 'heart'
>

/** When one is free to pour and demold, in a word. */
export type FirstHours = 'days' | 'evenings'

export const USUAL_TABLE: FirstTable = {
  resinName: '',
  roomTempC: null,
  noLabel: false,
  ratio: { by: 'volume', partsA: 1, partsB: 1 },
  shape: 'circle',
  acrossMm: 100,
  heightMm: 100,
  depthMm: 10,
  count: 1,
  inks: [],
  white: true,
  free: 'days',
}

/** As many are free who cast beside other duties (common practice). */
const EVENING = { from: '17:00', to: '22:30' } as const
const WEEKEND = { from: '09:00', to: '22:30' } as const
const WORKING_DAYS = 5

export function hoursOf(free: FirstHours): LifeHours {
  if (free === 'days') return USUAL_HOURS
  const week = USUAL_HOURS.week.map((_, day) => [day < WORKING_DAYS ? EVENING : WEEKEND])
  return { ...USUAL_HOURS, week }
}

/** What decides every minute and was left blank; nothing where all of it is said. */
export function blanksOf({ roomTempC, noLabel }: FirstTable, potMin: number | null): readonly string[] {
  return [
    ...(roomTempC === null || Number.isNaN(roomTempC)
      ? ['How warm is the room you pour in? It decides every minute.']
      : []),
    ...(potMin === null && !noLabel
      ? [
          'What working time does the label say? Or say that you have no label: then a typical quick resin is assumed.',
        ]
      : []),
  ]
}

/** The one resin of that table; what its label does not say is as in the one it is begun from. */
export function resinFrom({ resinName, ratio }: FirstTable, begun: Resin): Resin {
  return { ...begun, name: resinName.trim() || 'My resin', ratio }
}

/** The mold of that table, named after its shape. */
export function moldFrom(table: FirstTable, id: string): Mold {
  return {
    id,
    name: SHAPE_NAMES[table.shape],
    outline: outlineOf(table),
    depthMm: table.depthMm,
    waterFillMl: null,
    ...UPRIGHT,
    count: table.count,
    cavities: 1,
    wall: USUAL_WALL,
  }
}

const SHAPE_NAMES: Readonly<Record<FirstShape, string>> = {
  circle: 'Round',
  square: 'Square',
  rectangle: 'Tray',
  hexagon: 'Hexagon',
  oval: 'Oval',
  heart: 'Heart',
}

const CORNER_MM = 8

function outlineOf({ shape, acrossMm, heightMm }: FirstTable): Outline {
  switch (shape) {
    case 'circle':
    case 'hexagon':
      return { shape, acrossMm }
    case 'square':
      return { shape, acrossMm, cornerMm: Math.min(CORNER_MM, acrossMm / 4) }
    case 'rectangle':
      return {
        shape,
        widthMm: acrossMm,
        heightMm,
        cornerMm: Math.min(CORNER_MM, acrossMm / 4, heightMm / 4),
      }
    case 'oval':
      return { shape, widthMm: acrossMm, heightMm }
    case 'heart':
      return { shape, widthMm: acrossMm }
    default:
      return shape satisfies never
  }
}

/** Whether that shape has a second measure. */
export function hasTwoMeasures(shape: FirstShape): boolean {
  return shape === 'rectangle' || shape === 'oval'
}

/** The colours of that table. */
export function coloursFrom({ inks, white }: FirstTable, newId: () => string): readonly Colour[] {
  const chosen = FIRST_INKS.filter(({ name }) => inks.includes(name))
  return [
    ...chosen.map(({ name, hex }): Colour => ({ id: newId(), name, hex, kind: 'alcoholInk' })),
    ...(white ? [{ id: newId(), name: 'White', hex: '#fbfaf5', kind: 'whitePaste' } as const] : []),
  ]
}
