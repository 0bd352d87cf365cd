import { describe, expect, test } from '@jest/globals'
import { polygonOf } from '../mold/index.ts'
import { seededRandom } from '../numeric/index.ts'
import { bankOn, MOST_PLACES, type Bank } from './bank.ts'
import { gridOf } from './grid.ts'
import { planeOn } from './plane.ts'
import { emptySheets, stampInto, totalOf, type Sheets } from './sheets.ts'
import { exchangeFactor } from './stokes.ts'
import { takeBack } from './tool.ts'

/** An uneven line with an island, so that rows begin and end at odd and even columns and have holes. */
const line = [
  [0, 0],
  [61, 4],
  [70, 33],
  [48, 71],
  [9, 66],
  [-4, 30],
].map(([x, y]) => ({ x: x!, y: y! }))
const island = polygonOf({ shape: 'circle', acrossMm: 14 }, 24).map(({ x, y }) => ({ x: x + 33, y: y + 35 }))
const grid = gridOf(line, [island], 32)
const { n, inside } = grid

function chanceField(bank: Bank, seed: number, of: (chance: number) => number): Float64Array {
  const chance = seededRandom(seed)
  return bank.keep(Float64Array.from({ length: n * n }, (_, p) => (inside[p] ? of(chance()) : 0)))
}

/** By chance on every face between two cells inside, 0 on all others. */
function faces(bank: Bank, step: number, seed: number, of: (chance: number) => number): Float64Array {
  const field = chanceField(bank, seed, of)
  return field.map((value, p) => (inside[p] && inside[p + step] ? value : 0))
}

function expectAlike(actual: Float64Array, wanted: ArrayLike<number>): void {
  const most = Math.max(...Array.from(wanted, Math.abs))
  const worst = actual.reduce((far, value, p) => Math.max(far, Math.abs(value - wanted[p]!)), 0)
  expect(worst).toBeLessThanOrEqual(1e-12 * most)
}

const sum = (field: Float64Array) => field.reduce((all, value) => all + value, 0)

describe('a bank', () => {
  test('lends arrays of its own memory and refuses others, where a kernel would read something else', () => {
    const [one, other] = [bankOn(grid), bankOn(grid)]
    const field = one.keep([1, 2, 3])
    expect([...field]).toEqual([1, 2, 3])
    expect(one.at(field) % 16).toBe(0)
    expect(() => other.at(field)).toThrow(TypeError)
    expect(() => one.at(new Float64Array(3))).toThrow('outside this bank')
  })

  test('says when it is full', () => {
    const bank = bankOn(grid)
    expect(() => bank.field(100 * n * n + MOST_PLACES * 4)).toThrow(RangeError)
    expect(() => bank.places(MOST_PLACES + 1)).toThrow(RangeError)
  })
})

