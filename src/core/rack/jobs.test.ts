import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import type { BatchRequest } from '../batch/index.ts'
import { TECHNIQUES, withAfter } from '../technique/index.ts'
import { bandsOf, beliefOf, believe, scheduleBatch } from '../timing/index.ts'
import { rackJobs } from './jobs.ts'
import { rackOutline } from './outline.ts'
import { rackTasks } from './tasks.ts'
import { backLayer, begun } from '../../../tests/support/layers.ts'

const DAY = 1440
const AFTER_DEMOLD = backLayer('demolded')
const FOOTPRINT = backLayer()

const scheduled = (changes: Partial<BatchRequest>) => {
  const request = bloomRequest(changes, 2)
  return { request, schedule: scheduleBatch(request, withAfter(TECHNIQUES.bloom, request)) }
}
const jobsOf = (changes: Partial<BatchRequest>) => {
  const { request, schedule } = scheduled(changes)
  return rackJobs(schedule, request)
}
const waitsOf = (changes: Partial<BatchRequest>, id: string) =>
  jobsOf(changes).find(({ step }) => step.id === id)!.waits
const outlineOf = (changes: Partial<BatchRequest>) => {
  const { request, schedule } = scheduled(changes)
  const believed = believe(schedule, { belief: beliefOf(request), readings: [], members: 64, seed: 1 })
  const windows = bandsOf(schedule, believed, schedule.forecast.decantMin)
  const bands = { ...windows, believed: believed.mean, contradictions: [], readings: 0 }
  return { outline: rackOutline(schedule, request, bands), bands }
}

describe('the jobs on the rack', () => {
  test('come in the order they are done, whatever order they were chosen in', () => {
    const ids = (jobs: BatchRequest['jobs'], layers: BatchRequest['layers']) =>
      jobsOf({ jobs, layers }).map(({ step }) => step.id)
    const order = ['back', 'demold', 'sandEdges', 'clearCoat', 'varnish', 'feet', 'use']
    expect(ids(['feet', 'sandEdges'], [...begun('clearCoat', 'varnish'), FOOTPRINT])).toEqual(order)
    expect(ids(['sandEdges', 'feet'], [FOOTPRINT, ...begun('clearCoat', 'varnish')])).toEqual(order)
  })

  test('sanding waits for a hard piece, a coat for a dry one, feet for a hard coat', () => {
    const after = { jobs: ['sandEdges', 'feet'], layers: begun('clearCoat') } as const
    expect(waitsOf(after, 'sandEdges')).toMatchObject([{ after: 'demold', openMin: DAY / 2, cures: false }])
    expect(waitsOf(after, 'clearCoat')).toMatchObject([{ after: 'sandEdges', cures: false }])
    const [feet] = waitsOf(after, 'feet')
    expect(feet).toMatchObject({ after: 'clearCoat', cures: true, closeMin: null })
    expect(feet!.bestMin).toBeGreaterThan(DAY / 2)
  })

  test('a back poured into the lip is waited for by what follows it', () => {
    expect(jobsOf({ layers: [AFTER_DEMOLD] }).map(({ step }) => step.id)).toEqual(['demold', 'back', 'use'])
    expect(waitsOf({ layers: [AFTER_DEMOLD, ...begun('clearCoat')] }, 'clearCoat')).toMatchObject([
      { after: 'back' },
    ])
  })

  test('every layer puts the day of use off: the bed, the back and the coats', () => {
    const layers = waitsOf({ layers: [FOOTPRINT, ...begun('clearCoat', 'heatCoat')] }, 'use').map(
      ({ after }) => after,
    )
    expect(layers).toEqual(['pour', 'back', 'clearCoat', 'heatCoat'])
  })

  test('draping takes the mold off early; out of the form comes days later', () => {
    const drape = waitsOf({ jobs: ['drape'] }, 'drape')[0]!
    const plain = waitsOf({}, 'demold')[0]!
    expect(drape.bestMin).toBeLessThan(plain.openMin)
    expect(drape.closeMin).not.toBeNull()
    expect(waitsOf({ jobs: ['drape'] }, 'demold')).toMatchObject([{ after: 'drape', bestMin: 3 * DAY }])
  })

  test('a rim is trimmed while what lies over it is leathery: after the back, before the form and demolding', () => {
    expect(jobsOf({ jobs: ['drape', 'trimRim'], layers: [FOOTPRINT] }).map(({ step }) => step.id)).toEqual([
      'back',
      'trimRim',
      'drape',
      'demold',
      'use',
    ])
    const trim = waitsOf({ jobs: ['trimRim'], layers: [FOOTPRINT] }, 'trimRim').at(-1)!
    const demold = waitsOf({ layers: [FOOTPRINT] }, 'demold').at(-1)!
    expect(trim.after).toBe('back')
    expect(trim.closeMin).not.toBeNull()
    expect(trim.openMin).toBeLessThan(demold.openMin)
  })

  test('tasks count on from what was really done, one after the other', () => {
    const { request, schedule } = scheduled({ jobs: ['sandEdges', 'feet'] })
    const at = (done: Record<string, number>, id: string) =>
      rackTasks(schedule, request, done).find(({ step }) => step.id === id)!.window!.bestMin
    const late = { demold: 3 * DAY }
    expect(at(late, 'sandEdges')).toBe(4 * DAY)
    expect(at({ ...late, sandEdges: 5 * DAY }, 'feet')).toBeGreaterThan(5 * DAY)
  })
})

describe('the outline of a batch', () => {
  test('keeps to the safe side: closes before the first in ten is past, demolds when nine in ten are stiff', () => {
    const { outline, bands } = outlineOf({ layers: [FOOTPRINT] })
    const wait = (id: string) => outline.jobs.find((job) => job.id === id)!.waits[0]!
    const mean = waitsOf({ layers: [FOOTPRINT] }, 'back')[0]!
    expect(wait('back').closeMin).toBeLessThan(0.9 * mean.closeMin!)
    expect(wait('back').closeMin! - wait('back').openMin).toBeGreaterThan(120)
    expect(wait('back').openMin).toBeLessThanOrEqual(bands.steps['back']!.best.midMin)
    expect(wait('demold').openMin).toBeGreaterThan(bands.steps['demold']!.best.midMin)
  })

  test('a pour and its back never stand on two level places at once', () => {
    const { outline } = outlineOf({ layers: [FOOTPRINT] })
    const back = outline.jobs.find(({ id }) => id === 'back')!.waits[0]!
    expect(outline.levelMin).toBeLessThanOrEqual(back.openMin)
  })

  test('a mold of several cavities is taken by copies, not by pieces', () => {
    const request = bloomRequest()
    const [order] = request.pieces
    const pieces = [{ ...order!, count: 5, mold: { ...order!.mold, cavities: 2, count: 4 } }]
    expect(outlineOf({ pieces }).outline.molds).toEqual([
      { id: 'coaster', name: 'Round coaster', copies: 3, owned: 4 },
    ])
  })
})
