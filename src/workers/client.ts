import { wrap, type Remote } from 'comlink'
import type { BloomLab } from './bloomLab.ts'
import type { CardLab } from './cardLab.ts'
import type { RackLab } from './rack.worker.ts'
import type { FoundStudioLab } from './foundStudio.worker.ts'
import type { FilesLab } from './files.worker.ts'
import type { Planner } from './planner.worker.ts'
import type { RemedyLab } from './remedies.worker.ts'

/** Starts a worker that plans. */
export function startPlanner(): Remote<Planner> {
  return wrap<Planner>(
    new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module', name: 'planner' }),
  )
}

/** Starts the worker that follows blooms. */
export function startBloomLab(): Remote<BloomLab> {
  return wrap<BloomLab>(
    new Worker(new URL('./bloom.worker.ts', import.meta.url), { type: 'module', name: 'bloom' }),
  )
}

/** Starts the worker that reads card tests. */
export function startCardLab(): Remote<CardLab> {
  return wrap<CardLab>(
    new Worker(new URL('./card.worker.ts', import.meta.url), { type: 'module', name: 'card' }),
  )
}

/** Starts the worker that lays out the coming days. */
export function startRackLab(): Remote<RackLab> {
  return wrap<RackLab>(
    new Worker(new URL('./rack.worker.ts', import.meta.url), { type: 'module', name: 'rack' }),
  )
}

/** Starts the worker that tries what would help a plan. */
export function startRemedyLab(): Remote<RemedyLab> {
  return wrap<RemedyLab>(
    new Worker(new URL('./remedies.worker.ts', import.meta.url), { type: 'module', name: 'remedies' }),
  )
}

/** A worker for one studio that was found in a file, and what ends it. */
export function startFoundStudio(): { readonly lab: Remote<FoundStudioLab>; readonly end: () => void } {
  const worker = new Worker(new URL('./foundStudio.worker.ts', import.meta.url), {
    type: 'module',
    name: 'found studio',
  })
  return { lab: wrap<FoundStudioLab>(worker), end: () => worker.terminate() }
}

/** A worker for one file, and what ends it. */
export function startFilesLab(): { readonly lab: Remote<FilesLab>; readonly end: () => void } {
  const worker = new Worker(new URL('./files.worker.ts', import.meta.url), { type: 'module', name: 'files' })
  return { lab: wrap<FilesLab>(worker), end: () => worker.terminate() }
}
