import { createContext, useContext, type ReactNode } from 'react'
import type { Remote } from 'comlink'
import type { StudioDatabase } from '#data/database.ts'
import type { BloomLab } from '#workers/bloomLab.ts'
import type { CardLab } from '#workers/cardLab.ts'
import type { RackLab } from '#workers/rack.worker.ts'
import type { Planner } from '#workers/planner.worker.ts'
import type { RemedyLab } from '#workers/remedies.worker.ts'

export type { CardReading, Photograph } from '#workers/cardLab.ts'
export { LOOKS } from '#workers/bloomLab.ts'
export type { FaceOutcome, FaceProgress, Painted } from '#workers/bloomLab.ts'

/** What the app stands on; tests put their own in. */
export interface Platform {
  readonly db: StudioDatabase
  readonly planner: Remote<Planner>
  /** These are started when they are first asked for; the second planner is for what a plan need not wait for. */
  readonly secondPlanner: () => Remote<Planner>
  readonly bloomLab: () => Remote<BloomLab>
  readonly cardLab: () => Remote<CardLab>
  readonly rackLab: () => Remote<RackLab>
  readonly remedyLab: () => Remote<RemedyLab>
  readonly nowMs: () => number
  /** Goes on evenly whatever is done to the device's clock. */
  readonly evenMs: () => number
  readonly newId: () => string
}

const PlatformContext = createContext<Platform | null>(null)

export function PlatformProvider({ platform, children }: { platform: Platform; children: ReactNode }) {
  return <PlatformContext value={platform}>{children}</PlatformContext>
}

/** The platform. Throws where there is none above. */
export function usePlatform(): Platform {
  const platform = useContext(PlatformContext)
  if (!platform) throw new Error('usePlatform: no PlatformProvider above')
  return platform
}
