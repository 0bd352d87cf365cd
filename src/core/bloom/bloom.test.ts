import { describe, expect, test } from '@jest/globals'
import { polygonOf, type Point } from '../mold/index.ts'
import { seededRandom } from '../numeric/index.ts'
import { bankOn, type Bank } from './bank.ts'
import { spreadOnFloor } from './current.ts'
import { paintFace } from './face.ts'
import { columnX, gridOf, rowY, type BloomGrid } from './grid.ts'
import { createBloom, whiteBalance, type BloomSetup } from './simulation.ts'
import { emptySheets, stampInto, totalOf } from './sheets.ts'
import { takeBack, type Stroke } from './tool.ts'
import { wallsOn, type Walls } from './walls.ts'

const round = polygonOf({ shape: 'circle', acrossMm: 80 }, 120)
const even = { sinking: 0, floor: 0, surface: 0 }
const setup = (changes: Partial<BloomSetup> = {}): BloomSetup => ({
  outline: round,
  islands: [],
  cells: 64,
  depthM: 0.005,
  excessDensityKgPerM3: 12,
  viscosityAt: () => 2,
  seed: 7,
  uneven: even,
  threads: 1,
  ...changes,
})
const ring = (radiusM: number): readonly Point[] =>
  Array.from({ length: 240 }, (_, k) => {
    const angle = (2 * Math.PI * (k + 0.5)) / 240
    return { x: radiusM * Math.cos(angle), y: radiusM * Math.sin(angle) }
  })
const ink = (x: number, y: number) =>
  ({ kind: 'ink', at: { x, y }, radiusM: 0.003, absorb: [9, 2, 1], pressureNPerM: 0.008 }) as const

/** Mean square distance from the middle, by a field's amounts, m2. */
function meanSquare(field: Float64Array, grid: BloomGrid): number {
  let sum = 0
  let square = 0
  field.forEach((value, p) => {
    sum += value
    square += value * (columnX(grid, p % grid.n) ** 2 + rowY(grid, Math.floor(p / grid.n)) ** 2)
  })
  return square / sum
}

describe('white on the floor', () => {
  test('spreads as a viscous gravity current: r = 0.894 (g drho V3/3 mu)^(1/8) t^(1/8) (Huppert 1982)', () => {
    const grid = gridOf(polygonOf({ shape: 'circle', acrossMm: 300 }, 240), [], 128)
    const bank = bankOn(grid)
    const walls = wallsOn(bank, { depthM: 1, uneven: even, chance: seededRandom(1) })
    const sheets = emptySheets(bank)
    const open = unwalled(bank, walls)
    const volumeM3 = 4e-6
    stampInto(sheets.floor.white, grid, { xM: 0, yM: 0, radiusM: 0.02, amount: volumeM3 })
    const pullPaPerM = 12 * 9.81
    const viscosityPaS = 2
    const radiusAt = (atS: number) =>
      0.894 * ((pullPaPerM * volumeM3 ** 3) / (3 * viscosityPaS)) ** (1 / 8) * atS ** (1 / 8)
    const spread = (stepS: number) =>
      // So deep that the return flow above does not matter.
      spreadOnFloor({
        bank,
        walls: open,
        floor: sheets.floor,
        pullPaPerM,
        depthM: 1e3,
        viscosityPaS,
        stepS,
        relax: 1,
        withInk: false,
      })
    // Of the profile (1 - r2/R2)^(1/3) the mean square is 3/7 R2.
    const measured = () => Math.sqrt((7 / 3) * meanSquare(sheets.floor.white, grid))
    spread(4000)
    const early = measured()
    expect(Math.abs(early / radiusAt(4000) - 1)).toBeLessThan(0.015)
    const centre = sheets.floor.white[64 * 128 + 64]!
    expect(Math.abs(centre / ((4 / 3) * (volumeM3 / (Math.PI * early ** 2))) - 1)).toBeLessThan(0.03)
    spread(60_000)
    expect(Math.abs(Math.log(measured() / early) / Math.log(64_000 / 4000) - 1 / 8)).toBeLessThan(0.01)
    expect(totalOf(sheets.floor.white, grid) / volumeM3).toBeCloseTo(1, 9)
  })
})

