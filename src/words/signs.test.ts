import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../tests/support/request.ts'
import { planBatch, type BatchPlan } from '#core/plan/index.ts'
import { ARCHETYPES } from '#core/resin/index.ts'
import { TECHNIQUES, type Deed } from '#core/technique/index.ts'
import { METRIC, US_CUSTOMARY } from '#core/units/index.ts'
import { signedStep, wordSigns } from './signs.ts'

const stepThat = (plan: BatchPlan, deed: Deed) => plan.steps.find(({ step }) => step.does === deed)!
const restOf = (plan: BatchPlan) =>
  plan.steps.find(({ handsOnMin, step: { place } }) => place === 'pour' && handsOnMin === 0)!

describe('the signs of a rest, a decant and a swirl are those of its own plan', () => {
  test('a cup of eight pieces warms: its temperature is the plan’s own', () => {
    const { roomTempC, ...request } = bloomRequest({ resin: ARCHETYPES.quick, cupStrategy: 'rest' }, 4)
    const plan = planBatch({ ...request, roomTempC })
    const decant = stepThat(plan, 'empties')
    const said = wordSigns(decant, { plan, roomTempC, units: METRIC })!
    expect(said).toContain(`about ${decant.expected!.tempC.toFixed(0)} °C`)
    expect(said).not.toContain('hardly warms')
    expect(wordSigns(decant, { plan, roomTempC, units: US_CUSTOMARY })).toContain('°F')
  })

  test('a cup too small to warm says so, and which sign to use instead', () => {
    const request = bloomRequest({ resin: ARCHETYPES.slow, roomTempC: 17, cupStrategy: 'atOnce' }, 1)
    const plan = planBatch(request)
    expect(wordSigns(stepThat(plan, 'empties'), { plan, roomTempC: 17, units: METRIC })).toMatch(
      /Go by the minute: .*hardly warms/,
    )
  })

  test('the rest tells the signs of the emptying, while the cup is full; other steps tell none', () => {
    const plan = planBatch(bloomRequest({ resin: ARCHETYPES.quick, cupStrategy: 'rest' }, 4))
    const decant = stepThat(plan, 'empties')
    const told = { steps: plan.steps, technique: TECHNIQUES.bloom, isFull: true }
    expect(signedStep(restOf(plan), told)).toBe(decant)
    expect(signedStep(restOf(plan), { ...told, isFull: false })).toBeNull()
    expect(signedStep(decant, told)).toBe(decant)
    expect(signedStep(stepThat(plan, 'inks'), { ...told, isFull: false })).toBeNull()
    // It is dragged right after the white, whatever a toothpick says.
    expect(signedStep(stepThat(plan, 'shapes'), { ...told, isFull: false })).toBeNull()
  })

  test('a swirl that waits for the string says that it draws one then, and how warm it is in the mold', () => {
    const request = bloomRequest({ technique: 'swirledPetri', resin: ARCHETYPES.medium }, 2)
    const plan = planBatch(request)
    const swirl = signedStep(stepThat(plan, 'shapes'), { steps: plan.steps, isFull: false })!
    const said = wordSigns(swirl, { plan, roomTempC: request.roomTempC, units: METRIC })!
    expect(said).toContain(`${swirl.expected!.tempC.toFixed(0)} °C and draws a string`)
  })
})
