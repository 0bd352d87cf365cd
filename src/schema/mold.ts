import * as v from 'valibot'
import { brimVolumeMl, shortestAcrossMm, type Mold, type Outline } from '#core/mold/index.ts'
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

const moldEntries = v.object({
  id: idSchema,
  name: text('mold name'),
  outline: outlineSchema,
  depthMm: amount('mold depth', 'mm', { above: 0, atMost: 500 }),
  waterFillMl: v.optional(v.nullable(amount('water fill', 'ml', { above: 0, atMost: 50_000 })), null),
  edge: v.optional(
    v.nullable(
      v.object({
        heightMm: amount('height of a raised edge', 'mm', { above: 0, atMost: 200 }),
        widthMm: amount('width of a raised edge', 'mm', { above: 0, atMost: 200 }),
      }),
    ),
  ),
  partFills: v.optional(
    v.pipe(
      v.array(
        v.object({
          depthMm: amount('height of a part fill', 'mm', { above: 0, atMost: 500 }),
          ml: amount('part fill', 'ml', { above: 0, atMost: 50_000 }),
        }),
      ),
      v.maxLength(4, 'more than 4 part fills of one mold'),
      v.readonly(),
    ),
    [],
  ),
  stays: v.optional(v.boolean('whether the piece stays in it is neither true nor false'), false),
  count: v.optional(count('number of molds', { atLeast: 1, atMost: 1000 }), 1),
  cavities: v.optional(count('cavities of a mold', { atLeast: 1, atMost: 60 }), 1),
  wall: v.optional(wallSchema, USUAL_WALL),
})

/** Part fills rise with their heights and stay below the brim. */
export const moldSchema = v.pipe(
  moldEntries,
  v.check(
    ({ partFills, depthMm }) => partFills.every((each) => each.depthMm < depthMm),
    'a part fill stands as high as the mold or higher, expected heights below its depth',
  ),
  v.check(
    ({ edge, depthMm }) => !edge || edge.heightMm < depthMm,
    'a raised edge stands as high as the mold or higher, expected less than its depth',
  ),
  v.check(
    ({ edge, outline }) => !edge || edge.widthMm < shortestAcrossMm(outline) / 2,
    'a raised edge is as wide as the mold, expected less than half of it',
  ),
  v.check(
    (mold) => isRising(mold),
    'the fills of a mold do not rise with their heights: what it holds higher up must be more',
  ),
) satisfies v.GenericSchema<unknown, Mold>

function isRising(mold: Mold): boolean {
  const marks = [...mold.partFills].sort((one, other) => one.depthMm - other.depthMm)
  const all = [...marks, { depthMm: mold.depthMm, ml: brimVolumeMl(mold) }]
  return all.every(({ depthMm, ml }, k) => k === 0 || (depthMm > all[k - 1]!.depthMm && ml > all[k - 1]!.ml))
}
