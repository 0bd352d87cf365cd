import { Hono, type Context } from 'hono'
import { bodyLimit } from 'hono/body-limit'
import { streamSSE } from 'hono/streaming'
import * as v from 'valibot'
import { resinSchema } from '#schema/resin.ts'
import { BENCH_PATH, FEED_EVENT, FEED_PATH, TROUBLES } from '../../contract/instruments.ts'
import type { BenchOrder, SimulatedBench } from './simulatedBench.ts'

const figure = (what: string, least: number, most: number) =>
  v.pipe(
    v.number(`${what} is not a number`),
    v.minValue(least, `${what} is below ${least}`),
    v.maxValue(most, `${what} is above ${most}`),
  )

const orderSchema = v.variant(
  'do',
  [
    v.strictObject({
      do: v.literal('follow'),
      minute: figure('minute', -60, 60 * 24 * 60),
      pour: v.strictObject({
        resin: resinSchema,
        cupMassG: figure('cupMassG', 1, 20_000),
        roomTempC: figure('roomTempC', 0, 45),
        bedDepthMm: figure('bedDepthMm', 0.5, 200),
        decantMin: v.nullable(figure('decantMin', 0, 60 * 24 * 60)),
      }),
    }),
    v.strictObject({ do: v.literal('pour'), targetG: figure('targetG', 0.1, 20_000) }),
    v.strictObject({ do: v.literal('tare') }),
    v.strictObject({ do: v.literal('trouble'), trouble: v.picklist(TROUBLES) }),
  ],
  'expected { "do": "follow" | "pour" | "tare" | "trouble", … }',
) satisfies v.GenericSchema<unknown, BenchOrder>

const EVERY_MS = 500
/** An order holds a resin and a handful of figures. */
const MOST_ORDER_BYTES = 64 * 1024

const tooLong = (c: Context) => c.json({ error: `an order has at most ${MOST_ORDER_BYTES} bytes` }, 413)

/** The samples of now: each instrument measures once in so long, however many listen, and nobody waits for a slow listener. */
function onceEach(
  everyMs: number,
  bench: SimulatedBench,
  nowMs: () => number,
): () => ReturnType<SimulatedBench['samples']> {
  let tick = Number.NaN
  let last: ReturnType<SimulatedBench['samples']> = []
  return () => {
    const now = Math.floor(nowMs() / everyMs)
    if (now !== tick) last = bench.samples()
    tick = now
    return last
  }
}

/** The feed of the simulated instruments, and the door through which the app tells the bench what it does. */
export function benchRoutes(bench: SimulatedBench, nowMs: () => number): Hono {
  const routes = new Hono()
  const current = onceEach(EVERY_MS, bench, nowMs)
  routes.get(FEED_PATH, (c) =>
    streamSSE(c, async (stream) => {
      while (!stream.aborted && !stream.closed) {
        for (const sample of current())
          await stream.writeSSE({ event: FEED_EVENT, data: JSON.stringify(sample) })
        await stream.sleep(EVERY_MS)
      }
    }),
  )
  routes.post(BENCH_PATH, bodyLimit({ maxSize: MOST_ORDER_BYTES, onError: tooLong }), async (c) => {
    if (!/^application\/json\b/.test(c.req.header('Content-Type') ?? ''))
      return c.json({ error: 'expected Content-Type application/json' }, 415)
    const body: unknown = await c.req.json().catch(() => null)
    const read = v.safeParse(orderSchema, body)
    if (!read.success) return c.json({ error: read.issues[0].message }, 400)
    bench.obey(read.output)
    return c.json({ ok: true })
  })
  return routes
}
