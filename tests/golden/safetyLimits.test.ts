import { describe, expect, test } from '@jest/globals'
import * as v from 'valibot'
import { bloomRequest, COASTER } from '../support/request.ts'
import { roomTempSchema } from '#schema/request.ts'
import type { BatchRequest } from '#core/batch/index.ts'
import { rackOutline } from '#core/rack/index.ts'
import { rackJobs } from '#core/rack/jobs.ts'
import { ARCHETYPES, STAGES, STIRRED_K, USUAL_WALL } from '#core/resin/index.ts'
import {
  JOB_IDS,
  JOBS,
  LAYER_STARTS,
  TECHNIQUES,
  withAfter,
  type LayerStartId,
  type StepId,
} from '#core/technique/index.ts'
import {
  bandsOf,
  believe,
  beliefOf,
  fillCup,
  scheduleBatch,
  windowOfStage,
  forecastPour,
} from '#core/timing/index.ts'
import { cautionsAt, NEVER_WITHOUT, type CautionId } from '#core/safety/cautions.ts'
import { heatConcerns } from '#core/safety/heat.ts'
import { backLayer, begun } from '../support/layers.ts'

/**
 * Every figure here keeps someone from harm. Each test says why the figure is what it is; whoever changes one changes the reason with it.
 * Common practice with no published source, unless one is named.
 */

const cupOf = (cupMassG: number, roomTempC = 21) =>
  fillCup({
    resin: ARCHETYPES.quick,
    cupMassG,
    roomTempC,
    startTempC: roomTempC + STIRRED_K,
    bedDepthMm: 6,
    wall: USUAL_WALL,
  })

describe('a cup that must be empty', () => {
  test('is stopped at 55 C: above it the cure outruns any hand, and polypropylene softens with what it holds', () => {
    const { history, limits } = cupOf(1500, 30)
    expect(history.tempAt(limits!.stopMin)).toBeCloseTo(55, 0)
    expect(limits!.stopMin).toBeLessThan(0.8 * limits!.gelMin)
  })

  test('is stopped at four fifths of the way to gel where it stays cooler: a cup that gels is a cup that is lost', () => {
    const { history, limits } = cupOf(143)
    expect(limits!.stopMin / limits!.gelMin).toBeCloseTo(0.8, 2)
    expect(history.tempAt(limits!.stopMin)).toBeLessThan(55)
  })

  test('is warned of at 50 C: a few minutes before the stop, so that hands can still act', () => {
    const { history, limits } = cupOf(1500, 30)
    expect(history.tempAt(limits!.warnMin!)).toBeCloseTo(50, 0)
    expect(limits!.stopMin - limits!.warnMin!).toBeGreaterThan(0.3)
    expect(limits!.stopMin - limits!.warnMin!).toBeLessThan(6)
  })

  test('is emptied, not begun to be emptied, by then: the hands are counted', () => {
    for (const count of [1, 4, 8, 12]) {
      const { cupLimits, turns, decant } = scheduleBatch(
        bloomRequest({ resin: ARCHETYPES.medium, roomTempC: 23 }, count),
        TECHNIQUES.bloom,
      )
      if (decant.kind === 'tooFast') continue
      const end = turns.find(({ step }) => step.id === 'decant')!.endMin
      expect(end).toBeLessThanOrEqual(cupLimits!.stopMin + 0.03)
    }
  })
})

describe('a bed that runs hot', () => {
  const hottest = (bedMm: number) => {
    const request = bloomRequest({
      bedMm,
      pieces: [{ mold: { ...COASTER, depthMm: 30 }, count: 1, pattern: null }],
    })
    const schedule = scheduleBatch(request, TECHNIQUES.bloom)
    const { bed } = schedule.forecast
    let peakC = 0
    for (let min = bed!.fromMin; min < 900; min++) peakC = Math.max(peakC, bed!.tempAt(min))
    return { peakC, hot: heatConcerns(schedule).some(({ kind }) => kind === 'bedRunsHot') }
  }

  test('is stopped from 60 C on: it is past the glass transition of craft resins, yellows them and ages silicone', () => {
    const beds = Array.from({ length: 60 }, (_, k) => hottest(8 + 0.1 * k))
    const cool = beds.filter(({ peakC }) => peakC < 60).at(-1)!
    const hot = beds.find(({ peakC }) => peakC > 60)!
    expect(cool.hot).toBe(false)
    expect(hot.hot).toBe(true)
    // Both lie near the limit, so that moving it by a few degrees is seen.
    expect(60 - cool.peakC).toBeLessThan(4)
    expect(hot.peakC - 60).toBeLessThan(4)
  })

  test('is not offered as ready to demold while it is hot: warm resin is soft whatever its conversion', () => {
    const cup = cupOf(143, 25)
    const pour = forecastPour({ ...cup, setting: { ...cup.setting, bedDepthMm: 15 } }, 10)
    const demold = windowOfStage(pour, 'demold')!
    const state = pour.bed!.stateAt(demold.openMin)
    expect(state.glassC).toBeGreaterThanOrEqual(state.tempC - 3.01)
    expect(pour.bed!.whenGlass(25)!).toBeLessThan(demold.openMin - 10)
  })
})

