import { NEVER_WITHOUT } from '../safety/index.ts'
import { ALWAYS_NEEDED, TOOLS, type Technique, type ToolId } from '../technique/index.ts'

export interface PrepItem {
  readonly tool: ToolId
  readonly text: string
  /** Titles of the steps it is for; empty for what every pour needs. */
  readonly neededFor: readonly string[]
  /** False where going without could hurt someone. */
  readonly mayGoWithout: boolean
}

/** What must stand ready before any resin is mixed, in the order it is first needed. */
export function prepList(technique: Technique, withBack: boolean): readonly PrepItem[] {
  const steps = technique.steps.filter(
    (step) => step.place === 'pour' || (withBack && step.onlyWith === 'back'),
  )
  const tools = [...new Set([...ALWAYS_NEEDED, ...steps.flatMap((step) => step.needs)])]
  return tools.map((tool) => ({
    tool,
    text: TOOLS[tool],
    mayGoWithout: !NEVER_WITHOUT.includes(tool),
    neededFor: ALWAYS_NEEDED.includes(tool)
      ? []
      : steps.filter((step) => step.needs.includes(tool)).map((step) => step.title),
  }))
}
