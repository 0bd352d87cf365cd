import { describe, expect, test } from '@jest/globals'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import type { BatchRequest } from '../batch/index.ts'
import { ARCHETYPES } from '../resin/index.ts'
import { gravityOf, type Finding } from './finding.ts'
import { reportForecast, type ForecastInput } from './forecastReport.ts'
import { planBatch } from './plan.ts'
import { stagesAt } from './stagesNow.ts'
import { backLayer } from '../../../tests/support/layers.ts'

const findingsOf = (changes: Partial<BatchRequest>, count = 2) =>
  planBatch(bloomRequest(changes, count)).findings
const kinds = (findings: readonly Finding[]) => findings.map((finding) => finding.kind)
const inksOnly = { colours: bloomRequest().colours.filter(({ kind }) => kind === 'alcoholInk') }

describe('what a plan points out', () => {
  test('nothing for two coasters at 21 C', () => expect(findingsOf({})).toEqual([]))

  test('a lip too low for the layer that goes into it, beside a bed that is too thin', () => {
    const found = kinds(findingsOf({ bedMm: 2, layers: [backLayer('demolded', 9)] }, 1))
    expect(found).toEqual(expect.arrayContaining(['bedTooThin', 'noLipForLayer']))
    expect(found).not.toContain('overfilled')
  })

  test.each<[Finding['kind'], Partial<BatchRequest>, number]>([
    ['overfilled', { bedMm: 9.5 }, 1],
    ['bedTooThin', { bedMm: 2 }, 1],
    ['noLipForLayer', { lipMm: 0, bedMm: 9, layers: [backLayer('demolded', 3)] }, 1],
    ['fillDisagrees', { pieces: [{ mold: { ...COASTER, waterFillMl: 50 }, count: 1, pattern: null }] }, 1],
    ['notEnoughMolds', {}, 20],
    ['noCupBigEnough', {}, 60],
    [
      'ratioOff',
      {
        measuring: { graduationG: 10, cupLineMl: 5 },
        pieces: [
          { mold: { ...COASTER, outline: { shape: 'circle', acrossMm: 40 } }, count: 1, pattern: null },
        ],
      },
      1,
    ],
    ['moreWhiteThanUsual', {}, 8],
    ['noInk', { colours: [] }, 1],
    ['noWhite', inksOnly, 1],
    ['shortSettle', { settleMin: 1 }, 1],
    ['tooFast', { roomTempC: 30, settleMin: 30 }, 6],
    ['windowMissed', { roomTempC: 24 }, 30],
    [
      'neverReached',
      {
        roomTempC: 10,
        resin: {
          ...ARCHETYPES.slow,
          cure: { ...ARCHETYPES.slow.cure, startRatePerS: 1e-6, networkRatePerS: 1e-7 },
        },
      },
      1,
    ],
    ['bedRunsHot', { roomTempC: 30, bedMm: 6 }, 1],
  ])('%s', (kind, changes, count) => {
    expect(kinds(findingsOf(changes, count))).toContain(kind)
  })

  test('a live pour that was decanted after the model says gel', () => {
    const plan = planBatch(bloomRequest({}, 2), { rest: 40, portion: 41, decant: 55 })
    expect(kinds(plan.findings)).toContain('decantedAfterGel')
  })

  test('the gravest first', () => {
    const gravities = findingsOf({ bedMm: 9, colours: [], settleMin: 1 }).map(gravityOf)
    const rank = { stop: 0, warn: 1, note: 2 }
    expect(gravities.map((each) => rank[each])).toEqual(gravities.map((each) => rank[each]).sort())
  })
})

describe('a plan', () => {
  const plan = planBatch(bloomRequest({ layers: [backLayer()] }, 3))

  test('can cross to a worker: it is plain data', () => {
    expect(structuredClone(plan)).toEqual(plan)
  })

  test('answers every when of the issue: rest to use, each with what it shows and feels', () => {
    const ids = new Set(plan.steps.map((turn) => turn.step.id))
    expect([...ids]).toEqual(
      expect.arrayContaining([
        'rest',
        'decant',
        'ink',
        'settle',
        'white',
        'shape',
        'lookEarly',
        'feather',
        'back',
        'demold',
        'use',
      ]),
    )
    for (const turn of plan.steps.filter((each) => each.beginMin >= 0)) expect(turn.expected).not.toBeNull()
  })

  test('follows the resin from clear to stiff, thickening all the way', () => {
    const { life } = plan
    expect(life[0]!.feel).toBe('runs')
    expect(life.at(-1)!.feel).toBe('stiff')
    for (let k = 1; k < life.length; k++)
      expect(life[k]!.thickenedFrac).toBeGreaterThanOrEqual(life[k - 1]!.thickenedFrac - 1e-9)
  })

  test('puts the beads inside the bloom window', () => {
    expect(plan.bloom!.firstBead).toBeLessThan(95)
    expect(plan.bloom!.lastBead).toBeGreaterThan(40)
  })
})

