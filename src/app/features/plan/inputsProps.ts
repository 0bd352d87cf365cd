import type { BatchRequest } from '#core/batch/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import type { ShelfStock } from './draft.ts'

/** What the parts of the planner's form are given. */
export interface InputsProps {
  readonly draft: BatchRequest
  readonly stock: ShelfStock
  readonly problems: Readonly<Record<string, string>>
  readonly units: UnitChoice
  readonly change: (changes: Partial<BatchRequest>) => void
}
