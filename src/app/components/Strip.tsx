import type { LifeSample } from '#core/plan/index.ts'
import type { School } from '#words/schools.ts'
import { fromInner, printSpan, unitOf, type UnitChoice } from '#core/units/index.ts'
import { FEEL_WORDS } from '#words/vocabulary.ts'
import { sampleAt } from './lifeAt.ts'
import { lanesOf, place, ticksOf, type StripSpan } from './stripScale.ts'

export interface Notch {
  readonly key: string
  readonly label: string
  readonly openMin: number
  readonly bestMin: number
  /** Null stays open to the end of the strip. */
  readonly closeMin: number | null
  readonly done?: boolean
  /** How uncertain the edges are; a little soft where it is not said. */
  readonly soft?: SoftEdges
}

export interface SoftEdges {
  readonly openMin: readonly [number, number]
  readonly closeMin: readonly [number, number] | null
}

interface StripProps {
  readonly life: readonly LifeSample[]
  readonly span: StripSpan
  readonly notches: readonly Notch[]
  readonly nowMin?: number | null
  readonly size: 'large' | 'medium' | 'line'
  readonly units: UnitChoice
  readonly label: string
  /** The sign its reader trusts most. */
  readonly lead?: School
}

type ScalesProps = Pick<StripProps, 'life' | 'span' | 'units'> & { readonly lead: School }

const SCHOOLS: readonly School[] = ['minutes', 'temperature', 'string']

const BAND_HEIGHT = { large: 'h-20', medium: 'h-14', line: 'h-3' } as const

/**
 * The thickening strip: the resin's life from stop-stir, left to right. What lies under it is hidden as it thickens;
 * the bars above it are the windows; the needle is now; minutes, temperature and feel stand under the same moment.
 */
export function Strip({
  life,
  span,
  notches,
  nowMin = null,
  size,
  units,
  label,
  lead = 'minutes',
}: StripProps) {
  const inSight = notches.filter(
    (notch) => notch.openMin < span.toMin && (notch.closeMin ?? Infinity) > span.fromMin,
  )
  const next = inSight.find((notch) => !notch.done)
  return (
    <figure className="w-full" aria-label={`${label}. ${sentence(inSight)}`} role="img" data-strip={size}>
      {size !== 'line' && <Windows notches={inSight} span={span} />}
      <div className={`border-edge relative overflow-hidden rounded-md border ${BAND_HEIGHT[size]}`}>
        <div className="under-resin absolute inset-0" />
        <div className="absolute inset-0" style={{ background: cloud(life, span) }} />
        {size === 'line' && next && <Veil notch={next} span={span} />}
        {nowMin !== null && <Needle at={place(nowMin, span)} />}
      </div>
      {size !== 'line' && <Scales life={life} span={span} units={units} lead={lead} />}
    </figure>
  )
}

function sentence(notches: readonly Notch[]): string {
  return notches
    .map(
      (notch) =>
        `${notch.label} from ${printSpan(notch.openMin)}${notch.closeMin === null ? '' : ` to ${printSpan(notch.closeMin)}`}`,
    )
    .join(', ')
}

/** Opaque as far as the flow is used up. */
function cloud(life: readonly LifeSample[], span: StripSpan): string {
  const stops = life
    .filter((sample) => sample.min >= span.fromMin && sample.min <= span.toMin)
    .filter((_sample, k) => k % 3 === 0)
    .map((sample) => {
      const share = Math.round(100 * Math.max(0, Math.min(1, sample.thickenedFrac)))
      return `color-mix(in srgb, var(--cloud) ${share}%, transparent) ${(100 * place(sample.min, span)).toFixed(2)}%`
    })
  return `linear-gradient(to right, ${stops.join(', ')})`
}

const LANE_REM = 1.75

/** The windows above the band, each on a lane of its own: soft edges, a tooth at the best moment. */
function Windows({ notches, span }: { notches: readonly Notch[]; span: StripSpan }) {
  const items = notches.map((notch) => ({
    from: place(notch.openMin, span),
    best: place(notch.bestMin, span),
    to: place(notch.closeMin ?? span.toMin, span),
    text: notch.label,
  }))
  const lanes = lanesOf(items)
  const depth = Math.max(0, ...lanes) + 1
  return (
    <div className="relative text-sm font-semibold" style={{ height: `${depth * LANE_REM}rem` }} aria-hidden>
      {notches.map((notch, k) => {
        const { best } = items[k]!
        const bottom = `${lanes[k]! * LANE_REM}rem`
        const tint = notch.done ? 'var(--edge)' : 'var(--ink)'
        return (
          <div key={notch.key} data-window={notch.key} data-done={notch.done ?? false}>
            <span
              className={`absolute mb-2 leading-tight whitespace-nowrap ${notch.done ? 'text-ink-soft line-through' : ''}`}
              style={{ left: `${100 * best}%`, bottom, transform: `translateX(${-100 * best}%)` }}
            >
              {notch.label}
            </span>
            <span className="absolute h-1.5" style={{ ...softBar(notch, span, tint), bottom }} />
            <span
              className="absolute h-2.5 w-2.5 -translate-x-1/2"
              style={{
                left: `${100 * best}%`,
                bottom: `calc(${bottom} - 0.25rem)`,
                background: tint,
                clipPath: 'polygon(0 0, 100% 0, 50% 100%)',
              }}
            />
          </div>
        )
      })}
    </div>
  )
}

