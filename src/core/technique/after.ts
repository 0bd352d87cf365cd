import type { AfterId, StepRule, Technique } from './technique.ts'

/**
 * What can follow a pour on the rack, beyond back, demolding and use. Common practice with no published source; a coat's or a
 * varnish's own instructions come first.
 */
export const AFTER_IDS = [
  'drape',
  'sandEdges',
  'clearCoat',
  'heatCoat',
  'varnish',
  'feet',
] as const satisfies readonly AfterId[]

const DAY_MIN = 1440
const onRack = { place: 'rack', per: 'batch', needs: [], brings: [], moment: { by: 'rack' } } as const

export const AFTER: Readonly<Record<AfterId, StepRule>> = {
  drape: {
    ...onRack,
    id: 'drape',
    does: 'forms',
    title: 'Drape into the form',
    detail: 'Not tacky, bends like soft plastic: lift the sheet, press it into its form, cover it.',
    done: 'Draped',
    late: 'Stiff already: warm it gently until it bends, and no further.',
    handsOn: { by: 'secondsEach', seconds: 180 },
    waits: [{ by: 'under', stage: 'leathery' }],
    // Overnight to several days (common practice).
    holds: { openMin: DAY_MIN, bestMin: 3 * DAY_MIN },
  },
  sandEdges: {
    ...onRack,
    id: 'sandEdges',
    title: 'Wet-sand the sharp edges',
    detail: 'Edges only, under water. A face that was sanded needs a clear coat.',
    done: 'Edges sanded',
    handsOn: { by: 'secondsEach', seconds: 240 },
    // Fresh resin gums the paper: hard for half a day at least (common practice).
    waits: [{ by: 'minutes', openMin: DAY_MIN / 2, bestMin: DAY_MIN }],
    // Rinsed and dry.
    dries: { openMin: 60, bestMin: 120 },
  },
  clearCoat: {
    ...onRack,
    id: 'clearCoat',
    title: 'Pour the clear coat',
    detail: 'Level, dust free, thin. Covers scratches, stones that stand proud and sanded faces.',
    done: 'Coated',
    takes: 'ownMix',
    handsOn: { by: 'secondsEach', seconds: 120 },
    waits: [{ by: 'previous' }],
    pours: 'mix',
  },
  heatCoat: {
    ...onRack,
    id: 'heatCoat',
    title: 'Pour the heat-resistant coat',
    detail: "Where hot things will stand. Mix and wait as the coat's own sheet says.",
    done: 'Heat coat on',
    handsOn: { by: 'secondsEach', seconds: 120 },
    waits: [{ by: 'previous' }],
    pours: 'product',
  },
  varnish: {
    ...onRack,
    id: 'varnish',
    title: 'Pen or varnish the edge',
    detail: 'Open window, no flame near solvent. Touch-dry by next day.',
    done: 'Edge done',
    handsOn: { by: 'secondsEach', seconds: 180 },
    waits: [{ by: 'previous' }],
    // Touch-dry overnight (common practice; the tin says more).
    dries: { openMin: DAY_MIN / 2, bestMin: DAY_MIN },
  },
  feet: {
    ...onRack,
    id: 'feet',
    title: 'Feet, cork or hook',
    detail: 'On a back that is hard and clean.',
    done: 'Feet on',
    handsOn: { by: 'secondsEach', seconds: 60 },
    waits: [{ by: 'previous' }],
  },
}

/** Taking a draped piece out of its form counts as its demolding. */
const OUT_OF_FORM: Pick<StepRule, 'title' | 'detail' | 'done'> = {
  title: 'Take it out of the form',
  detail: 'Days in the form, or it flattens again. Demolded is not ready for use.',
  done: 'Out of the form',
}

/** The technique with those steps on its rack, in the order they are done whatever order they were chosen in. */
export function withAfter(technique: Technique, after: readonly AfterId[]): Technique {
  if (after.length === 0) return technique
  const chosen = (id: AfterId) => (after.includes(id) ? [AFTER[id]] : [])
  const finishing = AFTER_IDS.filter((id) => id !== 'drape').flatMap(chosen)
  const steps = technique.steps.flatMap((step): readonly StepRule[] => {
    if (step.does === 'serves') return [...finishing, step]
    if (step.does !== 'frees') return [step]
    return after.includes('drape') ? [AFTER.drape, { ...step, ...OUT_OF_FORM }] : [step]
  })
  return { ...technique, steps }
}
