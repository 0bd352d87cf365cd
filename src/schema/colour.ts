import * as v from 'valibot'
import type { Colour } from '#core/colour/index.ts'
import { idSchema, text } from './amount.ts'

const hex = v.pipe(
  v.string('colour is missing'),
  v.hexColor('colour is not a hex colour such as #12748a'),
  v.length(7),
)

export const colourSchema = v.object({
  id: idSchema,
  name: text('colour name'),
  kind: v.picklist(
    ['alcoholInk', 'whiteInk', 'whitePaste', 'paste', 'mica', 'glitter'],
    'colour kind is none of alcoholInk, whiteInk, whitePaste, paste, mica, glitter',
  ),
  hex,
  wetHex: v.optional(hex),
}) satisfies v.GenericSchema<unknown, Colour>
