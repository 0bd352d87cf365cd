import { describe, expect, test } from '@jest/globals'
import { bisect } from './bisect.ts'
import { integrate, type Derivative } from './integrate.ts'

const solve = (derivative: Derivative, initial: number[], to: number, relativeError: number) =>
  integrate({
    derivative,
    initial,
    from: 0,
    to,
    relativeError,
    absoluteError: initial.map(() => relativeError),
    firstStep: 1e-3,
  })

const decay: Derivative = (_t, y, slope) => {
  slope[0] = -y[0]!
}

describe('integrate', () => {
  test('exponential decay meets its closed form everywhere, between steps too', () => {
    const solution = solve(decay, [1], 10, 1e-9)
    for (let t = 0; t <= 10; t += 0.037) expect(solution.at(t, 0)).toBeCloseTo(Math.exp(-t), 7)
  })

  test('the logistic curve meets its closed form', () => {
    const solution = solve((_t, y, slope) => void (slope[0] = y[0]! * (1 - y[0]!)), [0.01], 12, 1e-9)
    const exact = (t: number) => 1 / (1 + 99 * Math.exp(-t))
    for (let t = 0; t <= 12; t += 0.5) expect(solution.at(t, 0)).toBeCloseTo(exact(t), 7)
  })

  test('a hundred times tighter tolerance costs 100^(1/5) times the steps: a fifth-order method', () => {
    const loose = solve(decay, [1], 10, 1e-7).steps
    const tight = solve(decay, [1], 10, 1e-9).steps
    expect(tight / loose).toBeGreaterThan(100 ** (1 / 5) * 0.8)
    expect(tight / loose).toBeLessThan(100 ** (1 / 5) * 1.25)
  })

  test('a harmonic oscillator keeps its energy', () => {
    const solution = solve(
      (_t, y, slope) => {
        slope[0] = y[1]!
        slope[1] = -y[0]!
      },
      [1, 0],
      20 * Math.PI,
      1e-10,
    )
    expect(solution.at(20 * Math.PI, 0) ** 2 + solution.at(20 * Math.PI, 1) ** 2).toBeCloseTo(1, 7)
  })

  test('it stops where it is told to and says so', () => {
    const solution = integrate({
      derivative: (_t, _y, slope) => void (slope[0] = 1),
      initial: [0],
      from: 0,
      to: 100,
      relativeError: 1e-6,
      absoluteError: [1e-6],
      firstStep: 0.5,
      stopWhen: (y) => y[0]! > 3,
    })
    expect(solution.to).toBeLessThan(100)
    expect(solution.at(solution.to, 0)).toBeGreaterThan(3)
  })

  test('a state that runs to infinity is a defect, not a number', () => {
    expect(() => solve((_t, y, slope) => void (slope[0] = y[0]! ** 2), [1], 2, 1e-9)).toThrow(RangeError)
  })
})

test('bisect finds the square root of two, and says null where there is no sign change', () => {
  const f = (x: number) => x * x - 2
  expect(bisect(f, { from: 0, to: 2, tolerance: 1e-10 })).toBeCloseTo(Math.SQRT2, 9)
  expect(bisect(f, { from: 2, to: 3, tolerance: 1e-10 })).toBeNull()
})
