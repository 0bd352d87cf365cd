import * as v from 'valibot'
import type { Mold, Outline } from '#core/mold/index.ts'
import { USUAL_WALL, type MoldWall } from '#core/resin/index.ts'
import { amount, count, idSchema, text } from './amount.ts'

const size = (what: string) => amount(what, 'mm', { above: 0, atMost: 2000 })
const corner = amount('corner radius', 'mm', { atLeast: 0, atMost: 1000 })

const place = amount('place of a point', 'mm', { atLeast: -2000, atMost: 2000 })
const line = v.pipe(
  v.array(v.object({ x: place, y: place }), 'a drawn outline has no points'),
  v.minLength(3, 'a drawn outline has fewer than 3 points'),
  v.maxLength(5000, 'a drawn outline has more than 5000 points'),
  v.readonly(),
)

const outlineSchema = v.variant(
  'shape',
  [
    v.object({ shape: v.literal('circle'), acrossMm: size('diameter') }),
    v.object({ shape: v.literal('square'), acrossMm: size('side'), cornerMm: corner }),
    v.object({
      shape: v.literal('rectangle'),
      widthMm: size('width'),
      heightMm: size('height'),
      cornerMm: corner,
    }),
    v.object({ shape: v.literal('hexagon'), acrossMm: size('width across flats') }),
    v.object({ shape: v.literal('octagon'), acrossMm: size('width across flats') }),
    v.object({ shape: v.literal('oval'), widthMm: size('width'), heightMm: size('height') }),
    v.object({
      shape: v.literal('flower'),
      acrossMm: size('width'),
      petals: count('petals of the outline', { atLeast: 3, atMost: 40 }),
    }),
    v.object({ shape: v.literal('heart'), widthMm: size('width') }),
    v.object({
      shape: v.literal('drawn'),
      points: line,
      islands: v.pipe(v.array(line), v.maxLength(50), v.readonly()),
    }),
  ],
  'outline has no shape that is known: circle, square, rectangle, hexagon, octagon, oval, flower, heart or drawn',
) satisfies v.GenericSchema<unknown, Outline>

const wallSchema = v.object({
  material: v.picklist(
    ['silicone', 'plastic', 'glass'],
    'mold wall is none of "silicone", "plastic", "glass"',
  ),
  mm: amount('thickness of the mold wall', 'mm', { atLeast: 0.5, atMost: 100 }),
}) satisfies v.GenericSchema<unknown, MoldWall>

export const moldSchema = v.object({
  id: idSchema,
  name: text('mold name'),
  outline: outlineSchema,
  depthMm: amount('mold depth', 'mm', { above: 0, atMost: 500 }),
  waterFillMl: v.optional(v.nullable(amount('water fill', 'ml', { above: 0, atMost: 50_000 })), null),
  count: v.optional(count('number of molds', { atLeast: 1, atMost: 1000 }), 1),
  cavities: v.optional(count('cavities of a mold', { atLeast: 1, atMost: 60 }), 1),
  wall: v.optional(wallSchema, USUAL_WALL),
}) satisfies v.GenericSchema<unknown, Mold>
