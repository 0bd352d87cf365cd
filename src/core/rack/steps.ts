import type { BatchRequest } from '../batch/index.ts'
import type { Deed, StepId, StepRule, Technique } from '../technique/index.ts'

/** The steps of a batch on the rack, in the order they are done. */
export function rackSteps(
  technique: Technique,
  { back, inclusions }: Pick<BatchRequest, 'back' | 'inclusions'>,
): readonly StepRule[] {
  const wanted = { back: back.when !== 'none', twoPours: inclusions?.pours === 2 }
  const steps = technique.steps.filter(
    ({ place, onlyWith }) => place === 'rack' && (!onlyWith || wanted[onlyWith]),
  )
  return back.when === 'afterDemold' ? behindDemold(steps) : steps
}

/** The steps that still wait: not done, and not passed over by a later one; use is nothing to do. */
export function stillWaiting<Step extends { readonly id: StepId; readonly does?: Deed | null | undefined }>(
  steps: readonly Step[],
  done: Readonly<Record<string, number>>,
): readonly Step[] {
  const last = steps.findLastIndex(({ id }) => done[id] !== undefined)
  return steps.slice(last + 1).filter(({ does }) => does !== 'serves')
}

/** The back poured into the lip of the piece that is out of its mold. */
function behindDemold(steps: readonly StepRule[]): readonly StepRule[] {
  const isBack = ({ moment }: StepRule) => moment.by === 'backChoice'
  const back = steps.filter(isBack)
  return steps
    .filter((step) => !isBack(step))
    .flatMap((step) => (step.does === 'frees' ? [step, ...back] : [step]))
}
