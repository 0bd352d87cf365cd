import { expose } from 'comlink'
import { remediesFor } from '#core/plan/index.ts'

/** Tries what would help beside the planner: dozens of plans for one finding, and the next key's plan does not wait for them. */
const remedyLab = { remediesFor }

export type RemedyLab = typeof remedyLab

expose(remedyLab)
