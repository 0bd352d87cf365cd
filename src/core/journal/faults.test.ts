import { expect, test } from '@jest/globals'
import { CAUTIONS } from '../safety/index.ts'
import { FAULTS, type Fault } from './faults.ts'

const all = Object.entries(FAULTS) as [string, Fault][]

test('the table has the thirty faults of common practice and the two of clouds, each with a cause and a next time', () => {
  expect(all).toHaveLength(32)
  for (const [, fault] of all) {
    for (const text of [fault.symptom, fault.cause, fault.nextTime]) expect(text.length).toBeGreaterThan(3)
  }
})

test('no two faults look the same', () => {
  expect(new Set(all.map(([, fault]) => fault.symptom)).size).toBe(all.length)
})

test('no rescue brings a flame, and low heat only before alcohol', () => {
  for (const [, fault] of all) {
    expect(fault.rescue ?? '').not.toMatch(/torch|flame/i)
    if (/low heat/i.test(fault.rescue ?? '')) expect(fault.rescue).toMatch(/before/)
  }
})

test('whatever is sanded is sanded wet', () => {
  for (const [, fault] of all) if (/sand/i.test(fault.rescue ?? '')) expect(fault.rescue).toMatch(/wet/i)
  expect(CAUTIONS.dust.text).toMatch(/wet/)
})
