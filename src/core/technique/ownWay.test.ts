import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { planBatch } from '../plan/index.ts'
import { changedWay, orderBreaches, refusalOf, TECHNIQUES, type OwnWay, type StepChange } from './index.ts'

const own = (...steps: readonly StepChange[]): OwnWay => ({ of: 'bloom', name: 'Slow bloom', steps })
const refused = (change: StepChange, ...others: readonly StepChange[]) =>
  refusalOf(TECHNIQUES.bloom, change, own(change, ...others))

describe('a way that was copied and changed', () => {
  test('has its own name, figures and words, and every rule of the order it was copied with', () => {
    const way = changedWay(
      TECHNIQUES.bloom,
      own(
        { step: 'portion', handsS: 120, note: 'Two sticks.' },
        { step: 'lookEarly', minutes: 30 },
        { step: 'bubbles', isOut: true },
      ),
    )
    const at = (id: string) => way.steps.find((step) => step.id === id)
    expect(way.name).toBe('Slow bloom')
    expect(at('portion')).toMatchObject({ handsOn: { by: 'seconds', seconds: 120 } })
    expect(at('portion')!.detail).toMatch(/Two sticks\.$/)
    expect(at('lookEarly')).toMatchObject({ moment: { by: 'after', minutes: 30 } })
    expect(at('bubbles')).toBeUndefined()
    expect(way.order).toBe(TECHNIQUES.bloom.order)
    expect(orderBreaches(way.steps, way.order)).toEqual([])
  })

  test('of another way than this leaves it alone', () => {
    expect(changedWay(TECHNIQUES.petri, own({ step: 'bubbles', isOut: true }))).toBe(TECHNIQUES.petri)
    expect(changedWay(TECHNIQUES.bloom, null)).toBe(TECHNIQUES.bloom)
  })

  test('never goes without what it needs: stirring, emptying, the white, the wait between ink and white', () => {
    for (const step of ['stir', 'decant', 'portion', 'settle'])
      expect(refused({ step, isOut: true })).toMatchObject({ by: 'needed' })
  })

  test('is never without the step it is made of', () => {
    expect(refused({ step: 'white', isOut: true })).toEqual({ by: 'heart' })
  })

  test('goes without a step only where none is told from it, or that one is out, too', () => {
    expect(refused({ step: 'shape', isOut: true })).toMatchObject({ by: 'waitedFor', title: 'Cover' })
    expect(refused({ step: 'shape', isOut: true }, { step: 'cover', isOut: true })).toBeNull()
    expect(refused({ step: 'feather', isOut: true })).toBeNull()
  })

  test('changes no figure that a step does not have, and no stirring', () => {
    expect(refused({ step: 'stir', handsS: 30 })).toEqual({ by: 'noFigure', figure: 'handsS' })
    expect(refused({ step: 'ink', minutes: 3 })).toEqual({ by: 'noFigure', figure: 'minutes' })
    expect(refused({ step: 'cover', flowFactor: 2 })).toEqual({ by: 'noFigure', figure: 'flowFactor' })
    expect(refused({ step: 'nowhere' })).toEqual({ by: 'unknown' })
  })

  test('is planned: the white wanted with more flow comes sooner, the look later, what is out is no turn', () => {
    const usual = planBatch(bloomRequest({}, 2))
    const changed = planBatch(
      bloomRequest(
        {
          ownWay: own(
            { step: 'white', flowFactor: 1.4 },
            { step: 'lookLate', minutes: 90 },
            { step: 'feather', isOut: true },
          ),
        },
        2,
      ),
    )
    const step = (plan: typeof usual, id: string) => plan.steps.find(({ step }) => step.id === id)
    expect(step(changed, 'white')!.fromMin).toBeLessThan(step(usual, 'white')!.fromMin)
    const after = (plan: typeof usual) =>
      step(plan, 'lookLate')!.fromMin - plan.steps.findLast(({ step }) => step.id === 'white')!.endMin
    expect(after(changed) - after(usual)).toBeCloseTo(30, 6)
    expect(step(changed, 'feather')).toBeUndefined()
  })
})
