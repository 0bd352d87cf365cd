import { layerStep, LAYER_WHENS, type LayerToLay, type LayerWhen } from './layerWays.ts'
import type { JobId, StepRule, Technique } from './technique.ts'

/** Jobs that can follow a pour on the rack beyond layers, demolding and use. Common practice with no published source. */
export const JOB_IDS = ['trimRim', 'drape', 'sandEdges', 'feet'] as const satisfies readonly JobId[]

const DAY_MIN = 1440
const onRack = { place: 'rack', per: 'batch', needs: [], brings: [], moment: { by: 'rack' } } as const

export const JOBS: Readonly<Record<JobId, StepRule>> = {
  trimRim: {
    ...onRack,
    id: 'trimRim',
    does: 'trims',
    noun: 'trimming the rim',
    title: 'Trim the rim while it is leathery',
    detail:
      'Drips and the thin skin over the rim cut clean with a blade held flat: too soft they tear, too hard they chip. Cut away from the hand.',
    done: 'Rim trimmed',
    late: 'Hard already: leave it, and wet-sand it once it is hard through.',
    handsOn: { by: 'secondsEach', seconds: 60 },
    waits: [{ by: 'under', stage: 'leathery' }],
    risks: ['skin', 'stillSoft'],
  },
  drape: {
    ...onRack,
    id: 'drape',
    does: 'forms',
    noun: 'draping',
    title: 'Drape into the form',
    detail: 'Not tacky, bends like soft plastic: lift the sheet, press it into its form, cover it.',
    done: 'Draped',
    late: 'Stiff already: warm it gently until it bends, and no further.',
    handsOn: { by: 'secondsEach', seconds: 180 },
    takes: 'form',
    waits: [{ by: 'under', stage: 'leathery' }],
    risks: ['skin', 'stillSoft'],
    // Overnight to several days (common practice).
    holds: { openMin: DAY_MIN, bestMin: 3 * DAY_MIN },
  },
  sandEdges: {
    ...onRack,
    id: 'sandEdges',
    does: 'sands',
    noun: 'wet-sanding',
    title: 'Wet-sand the sharp edges',
    detail: 'Edges only, under water. A face that was sanded needs a clear coat.',
    done: 'Edges sanded',
    handsOn: { by: 'secondsEach', seconds: 240 },
    // Fresh resin gums the paper: hard for half a day at least (common practice).
    waits: [{ by: 'minutes', openMin: DAY_MIN / 2, bestMin: DAY_MIN }],
    risks: ['dust'],
    // Rinsed and dry.
    dries: { by: 'water', openMin: 60, bestMin: 120 },
  },
  feet: {
    ...onRack,
    id: 'feet',
    does: 'mounts',
    noun: 'the feet',
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

/** A piece that stays in its dish is clean and hard instead of demolded. */
const IN_ITS_DISH: Pick<StepRule, 'title' | 'detail' | 'done' | 'short' | 'noun'> = {
  title: 'Clean the rim of the dish',
  detail: 'It stays in its dish: once it is stiff, drips come off the rim with a blade or a little alcohol.',
  done: 'Rim clean',
  short: 'hard',
  noun: 'the rim of the dish',
}

/** What a batch has on its rack beyond what its technique always has. */
export interface OnTheRack {
  /** The first lies lowest. */
  readonly layers: readonly LayerToLay[]
  readonly jobs: readonly JobId[]
  /** What they lie in; molds where nothing is said. */
  readonly pieces?: readonly { readonly mold: { readonly stays: boolean } }[]
}

/**
 * The technique with those layers and jobs on its rack, in the order they are done: layers in the mold, their rim, the form, demolding, layers into
 * the lip, edges, layers on the finished piece, feet, use.
 */
export function withAfter(technique: Technique, { layers, jobs, pieces = [] }: OnTheRack): Technique {
  const inDishes = pieces.length > 0 && pieces.every(({ mold }) => mold.stays)
  if (layers.length === 0 && jobs.length === 0 && !inDishes) return technique
  const laid = (at: (when: LayerToLay['when']) => boolean) =>
    layers.filter(({ when }) => at(when)).map(layerStep)
  const job = (id: JobId) => (jobs.includes(id) ? [JOBS[id]] : [])
  // What the last layer left over the rim is cut before the sheet is bent or lifted out.
  const trimmed = job('trimRim')
  const inMold = laid((when) => LAYER_WHENS[when].inMold)
  const intoLip = laid((when) => !LAYER_WHENS[when].inMold && LAYER_WHENS[when].takesRoom)
  const onTop = laid((when) => !LAYER_WHENS[when].takesRoom)
  const steps = technique.steps.flatMap((step): readonly StepRule[] => {
    if (step.does === 'serves') return [...intoLip, ...job('sandEdges'), ...onTop, ...job('feet'), step]
    if (step.does !== 'frees') return [step]
    const draped = inDishes ? [] : job('drape')
    const freed = inDishes ? IN_ITS_DISH : draped.length > 0 ? OUT_OF_FORM : {}
    return [...inMold, ...trimmed, ...draped, { ...step, ...freed }]
  })
  return { ...technique, steps }
}

const WHENS = Object.keys(LAYER_WHENS) as LayerWhen[]

/**
 * The moments at which pieces can still get a layer: all of them while they lie in the mold, into the lip once they were lifted out of it
 * into a form or for good, and on top alone once something was done to them after that.
 */
export function momentsLeft(
  steps: readonly StepRule[],
  done: Readonly<Record<string, number>>,
): readonly LayerWhen[] {
  const lifted = steps.findIndex(({ does }) => does === 'forms' || does === 'frees')
  const freed = steps.findIndex(({ does }) => does === 'frees')
  const last = steps.findLastIndex(({ id }) => done[id] !== undefined)
  return WHENS.filter((when) => {
    const { inMold, takesRoom } = LAYER_WHENS[when]
    if (inMold) return last < lifted
    return !takesRoom || last <= freed
  })
}