const forecast = (changes: Partial<ForecastInput>) =>
  reportForecast({
    resin: ARCHETYPES.quick,
    cupMassG: 143,
    roomTempC: 21,
    startTempC: null,
    bedDepthMm: 6,
    decantMin: null,
    decantKeepsFrac: 0.9,
    atMin: [],
    white: { dose: 'translucent', excessDensityKgPerM3: null, holeMm: 3 },
    solve: null,
    ...changes,
  })

describe('a forecast', () => {
  test('solves the decant for a bloom: near 20 min, so that five minutes later the flow is near 1450 /Pa', () => {
    const report = forecast({
      bedDepthMm: 5,
      solve: { stage: 'pipe', remainingFluidityPerPa: null, settleMin: 5 },
    })
    if (!report.ok || !report.value.solved) throw new Error('no forecast')
    const { solved } = report.value
    expect(Math.abs(solved.decantMin - 20)).toBeLessThan(1)
    expect(solved.atMin - solved.decantMin).toBeCloseTo(5, 9)
    expect(Math.abs(solved.remainingFluidityPerPa / 1450 - 1)).toBeLessThan(0.01)
    expect(Math.abs(solved.cupTempC - 40)).toBeLessThan(1)
  })

  test('says of each minute where, how warm, how thick, and which stages hold', () => {
    const report = forecast({ decantMin: 20, atMin: [0, 20, 30, 300, 1440] })
    if (!report.ok) throw new Error('no forecast')
    const { states } = report.value
    expect(states.map((state) => state.where)).toEqual(['cup', 'bed', 'bed', 'bed', 'bed'])
    expect(states[1]!.cupTempC).toBeCloseTo(39.7, 0)
    expect(states[2]!.cupTempC).toBeNull()
    expect(states[3]!.viscosityPaS).toBeNull()
    expect(states[3]!.stages).toContain('footprint')
    expect(states[4]!.stages).toContain('demold')
    expect(states.map((state) => state.feel)).toEqual(['runs', 'runs', 'threads', 'prints', 'stiff'])
  })

  test('left in the cup it follows the cup through its peak', () => {
    const report = forecast({ atMin: [36] })
    expect(report.ok && report.value.states[0]!.tempC).toBeGreaterThan(135)
  })

  test('refuses a decant after gel, and an aim that is past at once', () => {
    const late = forecast({ decantMin: 45 })
    expect(!late.ok && late.problem.kind).toBe('decantAfterGel')
    const gone = forecast({
      roomTempC: 30,
      solve: { stage: 'pipe', remainingFluidityPerPa: null, settleMin: 90 },
    })
    expect(!gone.ok && gone.problem.kind).toBe('tooLateAtOnce')
  })
})

describe('the stages of a plan', () => {
  const { stages, steps, heatLimitC } = planBatch(bloomRequest({}, 2))

  test('come in the order of the cure and hold when the technique uses them', () => {
    const order = ['inkSpreads', 'string', 'gel', 'leathery', 'demold', 'use'] as const
    const opens = order.map((id) => stages[id]!.openMin)
    expect(opens).toEqual([...opens].sort((one, other) => one - other))
    const bead = steps.find((turn) => turn.step.id === 'white')!
    expect(stagesAt(stages, bead.beginMin)).toContain('pipe')
    expect(stagesAt(stages, 24 * 60)).toContain('demold')
    expect(stagesAt(stages, 24 * 60)).not.toContain('inkSpreads')
  })

  test('end in a piece that softens above a warm room and below its fully cured glass transition', () => {
    expect(heatLimitC!).toBeGreaterThan(30)
    expect(heatLimitC!).toBeLessThan(58)
  })
})