describe('the days after', () => {
  test('a piece is in use after seven days at the least: until then it gives off what it has not bound', () => {
    expect(STAGES.use.leastDays).toBe(7)
    const quick = windowOfStage(forecastPour(cupOf(143, 28), 8), 'use')!
    expect(quick.openMin).toBe(7 * 1440)
  })

  const jobsOf = (changes: Partial<BatchRequest>) => {
    const request = bloomRequest(changes, 2)
    const schedule = scheduleBatch(request, withAfter(TECHNIQUES.bloom, request))
    return { request, schedule, jobs: rackJobs(schedule, request) }
  }

  test('a back of the next day waits half a day at the least and a day at best: the bed must carry it', () => {
    const { jobs } = jobsOf({ layers: [backLayer('nextDay')], resin: ARCHETYPES.quick })
    const [wait] = jobs.find(({ step }) => step.id === 'back')!.waits
    expect(wait!.openMin).toBe(12 * 60)
    expect(wait!.bestMin).toBe(24 * 60)
  })

  test('coats stand level and covered like every layer that is poured: they run off a tilted piece and take up dust', () => {
    const { request, schedule } = jobsOf({
      layers: [backLayer(), ...begun('clearCoat', 'heatCoat')],
    })
    const believed = believe(schedule, { belief: beliefOf(request), readings: [], members: 32, seed: 1 })
    const windows = bandsOf(schedule, believed, schedule.forecast.decantMin)
    const { jobs } = rackOutline(schedule, request, {
      ...windows,
      believed: believed.mean,
      contradictions: [],
      readings: 0,
    })
    const pours = (id: string) => jobs.find((job) => job.id === id)!.pours
    expect(['back', 'clearCoat', 'heatCoat'].map(pours)).toEqual([true, true, true])
    expect(pours('demold')).toBe(false)
  })

  test('sanding waits half a day, varnish dries overnight, a form holds a day at the least', () => {
    const { jobs } = jobsOf({ layers: begun('varnish'), jobs: ['drape', 'sandEdges', 'feet'] })
    const open = (id: string) => jobs.find(({ step }) => step.id === id)!.waits[0]!.openMin / 60
    expect(open('sandEdges')).toBe(12)
    expect(open('demold')).toBe(24)
    expect(open('feet')).toBe(12)
  })
})

describe('the room', () => {
  test('is between 10 and 40 C: colder nothing cures within weeks, warmer no hand keeps up; both are outside of the model', () => {
    const holds = (tempC: number) => v.safeParse(roomTempSchema, tempC).success
    expect([9.9, 10, 40, 40.1].map(holds)).toEqual([false, true, true, false])
  })
})

describe('cautions, each where its danger is', () => {
  const bloom: Partial<Record<StepId, readonly CautionId[]>> = {
    stir: ['skin', 'air'],
    rest: ['runaway'],
    portion: ['skin'],
    decant: ['runaway', 'skin'],
    bubbles: [],
    ink: ['flame'],
    settle: ['stillInk', 'flame'],
    white: ['stillInk', 'noAlcohol', 'flame'],
    shape: ['noAlcohol', 'flame'],
    cover: ['noAlcohol', 'flame'],
    lookEarly: ['noAlcohol', 'flame'],
    feather: ['noAlcohol', 'flame'],
    lookLate: ['noAlcohol', 'flame'],
    demold: ['dust'],
    use: ['food'],
  }

  test.each(Object.entries(bloom) as [StepId, CautionId[]][])('a bloom at "%s"', (id, cautions) => {
    expect([...cautionsAt(TECHNIQUES.bloom, id)].sort()).toEqual([...cautions].sort())
  })

  const starts = Object.keys(LAYER_STARTS) as LayerStartId[]
  const finished = withAfter(TECHNIQUES.bloom, { layers: begun(...starts), jobs: JOB_IDS })

  test.each<[StepId, CautionId[]]>([
    ['secondPour', ['runaway', 'skin', 'air']],
    ['back', ['runaway', 'skin', 'air']],
    ['drape', ['skin', 'stillSoft']],
    ['sandEdges', ['dust']],
    ['clearCoat', ['skin', 'air']],
    ['heatCoat', ['skin', 'air', 'food']],
    ['paint', []],
    ['solventPaint', ['solvent']],
    ['varnish', ['solvent']],
    ['gilding', ['solvent']],
    ['feet', []],
  ])('on the rack at "%s"', (id, cautions) => {
    expect(cautionsAt(finished, id)).toEqual(cautions)
  })

  test('every layer of resin, and all that smells or grinds, has one', () => {
    for (const { id, lays, does } of finished.steps)
      if ((lays && lays !== 'bottle') || does === 'sands')
        expect(cautionsAt(finished, id).length).toBeGreaterThan(0)
    expect(JOBS.sandEdges.risks).toContain('dust')
  })

  test('gloves, air and the data sheet are never gone without: allergy is for good', () => {
    expect(NEVER_WITHOUT).toEqual(['gloves', 'air', 'sheet'])
  })
})
