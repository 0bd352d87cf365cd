import { bloomRequest, COASTER } from '../support/request.ts'
import type { LaterLayer } from '#core/batch/index.ts'
import { planLive } from '#core/plan/index.ts'
import { planRack, type KeptJobs, type RackBatch, type RackPlan, type RackStudio } from '#core/rack/index.ts'
import type { Figure } from './solver.ts'
import { backLayer, begun } from '../support/layers.ts'

const EVENING = { from: '17:00', to: '22:30' }
const WHOLE_DAY = { from: '09:00', to: '22:30' }
const ROUNDS = 5
const HOUR_MS = 3_600_000

const backs: readonly (readonly LaterLayer[])[] = [
  [],
  [backLayer()],
  [backLayer('nextDay')],
  [backLayer('demolded')],
]

/** So many batches of one piece each, in six kinds of mold, some promised, in a life of evenings and weekends. */
function studioOf(count: number, over = backs, weekday = EVENING): RackStudio {
  const outlines = over.map(
    (layers, k) => planLive(bloomRequest({ layers, jobs: k === 1 ? ['sandEdges', 'feet'] : [] })).outline,
  )
  const batches = Array.from({ length: count }, (_, k): RackBatch => {
    const id = `mold-${k % 6}`
    const outline = outlines[k % over.length]!
    return {
      id: `batch-${k}`,
      name: `Batch ${k}`,
      outline: { ...outline, molds: [{ id, name: COASTER.name, copies: 1, owned: 3 + (k % 3) }] },
      startedAtMs: null,
      done: {},
      pins: {},
      promisedOn: k % 4 === 0 ? `2026-12-${18 + (k % 6)}` : null,
    }
  })
  return {
    nowMs: Date.parse('2026-12-01T08:00Z'),
    days: 21,
    hours: {
      zone: 'Europe/Berlin',
      week: Array.from({ length: 7 }, (_, day) => [day < 5 ? weekday : WHOLE_DAY]),
      otherDays: [],
    },
    levelPlaces: 10,
    covers: 10,
    forms: 4,
    molds: {},
    batches,
  }
}

/** Laying out the coming days from nothing, and again after a job was dragged. */
export function measureRack(): readonly Figure[] {
  const layers = [[...begun('secondPour'), backLayer('nextDay', 1), ...begun('clearCoat')]]
  return [
    ...[10, 30, 60].flatMap((count) => measured(`${count} pieces`, studioOf(count))),
    ...measured('60 pieces of three layers each, at home all day', studioOf(60, layers, WHOLE_DAY)),
    ...measured('60 pieces of three layers each, evenings', studioOf(60, layers)),
  ]
}

function measured(what: string, studio: RackStudio): readonly Figure[] {
  const plan = planRack(studio)
  const last = plan.jobs.findLast(({ id }) => id === 'pour')!
  const moved = {
    ...studio,
    batches: studio.batches.map((batch) =>
      batch.id === last.batchId ? { ...batch, pins: { pour: last.beginAtMs + 3 * HOUR_MS } } : batch,
    ),
  }
  const out = plan.batches.filter(({ placed }) => !placed).length
  const late = plan.batches.filter(({ lateMin }) => lateMin > 0).length
  return [
    ms(`${what} over 21 days laid out from nothing (${out} found no place, ${late} late)`, () =>
      planRack(studio),
    ),
    ms(`${what} again after a pour was dragged by three hours`, () => planRack(moved, keptOf(plan))),
  ]
}

function keptOf({ jobs }: RackPlan): KeptJobs {
  const kept: Record<string, Record<string, number>> = {}
  for (const { batchId, id, beginAtMs } of jobs) kept[batchId] = { ...kept[batchId], [id]: beginAtMs }
  return kept
}

function ms(what: string, work: () => unknown): Figure {
  const times = Array.from({ length: ROUNDS }, () => {
    const began = performance.now()
    work()
    return performance.now() - began
  })
  return { what, median: times.sort((one, other) => one - other)[ROUNDS >> 1]!, unit: 'ms' }
}
