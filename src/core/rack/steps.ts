import type { Deed, StepId, StepRule, Technique } from '../technique/index.ts'

/** The steps of a batch on the rack, in the order they are done. */
export function rackSteps({ steps }: Pick<Technique, 'steps'>): readonly StepRule[] {
  return steps.filter(({ place }) => place === 'rack')
}

/** The steps that still wait: not done, and not passed over by a later one; use is nothing to do. */
export function stillWaiting<Step extends { readonly id: StepId; readonly does?: Deed | null | undefined }>(
  steps: readonly Step[],
  done: Readonly<Record<string, number>>,
): readonly Step[] {
  const last = steps.findLastIndex(({ id }) => done[id] !== undefined)
  return steps.slice(last + 1).filter(({ does }) => does !== 'serves')
}
