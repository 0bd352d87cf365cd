import * as v from 'valibot'

const ticksSchema = v.record(
  v.string(),
  v.variant('kind', [
    v.object({ kind: v.literal('open') }),
    v.object({ kind: v.literal('ready') }),
    v.object({ kind: v.literal('without'), note: v.string() }),
  ]),
)

/** What has been ticked at a gate, by tool. */
export type Ticks = v.InferOutput<typeof ticksSchema>

const keyOf = (batchId: string) => `nublo-gate-${batchId}`

/** Ticks of an earlier look at this gate; none when there are none. */
export function keptTicks(batchId: string): Ticks {
  try {
    const read = v.safeParse(ticksSchema, JSON.parse(localStorage.getItem(keyOf(batchId)) ?? '{}'))
    return read.success ? read.output : {}
  } catch {
    return {}
  }
}

/** Keeps the ticks through a reload; without storage they stay on the screen only. */
export function keepTicks(batchId: string, ticks: Ticks): void {
  try {
    localStorage.setItem(keyOf(batchId), JSON.stringify(ticks))
  } catch {
    // The gate is asked again after a reload: safe, only tedious.
  }
}
