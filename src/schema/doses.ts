import * as v from 'valibot'
import { amount } from './amount.ts'
import { colourSchema } from './colour.ts'

export const share = (what: string) => amount(what, '', { above: 0, atMost: 1 })
const drops = (what: string) => amount(what, '', { atLeast: 0, atMost: 10_000 })

const doseSchema = v.variant(
  'by',
  [
    v.object({ by: v.literal('dropsPerG'), drops: drops('drops for each g') }),
    v.object({ by: v.literal('share'), frac: share('share of a colour') }),
    v.object({ by: v.literal('drops'), drops: drops('drops of a colour') }),
    v.object({ by: v.literal('mass'), g: amount('weight of a colour', 'g', { atLeast: 0, atMost: 1000 }) }),
    v.object({
      by: v.literal('scoops'),
      scoops: amount('scoops of a colour', '', { atLeast: 0, atMost: 100 }),
    }),
  ],
  'dose of a colour is none of dropsPerG, share, drops, mass, scoops',
)

/** What tints one cup, each colour with its dose. */
export const cupColoursSchema = v.pipe(
  v.array(v.object({ colour: colourSchema, dose: doseSchema })),
  v.maxLength(12, 'more than 12 colours in one cup'),
)
