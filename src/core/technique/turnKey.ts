import type { StepId } from './technique.ts'

/** The step that a turn of that key is of: behind it stand, after dots, its round and its piece. */
export function stepOfKey(key: string): StepId {
  return key.split('.')[0]!
}
