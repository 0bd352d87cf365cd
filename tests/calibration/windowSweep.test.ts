import { appendFileSync } from 'node:fs'
import { expect, test } from '@jest/globals'
import type { WhiteDose } from '#core/batch/index.ts'
import { faceTask, planBatch, type BatchPlan } from '#core/plan/index.ts'
import { createLab } from '#workers/bloomLab.ts'
import { bloomRequest, COASTER } from '../support/request.ts'

/**
 * Finds where the simulated face turns, as bloom numbers: the table of `core/resin/bloomNumber.ts`. On one core it takes an hour:
 * SWEEP=out.txt npm run unit -- tests/calibration/windowSweep
 */
const out = process.env['SWEEP']
const MOLD = { ...COASTER, depthMm: 14 }
const HOLES_MM = (process.env['HOLES'] ?? '2,2.5,3,3.35,3.75,4.5').split(',').map(Number)
const BEDS_MM = (process.env['BEDS'] ?? '3,4,5,8').split(',').map(Number)
const SEEDS = [7, 1, 2, 3]
const STEP = 1.12
const FARTHEST = 400
const LEAST = 12

const DOSES = (process.env['DOSES'] ?? 'opaque,milky,translucent').split(',') as WhiteDose[]
const CASES = DOSES.flatMap((dose) =>
  BEDS_MM.flatMap((bedMm) => HOLES_MM.map((holeMm) => ({ dose, bedMm, holeMm }))),
)

interface White {
  readonly dose: WhiteDose
  readonly bedMm: number
  readonly holeMm: number
}

function benchOf({ dose, bedMm, holeMm }: White) {
  const request = bloomRequest({
    bedMm,
    colours: [],
    pieces: [{ mold: MOLD, count: 2, pattern: null }],
    white: { ...bloomRequest().white, dose, holeMm },
  })
  const plan = planBatch(request)
  const task = faceTask(request, plan, MOLD.id)!
  const lab = createLab()
  const scoreAt = async (number: number) => {
    const whiteAtMin = minuteOf(plan, number)
    if (whiteAtMin < plan.decant.decantMin + 0.5) return null
    let score = 0
    for (const seed of SEEDS) {
      await lab.follow('x', { task, whiteAtMin, cells: 128, seed }, () => undefined)
      const outcome = lab.outcome('x')
      score += outcome?.of === 'petals' ? outcome.score / SEEDS.length : 0
    }
    return score
  }
  return { plan, scoreAt }
}

/** The minute at which white has that bloom number, straight in its logarithm between the plan's samples. */
function minuteOf({ life }: BatchPlan, number: number): number {
  const k = life.findIndex((sample) => sample.bloomNumber !== null && sample.bloomNumber < number)
  if (k < 1) return 0
  const [from, to] = [life[k - 1]!, life[k]!]
  const [high, low] = [Math.log(from.bloomNumber!), Math.log(Math.max(1e-9, to.bloomNumber!))]
  return from.min + ((to.min - from.min) * (high - Math.log(number))) / (high - low)
}

/** Where the mean score of the seeds passes half, on the way out of the window from about there; null where the bed is not poured yet. */
async function edge(
  scoreAt: (number: number) => Promise<number | null>,
  { about, outwards }: { readonly about: number; readonly outwards: number },
): Promise<number | null> {
  let last: { readonly number: number; readonly score: number } | null = null
  for (let number = about; number > LEAST && number < FARTHEST;) {
    const score = await scoreAt(number)
    if (score === null) return null
    if (last && last.score >= 0.5 !== score >= 0.5)
      return last.number * (number / last.number) ** ((last.score - 0.5) / (last.score - score))
    last = { number, score }
    number *= score >= 0.5 ? outwards : 1 / outwards
  }
  return null
}

;(out ? test.each(CASES) : test.skip.each(CASES))(
  'the face turns: $dose, a bed of $bedMm mm, a hole of $holeMm mm',
  async (white) => {
    const { plan, scoreAt } = benchOf(white)
    const { opens, closes } = plan.bloom!.numbers
    const early = await edge(scoreAt, { about: opens, outwards: STEP })
    const late = await edge(scoreAt, { about: closes, outwards: 1 / STEP })
    appendFileSync(
      out!,
      `${[white.dose, white.bedMm, white.holeMm, early?.toFixed(1), late?.toFixed(1)].join(' ')}\n`,
    )
    if (early !== null && late !== null) expect(early).toBeGreaterThan(late)
  },
  1e9,
)
