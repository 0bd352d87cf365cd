import type { Studio } from '#schema/studio.ts'
import { ORDERS, PLANNED } from './batches.ts'
import { dayIn, plannedRequest } from './days.ts'

/** The instant the demo's file is written for; a studio opened then is the file as it is. */
export const PREPARED_AT_MS = Date.UTC(2026, 0, 15, 12)

/** The demo as it stands for whoever opens it then: every instant as long before as it was, every fixed day as far ahead. */
export function movedTo(studio: Studio, nowMs: number): Studio {
  const { batches, orders, ...rest } = movedInstants(studio, nowMs - PREPARED_AT_MS) as Studio
  return {
    ...rest,
    batches: batches.map((batch) => {
      const planned = PLANNED.find(({ id }) => id === batch.id)
      if (!planned) return batch
      const { startAt, promisedOn } = plannedRequest(planned, nowMs)
      return { ...batch, request: { ...batch.request, startAt, promisedOn } }
    }),
    orders: orders.map((order) => {
      const dueInDays = ORDERS.find(({ id }) => id === order.id)?.dueInDays ?? null
      return dueInDays === null ? order : { ...order, dueOn: dayIn(nowMs, dueInDays) }
    }),
  }
}

/** Quantities carry their unit in the name: whatever ends in `atMs` is an instant. Bytes stay what they are. */
function movedInstants(value: unknown, byMs: number): unknown {
  if (Array.isArray(value)) return value.map((each) => movedInstants(each, byMs))
  if (typeof value !== 'object' || value === null || ArrayBuffer.isView(value)) return value
  return Object.fromEntries(
    Object.entries(value).map(([name, own]) => [
      name,
      typeof own === 'number' && /(^a|A)tMs$/.test(name) ? own + byMs : movedInstants(own, byMs),
    ]),
  )
}
