import type { BatchPlan, LivePlan } from '#core/plan/index.ts'
import type { RunStep } from '#core/runsheet/index.ts'
import type { WindowBand } from '#core/timing/index.ts'
import type { Notch, SoftEdges } from './Strip.tsx'
import type { StripSpan } from './stripScale.ts'

/** The windows of the pour, or of the rack, one notch a step: its first turn's begin is the tooth. */
export function stripNotches(
  steps: readonly RunStep[],
  placeName: RunStep['step']['place'],
  done: Readonly<Record<string, number>> = {},
  bands: LivePlan['bands'] | null = null,
): readonly Notch[] {
  const own = steps.filter((turn) => turn.step.place === placeName && turn.step.short !== undefined)
  return [...new Set(own.map((turn) => turn.step.id))].map((id) => {
    const turns = own.filter((turn) => turn.step.id === id)
    const first = turns[0]!
    return {
      key: id,
      label: first.step.short!,
      openMin: first.fromMin,
      bestMin: (first.beginMin + turns.at(-1)!.beginMin) / 2,
      closeMin: turns.at(-1)!.toMin,
      done: turns.every((turn) => done[turn.key] !== undefined),
      ...softEdges(bands?.steps[id], first.fromMin),
    }
  })
}

/** None where another layer than the pour decides: the bands are the pour's. */
function softEdges(band: WindowBand | undefined, openMin: number): { readonly soft?: SoftEdges } {
  if (!band || openMin < band.open.lowMin || openMin > band.open.highMin) return {}
  const { open, close } = band
  return { soft: { openMin: [open.lowMin, open.highMin], closeMin: close && [close.lowMin, close.highMin] } }
}

/** From stop-stir to a little after the last look. */
export function pourSpan(plan: BatchPlan): StripSpan {
  const last = Math.max(...plan.steps.filter((turn) => turn.step.place === 'pour').map((turn) => turn.endMin))
  return { fromMin: 0, toMin: Math.ceil((last + 5) / 10) * 10, scale: 'even' }
}

/** From the hour the covers go on to past the day of use. */
export function rackSpan(plan: BatchPlan): StripSpan {
  const last = Math.max(7 * 1440, ...plan.steps.map((turn) => turn.beginMin))
  return { fromMin: 60, toMin: last * 1.15, scale: 'log' }
}
