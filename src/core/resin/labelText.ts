import { fail, ok, parseQuantity, type ParseProblem, type Result } from '../units/index.ts'

/** A working time as a label prints it; null where it says nothing of cup or room. */
export interface WorkingTime {
  readonly min: number
  readonly massG: number | null
  readonly tempC: number | null
}

export type WorkingTimeProblem =
  | { readonly kind: 'unread'; readonly problem: ParseProblem }
  | { readonly kind: 'noTime' }
  | { readonly kind: 'twice'; readonly what: 'time' | 'temperature' | 'mass' }

/** What stands between the figures of "40 min at 22 °C, 150 g" or "30 min (100 g @ 25 C)". */
const BETWEEN = /\s*(?:[,;()@]|\bat\b|\bfor\b|\bin\b|\bof\b)\s*/i

/** The working time that text says, with the mass and the room it is of where they stand beside it. A bare number is minutes. */
export function readWorkingTime(text: string): Result<WorkingTime, WorkingTimeProblem> {
  const said = text.split(BETWEEN).filter((part) => part.trim() !== '')
  const found: { time?: number; temperature?: number; mass?: number } = {}
  for (const part of said) {
    const read = parseQuantity(part, ['time', 'temperature', 'mass'], 'min')
    if (!read.ok) return fail({ kind: 'unread', problem: read.problem })
    const { value, unit } = read.value
    const what = unit.dimension as 'time' | 'temperature' | 'mass'
    if (found[what] !== undefined) return fail({ kind: 'twice', what })
    found[what] = value
  }
  const { time, temperature = null, mass = null } = found
  if (time === undefined) return fail({ kind: 'noTime' })
  return ok({ min: time, massG: mass, tempC: temperature })
}
