import { useEffect } from 'react'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import * as v from 'valibot'
import {
  heardAfter,
  judgeSample,
  type Heard,
  type InstrumentKind,
  type RawSample,
  type Refusal,
  type Sample,
} from '#core/instruments/index.ts'
import { issueLines } from '#schema/issues.ts'
import { BENCH_PATH, FEED_EVENT, FEED_PATH, type BenchCommand } from '../../contract/instruments.ts'
import { useSettings } from './queries.ts'
import { usePlatform } from './studio.tsx'

/** One instrument as the app knows it. */
export interface Instrument extends Heard {
  /** When anything was heard of it, good or not. */
  readonly heardAtMs: number
  /** Why the latest sample was not believed; null when it was. */
  readonly refused: Refusal | null
  /** Since when its figure has hardly moved. */
  readonly steadySinceMs: number
}

export interface BenchLink {
  readonly state: 'off' | 'opening' | 'live' | 'lost'
  readonly instruments: Readonly<Record<string, Instrument>>
  /** Why something on the feed is not shown; null where all is. */
  readonly unread: string | null
}

const OFF: BenchLink = { state: 'off', instruments: {}, unread: null }
const KEY = ['instruments']

export { TROUBLES, type Trouble } from '../../contract/instruments.ts'

/** The simulated bench that ships with the server. */
export const SIMULATED_FEED = FEED_PATH

const feedSampleSchema = v.object({
  v: v.literal(1),
  instrument: v.pipe(v.string(), v.minLength(1), v.maxLength(100)),
  name: v.pipe(v.string(), v.maxLength(100)),
  kind: v.picklist(['thermometer', 'scale', 'room']),
  value: v.nullable(v.number()),
  unit: v.pipe(v.string(), v.maxLength(20)),
  atMs: v.number(),
  seq: v.number(),
})

/** Keeps the feed open as long as the settings name one. Used once, by the frame. */
export function useInstrumentFeed(): void {
  const { feed } = useSettings()
  const { nowMs } = usePlatform()
  const client = useQueryClient()
  useEffect(() => {
    const set = (change: (link: BenchLink) => BenchLink) =>
      client.setQueryData<BenchLink>(KEY, (link) => change(link ?? OFF))
    if (feed === null) {
      set(() => OFF)
      return
    }
    set(() => ({ ...OFF, state: 'opening' }))
    const source = openFeed(feed)
    if (!source) return void set(() => ({ ...OFF, state: 'lost' }))
    source.onopen = () => set((link) => ({ ...link, state: 'live' }))
    source.onerror = () => set((link) => ({ ...link, state: 'lost' }))
    // However many talk at once, the page is told so often.
    let waiting: string[] = []
    const tell = setInterval(() => {
      if (waiting.length === 0) return
      const some = waiting.slice(0, MOST_AT_ONCE)
      waiting = []
      set((link) => some.reduce((all, text) => withFeedText(all, text, nowMs()), link))
    }, TOLD_EVERY_MS)
    source.addEventListener(FEED_EVENT, (event) => {
      if (waiting.length < MOST_AT_ONCE) waiting.push(String(event.data))
    })
    return () => {
      clearInterval(tell)
      source.close()
    }
  }, [feed, client, nowMs])
}

/** Null for an address no feed can be at. */
function openFeed(address: string): EventSource | null {
  try {
    return new EventSource(address)
  } catch {
    return null
  }
}

const TOLD_EVERY_MS = 100
const MOST_AT_ONCE = 200
/** More than any bench has. */
const MOST_INSTRUMENTS = 24

type Read = { readonly raw: RawSample } | { readonly unread: string }

function readSample(text: string): Read {
  try {
    const read = v.safeParse(feedSampleSchema, JSON.parse(text))
    return read.success
      ? { raw: read.output }
      : { unread: issueLines(read.issues)[0] ?? 'a sample cannot be read' }
  } catch {
    return { unread: 'a sample is not JSON' }
  }
}

/** The link after one more record of the feed, as it was sent. */
export function withFeedText(link: BenchLink, text: string, arrivedAtMs: number): BenchLink {
  const read = readSample(text)
  if ('unread' in read) return { ...link, state: 'live', unread: read.unread }
  const known = read.raw.instrument in link.instruments
  if (!known && Object.keys(link.instruments).length >= MOST_INSTRUMENTS)
    return { ...link, unread: `more than ${MOST_INSTRUMENTS} instruments; the first are heard` }
  return withSample(link, read.raw, arrivedAtMs)
}

/** The link after one more sample. */
export function withSample(link: BenchLink, raw: RawSample, arrivedAtMs: number): BenchLink {
  const before = link.instruments[raw.instrument] ?? { last: null, anew: null, steadySinceMs: arrivedAtMs }
  const judged = judgeSample(raw, before, arrivedAtMs)
  const still =
    judged.kind === 'good' &&
    before.last !== null &&
    Math.abs(before.last.value - judged.sample.value) <= STEADY_WITHIN[raw.kind]
  const instrument: Instrument = {
    ...heardAfter(before, judged),
    heardAtMs: arrivedAtMs,
    refused: judged.kind === 'good' ? null : judged.why,
    steadySinceMs: still ? before.steadySinceMs : arrivedAtMs,
  }
  return { ...link, state: 'live', instruments: { ...link.instruments, [raw.instrument]: instrument } }
}

/** C or g. */
const STEADY_WITHIN: Readonly<Record<InstrumentKind, number>> = { thermometer: 0.5, room: 0.5, scale: 0.15 }

export function useBenchLink(): BenchLink {
  return useQuery({ queryKey: KEY, queryFn: () => OFF, enabled: false, initialData: OFF }).data
}

/** A sample older than this is no longer now. */
const FRESH_MS = 6000

/** What the first instrument of that kind shows now; null where there is none, or it fell silent. */
export function instrumentOf(
  { instruments }: BenchLink,
  kind: InstrumentKind,
  nowMs: number,
): { readonly instrument: Instrument; readonly sample: Sample | null; readonly silent: boolean } | null {
  const found = Object.values(instruments).find((each) => each.last?.kind === kind)
  if (!found) return null
  const silent = Math.abs(nowMs - found.heardAtMs) > FRESH_MS
  return { instrument: found, sample: silent || found.refused ? null : found.last, silent }
}

/** Tells the simulated bench something; a bench that does not answer is seen in the feed. */
export async function tellBench(command: BenchCommand): Promise<void> {
  await fetch(BENCH_PATH, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(command),
  }).catch(() => undefined)
}

/** Strives to be the one tab that takes readings by itself, so that none is taken twice. Used once, by the frame. */
export function useKeeping(): void {
  const client = useQueryClient()
  useEffect(() => {
    const keeps = (does: boolean) => client.setQueryData(KEEPER_KEY, does)
    if (!('locks' in navigator)) return void keeps(true)
    const over = new AbortController()
    let release = () => {}
    const held = new Promise<void>((resolve) => (release = resolve))
    void navigator.locks
      .request('nublo-keeper', { signal: over.signal }, () => {
        keeps(true)
        return held
      })
      .catch(() => undefined)
    return () => {
      over.abort()
      keeps(false)
      release()
    }
  }, [client])
}

const KEEPER_KEY = ['keeper']

/** True in one tab only. */
export function useKeeper(): boolean {
  return useQuery({ queryKey: KEEPER_KEY, queryFn: () => false, enabled: false, initialData: false }).data
}
