import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../tests/support/request.ts'
import { planBatch } from '#core/plan/index.ts'
import { ARCHETYPES } from '#core/resin/index.ts'
import { METRIC, US_CUSTOMARY } from '#core/units/index.ts'
import { wordSignsAtDecant } from './signs.ts'

describe('the signs of a rest are those of its own plan', () => {
  test('a cup of eight pieces warms: its temperature is the plan’s own', () => {
    const request = bloomRequest({ resin: ARCHETYPES.quick, cupStrategy: 'rest' }, 4)
    const plan = planBatch(request)
    const tempC = plan.steps.find(({ does }) => does === 'empties')!.expected!.tempC
    const said = wordSignsAtDecant(plan, request.roomTempC, METRIC)!
    expect(said).toContain(`about ${tempC.toFixed(0)} °C`)
    expect(said).not.toContain('hardly warms')
    expect(wordSignsAtDecant(plan, request.roomTempC, US_CUSTOMARY)).toContain('°F')
  })

  test('a cup too small to warm says so, and which sign to use instead', () => {
    const request = bloomRequest({ resin: ARCHETYPES.slow, roomTempC: 17, cupStrategy: 'atOnce' }, 1)
    expect(wordSignsAtDecant(planBatch(request), 17, METRIC)).toMatch(/Go by the minute: .*hardly warms/)
  })
})
