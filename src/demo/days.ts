import type { BatchRequest } from '#core/batch/index.ts'
import type { PLANNED } from './batches.ts'

const HOUR_MS = 3_600_000

/** What is kept for later, with its hour and its promise as they are for a studio opened then. */
export function plannedRequest(
  { request, starts, promisedInDays }: (typeof PLANNED)[number],
  nowMs: number,
): BatchRequest {
  return {
    ...request,
    startAt: starts && hourOn(nowMs, starts),
    promisedOn: promisedInDays === null ? null : dayIn(nowMs, promisedInDays),
  }
}

function hourOn(nowMs: number, { inDays, hour }: { readonly inDays: number; readonly hour: number }): string {
  const now = new Date(nowMs)
  return new Date(now.getFullYear(), now.getMonth(), now.getDate() + inDays, hour).toISOString()
}

/** A day so many ahead. */
export function dayIn(nowMs: number, days: number): string {
  return new Date(nowMs + 24 * days * HOUR_MS).toISOString().slice(0, 10)
}
