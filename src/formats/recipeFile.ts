import * as v from 'valibot'
import type { Recipe } from '#core/batch/index.ts'
import { fail, ok, type Result } from '#core/units/index.ts'
import { issueLines } from '#schema/issues.ts'
import { RECIPE_FORMAT, recipeFileSchema } from '#schema/recipe.ts'

export type RecipeFileProblem =
  | { readonly kind: 'notJson'; readonly detail: string }
  | { readonly kind: 'broken'; readonly lines: readonly string[] }

/** A recipe as one open file: JSON that any editor shows. */
export function writeRecipe(recipe: Recipe): string {
  return `${JSON.stringify({ format: RECIPE_FORMAT, version: 1, recipe }, null, 2)}\n`
}

/** The recipe in that file. */
export function readRecipe(text: string): Result<Recipe, RecipeFileProblem> {
  let found: unknown
  try {
    found = JSON.parse(text)
  } catch (cause) {
    return fail({ kind: 'notJson', detail: cause instanceof Error ? cause.message : String(cause) })
  }
  const read = v.safeParse(recipeFileSchema, found)
  return read.success ? ok(read.output.recipe) : fail({ kind: 'broken', lines: issueLines(read.issues) })
}
