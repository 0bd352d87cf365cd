import { NEVER_WITHOUT } from '../safety/index.ts'
import {
  ALWAYS_NEEDED,
  TOOLS,
  type StepRule,
  type Technique,
  type ToolGroup,
  type ToolId,
} from '../technique/index.ts'

export interface PrepItem {
  readonly tool: ToolId
  readonly text: string
  readonly group: ToolGroup
  /** Titles of the steps it is for; empty for what every pour needs. */
  readonly neededFor: readonly string[]
  /** False where going without could hurt someone. */
  readonly mayGoWithout: boolean
}

/** What must stand ready before any resin is mixed, in the order it is first needed; `strewn` where a pattern strews something. */
export function prepList(
  technique: Technique,
  { strewn }: { readonly strewn: boolean },
): readonly PrepItem[] {
  const steps = technique.steps.filter(({ place }) => place === 'pour')
  return prepFor(
    strewn ? steps.map((step) => (step.takes === 'drops' ? withTool(step, 'strewn') : step)) : steps,
    ALWAYS_NEEDED,
  )
}

function withTool(step: StepRule, tool: ToolId): StepRule {
  return { ...step, needs: [...step.needs, tool] }
}

/** What must stand ready before a later layer is laid. */
export function prepOfLayer(step: StepRule): readonly PrepItem[] {
  return prepFor([step], step.lays === 'bottle' ? NEEDED_WITHOUT_RESIN : ALWAYS_NEEDED)
}

/** Nothing is stirred, nothing runs. */
const NEEDED_WITHOUT_RESIN: readonly ToolId[] = ['gloves', 'air', 'sheet']

function prepFor(steps: readonly StepRule[], always: readonly ToolId[]): readonly PrepItem[] {
  const tools = [...new Set([...always, ...steps.flatMap((step) => step.needs)])]
  return tools.map((tool) => ({
    tool,
    ...TOOLS[tool],
    mayGoWithout: !NEVER_WITHOUT.includes(tool),
    neededFor: always.includes(tool)
      ? []
      : steps.filter((step) => step.needs.includes(tool)).map((step) => step.title),
  }))
}
