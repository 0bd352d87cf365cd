import { describe, expect, test } from '@jest/globals'
import { planBatch } from '#core/plan/index.ts'
import { bloomRequest } from '../../../tests/support/request.ts'
import { sampleAt } from './lifeAt.ts'
import { pourSpan, rackSpan, stripNotches } from './notches.ts'
import { lanesOf, place, ticksOf } from './stripScale.ts'
import { isoOfLocalField, localField } from './when.ts'
import { backLayer } from '../../../tests/support/layers.ts'

const plan = planBatch(bloomRequest({ layers: [backLayer()] }, 2))

describe('the strip', () => {
  test('places even minutes evenly and rack minutes by ratio', () => {
    expect(place(30, { fromMin: 0, toMin: 60, scale: 'even' })).toBeCloseTo(0.5, 9)
    expect(place(600, { fromMin: 60, toMin: 6000, scale: 'log' })).toBeCloseTo(0.5, 9)
    expect(place(-5, { fromMin: 0, toMin: 60, scale: 'even' })).toBe(0)
    expect(place(1e9, { fromMin: 60, toMin: 6000, scale: 'log' })).toBe(1)
  })

  test('shows the whole pour, and on the rack up to the day of use', () => {
    const last = Math.max(
      ...plan.steps.filter((turn) => turn.step.place === 'pour').map((turn) => turn.endMin),
    )
    expect(pourSpan(plan).toMin).toBeGreaterThan(last)
    expect(rackSpan(plan).toMin).toBeGreaterThan(7 * 1440)
  })

  test('has about ten ticks, the last with its unit', () => {
    const ticks = ticksOf({ fromMin: 0, toMin: 100, scale: 'even' })
    expect(ticks).toHaveLength(11)
    expect(ticks.at(-1)!.label).toBe('100 min')
    expect(ticksOf({ fromMin: 60, toMin: 20_000, scale: 'log' }).map((tick) => tick.label)).toContain(
      '1 week',
    )
  })

  test('gives each step one window, done when all its pieces are', () => {
    const done = { 'white.1': 27 }
    const white = stripNotches(plan.steps, 'pour', done).find((notch) => notch.key === 'white')!
    expect(white.done).toBe(false)
    const both = stripNotches(plan.steps, 'pour', { ...done, 'white.2': 29 }).find(
      (notch) => notch.key === 'white',
    )!
    expect(both.done).toBe(true)
    expect(stripNotches(plan.steps, 'rack').map((notch) => notch.key)).toEqual(['back', 'demold', 'use'])
  })

  test('lets no two windows of one lane overlap', () => {
    const items = stripNotches(plan.steps, 'pour').map((notch) => ({
      from: place(notch.openMin, pourSpan(plan)),
      best: place(notch.bestMin, pourSpan(plan)),
      to: place(notch.closeMin ?? 1e9, pourSpan(plan)),
      text: notch.label,
    }))
    const lanes = lanesOf(items)
    for (const [k, one] of items.entries()) {
      for (const [m, other] of items.entries()) {
        if (k < m && lanes[k] === lanes[m]) expect(one.from < other.to && one.to > other.from).toBe(false)
      }
    }
  })

  test('reads between two samples', () => {
    const [first, second] = plan.life
    const middle = sampleAt(plan.life, (first!.min + second!.min) / 2)
    expect(middle.tempC).toBeCloseTo((first!.tempC + second!.tempC) / 2, 9)
    expect(sampleAt(plan.life, -10)).toBe(plan.life[0])
    expect(sampleAt(plan.life, 1e9)).toBe(plan.life.at(-1))
  })
})

test('a local date field goes to an instant with its offset and back', () => {
  const iso = isoOfLocalField('2027-01-03T18:30')!
  expect(iso).toMatch(/^2027-01-03T18:30:00[+-]\d\d:\d\d$/)
  expect(localField(Date.parse(iso))).toBe('2027-01-03T18:30')
  expect(isoOfLocalField('')).toBeNull()
})
