import { expose } from 'comlink'
import { planRack } from '#core/rack/index.ts'

/** Lays out the coming days beside the planner: a live pour never waits for it. */
const rackLab = { planRack }

export type RackLab = typeof rackLab

expose(rackLab)
