import { describe, expect, test } from '@jest/globals'
import * as v from 'valibot'
import { gravityOf, planBatch } from '#core/plan/index.ts'
import { readRecipe, writeRecipe } from '#formats/recipeFile.ts'
import { recipeSchema } from '#schema/recipe.ts'
import { RECIPES } from './recipes/index.ts'

describe('the recipes that ship', () => {
  test('have ids and names of their own', () => {
    expect(new Set(RECIPES.map(({ id }) => id)).size).toBe(RECIPES.length)
    expect(new Set(RECIPES.map(({ name }) => name)).size).toBe(RECIPES.length)
  })

  test.each(RECIPES.map((recipe) => [recipe.name, recipe] as const))('%s', (_name, recipe) => {
    expect(v.safeParse(recipeSchema, recipe).issues).toBeUndefined()
    expect(readRecipe(writeRecipe(recipe))).toMatchObject({ ok: true, value: { name: recipe.name } })
    const { findings, fills, mixes, steps } = planBatch(recipe.request)
    expect(findings.filter((each) => gravityOf(each) === 'stop')).toEqual([])
    for (const fill of fills) {
      expect(fill.lipMm).toBeGreaterThan(-0.01)
      expect(fill.laid.nowhere).toEqual([])
    }
    for (const { parts } of mixes) expect(parts.byWeight.totalG).toBeGreaterThan(1)
    for (const layer of recipe.request.layers) expect(steps.map(({ step }) => step.id)).toContain(layer.id)
  })
})
