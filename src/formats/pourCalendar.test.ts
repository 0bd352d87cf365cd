import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../tests/support/request.ts'
import { planBatch } from '#core/plan/index.ts'
import { calendarFile } from './calendar.ts'
import { pourEntries } from './pourCalendar.ts'

const STOP_MS = Date.parse('2026-11-21T17:00:00Z')
const plan = planBatch(bloomRequest({}, 3))
const asked = { id: 'b1', name: 'Dusk', steps: plan.steps, stopStirAtMs: STOP_MS }
const entries = pourEntries({ ...asked, nowMs: STOP_MS })

describe('the steps of a pour as entries of a calendar', () => {
  test('come each once, in their order, at their minute after stop-stir', () => {
    const decant = plan.steps.find(({ step }) => step.id === 'decant')!
    const own = entries.find(({ uid }) => uid === 'b1-decant@nublo')!
    expect(own.beginAtMs).toBe(STOP_MS + 60_000 * decant.beginMin)
    expect(own.summary).toBe(`${decant.step.title}: Dusk`)
    expect(entries.filter(({ uid }) => uid.startsWith('b1-white'))).toHaveLength(1)
    expect(entries.map(({ beginAtMs }) => beginAtMs)).toEqual(
      entries.map(({ beginAtMs }) => beginAtMs).toSorted((one, other) => one - other),
    )
  })

  test('that are past by now are left out', () => {
    const nowMs = entries[1]!.beginAtMs
    expect(pourEntries({ ...asked, nowMs })).toEqual(entries.filter(({ beginAtMs }) => beginAtMs > nowMs))
  })

  test('ring a minute before, and nothing of the rack is among them', () => {
    const file = calendarFile(entries, STOP_MS)
    expect(file.match(/TRIGGER:-PT1M/g)).toHaveLength(entries.length)
    expect(entries.some(({ uid }) => uid.includes('demold'))).toBe(false)
    expect(entries.every(({ beginAtMs, endAtMs }) => endAtMs >= beginAtMs)).toBe(true)
  })
})
