import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { AS_PLANNED } from '../timing/index.ts'
import { bagLeft, planBatch, planLive } from './index.ts'

const request = bloomRequest({}, 4)
const [FIRST, SECOND] = planBatch(request).steps.filter(({ does }) => does === 'whites')
const beads = (plan: ReturnType<typeof planBatch>, key: string) => {
  const take = plan.steps.find((step) => step.key === key)!.takes[0]!
  if (take.of !== 'beads') throw new Error('expected beads')
  return take
}

describe('the bag', () => {
  test('holds what all pieces take and what stays in it, less what was laid', () => {
    const plan = planBatch(request)
    const each = beads(plan, FIRST!.key).massG
    const full = bagLeft(plan, request, {})!
    expect(full.portionG).toBeCloseTo(4 * each + request.loss.bagResidueG, 9)
    expect(full.shortG).toBeCloseTo(0, 9)
    const later = bagLeft(plan, request, { [FIRST!.key]: 30, [SECOND!.key]: 31 })!
    expect(later.leftG).toBeCloseTo(full.portionG - 2 * each, 9)
    expect(later.toComeG).toBeCloseTo(2 * each, 9)
  })

  test('is none where no white is piped', () => {
    const petri = bloomRequest({ technique: 'petri' })
    expect(bagLeft(planBatch(petri), petri, {})).toBeNull()
  })
})

describe('a hole that is cut wider', () => {
  const done = {
    ...Object.fromEntries(
      planBatch(request)
        .steps.filter(({ place, beginMin }) => place === 'pour' && beginMin < FIRST!.beginMin)
        .map(({ key, endMin }) => [key, Math.max(0, endMin)]),
    ),
    [FIRST!.key]: FIRST!.endMin,
  }
  const cut = { ...AS_PLANNED, holes: [{ atMin: FIRST!.endMin + 0.1, mm: 4 }] }
  const before = planLive(request, done, [], 0).plan
  const after = planLive(request, done, [], 0, cut).plan

  test('lays more on every piece to come, by its area, and changes no bead that lies', () => {
    expect(beads(after, FIRST!.key)).toEqual(beads(before, FIRST!.key))
    expect(beads(after, SECOND!.key).massG).toBeCloseTo(beads(before, SECOND!.key).massG * (4 / 3) ** 2, 9)
    const left = bagLeft(after, request, done)!
    const each = beads(before, SECOND!.key).massG
    expect(left.shortG).toBeCloseTo(3 * each * ((4 / 3) ** 2 - 1), 6)
  })

  test('moves the window of what is still to come later, and that of nothing else; nothing mixed changes', () => {
    const at = (plan: typeof after, key: string) => plan.steps.find((step) => step.key === key)!
    // A wider bead sinks through more: it may and must wait until the resin is thicker.
    expect(at(after, SECOND!.key).fromMin).toBeGreaterThan(at(before, SECOND!.key).fromMin)
    expect(at(after, FIRST!.key).fromMin).toBe(at(before, FIRST!.key).fromMin)
    expect(after.mixes).toEqual(before.mixes)
    expect(after.decant).toEqual(before.decant)
  })
})
