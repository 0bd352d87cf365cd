import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import type { BackChoice } from '../batch/index.ts'
import { TECHNIQUES } from '../technique/index.ts'
import { scheduleBatch } from '../timing/index.ts'
import { rackTasks } from './tasks.ts'

const tasksFor = (back: BackChoice, done: Record<string, number> = {}) => {
  const request = bloomRequest({ back }, 2)
  const schedule = scheduleBatch(request, TECHNIQUES.bloom, done)
  const tasks = rackTasks(schedule, request, done)
  const at = (id: string) => tasks.find((task) => task.step.id === id)?.window ?? null
  return { back: at('back'), demold: at('demold'), use: at('use'), ids: tasks.map((task) => task.step.id) }
}
const layer = (when: 'footprint' | 'nextDay' | 'afterDemold'): BackChoice => ({
  when,
  depthMm: 2,
  colour: null,
})

describe('the rack', () => {
  test('has no back task where none is wanted', () => {
    expect(tasksFor({ when: 'none' }).ids).toEqual(['demold', 'use'])
  })

  test('demolds a quick resin after about 20 h (common practice: a day, fast resin sooner)', () => {
    const { demold } = tasksFor({ when: 'none' })
    expect(demold!.bestMin / 60).toBeGreaterThan(17)
    expect(demold!.bestMin / 60).toBeLessThan(24)
  })

  test('backs the same evening, 4 to 6 h after stop-stir', () => {
    const { back } = tasksFor(layer('footprint'))
    expect(back!.bestMin / 60).toBeGreaterThan(4)
    expect(back!.bestMin / 60).toBeLessThan(6.5)
  })

  test('lets the slower layer govern: a back in the mold puts demolding off', () => {
    expect(tasksFor(layer('footprint')).demold!.bestMin).toBeGreaterThan(
      tasksFor({ when: 'none' }).demold!.bestMin,
    )
    expect(tasksFor(layer('nextDay')).demold!.bestMin).toBeGreaterThan(
      tasksFor(layer('footprint')).demold!.bestMin,
    )
  })

  test('a back in the lip comes after demolding and does not hold it up', () => {
    const { back, demold } = tasksFor(layer('afterDemold'))
    expect(demold!.bestMin).toBeCloseTo(tasksFor({ when: 'none' }).demold!.bestMin, 1)
    expect(back!.bestMin).toBeGreaterThanOrEqual(demold!.openMin)
  })

  test('use is at least 7 days after the last layer', () => {
    const { back, use } = tasksFor(layer('footprint'))
    expect(use!.openMin - back!.bestMin).toBeGreaterThanOrEqual(7 * 1440 - 1)
  })

  test('counts on from the back that was really poured', () => {
    const planned = tasksFor(layer('footprint'))
    const late = tasksFor(layer('footprint'), { back: planned.back!.bestMin + 300 })
    expect(late.demold!.bestMin - planned.demold!.bestMin).toBeCloseTo(300, 0)
  })
})