describe('a field that is moved', () => {
  /** One direction, face by face (van Leer 1979): upwind with its limited slope. */
  const plainly = (field: Float64Array, by: Float64Array, step: number): Float64Array => {
    const flux = by.map((courant, p) => {
      if (courant === 0) return 0
      const [up, down] = courant > 0 ? [p, p + step] : [p + step, p]
      const rise = field[down]! - field[up]!
      const back = field[up]! - field[2 * up - down]!
      const slope = rise * back > 0 ? (2 * rise * back) / (rise + back) : 0
      return courant * (field[up]! + 0.5 * (1 - Math.abs(courant)) * slope)
    })
    return field.map((value, p) => value - flux[p]! + (flux[p - step] ?? 0))
  }

  test.each([
    ['full', true, 0],
    ['full', false, 0],
    ['sparse', true, 0.8],
    ['sparse', false, 0.8],
  ] as const)('goes as van Leer says, face by face: %s, y first %s', (_how, yFirst, empty) => {
    const bank = bankOn(grid)
    const field = chanceField(bank, 1, (chance) => (chance < empty ? 0 : chance))
    const byX = bank.keep(faces(bank, 1, 2, (chance) => 0.8 * (2 * chance - 1)))
    const byY = bank.keep(faces(bank, n, 3, (chance) => 0.8 * (2 * chance - 1)))
    const wanted = yFirst
      ? plainly(plainly(field.slice(), byY, n), byX, 1)
      : plainly(plainly(field.slice(), byX, 1), byY, n)
    bank.kernels.move(bank.at(field), bank.at(byX), bank.at(byY), Number(yFirst))
    expectAlike(field, wanted)
  })

  test('keeps its sum and grows no new heights', () => {
    const round = gridOf(polygonOf({ shape: 'circle', acrossMm: 80 }, 120), [], 64)
    const bank = bankOn(round)
    const { floor } = emptySheets(bank)
    stampInto(floor.white, round, { xM: 0, yM: 0, radiusM: 0.01, amount: 1 })
    const most = () => bank.kernels.largest(bank.at(floor.white), 64 * 64)
    const before = most()
    const by = bank.keep(round.wallM.map((wallM) => (wallM > 0.004 ? 0.4 : 0)))
    for (let k = 0; k < 10; k++)
      bank.kernels.move(bank.at(floor.white), bank.at(by), bank.at(by), Number(k % 2 === 0))
    expect(totalOf(floor.white, round)).toBeCloseTo(1, 12)
    expect(most()).toBeLessThanOrEqual(before * (1 + 1e-9))
  })

  test('gathers its displacements from the flow', () => {
    const bank = bankOn(grid)
    const [x, y] = [1, 2].map((seed) => chanceField(bank, seed, (chance) => chance)) as [
      Float64Array,
      Float64Array,
    ]
    const [byX, byY] = [bank.keep(x), bank.keep(y)]
    bank.kernels.gather(bank.at(byX), bank.at(byY), bank.at(x), bank.at(y), 0.25)
    expectAlike(
      byX,
      x.map((value) => 1.25 * value),
    )
    expectAlike(
      byY,
      y.map((value) => 1.25 * value),
    )
  })
})

describe('a turn of the current on the floor', () => {
  const DEPTH_M = 0.005
  const UNIT = 4e6

  /** Cell by cell from the law: f3 c(f/H) grad f over each face, colour along by its share of the upwind white. */
  const plainly = ({ white, ink }: Sheets['floor'], current: readonly [Float64Array, Float64Array]) => {
    const change = [white, ...ink].map(() => new Float64Array(n * n))
    ;[1, n].forEach((step, along) => {
      for (let p = 0; p < n * n - n; p++) {
        const mean = (white[p]! + white[p + step]!) / 2
        if (mean <= 1e-7 || mean >= DEPTH_M) continue
        const slope = Math.min(0.23, UNIT * current[along]![p]! * mean ** 3 * exchangeFactor(mean / DEPTH_M))
        const out = slope * (white[p]! - white[p + step]!)
        const upwind = out > 0 ? p : p + step
        ;[white, ...ink].forEach((field, k) => {
          const moved = out === 0 ? 0 : (out / white[upwind]!) * field[upwind]!
          change[k]![p]! -= moved
          change[k]![p + step]! += moved
        })
      }
    })
    return [white, ...ink].map((field, k) => field.map((value, p) => value + change[k]![p]!))
  }

  test.each([true, false])('is the law, cell by cell; with ink: %s', (withInk) => {
    const bank = bankOn(grid)
    const { floor } = emptySheets(bank)
    const fields = [floor.white, ...floor.ink]
    fields.forEach((field, k) =>
      field.set(
        chanceField(bank, 10 + k, (chance) => (k > 0 ? chance : Math.max(0, 1.5 * chance - 0.5) * 2e-3)),
      ),
    )
    const current = [
      faces(bank, 1, 20, (chance) => 0.5 + chance),
      faces(bank, n, 21, (chance) => 0.5 + chance),
    ]
    const wanted = plainly(floor, current as [Float64Array, Float64Array])
    const untouched = floor.ink.map((field) => field.slice())
    const places = [...fields, ...current.map(bank.keep)].map(bank.at)
    const thickest = bank.kernels.turn(
      ...(places as [number, number, number, number, number, number]),
      UNIT,
      DEPTH_M,
      Number(withInk),
    )
    expectAlike(floor.white, wanted[0]!)
    floor.ink.forEach((field, k) => expectAlike(field, withInk ? wanted[k + 1]! : untouched[k]!))
    expect(thickest).toBeCloseTo(Math.max(...floor.white), 12)
  })
})

