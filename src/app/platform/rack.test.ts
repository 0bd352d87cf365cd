import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { T0 } from '../../../tests/support/studio.ts'
import { planLive } from '#core/plan/index.ts'
import type { BatchStory } from './stories.ts'
import { rackEntries, type RunningBatch } from './rack.ts'
import { backLayer } from '../../../tests/support/layers.ts'

const request = bloomRequest({ layers: [backLayer()] }, 2)

function running(stopStirAtMs: number, done: Record<string, number> = {}): RunningBatch {
  return {
    story: { batch: { id: String(stopStirAtMs) } } as BatchStory,
    ...planLive(request, { done }),
    stopStirAtMs,
    done,
    atHand: null,
    isOverdue: false,
  }
}

describe('rack entries', () => {
  test('stand at their hour, counted from each stop-stir', () => {
    const [back, demold, use] = rackEntries([running(T0)])
    expect([back!.turn.step.id, demold!.turn.step.id, use!.turn.step.id]).toEqual(['back', 'demold', 'use'])
    expect(back!.bestAtMs).toBe(T0 + back!.turn.beginMin * 60_000)
    expect(back!.fromAtMs).toBeLessThan(back!.bestAtMs)
    expect(use!.toAtMs).toBeNull()
  })

  test('of several batches come soonest first', () => {
    const entries = rackEntries([running(T0 + 3_600_000), running(T0)])
    const times = entries.map((entry) => entry.bestAtMs)
    expect([...times].sort((one, other) => one - other)).toEqual(times)
    expect(entries[0]!.batch.stopStirAtMs).toBe(T0)
  })

  test('know when they were done', () => {
    const [back, demold] = rackEntries([running(T0, { back: 300 })])
    expect(back!.doneAtMs).toBe(T0 + 300 * 60_000)
    expect(demold!.doneAtMs).toBeNull()
  })
})
