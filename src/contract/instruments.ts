/**
 * The feed of bench instruments: server-sent events, one `sample` event a measurement, its data this record as JSON. Anyone's thermometer,
 * scale or room sensor can speak it; docs/formats.md describes it.
 */
export interface FeedSample {
  readonly v: 1
  readonly instrument: string
  readonly name: string
  readonly kind: 'thermometer' | 'scale' | 'room'
  /** Null where the instrument has nothing to show. */
  readonly value: number | null
  /** C or F, g or oz-wt. */
  readonly unit: string
  /** Epoch milliseconds by the instrument's own clock. */
  readonly atMs: number
  /** Counts up with every sample of this instrument. */
  readonly seq: number
}

export const FEED_PATH = '/api/instruments'
export const FEED_EVENT = 'sample'
/** Commands to the simulated bench, as JSON by POST; a real instrument has none. */
export const BENCH_PATH = '/api/bench'

/** What can go wrong with an instrument, on demand. */
export const TROUBLES = ['none', 'unplugged', 'nonsense', 'fahrenheit', 'unlabelled', 'clock'] as const
export type Trouble = (typeof TROUBLES)[number]

/** What the simulated bench is told. */
export type BenchCommand =
  /** The pour to follow: the probe then shows a cup, or a bed, of a resin whose truth is hidden. */
  | {
      readonly do: 'follow'
      readonly minute: number
      readonly pour: {
        readonly resin: unknown
        readonly cupMassG: number
        readonly roomTempC: number
        readonly bedDepthMm: number
        readonly decantMin: number | null
      }
    }
  /** A hand pours that much more onto the scale, and stops a little late. */
  | { readonly do: 'pour'; readonly targetG: number }
  | { readonly do: 'tare' }
  | { readonly do: 'trouble'; readonly trouble: Trouble }