test('white sinks by its share and takes ink along, and nothing is lost between the sheets', () => {
  const bank = bankOn(grid)
  const { surface, transit } = emptySheets(bank)
  const fields = [surface.white, ...surface.ink, transit.white, ...transit.ink]
  fields.forEach((field, k) => field.set(chanceField(bank, 30 + k, (chance) => chance)))
  const fall = chanceField(bank, 40, (chance) => chance - 0.3)
  const [white, red] = [surface.white.slice(), surface.ink[0].slice()]
  const before = [sum(white) + sum(transit.white), sum(red) + sum(transit.ink[0])]
  const stride = bank.at(surface.ink[0]) - bank.at(surface.white)
  bank.kernels.sink(bank.at(surface.white), bank.at(transit.white), stride, bank.at(fall), 2, 0.5, 1)
  // 1 - exp(-x) by its Pade form; where the flow rises nothing sinks.
  const share = fall.map((speed) => {
    const x = 2 * speed
    return x > 1e-6 ? (x + (x * x) / 2) / (1 + x + (x * x) / 2) : 0
  })
  expectAlike(
    surface.white,
    white.map((value, p) => value * (1 - share[p]!)),
  )
  expectAlike(
    surface.ink[0],
    red.map((value, p) => value * (1 - 0.5 * share[p]!)),
  )
  expect(sum(surface.white) + sum(transit.white)).toBeCloseTo(before[0]!, 10)
  expect(sum(surface.ink[0]) + sum(transit.ink[0])).toBeCloseTo(before[1]!, 10)
})

describe('the plane transform', () => {
  const plane = (m: number) => {
    const bank = bankOn(gridOf(line, [], Math.max(32, m)))
    return { ...planeOn(bank, m), re: bank.field(m * m), im: bank.field(m * m) }
  }

  test('is the sum over all waves that defines it, transposed', () => {
    const m = 16
    const { forward, re, im } = plane(m)
    re.set(Float64Array.from(re, (_, p) => Math.sin(p * p)))
    im.set(Float64Array.from(im, (_, p) => Math.cos(3 * p)))
    const [oldRe, oldIm] = [re.slice(), im.slice()]
    forward(re, im)
    for (const [kx, ky] of [
      [0, 0],
      [3, 5],
      [15, 8],
    ] as const) {
      let real = 0
      let imaginary = 0
      for (let j = 0; j < m; j++)
        for (let i = 0; i < m; i++) {
          const turn = (-2 * Math.PI * (kx * i + ky * j)) / m
          const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
          real += oldRe[j * m + i]! * cos - oldIm[j * m + i]! * sin
          imaginary += oldRe[j * m + i]! * sin + oldIm[j * m + i]! * cos
        }
      expect(re[kx * m + ky]!).toBeCloseTo(real, 9)
      expect(im[kx * m + ky]!).toBeCloseTo(imaginary, 9)
    }
  })

  test('of a single wave is one line of the spectrum, and comes back', () => {
    for (const m of [16, 32, 64]) {
      const { forward, inverse, re, im } = plane(m)
      const wave = (p: number) => Math.cos((2 * Math.PI * (3 * (p % m) + 5 * Math.floor(p / m))) / m)
      re.set(Float64Array.from(re, (_, p) => wave(p)))
      forward(re, im)
      expect(re[3 * m + 5]!).toBeCloseTo((m * m) / 2, 6)
      expect(Math.abs(re[5 * m + 3]!)).toBeLessThan(1e-8)
      inverse(re, im)
      re.forEach((value, p) => expect(Math.abs(value - wave(p))).toBeLessThan(1e-10))
    }
  })

  test('obeys Parseval and refuses a side that is no power of two', () => {
    const { forward, re, im, m } = plane(32)
    re.set(Float64Array.from(re, (_, p) => Math.sin(p * p)))
    im.set(Float64Array.from(im, (_, p) => Math.cos(3 * p)))
    const energy = () => re.reduce((all, value, p) => all + value ** 2 + im[p]! ** 2, 0)
    const before = energy()
    forward(re, im)
    expect(energy() / (m * m) / before).toBeCloseTo(1, 9)
    expect(() => plane(48)).toThrow(RangeError)
  })
})

