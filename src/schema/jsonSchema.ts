import { toJsonSchema } from '@valibot/to-json-schema'
import type * as v from 'valibot'
import { forecastRequestFileSchema } from './forecast.ts'
import { labelFileSchema } from './label.ts'
import { liveRequestFileSchema } from './live.ts'
import { planRequestFileSchema } from './request.ts'
import { bundleSchema } from './studio.ts'

/** The open file formats as JSON Schema, by file name. Checks that JSON Schema cannot say are left to the reader. */
export function jsonSchemas(): Readonly<Record<string, object>> {
  return {
    'studio.schema.json': described(bundleSchema, 'A whole Nublo studio'),
    'plan-request.schema.json': described(planRequestFileSchema, 'What a Nublo plan is computed from'),
    'forecast-request.schema.json': described(
      forecastRequestFileSchema,
      'What a Nublo forecast is computed from',
    ),
    'live-request.schema.json': described(liveRequestFileSchema, 'A live pour, as Nublo is asked for it'),
    'label.schema.json': described(labelFileSchema, 'The label of a resin, as Nublo reads it'),
  }
}

function described(schema: v.GenericSchema, title: string): object {
  return { ...toJsonSchema(schema as never, { errorMode: 'ignore', typeMode: 'input' }), title }
}