/** Without walls, for laws of open floors. */
function unwalled({ keep }: Bank, walls: Walls): Walls {
  const open = (faces: Float64Array) => keep(faces.map((value) => (value > 0 ? 1 : 0)))
  return { ...walls, currentX: open(walls.currentX), currentY: open(walls.currentY) }
}

describe('solvent at the surface', () => {
  test('carries itself outwards as R4 = R04 + 16 (H/4 mu) M t/pi while none evaporates (Barenblatt)', () => {
    const bloom = createBloom(
      setup({
        outline: polygonOf({ shape: 'circle', acrossMm: 120 }, 120),
        cells: 128,
        depthM: 0.002,
        evaporatesInS: Infinity,
      }),
    )
    bloom.at(0, { kind: 'ink', at: { x: 0, y: 0 }, radiusM: 0.006, absorb: [1, 0, 0], pressureNPerM: 0.002 })
    // Of a paraboloid of radius R the mean square is R2/3.
    const radius = () => Math.sqrt(3 * meanSquare(bloom.sheets.surface.pressure, bloom.grid))
    bloom.runTo(2)
    const start = radius()
    const pull = totalOf(bloom.sheets.surface.pressure, bloom.grid)
    for (const atS of [10, 20, 40]) {
      bloom.runTo(atS)
      const expected = (start ** 4 + (16 * (0.002 / (4 * 2)) * pull * (atS - 2)) / Math.PI) ** 0.25
      expect(Math.abs(radius() / expected - 1)).toBeLessThan(0.05)
    }
  })
})

describe('the whole process', () => {
  const bloom = createBloom(setup({ uneven: { sinking: 0.5, floor: 0.7, surface: 0.3 }, threads: 5 }))
  for (const [x, y] of [
    [0.01, 0.01],
    [-0.015, 0.004],
    [0.004, -0.018],
  ] as const)
    bloom.at(30, ink(x, y))
  bloom.at(300, { kind: 'bead', path: ring(0.02), closed: true, beadM: 0.003 })
  const strokes: readonly Stroke[] = [
    {
      kind: 'drag',
      path: [
        { x: 0.034, y: 0 },
        { x: 0.005, y: 0 },
      ],
      reachM: 0.0034,
      strength: 0.85,
    },
    { kind: 'swirl', centre: { x: 0, y: 0 }, reachM: 0.01, turnRad: 2.6 },
  ]
  bloom.at(360, { kind: 'tool', strokes })
  bloom.runTo(2400)

  test('keeps every drop of white and of ink, to the last digits', () => {
    const { surface, transit, floor, laid } = whiteBalance(bloom)
    expect((surface + transit + floor) / laid).toBeCloseTo(1, 12)
    const { sheets, grid } = bloom
    for (const channel of [0, 1, 2] as const) {
      const inked =
        totalOf(sheets.surface.ink[channel], grid) +
        totalOf(sheets.transit.ink[channel], grid) +
        totalOf(sheets.floor.ink[channel], grid)
      expect(inked / bloom.laid.ink[channel]).toBeCloseTo(1, 12)
    }
  })

  test('never makes less than nothing, and white goes down', () => {
    const { surface, transit, floor, pressure } = { ...bloom.sheets, pressure: bloom.sheets.surface.pressure }
    for (const field of [
      surface.white,
      transit.white,
      floor.white,
      pressure,
      ...surface.ink,
      ...transit.ink,
      ...floor.ink,
    ])
      for (const value of field) expect(value).toBeGreaterThanOrEqual(0)
    expect(whiteBalance(bloom).floor / bloom.laid.white).toBeGreaterThan(0.3)
  })

  test('is painted from both sides: white on the face is bright before black, and the sides differ', () => {
    const black = [0.012, 0.012, 0.012] as const
    const front = paintFace(bloom, { side: 'silicone', backing: black })
    const back = paintFace(bloom, { side: 'open', backing: black })
    const brightest = (rgba: Uint8ClampedArray) => Math.max(...rgba.filter((_value, k) => k % 4 === 1))
    expect(brightest(front)).toBeGreaterThan(120)
    expect(front).not.toEqual(back)
    expect(front[3]).toBe(0)
  })
})

