import { describe, expect, test } from '@jest/globals'
import { bloomRequest, COASTER } from '../../tests/support/request.ts'
import { faceTask, planBatch } from '#core/plan/index.ts'
import { TECHNIQUES } from '#core/technique/index.ts'
import { METRIC, US_CUSTOMARY } from '#core/units/index.ts'
import { wordFollowed } from './bloom.ts'
import { wordBundleProblem } from './bundle.ts'
import { wordFinding } from './findings.ts'
import { wordForecastProblem } from './forecast.ts'

const worded = (changes: Parameters<typeof bloomRequest>[0], count: number, units = METRIC) =>
  planBatch(bloomRequest(changes, count)).findings.map((finding) => wordFinding(finding, units))

describe('a finding says what, why and what to do', () => {
  test("in the person's units", () => {
    expect(worded({ bedMm: 11 }, 1)[0]!.text).toMatch(/1\.6 mm above its 10\.0 mm\./)
    expect(worded({ bedMm: 11 }, 1, US_CUSTOMARY)[0]!.text).toMatch(/0\.06 in above its 0\.39 in/)
  })

  test('for a runaway says to carry it out and spread it thin', () => {
    const concern = { kind: 'cupRunsAway', stopMin: 20, emptiedMin: 26, peakTempC: 210 } as const
    const { text, byHand } = wordFinding(concern, METRIC)
    expect(text).toMatch(/empty by 20 min/)
    expect(byHand).toMatch(/outside, spread thin on a tray, do not seal/)
  })

  test('whatever the finding', () => {
    const plans = [
      worded({ bedMm: 2, settleMin: 0, colours: [] }, 20),
      worded({ roomTempC: 30, settleMin: 30, bedMm: 6 }, 6),
      worded({ pieces: [{ mold: { ...COASTER, waterFillMl: 40 }, count: 1, pattern: null }] }, 1),
    ]
    for (const { title, text } of plans.flat()) {
      expect(title.length).toBeGreaterThan(5)
      expect(text).not.toMatch(/NaN|undefined|Infinity/)
    }
  })
})

test('a file that is not taken says that nothing was changed', () => {
  for (const problem of [
    { kind: 'notJson', detail: 'x' },
    { kind: 'notAStudio' },
    { kind: 'newer', version: 3 },
    { kind: 'broken', lines: ['a'] },
  ] as const) {
    expect(wordBundleProblem(problem).title).toMatch(/Nothing was changed/)
  }
})

test('a forecast that cannot be made says what would be right', () => {
  expect(wordForecastProblem({ kind: 'tooLateAtOnce', fluidityPerPa: 400, aimPerPa: 1450 })).toMatch(
    /expected a shorter settleMin/,
  )
  expect(wordForecastProblem({ kind: 'neverGels' })).toMatch(/expected a warmer room/)
})

test.each(Object.values(TECHNIQUES))(
  'the handbook says of $name what the plan does: its face is followed, or drawn',
  (way) => {
    const request = bloomRequest({ technique: way.id, layers: [] })
    const plan = planBatch(request)
    const isFollowed = faceTask(request, plan, plan.fills[0]!.id) !== null
    expect(wordFollowed(way)).toMatch(
      isFollowed ? /its face is simulated/ : /a drawing of what is laid where/,
    )
  },
)