/** The bar fades over as many minutes as its edges are uncertain. */
function softBar(notch: Notch, span: StripSpan, tint: string) {
  const openMin = notch.soft?.openMin ?? [notch.openMin, notch.openMin]
  const closeMin = notch.soft
    ? notch.soft.closeMin
    : notch.closeMin === null
      ? null
      : [notch.closeMin, notch.closeMin]
  const from = place(openMin[0]!, span)
  const to = closeMin ? place(closeMin[1]!, span) : 1
  const width = Math.max(0.004, to - from)
  const within = (min: number) => 100 * Math.min(1, Math.max(0, (place(min, span) - from) / width))
  const fullFrom = notch.soft ? within(openMin[1]!) : 12
  const fullTo = closeMin ? (notch.soft ? Math.max(fullFrom, within(closeMin[0]!)) : 88) : 100
  const end = closeMin ? `${tint} ${fullTo.toFixed(1)}%, transparent` : `${tint} 100%`
  return {
    left: `${100 * from}%`,
    width: `${100 * width}%`,
    background: `linear-gradient(to right, transparent, ${tint} ${fullFrom.toFixed(1)}%, ${end})`,
  }
}

/** The next window in a strip one line high: a veil over the band. */
function Veil({ notch, span }: { notch: Notch; span: StripSpan }) {
  return (
    <span
      className="absolute top-0 h-full opacity-60"
      style={softBar(notch, span, notch.done ? 'var(--edge)' : 'var(--ink)')}
    />
  )
}

function Needle({ at }: { at: number }) {
  return (
    <span
      className="bg-needle absolute inset-y-0 w-1 -translate-x-1/2"
      style={{ left: `${100 * at}%` }}
      data-needle={at.toFixed(4)}
    />
  )
}

/** Share of a narrow strip that its last label takes: it has the unit. */
const LAST_LABEL = 0.22
/** And of one as wide as a column. */
const CLOSE = 0.13

/** The same moment by minutes, by temperature and by feel; the one the person trusts comes first and larger. */
function Scales({ life, span, units, lead }: ScalesProps) {
  const temperature = unitOf(units.temperature)
  const ticks = ticksOf(span)
  const end = place(ticks.at(-1)?.min ?? span.toMin, span)
  const isWide = (k: number, at: number) =>
    (ticks.length - 1 - k) % 2 === 1 || (at < end && end - at < LAST_LABEL)
  const row = (label: (tick: (typeof ticks)[number]) => string) => (
    <div className="relative h-[1.4em]">
      {ticks.map((tick, k) => (
        <Tick
          key={tick.min}
          at={place(tick.min, span)}
          wideOnly={isWide(k, place(tick.min, span))}
          isTight={k === ticks.length - 2 && end - place(tick.min, span) < CLOSE}
        >
          {label(tick)}
        </Tick>
      ))}
    </div>
  )
  const rows: Readonly<Record<School, React.ReactNode>> = {
    minutes: row((tick) => tick.label),
    temperature: row(
      (tick) =>
        fromInner(sampleAt(life, tick.min).tempC, temperature).toFixed(0) +
        (tick === ticks.at(-1) ? ` ${temperature.label}` : '°'),
    ),
    string: <FeelScale life={life} span={span} />,
  }
  const order = [lead, ...SCHOOLS.filter((school) => school !== lead)]
  return (
    <div className="text-ink-soft @container mt-1 text-xs" aria-hidden>
      {order.map((school) => (
        <div
          key={school}
          className={school === lead ? 'text-ink text-base font-semibold' : ''}
          data-scale={school}
        >
          {rows[school]}
        </div>
      ))}
    </div>
  )
}

interface TickProps {
  readonly at: number
  /** Every second tick is left out on a narrow screen. */
  readonly wideOnly: boolean
  /** In a column it would run into the last. */
  readonly isTight: boolean
  readonly children: React.ReactNode
}

function Tick({ at, wideOnly, isTight, children }: TickProps) {
  return (
    <span
      className={`absolute whitespace-nowrap ${wideOnly ? 'max-sm:hidden' : ''} ${isTight ? '@max-xl:hidden' : ''}`}
      style={{ left: `${100 * at}%`, transform: `translateX(${-100 * at}%)` }}
    >
      {children}
    </span>
  )
}

function FeelScale({ life, span }: { life: readonly LifeSample[]; span: StripSpan }) {
  const inSpan = life.filter((sample) => sample.min >= span.fromMin && sample.min <= span.toMin)
  const starts = inSpan.filter((sample, k) => k === 0 || sample.feel !== inSpan[k - 1]!.feel)
  return (
    <div className="mt-0.5 flex h-[1.5em] overflow-hidden">
      {starts.map((start, k) => {
        const from = place(start.min, span)
        const to = k + 1 < starts.length ? place(starts[k + 1]!.min, span) : 1
        return (
          <span
            key={start.feel}
            className="border-edge overflow-hidden border-l pl-1 text-ellipsis whitespace-nowrap"
            style={{ width: `${100 * (to - from)}%` }}
          >
            {FEEL_WORDS[start.feel]}
          </span>
        )
      })}
    </div>
  )
}
