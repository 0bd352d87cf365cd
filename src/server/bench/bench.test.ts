import { describe, expect, test } from '@jest/globals'
import { ARCHETYPES } from '#core/resin/index.ts'
import { FEED_PATH, BENCH_PATH, type FeedSample } from '../../contract/instruments.ts'
import { benchRoutes } from './routes.ts'
import { createBench, type BenchOrder } from './simulatedBench.ts'

function benchAt(seed = 5) {
  const clock = { ms: 1_000_000 }
  const bench = createBench({ nowMs: () => clock.ms, seed })
  const later = (s: number) => void (clock.ms += 1000 * s)
  const of = (kind: FeedSample['kind']) => bench.samples().find((sample) => sample.kind === kind)!
  return { bench, later, of }
}

const pour = {
  resin: ARCHETYPES.quick,
  cupMassG: 143,
  roomTempC: 21,
  bedDepthMm: 6,
  decantMin: null,
}
const follow = (minute: number, decantMin: number | null = null): BenchOrder => ({
  do: 'follow',
  minute,
  pour: { ...pour, decantMin },
})

describe('the probe of the simulated bench', () => {
  test('shows the room until there is a pour, then a cup that warms itself', () => {
    const { bench, of, later } = benchAt()
    expect(of('thermometer').value).toBeCloseTo(21, -1)
    bench.obey(follow(0))
    const start = of('thermometer').value!
    later(15 * 60)
    expect(of('thermometer').value!).toBeGreaterThan(start + 6)
  })

  test('follows the minute the app tells, and cools in the bed', () => {
    const { bench, of } = benchAt()
    bench.obey(follow(14, 14))
    const decanted = of('thermometer').value!
    bench.obey(follow(120, 14))
    expect(of('thermometer').value!).toBeLessThan(decanted)
  })

  test('a cup that is forgotten runs away, and has cooled by the next day', () => {
    const { bench, of } = benchAt()
    bench.obey(follow(0))
    const courseC = Array.from({ length: 60 }, (_, k) => {
      bench.obey(follow(2 * k))
      return of('thermometer').value!
    })
    expect(Math.max(...courseC)).toBeGreaterThan(100)
    bench.obey(follow(24 * 60))
    expect(of('thermometer').value!).toBeLessThan(25)
  })

  test('hides a resin of its own: benches of other seeds differ, the same seed agrees', () => {
    const at15 = (seed: number) => {
      const { bench, of } = benchAt(seed)
      bench.obey(follow(15))
      return of('thermometer').value!
    }
    expect(at15(5)).toBe(at15(5))
    const benches = [5, 6, 7, 8].map(at15)
    // Resins whose rates differ by a quarter are kelvins apart in a warm cup.
    expect(Math.max(...benches) - Math.min(...benches)).toBeGreaterThan(1)
  })
})

describe('the scale of the simulated bench', () => {
  test('is poured onto towards the target, slower at the end, and a little beyond', () => {
    const { bench, of, later } = benchAt()
    bench.obey({ do: 'pour', targetG: 100 })
    later(2)
    expect(of('scale').value!).toBeGreaterThan(10)
    expect(of('scale').value!).toBeLessThan(40)
    later(60)
    expect(Math.abs(of('scale').value! - 100)).toBeLessThan(5)
    bench.obey({ do: 'pour', targetG: 50 })
    bench.obey({ do: 'pour', targetG: 50 })
    later(60)
    expect(Math.abs(of('scale').value! - 150)).toBeLessThan(8)
    bench.obey({ do: 'tare' })
    expect(of('scale').value).toBe(0)
  })
})

describe('trouble on demand', () => {
  const under = (trouble: 'unplugged' | 'nonsense' | 'fahrenheit' | 'unlabelled' | 'clock') => {
    const each = benchAt()
    each.bench.obey({ do: 'trouble', trouble })
    return each
  }

  test('unplugged sends nothing, nonsense sends nonsense', () => {
    expect(under('unplugged').bench.samples()).toEqual([])
    expect(under('nonsense').of('thermometer').value).toBe(851)
    expect(under('nonsense').of('scale').value).toBeNull()
  })

  test('a changed unit says so, or does not; a moved clock is an hour behind', () => {
    expect(under('fahrenheit').of('room')).toMatchObject({ unit: 'F', value: expect.closeTo(70, 0) })
    expect(under('unlabelled').of('room')).toMatchObject({ unit: 'C', value: expect.closeTo(70, 0) })
    expect(under('clock').of('scale').atMs).toBe(1_000_000 - 3_600_000)
  })
})

describe('the feed', () => {
  test('is server-sent events of one JSON record each', async () => {
    const answer = await benchRoutes(benchAt().bench, () => 0).request(FEED_PATH)
    expect(answer.headers.get('content-type')).toMatch(/text\/event-stream/)
    const reader = answer.body!.getReader()
    const { value } = await reader.read()
    await reader.cancel()
    const [event, data] = new TextDecoder().decode(value).split('\n')
    expect(event).toBe('event: sample')
    expect(JSON.parse(data!.replace('data: ', ''))).toMatchObject({ v: 1, instrument: 'bench-probe', seq: 1 })
  })

  test.each([
    ['not JSON', '{'],
    ['an unknown order', '{"do":"explode"}'],
    ['a figure out of range', '{"do":"pour","targetG":-3}'],
    [
      'a resin that is none',
      '{"do":"follow","minute":1,"pour":{"resin":{},"cupMassG":100,"roomTempC":21,"bedDepthMm":6,"decantMin":null}}',
    ],
  ])('%s is refused with a reason', async (_what, body) => {
    const answer = await benchRoutes(benchAt().bench, () => 0).request(BENCH_PATH, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body,
    })
    expect(answer.status).toBe(400)
    expect(((await answer.json()) as { error: string }).error).not.toBe('')
  })

  test('an order is obeyed', async () => {
    const { bench, of, later } = benchAt()
    const answer = await benchRoutes(bench, () => 0).request(BENCH_PATH, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ do: 'pour', targetG: 20 }),
    })
    later(30)
    expect(answer.status).toBe(200)
    expect(of('scale').value!).toBeGreaterThan(15)
  })
})
