import { describe, expect, test } from '@jest/globals'
import { gestureOf, JOBS, LAYER_WAYS, sceneAt, TECHNIQUES } from './index.ts'

const gesturesOf = (id: keyof typeof TECHNIQUES) => TECHNIQUES[id].steps.map(gestureOf)

describe('the picture of a step', () => {
  test.each(Object.values(TECHNIQUES))(
    '$name: every step of it is drawn, and looks alone are drawn as a look',
    (way) => {
      for (const step of way.steps) {
        const isLook = gestureOf(step) === 'look'
        expect([step.id, isLook]).toEqual([step.id, step.id.startsWith('look')])
      }
    },
  )

  test('what sets a way apart is seen in it', () => {
    expect(gesturesOf('bloom')).toEqual(expect.arrayContaining(['drop', 'pipe', 'draw']))
    expect(gesturesOf('cloud')).toEqual(expect.arrayContaining(['stirAgain', 'raise', 'gild']))
    expect(gesturesOf('dirtyCup')).toEqual(expect.arrayContaining(['set', 'stack', 'raise']))
    expect(gesturesOf('drip')).toEqual(expect.arrayContaining(['pourOver', 'lift', 'spritz']))
    expect(gesturesOf('plain')).not.toContain('drop')
    expect(Object.values(JOBS).map(gestureOf)).toEqual(['trim', 'drape', 'sand', 'mount'])
  })

  test('layers are poured or brushed on', () => {
    for (const { from, needs, handsOn } of Object.values(LAYER_WAYS))
      expect(gestureOf({ needs, handsOn, brings: [], lays: from })).toBe(from === 'bottle' ? 'brush' : 'pour')
  })

  test('what stands there grows from step to step: nothing, bed, colour, a piece without its mold', () => {
    const { bloom, nested, drip } = TECHNIQUES
    const at = (way: (typeof TECHNIQUES)[keyof typeof TECHNIQUES], id: string) =>
      sceneAt(
        way,
        way.steps.findIndex((step) => step.id === id),
      )
    expect(at(bloom, 'decant')).toMatchObject({ bed: false, piece: 'inMold' })
    expect(at(bloom, 'white')).toMatchObject({ bed: true, inks: true, white: false })
    expect(at(bloom, 'use')).toMatchObject({ inks: true, white: true, piece: 'free' })
    expect(at(nested, 'setStones')).toMatchObject({ raised: 'inLines', setIn: false })
    expect(at(drip, 'lift').object).toBe(true)
    expect(at(drip, 'spritz').object).toBe(false)
  })
})
