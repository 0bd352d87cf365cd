import * as v from 'valibot'
import type { DataSheet } from '#core/resin/index.ts'
import { amount, text } from './amount.ts'
import { ratioSchema, sheetEntries } from './resin.ts'

const HOURS_A_DAY = 24

/** What a label says, as a file for the command line. */
export const labelFileSchema = v.pipe(
  v.strictObject({
    format: v.literal('nublo/label', 'format is not "nublo/label"'),
    version: v.literal(1, 'version is not 1'),
    name: v.optional(text('name of the resin'), 'My resin'),
    ratio: ratioSchema,
    potLife: v.optional(sheetEntries.potLife, null),
    demold: v.optional(sheetEntries.demold, null),
    fullCureHours: v.optional(
      v.nullable(amount('full cure', 'h', { above: 0, atMost: 60 * HOURS_A_DAY })),
      null,
    ),
    viscosityPaS: v.optional(sheetEntries.viscosityPaS, null),
    greatestLayerMm: v.optional(sheetEntries.greatestLayerMm, null),
  }),
  v.transform(({ name, ratio, fullCureHours, potLife, demold, viscosityPaS, greatestLayerMm }) => {
    const sheet: DataSheet = { viscosityPaS, potLife, demold, greatestLayerMm }
    return { name, ratio, sheet, fullCureDays: fullCureHours === null ? null : fullCureHours / HOURS_A_DAY }
  }),
)
