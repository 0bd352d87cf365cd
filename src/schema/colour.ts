import * as v from 'valibot'
import { COLOUR_KINDS, type Colour, type ColourKind } from '#core/colour/index.ts'
import { amount, idSchema, text } from './amount.ts'

const hex = v.pipe(
  v.string('colour is missing'),
  v.hexColor('colour is not a hex colour such as #12748a'),
  v.length(7),
)

const KINDS = Object.keys(COLOUR_KINDS) as [ColourKind, ...ColourKind[]]

/** A liquid tint as files of before called it. */
const EARLIER_TINT = 'resinTint'

export const colourSchema = v.object({
  id: idSchema,
  name: text('colour name'),
  kind: v.pipe(
    v.union([v.picklist(KINDS), v.literal(EARLIER_TINT)], `colour kind is none of ${KINDS.join(', ')}`),
    v.transform((kind): ColourKind => (kind === EARLIER_TINT ? 'liquidTint' : kind)),
  ),
  hex,
  wetHex: v.optional(hex),
  lampHex: v.optional(hex),
  underWhiteHex: v.optional(hex),
  pairs: v.optional(
    v.pipe(
      v.array(v.object({ withId: idSchema, hex }), 'pairs of a colour are no list'),
      v.maxLength(60, 'a colour has more than 60 pairs'),
      v.readonly(),
    ),
  ),
  scoopG: v.optional(amount('a scoop of the colour', 'g', { above: 0, atMost: 100 })),
}) satisfies v.GenericSchema<unknown, Colour>
