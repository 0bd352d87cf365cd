import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import type { LaterLayer } from '../batch/index.ts'
import { TECHNIQUES, withAfter } from '../technique/index.ts'
import { scheduleBatch } from '../timing/index.ts'
import { rackTasks } from './tasks.ts'
import { backLayer } from '../../../tests/support/layers.ts'

const tasksFor = (back: LaterLayer | null, done: Record<string, number> = {}) => {
  const request = bloomRequest({ layers: back ? [back] : [] }, 2)
  const schedule = scheduleBatch(request, withAfter(TECHNIQUES.bloom, request), done)
  const tasks = rackTasks(schedule, request, done)
  const at = (id: string) => tasks.find((task) => task.step.id === id)?.window ?? null
  return { back: at('back'), demold: at('demold'), use: at('use'), ids: tasks.map((task) => task.step.id) }
}

describe('the rack', () => {
  test('has no back task where none is wanted', () => {
    expect(tasksFor(null).ids).toEqual(['demold', 'use'])
  })

  test('demolds a quick resin after about 20 h (common practice: a day, fast resin sooner)', () => {
    const { demold } = tasksFor(null)
    expect(demold!.bestMin / 60).toBeGreaterThan(17)
    expect(demold!.bestMin / 60).toBeLessThan(24)
  })

  test('backs the same evening, 4 to 6 h after stop-stir', () => {
    const { back } = tasksFor(backLayer())
    expect(back!.bestMin / 60).toBeGreaterThan(4)
    expect(back!.bestMin / 60).toBeLessThan(6.5)
  })

  test('lets the slower layer govern: a back in the mold puts demolding off', () => {
    expect(tasksFor(backLayer()).demold!.bestMin).toBeGreaterThan(tasksFor(null).demold!.bestMin)
    expect(tasksFor(backLayer('nextDay')).demold!.bestMin).toBeGreaterThan(
      tasksFor(backLayer()).demold!.bestMin,
    )
  })

  test('a back in the lip comes after demolding and does not hold it up', () => {
    const { back, demold } = tasksFor(backLayer('demolded'))
    expect(demold!.bestMin).toBeCloseTo(tasksFor(null).demold!.bestMin, 1)
    expect(back!.bestMin).toBeGreaterThanOrEqual(demold!.openMin)
  })

  test('use is at least 7 days after the last layer', () => {
    const { back, use } = tasksFor(backLayer())
    expect(use!.openMin - back!.bestMin).toBeGreaterThanOrEqual(7 * 1440 - 1)
  })

  test('counts on from the back that was really poured', () => {
    const planned = tasksFor(backLayer())
    const late = tasksFor(backLayer(), { back: planned.back!.bestMin + 300 })
    expect(late.demold!.bestMin - planned.demold!.bestMin).toBeCloseTo(300, 0)
  })
})