describe('laws of the process', () => {
  test('a half turn of everything is the same piece turned', () => {
    const bloom = createBloom(setup())
    for (const [x, y] of [
      [0.02, 0.01],
      [-0.02, -0.01],
    ] as const)
      bloom.at(10, ink(x, y))
    bloom.runTo(400)
    const [field] = bloom.sheets.surface.ink
    const most = Math.max(...field)
    field.forEach((value, p) =>
      expect(Math.abs(value - field[field.length - 1 - p]!)).toBeLessThan(1e-8 * most),
    )
  })

  test('white piped once nothing moves any more lies where it was laid', () => {
    const bloom = createBloom(setup({ viscosityAt: () => 1e4 }))
    bloom.at(300, { kind: 'bead', path: ring(0.02), closed: true, beadM: 0.003 })
    bloom.runTo(200)
    expect(bloom.isStill()).toBe(true)
    bloom.runTo(600)
    const { surface, floor, laid } = whiteBalance(bloom)
    expect(laid).toBeGreaterThan(0)
    expect(surface / laid).toBeCloseTo(1, 12)
    expect(floor).toBe(0)
  })

  test('a uniform film does not fall, a bead does, and the thicker bead sooner', () => {
    const fallen = (beadM: number) => {
      const bloom = createBloom(setup())
      bloom.at(0, { kind: 'bead', path: ring(0.02), closed: true, beadM })
      bloom.runTo(600)
      const { floor, laid } = whiteBalance(bloom)
      return floor / laid
    }
    const film = createBloom(setup())
    film.at(0, { kind: 'bead', path: ring(0.001), closed: true, beadM: 1e-9 })
    film.grid.inside.forEach((inside, p) => (film.sheets.surface.white[p] = inside ? 3e-4 : 0))
    film.runTo(600)
    const inMiddle = 33 * 64 + 33
    expect(film.sheets.floor.white[inMiddle]! / 3e-4).toBeLessThan(0.05)
    expect(fallen(0.003)).toBeGreaterThan(0.1)
    expect(fallen(0.004)).toBeGreaterThan(fallen(0.003))
  })

  test('white that touches the wall stays there', () => {
    const bloom = createBloom(setup())
    bloom.at(0, { kind: 'bead', path: ring(0.0397), closed: true, beadM: 0.002 })
    const atWall = () =>
      bloom.grid.wallM.reduce(
        (sum, wall, p) =>
          bloom.grid.inside[p] && wall < 0.0008
            ? sum +
              bloom.sheets.surface.white[p]! +
              bloom.sheets.transit.white[p]! +
              bloom.sheets.floor.white[p]!
            : sum,
        0,
      )
    bloom.runTo(1)
    const laid = atWall()
    bloom.runTo(1200)
    expect(laid).toBeGreaterThan(0)
    expect(atWall() / laid).toBeGreaterThanOrEqual(1 - 1e-9)
  })

  test('ink after the white pushes it away, less when the resin is thicker', () => {
    const at = { x: 0.02, y: 0 }
    const left = (afterS: number | null) => {
      const bloom = createBloom(setup({ viscosityAt: (s) => 2 * Math.exp(s / 400) }))
      bloom.at(60, { kind: 'bead', path: ring(0.02), closed: true, beadM: 0.003 })
      if (afterS !== null) bloom.at(60 + afterS, ink(at.x, at.y))
      bloom.runTo(60 + (afterS ?? 120) + 300)
      return whiteNear(bloom, at)
    }
    const removed = (afterS: number) => 1 - left(afterS) / leftWithout(afterS)
    const leftWithout = (afterS: number) => {
      const bloom = createBloom(setup({ viscosityAt: (s) => 2 * Math.exp(s / 400) }))
      bloom.at(60, { kind: 'bead', path: ring(0.02), closed: true, beadM: 0.003 })
      bloom.runTo(60 + afterS + 300)
      return whiteNear(bloom, at)
    }
    expect(removed(120)).toBeGreaterThan(0.3)
    expect(removed(900)).toBeLessThan(removed(120))
  })

  test('a narrow zone blooms less than a wide one: the same bead has no room to flow', () => {
    const reached = (heightMm: number) => {
      const outline = polygonOf({ shape: 'rectangle', widthMm: 80, heightMm, cornerMm: 0 }, 120)
      const bloom = createBloom(setup({ outline }))
      bloom.at(0, {
        kind: 'bead',
        path: [
          { x: -0.03, y: 0 },
          { x: 0.03, y: 0 },
        ],
        closed: false,
        beadM: 0.003,
      })
      bloom.runTo(400)
      const { floor, laid } = whiteBalance(bloom)
      return floor / laid
    }
    expect(reached(10)).toBeLessThan(0.9 * reached(60))
  })
})

