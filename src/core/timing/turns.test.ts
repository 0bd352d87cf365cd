import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { fillMolds } from '../batch/index.ts'
import { backLayer } from '../../../tests/support/layers.ts'
import type { LaterLayer } from '../batch/index.ts'
import { TECHNIQUES, withAfter, type StepId } from '../technique/index.ts'
import { handsOnMin, pieceSlots } from './handsOn.ts'
import { AS_PLANNED } from './otherwise.ts'
import { turnsOf } from './turns.ts'

const job = (technique: 'bloom' | 'petri', count: number) => {
  const request = bloomRequest({ technique }, count)
  const slots = pieceSlots(fillMolds(request, TECHNIQUES[technique]))
  return { request, technique: TECHNIQUES[technique], slots }
}

describe('turns', () => {
  test('have keys of their own, so that a mark is never taken for another', () => {
    for (const id of ['bloom', 'petri'] as const) {
      const { technique, slots } = job(id, 5)
      const keys = turnsOf(technique, slots).map((turn) => turn.key)
      expect(new Set(keys).size).toBe(keys.length)
    }
  })

  test('that are left out are no turns; one more round is gone over behind those that were planned', () => {
    const { technique, slots } = job('petri', 2)
    const keysOf = (leftOut: readonly string[], moreRounds: number, times = 1) =>
      turnsOf(
        { ...technique, steps: technique.steps.map((step) => (step.times ? { ...step, times } : step)) },
        slots,
        { ...AS_PLANNED, leftOut, moreRounds },
      )
        .map(({ key }) => key)
        .filter((key) => key.startsWith('ink') || key === 'cover')
    expect(keysOf(['cover'], 0)).toEqual(['ink.1', 'ink.2'])
    // What was marked in the one round that was planned keeps its name.
    expect(keysOf([], 1)).toEqual(['ink.1', 'ink.2', 'ink.2.1', 'ink.2.2', 'cover'])
    expect(keysOf(['ink.2.2'], 1)).toEqual(['ink.1', 'ink.2', 'ink.2.1', 'cover'])
    expect(keysOf([], 1, 2)).toEqual([
      'ink.1.1',
      'ink.1.2',
      'ink.2.1',
      'ink.2.2',
      'ink.3.1',
      'ink.3.2',
      'cover',
    ])
  })

  test('number the pieces through all molds of the order', () => {
    const request = bloomRequest()
    const [order] = request.pieces
    const two = {
      ...request,
      pieces: [
        { ...order!, count: 2 },
        { mold: { ...order!.mold, id: 'other' }, count: 1, pattern: null },
      ],
    }
    expect(pieceSlots(fillMolds(two, TECHNIQUES.bloom)).map((slot) => [slot.no, slot.fill.mold.id])).toEqual([
      [1, 'coaster'],
      [2, 'coaster'],
      [3, 'other'],
    ])
  })

  test('have a back only where one is wanted', () => {
    const { technique, slots } = job('bloom', 1)
    const ids = (layers: readonly LaterLayer[]) =>
      turnsOf(withAfter(technique, { layers, jobs: [] }), slots).map((turn) => turn.step.id)
    expect(ids([backLayer()])).toContain('back')
    expect(ids([])).not.toContain('back')
  })
})

describe('hands', () => {
  const minutes = (id: StepId, count: number) => {
    const { technique, slots, request } = job('bloom', count)
    return handsOnMin(
      technique.steps.find((step) => step.id === id)!,
      slots,
      { request, technique },
    )
  }

  test('decant and debubble piece after piece, but stir and cover once', () => {
    expect(minutes('decant', 4)).toBeCloseTo(4 * minutes('decant', 1), 9)
    expect(minutes('bubbles', 4)).toBeCloseTo(4 * minutes('bubbles', 1), 9)
    expect(minutes('stir', 4)).toBe(3)
    expect(minutes('cover', 4)).toBe(minutes('cover', 1))
  })

  test('drag twice per petal and swirl once: 18 strokes of 3 s', () => {
    expect(minutes('shape', 1) * 60).toBeCloseTo(54, 9)
  })

  test('drop 28 inks in 34 s', () => {
    expect(minutes('ink', 1) * 60).toBeCloseTo(28 * 1.2, 9)
  })

  test('are free while the resin rests and the inks settle', () => {
    expect(minutes('rest', 4)).toBe(0)
    expect(minutes('settle', 4)).toBe(0)
  })
})
