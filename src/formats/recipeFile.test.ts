import { describe, expect, test } from '@jest/globals'
import { begun } from '../../tests/support/layers.ts'
import { bloomRequest } from '../../tests/support/request.ts'
import { asRecipe, type Recipe } from '#core/batch/index.ts'
import { readRecipe, writeRecipe } from './recipeFile.ts'

const recipe: Recipe = {
  id: 'night',
  name: 'Night trays',
  note: 'Two rings less on small ones.',
  request: asRecipe(bloomRequest({ layers: begun('back', 'paint', 'clearCoat') }, 2)),
}

describe('a recipe file', () => {
  test('is read as it was written', () => {
    const read = readRecipe(writeRecipe(recipe))
    expect(read).toEqual({ ok: true, value: recipe })
  })

  test('says what is wrong with it, and what would be right', () => {
    const broken = (text: string) => {
      const read = readRecipe(text)
      return read.ok ? null : read.problem
    }
    expect(broken('{')).toMatchObject({ kind: 'notJson' })
    expect(broken('{"format":"other","version":1}')).toMatchObject({
      lines: expect.arrayContaining([
        expect.stringMatching(/no recipe file, expected "format": "nublo\/recipe"/),
      ]),
    })
    const wrong = { ...recipe, request: { ...recipe.request, roomTempC: 400 } }
    expect(broken(writeRecipe(wrong))).toMatchObject({
      lines: [expect.stringMatching(/^recipe\.request\.roomTempC: .*expected/)],
    })
    expect(broken(writeRecipe({ ...recipe, name: '' }))).toMatchObject({ kind: 'broken' })
  })
})
