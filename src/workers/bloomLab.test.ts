import { describe, expect, test } from '@jest/globals'
import { bloomRequest, COASTER } from '../../tests/support/request.ts'
import { faceTask, planBatch } from '#core/plan/index.ts'
import { createLab, LOOKS, type FaceProgress } from './bloomLab.ts'

const small = { ...COASTER, outline: { shape: 'circle', acrossMm: 40 } } as const
const request = bloomRequest({
  pieces: [{ mold: small, count: 1, pattern: null }],
  white: { dose: 'translucent', holeMm: 3, ringSpacingMm: 10, rimMarginMm: 7, petals: 3 },
})
const task = faceTask(request, planBatch(request), small.id)!
const run = (whiteAtMin: number) => ({ task, whiteAtMin, cells: 32, seed: 3 })
const view = { side: 'silicone', backing: [0.8, 0.8, 0.8], finer: 2 } as const

describe('the lab that follows blooms', () => {
  test('tells every look, keeps it, and paints it from both sides', async () => {
    const lab = createLab()
    const told: FaceProgress[] = []
    expect(await lab.follow('right', run(25), (progress) => told.push(progress))).toBe(true)
    expect(told.map(({ frame }) => frame)).toEqual([1, 2, 3, 4, 5, 6, 7, 8])
    expect(told[0]!.min).toBeLessThan(25)
    expect(told[1]!.min).toBeGreaterThan(25)
    expect(told.every(({ frames }) => frames === LOOKS)).toBe(true)
    const first = lab.paint('right', 0, view)!
    const last = lab.paint('right', LOOKS - 1, view)!
    expect(first.rgba).toHaveLength(4 * 64 * 64)
    expect(last.rgba).not.toEqual(first.rgba)
    expect(lab.paint('right', LOOKS - 1, { ...view, side: 'open' })!.rgba).not.toEqual(last.rgba)
    const outcome = lab.outcome('right')!
    expect(outcome.of === 'petals' && outcome.coverage).toBeGreaterThan(0)
  })

  test('is the same picture for the same seed', async () => {
    const pictures = []
    for (let k = 0; k < 2; k++) {
      const lab = createLab()
      await lab.follow('one', run(30), () => undefined)
      pictures.push(lab.paint('one', 6, view))
    }
    expect(pictures[0]).toEqual(pictures[1])
  })

  test('stops at its next look when it is cancelled, and forgets what it had', async () => {
    const lab = createLab()
    let looks = 0
    const going = lab.follow('late', run(40), () => {
      looks++
      lab.cancel()
    })
    expect(await going).toBe(false)
    expect(looks).toBe(1)
    expect(lab.paint('late', 0, view)).toBeNull()
    expect(lab.outcome('late')).toBeNull()
  })
})

describe('a petri in the lab', () => {
  const petri = bloomRequest({
    technique: 'petri',
    pieces: [{ mold: small, count: 1, pattern: null }],
    white: { ...request.white, dose: 'ink' },
  })
  const cells = faceTask(petri, planBatch(petri), small.id)!

  test('is followed by its own figures, white drives colour down, and glitter is seen as flakes', async () => {
    const lab = createLab()
    const strewn = {
      ...cells,
      laid: {
        ...cells.laid,
        sprinkles: [{ what: 'glitter', lines: [cells.outline], areaMm2: 1257 }],
      },
    } as const
    await lab.follow('right', { task: strewn, whiteAtMin: 8, cells: 32, seed: 3 }, () => undefined)
    const outcome = lab.outcome('right')!
    if (outcome.of !== 'cells') throw new Error(outcome.of)
    expect(outcome.down).toBeGreaterThan(outcome.stayed)
    expect(outcome.down + outcome.stayed).toBeLessThanOrEqual(1 + 1e-9)
    expect(lab.paint('right', LOOKS - 1, { ...view, side: 'open' })!.specks.length).toBeGreaterThan(100)
    expect(lab.paint('right', 0, { ...view, finer: 1 })!.rgba).toHaveLength(4 * 32 * 32)
  })
})
