import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { USUAL_HANDS } from '../batch/index.ts'
import { TECHNIQUES } from '../technique/index.ts'
import { scheduleBatch } from '../timing/index.ts'
import { measuredHands } from './handSpeed.ts'

const request = bloomRequest({}, 4)

/** Marks of a pour whose beads took so many times what they were planned to take, and its strokes and drops as planned. */
function marksOf(slower: number): Record<string, number> {
  const { turns } = scheduleBatch(request, TECHNIQUES.bloom)
  const done: Record<string, number> = {}
  let clock = 0
  for (const turn of turns) {
    const hands = turn.handsOnMin * (turn.step.id === 'white' ? slower : 1)
    clock = Math.max(clock, turn.beginMin) + hands
    // Waits are not work: the next of the same kind begins right after.
    done[turn.key] = clock
  }
  return done
}

describe('hand speed from marks', () => {
  test('finds a hand that pipes at half the planned speed, and leaves strokes and drops alone', () => {
    const measured = measuredHands(USUAL_HANDS, [{ request, done: marksOf(2) }])!
    expect(measured.hands.beadMmPerS / USUAL_HANDS.beadMmPerS).toBeCloseTo(0.5, 1)
    expect(measured.hands.strokeS / USUAL_HANDS.strokeS).toBeCloseTo(1, 1)
    expect(measured.hands.dropS / USUAL_HANDS.dropS).toBeCloseTo(1, 1)
    expect(measured.turns).toBeGreaterThan(6)
  })

  test('says nothing without marks, or with too few of them', () => {
    expect(measuredHands(USUAL_HANDS, [])).toBeNull()
    expect(measuredHands(USUAL_HANDS, [{ request, done: {} }])).toBeNull()
    const { 'white.1': first, 'shape.1': second } = marksOf(1)
    expect(
      measuredHands(USUAL_HANDS, [{ request, done: { 'white.1': first!, 'shape.1': second! } }]),
    ).toBeNull()
  })

  test('takes no forgotten mark for a slow hand: the median over the turns, and nothing beyond fourfold', () => {
    const done = marksOf(1)
    done['shape.2'] = done['shape.2']! + 30
    const measured = measuredHands(USUAL_HANDS, [{ request, done }])!
    expect(measured.hands.strokeS / USUAL_HANDS.strokeS).toBeLessThan(1.3)
  })

  test('a plan made with it takes as long as the marks did', () => {
    const measured = measuredHands(USUAL_HANDS, [{ request, done: marksOf(2) }])!
    const white = (hands = USUAL_HANDS) =>
      scheduleBatch({ ...request, hands }, TECHNIQUES.bloom).turns.find((turn) => turn.key === 'white.2')!
        .handsOnMin
    expect(white(measured.hands) / white()).toBeCloseTo(2, 1)
  })
})
