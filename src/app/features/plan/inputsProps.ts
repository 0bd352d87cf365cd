import type { BatchRequest } from '#core/batch/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import type { OnPaper } from '#app/platform/rackPlan.ts'
import type { Shelf } from '#core/shelf/index.ts'

/** What the parts of the planner's form are given. */
export interface InputsProps {
  readonly draft: BatchRequest
  readonly stock: Shelf
  readonly problems: Readonly<Record<string, string>>
  readonly units: UnitChoice
  /** The sound draft among what else is planned; null while something is wrong with it. */
  readonly paper: OnPaper | null
  readonly change: (changes: Partial<BatchRequest>) => void
}
