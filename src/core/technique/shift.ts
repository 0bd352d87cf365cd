import { BLOOM_WINDOW } from '../resin/index.ts'
import { flowing } from './ownWay.ts'
import type { Technique } from './technique.ts'

/**
 * The technique with its aim step's band moved: every bound times exp(shift). Above 0 this hand wants the step sooner, with more flow
 * still to come. A technique without an aim step stays as it is.
 */
export function shiftedTechnique(technique: Technique, aimShiftLog: number): Technique {
  if (aimShiftLog === 0 || technique.aimStep === null) return technique
  const steps = technique.steps.map((step) =>
    step.id === technique.aimStep ? { ...step, moment: flowing(step.moment, Math.exp(aimShiftLog)) } : step,
  )
  return { ...technique, steps }
}

/** The edges of the aim step's band beside its best, as natural logs of flow, of the usual hole and bed; null where there is no such band. */
export function aimEdges(
  technique: Technique,
): { readonly earlyLog: number; readonly lateLog: number } | null {
  const moment = technique.steps.find((step) => step.id === technique.aimStep)?.moment
  if (moment?.by !== 'resin') return null
  const { criterion } = moment
  switch (criterion.by) {
    case 'bloomNumber':
      return {
        earlyLog: Math.log(BLOOM_WINDOW.tooEarlyAbove / BLOOM_WINDOW.aim),
        lateLog: Math.log(BLOOM_WINDOW.tooLateBelow / BLOOM_WINDOW.aim),
      }
    case 'fluidity':
      return {
        earlyLog: Math.log((criterion.opensPerPa ?? Infinity) / criterion.bestPerPa),
        lateLog: Math.log(criterion.closesPerPa / criterion.bestPerPa),
      }
    default:
      return null
  }
}
