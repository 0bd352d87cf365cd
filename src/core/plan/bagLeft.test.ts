import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { AS_PLANNED } from '../timing/index.ts'
import type { BatchRequest } from '../batch/index.ts'
import { asPoured, bagsLeft, planBatch, planLive } from './index.ts'

const request = bloomRequest({}, 4)
const bagLeft = (...asked: Parameters<typeof bagsLeft>) => bagsLeft(...asked).find(({ bag }) => bag === null)
const [FIRST, SECOND] = planBatch(request).steps.filter(({ step }) => step.does === 'whites')
const beads = (plan: ReturnType<typeof planBatch>, key: string) => {
  const take = plan.steps.find((turn) => turn.key === key)!.takes[0]!
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

  test('holds more once more white was stirred', () => {
    const plan = planBatch(request)
    const full = bagLeft(plan, request, {})!
    const more = bagLeft(plan, request, {}, { moreWhiteG: 12 })!
    expect(more.portionG).toBeCloseTo(full.portionG + 12, 9)
    expect(more.leftG).toBeCloseTo(full.leftG + 12, 9)
  })

  test('is none where no white is piped', () => {
    const petri = bloomRequest({ technique: 'petri' })
    expect(bagsLeft(planBatch(petri), petri, {})).toEqual([])
  })
})

describe('a hole that is cut wider', () => {
  const done = {
    ...Object.fromEntries(
      planBatch(request)
        .steps.filter(({ step: { place }, beginMin }) => place === 'pour' && beginMin < FIRST!.beginMin)
        .map(({ key, endMin }) => [key, Math.max(0, endMin)]),
    ),
    [FIRST!.key]: FIRST!.endMin,
  }
  const cut = { ...AS_PLANNED, holes: [{ atMin: FIRST!.endMin + 0.1, mm: 4 }] }
  const before = planLive(request, { done, stillFullMin: 0 }).plan
  const after = planLive(request, { done, stillFullMin: 0, otherwise: cut }).plan

  test('lays more on every piece to come, by its area, and changes no bead that lies', () => {
    expect(beads(after, FIRST!.key)).toEqual(beads(before, FIRST!.key))
    expect(beads(after, SECOND!.key).massG).toBeCloseTo(beads(before, SECOND!.key).massG * (4 / 3) ** 2, 9)
    const left = bagLeft(after, request, done)!
    const each = beads(before, SECOND!.key).massG
    expect(left.shortG).toBeCloseTo(3 * each * ((4 / 3) ** 2 - 1), 9)
  })

  test('moves the window of what is still to come later, and that of nothing else; nothing mixed changes', () => {
    const at = (plan: typeof after, key: string) => plan.steps.find((turn) => turn.key === key)!
    // A wider bead sinks through more: it may and must wait until the resin is thicker.
    expect(at(after, SECOND!.key).fromMin).toBeGreaterThan(at(before, SECOND!.key).fromMin)
    expect(at(after, FIRST!.key).fromMin).toBe(at(before, FIRST!.key).fromMin)
    expect(after.mixes).toEqual(before.mixes)
    expect(after.decant).toEqual(before.decant)
  })
})

describe('pieces in another order', () => {
  const keys = (order: readonly number[]) =>
    planLive(request, { stillFullMin: 0, otherwise: { ...AS_PLANNED, pieceOrder: order } })
      .plan.steps.filter(({ step: { does } }) => does === 'whites' || does === 'shapes')
      .map(({ key }) => key)

  test('are gone over in it, a piece finished before the next; one not told of keeps its place behind', () => {
    expect(keys([3, 1])).toEqual([
      ...['white.3', 'shape.3', 'white.1', 'shape.1'],
      ...['white.2', 'shape.2', 'white.4', 'shape.4'],
    ])
  })

  test('keep their marks: what is laid is laid, and the next begins after it', () => {
    const done = { [FIRST!.key]: FIRST!.endMin, 'shape.1': FIRST!.endMin + 1 }
    const { plan } = planLive(request, {
      done,
      stillFullMin: 0,
      otherwise: { ...AS_PLANNED, pieceOrder: [1, 4, 2, 3] },
    })
    const next = plan.steps.find(
      (turn) => turn.step.place === 'pour' && turn.step.does === 'whites' && done[turn.key] === undefined,
    )!
    expect(next.key).toBe('white.4')
    expect(next.beginMin).toBeGreaterThanOrEqual(FIRST!.endMin + 1 - 1e-9)
  })
})

describe('what was left out on every piece', () => {
  const leftOut = (ids: readonly string[], of: BatchRequest = request) =>
    asPoured(of, {
      ...AS_PLANNED,
      leftOut: planBatch(of)
        .steps.filter(({ step: { id: stepId } }) => ids.includes(stepId))
        .map(({ key }) => key),
    })
  const kinds = ({ pieces }: BatchRequest) => pieces[0]!.pattern?.marks.map(({ mark }) => mark.kind) ?? null

  test('is left out of the repeat: strokes, or the white with them', () => {
    expect(kinds(leftOut(['shape']))).toEqual(['drops', 'rings'])
    expect(kinds(leftOut(['white', 'shape']))).toEqual(['drops'])
    expect(kinds(leftOut(['cover']))).toBeNull()
  })

  test('on one piece alone is a slip, and comes back', () => {
    expect(asPoured(request, { ...AS_PLANNED, leftOut: ['shape.2'] })).toEqual(request)
  })

  test('is a round less, where pieces are gone over in rounds', () => {
    const petri = bloomRequest({ technique: 'petri', rounds: 3 }, 2)
    const last = planBatch(petri)
      .steps.filter(({ roundNo }) => roundNo === 3)
      .map(({ key }) => key)
    expect(last).toHaveLength(2)
    expect(asPoured(petri, { ...AS_PLANNED, leftOut: last }).rounds).toBe(2)
    expect(asPoured(petri, { ...AS_PLANNED, leftOut: last.slice(1) }).rounds).toBe(3)
    expect(asPoured(petri, { ...AS_PLANNED, moreRounds: 1 }).rounds).toBe(4)
    const once = bloomRequest({ technique: 'petri', rounds: 1 }, 2)
    expect(asPoured(once, { ...AS_PLANNED, moreRounds: 1 }).rounds).toBe(2)
    expect(asPoured(once, AS_PLANNED).rounds).toBe(1)
  })
})
