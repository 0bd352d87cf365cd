import { describe, expect, test } from '@jest/globals'
import { ARCHETYPES, bloomNumber } from '#core/resin/index.ts'
import { fillCup, forecastPour, solveDecant, stateAt, windowOfStage } from '#core/timing/index.ts'

/**
 * Figures of an independent prototype of the same equations (fixed-step RK4 at 5 s, left-hand sums for the fluidity).
 * They tie the model to what common practice says: about 40 C after 20 min in the cup, gel in an afternoon, demold
 * after 20 h. Tolerances: 2 %, temperatures 0.5 C.
 */
const setting = {
  resin: ARCHETYPES.quick,
  cupMassG: 143,
  roomTempC: 21,
  startTempC: 21,
  bedDepthMm: 6,
}

const within = (value: number, expected: number, share = 0.02) => {
  expect(Math.abs(value / expected - 1)).toBeLessThan(share)
}

describe('the quick resin, 143 g at 21 C, decanted at 20 min into a 6 mm bed', () => {
  const forecast = forecastPour(fillCup(setting), 20)

  test.each([
    [10, 0.037, 28.1, 0.92],
    [30, 0.17, 35.3, 1.08],
    [45, 0.262, 35.6, 2.06],
    [60, 0.332, 33.0, 4.92],
    [120, 0.467, 25.1, 78.95],
  ])('at %d min: conversion %d, %d C, %d Pa.s', (min, conversion, tempC, viscosityPaS) => {
    const state = stateAt(forecast, min)
    expect(Math.abs(state.conversion - conversion)).toBeLessThan(0.02 * conversion + 0.0005)
    expect(Math.abs(state.tempC - tempC)).toBeLessThan(0.5)
    within(state.viscosityPaS, viscosityPaS, 0.02 + 0.005 / viscosityPaS)
  })

  test('the cup stands at 39.7 C when it is decanted', () => {
    expect(Math.abs(forecast.cup.stateAt(20).tempC - 39.7)).toBeLessThan(0.5)
  })

  test('five minutes later 1465 /Pa of flow are still to come', () => {
    within(stateAt(forecast, 25).remainingFluidityPerPa, 1465)
  })

  test('it gels in the bed at 4.2 h', () => within(forecast.bed!.gelMin! / 60, 4.2))

  test('glass reaches room - 10 at 7.2 h and room + 5 at 19.9 h', () => {
    within(windowOfStage(forecast, 'leathery')!.bestMin / 60, 7.2)
    within(windowOfStage(forecast, 'demold')!.bestMin / 60, 19.9)
  })
})

test.each([
  [15, 34.5],
  [30, 36.2],
  [60, 37.9],
  [143, 39.7],
  [300, 41.1],
])('a cup of %d g has warmed to %d C after 20 min at 21 C: the deep cup is ahead', (cupMassG, tempC) => {
  expect(Math.abs(fillCup({ ...setting, cupMassG }).history.stateAt(20).tempC - tempC)).toBeLessThan(0.5)
})

test('forgotten in the cup it gels near 30 min and peaks above 200 C', () => {
  const limits = fillCup(setting).limits!
  within(limits.gelMin, 30, 0.05)
  expect(limits.peakTempC).toBeGreaterThan(200)
  expect(limits.peakTempC).toBeLessThan(21 + 400 / 1.9)
  expect(limits.stopMin).toBeLessThan(limits.gelMin)
})

describe('the temperature school is right for a reason', () => {
  const best = [15, 18, 21, 24, 27, 30].map((roomTempC) => {
    const cup = fillCup({ ...setting, roomTempC, startTempC: roomTempC })
    const answer = solveDecant(cup, { remainingFluidityPerPa: 1465, gapMin: 5 })
    if (answer?.kind !== 'solved') throw new Error(`no decant at ${roomTempC} C`)
    return { decantMin: answer.decantMin, cupTempC: cup.history.stateAt(answer.decantMin).tempC }
  })

  test('from 15 to 30 C the cup is within a few degrees of 40 C at the best decant', () => {
    for (const { cupTempC } of best) expect(Math.abs(cupTempC - 40)).toBeLessThan(5.5)
  })

  test('while the minutes of that moment differ nearly fivefold', () => {
    expect(best[0]!.decantMin / best[5]!.decantMin).toBeGreaterThan(4.5)
  })

  test('at 21 C it comes after 20 min: the minutes school says the same', () =>
    within(best[2]!.decantMin, 20))
})

describe('white piped into a 5 mm bed', () => {
  const forecast = forecastPour(fillCup({ ...setting, bedDepthMm: 5 }), 20)
  const white = { excessDensityKgPerM3: 1.7, holeMm: 3, bedDepthMm: 5 }

  test.each([
    [20, 1817],
    [25, 1496],
    [32, 1131],
    [40, 823],
    [55, 470],
  ])('at %d min has %d /Pa of flow to come', (min, fluidity) => {
    within(stateAt(forecast, min).remainingFluidityPerPa, fluidity)
  })

  test('piped at 25 and 32 min it is in the window, at 40 and 55 min too late (bloom simulation)', () => {
    const number = (min: number) => bloomNumber(white, stateAt(forecast, min).remainingFluidityPerPa)
    expect(number(25)).toBeLessThan(95)
    expect(number(25)).toBeGreaterThan(57)
    expect(number(32)).toBeGreaterThan(40)
    expect(number(55)).toBeLessThan(40)
  })
})
