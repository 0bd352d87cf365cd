import { flowBounds, STAGES, type BloomWhite, type Criterion, type Window } from '../resin/index.ts'
import type { Reading, Sign } from './reading.ts'

/** What a finger or a toothpick found, in the order it was found. */
export type Seen = Extract<Reading, { readonly kind: 'sign' }>

/** The signs among those readings, the oldest first. */
export function seenIn(readings: readonly Reading[]): readonly Seen[] {
  return readings
    .flatMap((reading) => (reading.kind === 'sign' ? [reading] : []))
    .toSorted((one, other) => one.atMin - other.atMin)
}

/** A string that is all but there. */
const ALL_BUT = 0.98

/**
 * That window as it was seen: what a finger found leads over what was reckoned. A window that a sign opens is open from that minute on, with
 * its best and its end as much sooner; one that a sign says has not come is not open before; one that needs flow ends where it no longer
 * flows. Null stays null where no sign opens it.
 */
export function windowAsSeen(
  window: Window | null,
  criterion: Criterion,
  { seen, white }: { readonly seen: readonly Seen[]; readonly white: BloomWhite | null },
): Window | null {
  return seen.reduce((known, sign) => afterSign(known, criterion, sign, white), window)
}

function afterSign(
  window: Window | null,
  criterion: Criterion,
  { sign, there, atMin }: Seen,
  white: BloomWhite | null,
): Window | null {
  const flow = flowBounds(criterion, white)
  if (flow && sign === 'string') {
    const opens = flow.opensPerPa ?? Infinity
    if (there && opens >= ALL_BUT * STAGES.string.opensPerPa) return openBy(window, atMin)
    if (!there && opens <= STAGES.string.opensPerPa / ALL_BUT) return openFrom(window, atMin)
  }
  if (flow && sign === 'gel' && there) return window && endedBy(window, atMin)
  if (criterion.by === 'glassRise' && opensWith(sign, criterion))
    return there ? openBy(window, atMin) : openFrom(window, atMin)
  return window
}

/** Whether what that sign finds is what the criterion opens with. */
function opensWith(sign: Sign, { opensK, bestK }: Extract<Criterion, { by: 'glassRise' }>): boolean {
  if (sign === 'footprint') return opensK === null
  if (sign === 'leathery') return opensK === STAGES.leathery.opensK
  return sign === 'stiff' && opensK === STAGES.demold.opensK && bestK === STAGES.demold.bestK
}

function openBy(window: Window | null, atMin: number): Window {
  if (!window) return { openMin: atMin, bestMin: atMin, closeMin: null }
  return window.openMin <= atMin ? window : moved(window, atMin - window.openMin)
}

function openFrom(window: Window | null, atMin: number): Window | null {
  return !window || window.openMin >= atMin ? window : moved(window, atMin - window.openMin)
}

function moved({ openMin, bestMin, closeMin }: Window, byMin: number): Window {
  return {
    openMin: openMin + byMin,
    bestMin: Math.max(openMin + byMin, bestMin + byMin),
    closeMin: closeMin === null ? null : closeMin + byMin,
  }
}

function endedBy({ openMin, bestMin, closeMin }: Window, atMin: number): Window {
  return { openMin, bestMin: Math.min(bestMin, atMin), closeMin: Math.min(closeMin ?? atMin, atMin) }
}

/** So much warmer than it was stirred a cup has to be at its moment before its temperature tells that moment, K (by eye). */
const TELLING_K = 4

/**
 * The minute at which the whole mix in its cup was first read as warm as the plan's own moment, by someone who goes by the temperature; null where none was,
 * or where the cup does not warm enough until then to tell, or cools before it. How warm it is tells how far it has cured, however quick the resin.
 */
export function warmedSince(
  readings: readonly Reading[],
  expectedC: (atMin: number) => number,
  momentMin: number,
): number | null {
  const momentC = expectedC(momentMin)
  const before = Array.from({ length: 8 }, (_, k) => expectedC((k / 8) * momentMin))
  if (momentC - expectedC(0) < TELLING_K || Math.max(...before) > momentC) return null
  const warm = readings.filter(
    (reading) =>
      reading.kind === 'temperature' &&
      reading.leads &&
      reading.cup === undefined &&
      reading.tempC >= momentC,
  )
  return warm.length === 0 ? null : Math.min(...warm.map(({ atMin }) => atMin))
}

/** The minute from which on no more than that flow is still to come, as a toothpick found it; null where none did. */
export function threadsSince(seen: readonly Seen[], perPa: number): number | null {
  if (perPa < ALL_BUT * STAGES.string.opensPerPa) return null
  const last = seen.findLast(({ sign }) => sign === 'string')
  return last?.there ? (seen.find(({ sign, there }) => sign === 'string' && there)?.atMin ?? null) : null
}
