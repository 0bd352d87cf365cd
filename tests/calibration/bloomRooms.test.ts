import { expect, test } from '@jest/globals'
import { faceMoments, faceTask, planBatch } from '#core/plan/index.ts'
import { createLab } from '#workers/bloomLab.ts'
import { bloomRequest, COASTER } from '../support/request.ts'

/** Scores of faces piped when the clock says: early, at its best, late. */
async function scoresAt(roomTempC: number) {
  const request = bloomRequest({ roomTempC, colours: [] }, 2)
  const plan = planBatch(request)
  const task = faceTask(request, plan, COASTER.id)!
  const moments = faceMoments(plan, plan.fills[0]!.id)
  const lab = createLab()
  const scores: number[] = []
  for (const { id, whiteAtMin } of moments) {
    await lab.follow(id, { task, whiteAtMin, cells: 128, seed: 7 }, () => undefined)
    const outcome = lab.outcome(id)
    scores.push(outcome?.of === 'petals' ? outcome.score : Number.NaN)
  }
  return { scores, bestMin: moments.find(({ id }) => id === 'right')!.whiteAtMin }
}

test('the best time lies inside, where the clock says, and comes sooner in a warmer room', async () => {
  // At 21 C the faces of bloomFaces.test.ts say the same.
  const coolPlan = planBatch(bloomRequest({ roomTempC: 20, colours: [] }, 2))
  const cool = faceMoments(coolPlan, coolPlan.fills[0]!.id)
  const { scores, bestMin } = await scoresAt(27)
  expect(bestMin).toBeLessThan(0.8 * cool.find(({ id }) => id === 'right')!.whiteAtMin)
  const [early, best, late] = scores
  expect(best).toBeGreaterThan(0.5)
  expect(best).toBeGreaterThan(early!)
  expect(best).toBeGreaterThan(late!)
})
