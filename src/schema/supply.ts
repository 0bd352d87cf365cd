import * as v from 'valibot'
import type { CareEntry, MoldCare, Movement, Supply } from '#core/shelf/index.ts'
import { amount, calendarDay, count, epochMs, idSchema, text } from './amount.ts'

const note = v.pipe(v.string(), v.maxLength(500, 'note is longer than 500 characters'))
const inUnit = (what: string) => amount(what, '', { atLeast: 0, atMost: 1e6 })
/** Smallest units of the currency. */
const price = (what: string) => amount(what, '', { atLeast: 0, atMost: 1e9 })

const supplyOfSchema = v.variant('kind', [
  v.object({ kind: v.picklist(['resinA', 'resinB']), resinId: idSchema }),
  v.object({ kind: v.literal('colour'), colourId: idSchema }),
  v.object({
    kind: v.literal('consumable'),
    perBatch: amount('use for a batch', '', { atLeast: 0, atMost: 1000 }),
    perPiece: amount('use for a piece', '', { atLeast: 0, atMost: 1000 }),
  }),
])

export const supplySchema = v.object({
  id: idSchema,
  name: text('supply name'),
  of: supplyOfSchema,
  lowBelow: inUnit('amount below which to buy'),
  openedOn: v.nullable(calendarDay('day of opening')),
  bestBefore: v.nullable(calendarDay('best before')),
}) satisfies v.GenericSchema<unknown, Supply>

const entry = { id: idSchema, supplyId: idSchema, atMs: epochMs('entry'), note }

export const movementSchema = v.variant('kind', [
  v.object({
    ...entry,
    kind: v.literal('bought'),
    amount: amount('amount bought', '', { atLeast: 0.001, atMost: 1e6 }),
    priceMinor: price('price'),
  }),
  v.object({ ...entry, kind: v.literal('poured'), amount: inUnit('amount poured'), batchId: idSchema }),
  v.object({ ...entry, kind: v.literal('wasted'), amount: inUnit('amount wasted') }),
  v.object({ ...entry, kind: v.literal('counted'), amount: inUnit('amount counted') }),
]) satisfies v.GenericSchema<unknown, Movement>

const careEntrySchema = v.object({
  id: idSchema,
  atMs: epochMs('entry'),
  kind: v.picklist(['cleaned', 'damaged', 'mended', 'resting', 'backInUse']),
  note,
}) satisfies v.GenericSchema<unknown, CareEntry>

export const moldCareSchema = v.object({
  id: idSchema,
  priceMinor: v.nullable(price('price of the mold')),
  lifePours: v.nullable(count('pours a mold lasts', { atLeast: 1, atMost: 10_000 })),
  entries: v.pipe(v.array(careEntrySchema), v.maxLength(2000, 'more than 2000 entries for a mold')),
}) satisfies v.GenericSchema<unknown, MoldCare>
