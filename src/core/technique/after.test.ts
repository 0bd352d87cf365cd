import { describe, expect, test } from '@jest/globals'
import { LAYER_WHENS, momentsLeft, TECHNIQUES, withAfter, type LayerWhen } from './index.ts'

/** Common practice, no source: a lifted sheet is no longer in its mold, and a lip is poured into before edges are sanded. */
describe('the moments left for a layer', () => {
  const all = Object.keys(LAYER_WHENS) as LayerWhen[]
  const { steps } = withAfter(TECHNIQUES.bloom, { layers: [], jobs: ['drape', 'sandEdges'] })
  const after = (...ids: string[]) => momentsLeft(steps, Object.fromEntries(ids.map((id, k) => [id, k])))

  test('are all of them while the piece lies in its mold', () => {
    expect(after()).toEqual(all)
    expect(after('white')).toEqual(all)
  })

  test('are the lip and the top once it was lifted into a form, or out of its mold', () => {
    expect(after('drape')).toEqual(['demolded', 'finished'])
    expect(after('demold')).toEqual(['demolded', 'finished'])
    expect(after('drape', 'demold')).toEqual(['demolded', 'finished'])
  })

  test('are the top alone once it was worked on after that', () => {
    expect(after('demold', 'sandEdges')).toEqual(['finished'])
  })
})
