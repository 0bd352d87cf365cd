import * as v from 'valibot'
import type { Recipe } from '#core/batch/index.ts'
import { idSchema, note, text } from './amount.ts'
import { batchRequestSchema } from './request.ts'

export const recipeSchema = v.object({
  id: idSchema,
  name: text('name of the recipe'),
  note: note('note'),
  request: batchRequestSchema,
}) satisfies v.GenericSchema<unknown, Recipe>

export const RECIPE_FORMAT = 'nublo/recipe'

/** One recipe as an open file. */
export const recipeFileSchema = v.strictObject({
  format: v.literal(RECIPE_FORMAT, `no recipe file, expected "format": "${RECIPE_FORMAT}"`),
  version: v.literal(1, 'a recipe file of another version, expected version 1'),
  recipe: recipeSchema,
})
