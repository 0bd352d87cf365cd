import { describe, expect, test } from '@jest/globals'
import {
  CONVERSION,
  MOLD,
  SPENT_FLOW,
  TEMP,
  traceAt,
  traceCure,
  traceToS,
  traceWhen,
  type TraceTask,
} from './trace.ts'

/** First order in conversion, cooling towards 20 C, flow spent by the second, a mold that lags behind: all four known in closed form. */
const RATE = 2e-4
const LOSS = 1e-3
const plain: TraceTask = {
  slopeInto: (conversion, tempC, moldC, slope) => {
    slope[CONVERSION] = RATE * (1 - conversion)
    slope[TEMP] = -LOSS * (tempC - 20)
    slope[SPENT_FLOW] = 1 - conversion
    slope[MOLD] = LOSS * (tempC - moldC)
  },
  startConversion: 0,
  startTempC: 40,
  startMoldC: 20,
  fromS: 0,
  toS: 20_000,
  firstStepS: 60,
  relativeError: 1e-8,
  stopWhen: () => false,
}

describe('a trace', () => {
  const trace = traceCure(plain)

  test.each([0, 137, 3000, 12_345, 20_000])('holds closed forms at %d s, between its steps too', (s) => {
    expect(traceAt(trace, CONVERSION, s)).toBeCloseTo(1 - Math.exp(-RATE * s), 6)
    expect(traceAt(trace, TEMP, s)).toBeCloseTo(20 + 20 * Math.exp(-LOSS * s), 4)
    expect(traceAt(trace, MOLD, s)).toBeCloseTo(20 + 20 * LOSS * s * Math.exp(-LOSS * s), 4)
    expect(traceAt(trace, SPENT_FLOW, s) / ((1 - Math.exp(-RATE * s)) / RATE || 1)).toBeCloseTo(s ? 1 : 0, 5)
  })

  test('a hundred times tighter tolerance costs 100^(1/5) times the steps: a fifth-order method', () => {
    const steps = (relativeError: number) => traceCure({ ...plain, relativeError }).times.length - 1
    const ratio = steps(1e-12) / steps(1e-10)
    expect(ratio).toBeGreaterThan(100 ** (1 / 5) * 0.8)
    expect(ratio).toBeLessThan(100 ** (1 / 5) * 1.25)
  })

  test('two equations that drive each other keep their energy', () => {
    const swing = traceCure({
      ...plain,
      slopeInto: (one, other, _mold, slope) => {
        slope[CONVERSION] = other * 1e-3
        slope[TEMP] = -one * 1e-3
        slope[SPENT_FLOW] = 0
        slope[MOLD] = 0
      },
      startConversion: 1,
      startTempC: 0,
      relativeError: 1e-10,
    })
    expect(traceAt(swing, CONVERSION, 2e4) ** 2 + traceAt(swing, TEMP, 2e4) ** 2).toBeCloseTo(1, 6)
  })

  test('is asked back: when a conversion is reached, by its closed form', () => {
    expect(traceWhen(trace, CONVERSION, 0.5)).toBeCloseTo(Math.log(2) / RATE, 1)
    expect(traceWhen(trace, CONVERSION, 0)).toBe(0)
    expect(traceWhen(trace, CONVERSION, 0.9999)).toBeNull()
  })

  test('stops where it is told to, and refuses a state that is not finite', () => {
    const short = traceCure({ ...plain, stopWhen: (conversion) => conversion > 0.3 })
    expect(traceToS(short)).toBeLessThan(20_000)
    expect(traceAt(short, CONVERSION, 1e9)).toBeGreaterThan(0.3)
    expect(() => traceCure({ ...plain, slopeInto: (_a, _t, _w, slope) => slope.fill(NaN) })).toThrow(
      RangeError,
    )
  })

  test('of many steps outgrows its first arrays without a gap', () => {
    const long = traceCure({ ...plain, relativeError: 1e-13 })
    expect(long.times.length).toBeGreaterThan(300)
    expect(traceAt(long, CONVERSION, 19_999)).toBeCloseTo(1 - Math.exp(-RATE * 19_999), 9)
  })
})
