import * as v from 'valibot'
import { LEAST_HOLE_MM, MOST_HOLE_MM, USUAL_WHITE, type Drawn } from '#core/batch/index.ts'
import { amount, count, idSchema } from './amount.ts'
import { colourSchema } from './colour.ts'
import { cupColoursSchema } from './doses.ts'
import { patternSchema } from './pattern.ts'
import { usual } from './usual.ts'

export const doseSchema = v.picklist(
  ['translucent', 'milky', 'opaque', 'ink'],
  'white dose is none of translucent, milky, opaque, ink',
)
export const holeSchema = amount('hole in the bag', 'mm', { atLeast: LEAST_HOLE_MM, atMost: MOST_HOLE_MM })

export const whiteSchema = v.object({
  dose: usual(doseSchema, USUAL_WHITE.dose),
  holeMm: usual(holeSchema, USUAL_WHITE.holeMm),
  ringSpacingMm: usual(amount('ring spacing', 'mm', { atLeast: 3, atMost: 100 }), USUAL_WHITE.ringSpacingMm),
  rimMarginMm: usual(amount('rim margin', 'mm', { atLeast: 0, atMost: 100 }), USUAL_WHITE.rimMarginMm),
  petals: usual(count('petals', { atLeast: 1, atMost: 60 }), USUAL_WHITE.petals),
  colours: v.optional(cupColoursSchema),
  portionG: v.optional(v.nullable(amount('portion of white', 'g', { above: 0, atMost: 2000 }))),
})

export const coloursSchema = v.pipe(
  v.array(colourSchema),
  v.maxLength(24, 'more than 24 colours in one batch'),
)

export const roundsSchema = v.optional(v.nullable(count('rounds of drops', { atLeast: 1, atMost: 6 })), null)

/** What goes into a layer that is laid in a way of a pour. */
export const drawnSchema = v.object({
  colours: coloursSchema,
  white: usual(whiteSchema, USUAL_WHITE),
  rounds: roundsSchema,
  patterns: v.optional(
    v.pipe(
      v.record(idSchema, patternSchema),
      v.check((all) => Object.keys(all).length <= 60, 'more than 60 patterns in one layer'),
    ),
    {},
  ),
}) satisfies v.GenericSchema<unknown, Drawn>
