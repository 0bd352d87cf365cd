import * as v from 'valibot'
import type { Mark, Pattern, Zone } from '#core/pattern/index.ts'
import { amount, count, idSchema, text } from './amount.ts'

const point = v.object({
  x: amount('place of a mark', 'mm', { atLeast: -2000, atMost: 2000 }),
  y: amount('place of a mark', 'mm', { atLeast: -2000, atMost: 2000 }),
})
const width = (what: string) => amount(what, 'mm', { atLeast: 1, atMost: 2000 })
const fromWall = (what: string) => amount(what, 'mm', { atLeast: 0, atMost: 500 })
const spacing = amount('spacing', 'mm', { atLeast: 3, atMost: 200 })
const angle = amount('angle', '°', { atLeast: -360, atMost: 360 })
const drops = count('drops', { atLeast: 1, atMost: 400 })

const piece = v.object({ kind: v.literal('piece') })
const disc = v.object({ kind: v.literal('disc'), at: point, acrossMm: width('width of a zone') })
const zone = v.variant('kind', [piece, disc], 'zone is neither piece nor disc') satisfies v.GenericSchema<
  unknown,
  Zone
>
const margin = { marginMm: fromWall('rim margin'), spacingMm: spacing, bag: v.optional(idSchema) }

const markSchema = v.variant(
  'kind',
  [
    v.object({
      kind: v.literal('drops'),
      inkNo: v.nullable(count('number of an ink', { atLeast: 0, atMost: 23 })),
      layout: v.variant(
        'kind',
        [
          v.object({ kind: v.literal('single'), at: point }),
          v.object({ kind: v.literal('ring'), fromWallMm: fromWall('distance from the wall'), count: drops }),
          v.object({
            kind: v.literal('scatter'),
            zone,
            fromWallMm: fromWall('bare margin'),
            count: drops,
            seed: count('chance', { atLeast: 0, atMost: 1_000_000 }),
          }),
        ],
        'drops lie as none of single, ring, scatter',
      ),
    }),
    v.object({
      kind: v.literal('rings'),
      zone,
      ...margin,
      most: v.nullable(count('rings at most', { atLeast: 1, atMost: 100 })),
      startDeg: v.optional(angle, 0),
      nextByDeg: v.optional(angle, 0),
    }),
    v.object({ kind: v.literal('spiral'), zone, ...margin }),
    v.object({ kind: v.literal('lines'), zone, ...margin, angleDeg: angle }),
    v.object({
      kind: v.literal('petals'),
      zone,
      count: count('petals', { atLeast: 1, atMost: 60 }),
      drag: v.picklist(['inwards', 'outwards', 'both'], 'drag is none of inwards, outwards, both'),
      turnDeg: angle,
      fromRimMm: fromWall('distance from the rim'),
    }),
    v.object({
      kind: v.literal('across'),
      zone,
      spacingMm: spacing,
      angleDeg: angle,
      fromRimMm: fromWall('distance from the rim'),
    }),
    v.object({ kind: v.literal('swirl'), at: point, reachMm: width('reach of a swirl') }),
    v.object({
      kind: v.literal('sprinkle'),
      what: v.picklist(['glitter', 'mica'], 'what is strewn is neither glitter nor mica'),
      area: v.variant(
        'kind',
        [v.object({ kind: v.literal('rim'), widthMm: width('width of the rim') }), piece, disc],
        'area is none of rim, piece, disc',
      ),
    }),
  ],
  'mark is none of drops, rings, spiral, lines, petals, across, swirl, sprinkle',
) satisfies v.GenericSchema<unknown, Mark>

export const patternSchema = v.object({
  id: idSchema,
  name: text('pattern name'),
  forAreaMm2: amount('area a pattern was drawn for', 'mm²', { above: 0, atMost: 4_000_000 }),
  marks: v.pipe(
    v.array(
      v.object({ id: idSchema, mark: markSchema, group: v.optional(idSchema) }),
      'a pattern has no list of marks',
    ),
    v.maxLength(60, 'a pattern has more than 60 marks'),
  ),
}) satisfies v.GenericSchema<unknown, Pattern>