describe('between the cells and their faces', () => {
  const square = [
    [0, 0],
    [60, 0],
    [60, 60],
    [0, 60],
  ].map(([x, y]) => ({ x: x!, y: y! }))
  const cubic = (t: number) => 2 + t - 3 * t ** 2 + 0.5 * t ** 3
  const middleOf = (i: number, side: number) => (i + 0.5) / side

  test.each([
    [32, 32],
    [64, 32],
  ])('a cubic of %i cells on %i comes out exactly on the staggered faces, away from the rim', (cells, m) => {
    const fine = gridOf(square, [], cells)
    const bank = bankOn(fine)
    const { kernels, at, keep, field } = bank
    const places = Array.from({ length: m * m }, (_, p) => [p % m, Math.floor(p / m)] as const)
    const u = keep(places.map(([i]) => cubic(middleOf(i, m))))
    const v = keep(places.map(([, j]) => cubic(middleOf(j, m))))
    const open = keep(new Float64Array(cells * cells).fill(1))
    const [intoX, intoY] = [field(cells * cells), field(cells * cells)]
    const fastest = kernels.ontoFaces(at(u), at(v), m, at(intoX), at(intoY), at(open), at(open))
    for (let j = 8; j < cells - 8; j++)
      for (let i = 8; i < cells - 8; i++) {
        expect(intoX[j * cells + i]!).toBeCloseTo(cubic((i + 1) / cells), 10)
        expect(intoY[j * cells + i]!).toBeCloseTo(cubic((j + 1) / cells), 10)
      }
    const speeds = [intoX, intoY].flatMap((values) => [...values].map(Math.abs))
    expect(fastest).toBe(Math.max(...speeds))
  })

  test('a slope comes out exactly in finer cells, times both factors, and back in coarser ones', () => {
    const fine = gridOf(square, [], 64)
    const { kernels, at, keep, field } = bankOn(fine)
    const coarse = keep(Array.from({ length: 32 * 32 }, (_, p) => 1 + 2 * middleOf(p % 32, 32)))
    const [two, three] = [2, 3].map((factor) => keep(new Float64Array(64 * 64).fill(factor))) as [
      Float64Array,
      Float64Array,
    ]
    const into = field(64 * 64)
    kernels.ontoCells(at(coarse), 32, at(into), at(two), at(three))
    for (const i of [8, 9, 30, 51]) expect(into[20 * 64 + i]!).toBeCloseTo(6 * (1 + 2 * middleOf(i, 64)), 10)
    const back = field(32 * 32)
    kernels.restrict(at(back), at(into), 32, 0.5)
    expect(back[10 * 32 + 15]!).toBeCloseTo(3 * (1 + 2 * middleOf(15, 32)), 10)
  })
})

test('a step of the stick is the flow it was written down as', () => {
  const bank = bankOn(grid)
  const [reachM, strength] = [0.0034, 0.85]
  // Short enough to be one step.
  const path = [
    { x: 0, y: 0 },
    { x: 0.0012, y: 0.0009 },
  ]
  // So short a stroke lies wholly in the way over which the stick is lifted out: its middle is half its length from the end.
  const inResin = 0.00075 / (1.5 * reachM)
  const [tx, ty, byM] = [0.8, 0.6, 0.0015 * strength * inResin]
  const starts = [
    [0.0002, -0.0001],
    [0.004, 0.002],
    [-0.003, 0.009],
    [0.05, 0.05],
    [0.0006, 0.00045],
  ] as const
  const places = bank.places(starts.length)
  starts.forEach(([x, y], k) => {
    places.x[k] = x
    places.y[k] = y
  })
  takeBack(bank, places, { kind: 'drag', path, reachM, strength }, 1)
  starts.forEach(([x, y], k) => {
    const [rx, ry] = [x - 0.0006, y - 0.00045]
    if (Math.hypot(rx, ry) > 4.8 * reachM) {
      expect([places.x[k], places.y[k]]).toEqual([x, y])
      return
    }
    const r = Math.sqrt(rx ** 2 + ry ** 2 + 0.1 * reachM ** 2)
    const [along, across] = [rx * tx + ry * ty, ry * tx - rx * ty]
    const fade = byM * Math.exp(Math.sqrt(0.1) - r / reachM)
    const forth = fade * (1 - across ** 2 / (r * reachM))
    const aside = (fade * along * across) / (r * reachM)
    expect(places.x[k]).toBeCloseTo(x - (forth * tx - aside * ty), 14)
    expect(places.y[k]).toBeCloseTo(y - (forth * ty + aside * tx), 14)
  })
})