/** Unsunk white within 5 mm of that point. */
function whiteNear({ grid, sheets }: ReturnType<typeof createBloom>, { x, y }: Point): number {
  const { n, cellM, sideM } = grid
  let sum = 0
  for (let p = 0; p < n * n; p++) {
    const far = Math.hypot(
      ((p % n) + 0.5) * cellM - sideM / 2 - x,
      (Math.floor(p / n) + 0.5) * cellM - sideM / 2 - y,
    )
    if (far < 0.005) sum += sheets.surface.white[p]! + sheets.transit.white[p]!
  }
  return sum
}

const toolBank = bankOn(gridOf(round, [], 16))

/** Where the material that is there now was before a stroke. */
function cameFrom(stroke: Stroke, { x, y }: Point, sweeps?: number): readonly [number, number] {
  const places = toolBank.places(1)
  places.x[0] = x
  places.y[0] = y
  takeBack(toolBank, places, stroke, sweeps)
  return [places.x[0], places.y[0]]
}

describe('a tool', () => {
  const area = (stroke: Stroke, sweeps?: number) => {
    const back = (x: number, y: number) => cameFrom(stroke, { x, y }, sweeps)
    const h = 1e-6
    let sum = 0
    let count = 0
    for (let y = -0.02; y < 0.02; y += 0.00271)
      for (let x = -0.035; x < 0.04; x += 0.00213) {
        const [ax, ay] = back(x + h, y)
        const [bx, by] = back(x - h, y)
        const [cx, cy] = back(x, y + h)
        const [dx, dy] = back(x, y - h)
        sum += Math.abs(((ax - bx) * (cy - dy) - (ay - by) * (cx - dx)) / (4 * h * h) - 1)
        count++
      }
    return sum / count
  }
  const drag: Stroke = {
    kind: 'drag',
    path: [
      { x: 0.035, y: 0 },
      { x: 0.005, y: 0 },
    ],
    reachM: 0.003,
    strength: 0.9,
  }

  test('keeps area: a swirl exactly, a drag as nearly as its sweeps', () => {
    expect(area({ kind: 'swirl', centre: { x: 0, y: 0 }, reachM: 0.01, turnRad: 2.6 })).toBeLessThan(1e-6)
    expect(area(drag)).toBeLessThan(2e-3)
    expect(area(drag, 8)).toBeLessThan(5e-4)
  })

  test('takes along what lies in its path and leaves alone what is far', () => {
    expect(cameFrom(drag, { x: 0.01, y: 0 })[0]).toBeGreaterThan(0.012)
    expect(cameFrom(drag, { x: 0.01, y: 0.03 })).toEqual([0.01, 0.03])
  })

  test('moves a piece alike in any room by what is left of its fluidity, and less towards gel', () => {
    /** Surface white after a drag across a ring, where so much fluidity, 1/Pa, is left in a room in which it thickens e-fold in so many seconds. */
    const dragged = (leftPerPa: number, foldS: number) => {
      const bloom = createBloom(setup({ viscosityAt: (atS) => (foldS / leftPerPa) * Math.exp(atS / foldS) }))
      bloom.at(0, { kind: 'bead', path: ring(0.02), closed: true, beadM: 0.003 })
      bloom.at(0, { kind: 'tool', strokes: [drag] })
      bloom.runTo(0.001)
      return bloom.sheets.surface.white
    }
    const apart = (one: Float64Array, other: Float64Array) =>
      one.reduce((sum, value, p) => sum + Math.abs(value - other[p]!), 0) /
      one.reduce((sum, value) => sum + value, 0)
    const cold = dragged(300, 1800)
    expect(apart(dragged(300, 300), cold)).toBeLessThan(0.01)
    expect(apart(dragged(20, 1800), cold)).toBeGreaterThan(0.1)
  })
})
