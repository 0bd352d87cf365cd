import { describe, expect, test } from '@jest/globals'
import { wallFilmMm } from './wallFilm.ts'

const GRAVITY = 9.81
const DENSITY = 1.1

/**
 * The thin-film equation of a liquid that drains from an upright wall, dh/dt + (rho g / mu) h^2 dh/dz = 0, followed by an upwind scheme from an
 * even film of 3 mm; the film's mean in mm. Nothing of it is Jeffreys' solution.
 */
function drainedMm(heightM: number, seconds: number, viscosityAt: (s: number) => number): number {
  const cells = 400
  const dz = heightM / cells
  let film = new Float64Array(cells).fill(3e-3)
  for (let s = 0; s < seconds;) {
    const per = (1000 * DENSITY * GRAVITY) / viscosityAt(s)
    const fastest = per * Math.max(...film) ** 2
    const dt = Math.min((0.4 * dz) / fastest, seconds - s)
    const next = new Float64Array(cells)
    for (let k = 0; k < cells; k++) {
      const above = k === 0 ? 0 : film[k - 1]! ** 3
      next[k] = film[k]! - ((dt * per) / (3 * dz)) * (film[k]! ** 3 - above)
    }
    film = next
    s += dt
  }
  return (1000 * film.reduce((sum, each) => sum + each, 0)) / cells
}

describe('what stays on an upright wall', () => {
  /**
   * Jeffreys, Proc. Camb. Phil. Soc. 26 (1930) 204 (from memory): h = sqrt(mu z / (rho g t)), its mean over the height two thirds of that at the foot.
   * By hand: 1.5 Pa.s, 120 mm, 5 min: sqrt(1.5 x 0.12 / (1100 x 9.81 x 300)) = 0.2358 mm at the foot, 0.157 mm on the mean.
   */
  test('at constant viscosity, by hand after Jeffreys', () => {
    const flowPerPa = 300 / 1.5
    expect(wallFilmMm({ heightMm: 120, flowPerPa, densityGPerMl: DENSITY })).toBeCloseTo(0.157, 3)
  })

  test.each([
    [1.5, 120, 300],
    [4, 90, 300],
    [1.5, 200, 600],
  ])(
    '%s Pa.s on %s mm after %s s: within 5 %% of the equation followed in time',
    (viscosity, heightMm, seconds) => {
      const film = wallFilmMm({ heightMm, flowPerPa: seconds / viscosity, densityGPerMl: DENSITY })
      const followed = drainedMm(heightMm / 1000, seconds, () => viscosity)
      expect(Math.abs(film / followed - 1)).toBeLessThan(0.05)
    },
  )

  test('while it thickens: only the flow that was spent counts', () => {
    const viscosityAt = (s: number) => 1.5 * Math.exp(s / 200)
    const flowPerPa = (200 / 1.5) * (1 - Math.exp(-300 / 200))
    const film = wallFilmMm({ heightMm: 120, flowPerPa, densityGPerMl: DENSITY })
    expect(Math.abs(film / drainedMm(0.12, 300, viscosityAt) - 1)).toBeLessThan(0.05)
  })

  test('nothing that did not flow has a film to speak of: refused', () => {
    expect(() => wallFilmMm({ heightMm: 120, flowPerPa: 0, densityGPerMl: DENSITY })).toThrow(RangeError)
  })
})
