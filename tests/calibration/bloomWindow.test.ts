import { describe, expect, test } from '@jest/globals'
import type { WhiteDose } from '#core/batch/index.ts'
import { faceTask, planBatch, remediesFor } from '#core/plan/index.ts'
import { createLab } from '#workers/bloomLab.ts'
import { bloomRequest, COASTER } from '../support/request.ts'

const MOLD = { ...COASTER, depthMm: 14 }

interface Case {
  readonly holeMm: number
  readonly bedMm: number
  readonly dose: WhiteDose
  readonly roomTempC: number
}

/** None of them lies on the table of the window. What the long check finds, not all of it green, stands in docs/physics/bloom.md: LONG=1 npm run unit -- tests/calibration/bloomWindow */
const FEW: readonly Case[] = [{ holeMm: 2.7, bedMm: 6, dose: 'milky', roomTempC: 23 }]
const DOSES = (process.env['DOSES'] ?? 'opaque,milky,translucent').split(',') as WhiteDose[]
const MANY: readonly Case[] = [2, 2.7, 3.3, 4.2].flatMap((holeMm) =>
  [3, 4, 6, 8].flatMap((bedMm) =>
    DOSES.flatMap((dose) => [18, 23, 28].map((roomTempC) => ({ holeMm, bedMm, dose, roomTempC }))),
  ),
)

function requestOf({ holeMm, bedMm, dose, roomTempC }: Case) {
  return bloomRequest({
    roomTempC,
    bedMm,
    colours: [],
    pieces: [{ mold: MOLD, count: 2, pattern: null }],
    white: { ...bloomRequest().white, dose, holeMm },
  })
}

/** The chances a face is simulated with: that of the picture and three more. One face alone turns some two minutes sooner or later. */
const SEEDS = [7, 1, 2, 3]

/**
 * Where the window's edges lie, and what the simulated faces say, by their mean score, of beads piped so many minutes inside and outside of them; in a
 * window narrower than that, inside is its middle.
 */
async function edgesOf(each: Case, byMin: number) {
  const request = requestOf(each)
  const plan = planBatch(request)
  const window = plan.bloom!.window
  const task = faceTask(request, plan, MOLD.id)!
  const lab = createLab()
  const goodAt = async (whiteAtMin: number) => {
    let score = 0
    for (const seed of SEEDS) {
      await lab.follow('x', { task, whiteAtMin, cells: 128, seed }, () => undefined)
      const outcome = lab.outcome('x')
      score += outcome?.of === 'petals' ? outcome.score / SEEDS.length : 0
    }
    return score >= VERDICT_SCORE
  }
  const pouredMin = plan.decant.decantMin
  // An edge that lies before the bed is poured is none.
  const opens = window && window.openMin > pouredMin + byMin + 1 ? window.openMin : null
  const closes = window?.closeMin ?? null
  const insideMin = Math.min(byMin, window ? ((closes ?? Infinity) - window.openMin) / 2 : byMin)
  return {
    window,
    early: opens && [await goodAt(opens - byMin), await goodAt(opens + insideMin)],
    late: closes && [await goodAt(closes - insideMin), await goodAt(closes + byMin)],
  }
}

/** Past it a face is called too early or too late. */
const VERDICT_SCORE = 0.5

describe('the window and the picture agree', () => {
  test.each(process.env['LONG'] ? MANY : FEW)(
    'within two minutes: a hole of $holeMm mm, a bed of $bedMm mm, $dose, a room of $roomTempC C',
    async (each) => {
      const { window, early, late } = await edgesOf(each, 2)
      if (!window) {
        const missed = remediesFor(requestOf(each)).find(({ finding }) => finding.kind === 'windowMissed')
        expect(missed!.remedies.map(({ kind }) => kind)).toEqual(expect.arrayContaining(['hole', 'dose']))
        return
      }
      if (early) expect(early).toEqual([false, true])
      if (late) expect(late).toEqual([true, false])
    },
    1e9,
  )
})
