import { NEVER_WITHOUT } from '../safety/index.ts'
import {
  ALWAYS_NEEDED,
  TOOLS,
  type StepRule,
  type Technique,
  type ToolGroup,
  type ToolId,
} from '../technique/index.ts'
import type { Things } from './things.ts'

export interface PrepItem {
  readonly tool: ToolId
  readonly text: string
  readonly group: ToolGroup
  /** What exactly, by name, in the order it is used; nothing where the item says it all. */
  readonly names: readonly string[]
  /** Titles of the steps it is for; empty for what every pour needs. */
  readonly neededFor: readonly string[]
  /** False where going without could hurt someone. */
  readonly mayGoWithout: boolean
}

/** What must stand ready before any resin is mixed, in the order it is first needed: what the pour handles, and nothing else. */
export function prepList(technique: Technique, things: Things): readonly PrepItem[] {
  const steps = technique.steps.filter(({ place }) => place === 'pour')
  return prepFor(steps, things, ALWAYS_NEEDED)
}

/** What must stand ready before a later layer is laid. */
export function prepOfLayer(step: StepRule, things: Things): readonly PrepItem[] {
  return prepFor([step], things, step.lays === 'bottle' ? NEEDED_WITHOUT_RESIN : ALWAYS_NEEDED)
}

/** Nothing is stirred, nothing runs. */
const NEEDED_WITHOUT_RESIN: readonly ToolId[] = ['gloves', 'air', 'sheet']

/** Asked for only where there is something of that name, which is told with it. */
const NAMED: Readonly<Partial<Record<ToolId, (things: Things) => readonly string[] | null>>> = {
  inks: ({ inks }) => inks,
  tints: ({ tints }) => some(tints),
  needle: ({ needle }) => needle,
  smallCups: ({ cups }) => some(cups),
  bottles: ({ bottles }) => some(bottles),
  strewn: ({ strewn }) => some(strewn),
  putIn: ({ putIn }) => some(putIn),
  whiteCup: ({ white }) => white,
  moreBags: ({ bags }) => some(bags),
}

function some(names: readonly string[]): readonly string[] | null {
  return names.length > 0 ? names : null
}

function prepFor(rules: readonly StepRule[], things: Things, always: readonly ToolId[]): readonly PrepItem[] {
  const steps = rules.map((step) => ({ title: step.title, needs: needsOf(step, things) }))
  const tools = [...new Set([...always, ...steps.flatMap(({ needs }) => needs)])]
  return tools.map((tool) => ({
    tool,
    ...TOOLS[tool],
    names: NAMED[tool]?.(things) ?? [],
    mayGoWithout: !NEVER_WITHOUT.includes(tool),
    neededFor: always.includes(tool)
      ? []
      : steps.filter(({ needs }) => needs.includes(tool)).map(({ title }) => title),
  }))
}

/** What that step needs of what there is. */
function needsOf(step: StepRule, things: Things): readonly ToolId[] {
  return [...step.needs, ...filledAt(step)].filter((tool) => {
    const named = NAMED[tool]
    return named === undefined || named(things) !== null
  })
}

/** What the amounts that a step takes are filled, tinted or strewn from. */
function filledAt({ takes, lays }: StepRule): readonly ToolId[] {
  if (takes === 'drops') return ['strewn']
  if (takes === 'white') return ['moreBags', 'tints']
  if (takes === 'cups' || lays === 'mix') return ['smallCups', 'tints']
  return lays === 'bottle' ? ['bottles'] : []
}
