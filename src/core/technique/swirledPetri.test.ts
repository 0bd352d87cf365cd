import { describe, expect, test } from '@jest/globals'
import { planBatch } from '#core/plan/index.ts'
import { ARCHETYPES, STAGES } from '#core/resin/index.ts'
import { bloomRequest } from '../../../tests/support/request.ts'

/**
 * Two round coasters of 100 mm, 10 mm deep, laid as a swirled petri; worked by hand.
 *
 * Bed: three quarters of the depth, at most 6 mm, under a lip of 2 mm: 6 mm on 78.54 cm2 = 47.12 ml a piece, 94.25 ml for two.
 * Drops: a cell takes 3.57 cm2, so 78.54 / 3.57 = 22 a piece, one round of ink and as many of white from the bottle.
 * White: 22 x 0.02 ml = 0.44 ml a piece, 0.06 mm on the bed.
 * Hands: 22 drops of ink and of white at 1.2 s = 53 s a piece; one swirl is as long as two strokes, 6 s a piece.
 * The swirl: once the bed draws a string, 1450 to 700 /Pa of flow to come (common practice: 15 to 20 min after the white in a warm room).
 */
const planned = (resin: keyof typeof ARCHETYPES, roomTempC: number) =>
  planBatch(bloomRequest({ technique: 'swirledPetri', resin: ARCHETYPES[resin], roomTempC, layers: [] }, 2))
const minutesOf = ({ steps }: ReturnType<typeof planned>, does: 'inks' | 'shapes') =>
  steps.filter((turn) => turn.step.does === does)

describe('a swirled petri of two coasters', () => {
  const plan = planned('quick', 25)

  test('cups and grams', () => {
    const [fill] = plan.fills
    expect(fill!.layers[0]!.depthMm).toBeCloseTo(6, 6)
    expect(2 * fill!.layers[0]!.volumeMl).toBeCloseTo(94.25, 1)
    expect(fill!.laid.drops).toHaveLength(22)
    expect(fill!.white.volumeMl).toBeCloseTo(0.44, 6)
  })

  test('passes and hands: each piece is dropped on, and once all are, each is swirled once', () => {
    expect(minutesOf(plan, 'inks').map(({ handsOnMin }) => handsOnMin * 60)).toEqual([
      expect.closeTo(52.8, 1),
      expect.closeTo(52.8, 1),
    ])
    expect(minutesOf(plan, 'shapes').map(({ pieceNo }) => pieceNo)).toEqual([1, 2])
    expect(minutesOf(plan, 'shapes')[0]!.handsOnMin * 60).toBeCloseTo(6, 6)
  })

  test('the swirl waits for the string: 13 to 24 min after the drops in a warm room, the practice within it', () => {
    const [drops, swirl] = [minutesOf(plan, 'inks')[0]!, minutesOf(plan, 'shapes')[0]!]
    const [fromMin, toMin] = [swirl.fromMin - drops.beginMin, swirl.toMin! - drops.beginMin]
    expect(fromMin).toBeGreaterThan(10)
    expect(fromMin).toBeLessThan(15)
    expect(toMin).toBeGreaterThan(20)
    expect(swirl.expected!.remainingFluidityPerPa).toBeLessThan(STAGES.string.opensPerPa)
    expect(swirl.expected!.remainingFluidityPerPa).toBeGreaterThan(STAGES.string.closesPerPa)
  })

  test('its window moves with resin and room', () => {
    const opens = (['quick', 'medium', 'slow'] as const).map((resin) =>
      [25, 22, 20].map((roomTempC) => minutesOf(planned(resin, roomTempC), 'shapes')[0]!.fromMin),
    )
    for (const rooms of opens) expect(rooms).toEqual([...rooms].sort((one, other) => one - other))
    const [quick, medium, slow] = opens.map(([warm]) => warm!)
    expect(medium!).toBeGreaterThan(1.5 * quick!)
    expect(slow!).toBeGreaterThan(1.5 * medium!)
  })
})
