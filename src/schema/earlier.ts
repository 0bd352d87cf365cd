import type { BatchRequest } from '#core/batch/index.ts'
import { ARCHETYPES, type Resin } from '#core/resin/index.ts'

/** How every batch of a studio file up to version 4 was planned where it did not say. */
export const PLANNED_EARLIER = {
  cupStrategy: 'rest',
  whiteApart: false,
  rounds: 3,
} as const satisfies Partial<BatchRequest>

/** What marks the figures of a resin that was begun from the typical ones of studio files up to version 4. */
const LUMPED = { startActivationJPerMol: 58e3, reactionHeatJPerG: 400 } as const
/** The typical resins' own figures then, beside which others were fitted. */
const THEN = { startRatePerS: 6.6e-5, networkRatePerS: 3.0e-5, depletionOrder: 1.9 } as const
const THEN_PA_S = new Map([
  [1.0, 'quick'],
  [0.6, 'medium'],
  [0.5, 'slow'],
] as const)

/**
 * A resin of an earlier studio with the figures that give it the same minutes now that cups have walls and beds lie in silicone
 * (docs/physics/cure.md): changed as the typical resins were. Any other is left as it is.
 */
export function withLayersHeat<Any extends Pick<Resin, 'cure' | 'flow'>>(resin: Any): Any {
  const { cure, flow } = resin
  const begunLumped =
    cure.startActivationJPerMol === LUMPED.startActivationJPerMol &&
    cure.reactionHeatJPerG === LUMPED.reactionHeatJPerG
  if (!begunLumped) return resin
  const now = ARCHETYPES.quick.cure
  const typical = THEN_PA_S.get(flow.viscosityAtRefPaS as 1)
  return {
    ...resin,
    cure: {
      ...now,
      startRatePerS: (cure.startRatePerS * now.startRatePerS) / THEN.startRatePerS,
      networkRatePerS: (cure.networkRatePerS * now.networkRatePerS) / THEN.networkRatePerS,
      depletionOrder: cure.depletionOrder + now.depletionOrder - THEN.depletionOrder,
    },
    flow: typical ? { ...flow, viscosityAtRefPaS: ARCHETYPES[typical].flow.viscosityAtRefPaS } : flow,
  }
}
