import * as v from 'valibot'
import type { Order } from '#core/shelf/index.ts'
import { calendarDay, count, idSchema, text } from './amount.ts'

export const orderSchema = v.object({
  id: idSchema,
  name: text('order name'),
  dueOn: v.nullable(calendarDay('due day')),
  lines: v.pipe(
    v.array(
      v.object({
        moldId: idSchema,
        moldName: text('mold name'),
        colourway: v.optional(text('colourway wanted')),
        count: count('number of pieces', { atLeast: 1, atMost: 1000 }),
      }),
    ),
    v.minLength(1, 'an order without pieces, expected at least one mold with a count'),
    v.maxLength(40, 'more than 40 kinds of mold in one order'),
    v.check(
      (lines) =>
        new Set(lines.map(({ moldId, colourway }) => `${moldId} ${colourway ?? ''}`)).size === lines.length,
      'two lines of an order ask for the same, expected one with their sum, or a colourway',
    ),
  ),
  note: v.pipe(v.string(), v.maxLength(2000, 'note is longer than 2000 characters')),
}) satisfies v.GenericSchema<unknown, Order>
