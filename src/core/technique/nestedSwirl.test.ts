import { describe, expect, test } from '@jest/globals'
import { USUAL_REQUEST, type BatchRequest, type LayerCup } from '#core/batch/index.ts'
import { createBloom, layScene } from '#core/bloom/index.ts'
import { faceMoments, faceTask, planBatch, sceneOf } from '#core/plan/index.ts'
import { ARCHETYPES, mixedDensityGPerMl } from '#core/resin/index.ts'
import { TECHNIQUES } from '#core/technique/index.ts'
import { bloomRequest } from '../../../tests/support/request.ts'

const cupOf = (name: string, hex: string, frac: number): LayerCup => ({
  id: name,
  name,
  portion: { by: 'share', frac },
  colours: [{ colour: { id: name, name, kind: 'paste', hex }, dose: { by: 'dropsPerG', drops: 0.1 } }],
})
const CUPS = [cupOf('plum', '#6b3a63', 0.25), cupOf('rust', '#9c4f2e', 0.25), cupOf('sea', '#2e7d86', 0.25)]

/**
 * A round coaster of 100 mm, 10 mm deep: nested lines of three cups about a clear centre, one white line over them, one swirl; by hand.
 *
 * Skim: 0.15 of the depth, 1.5 mm. The white line lies half way from wall to middle, a circle of 25 mm: 2 pi 25 = 157.1 mm long, through a hole
 * of 3 mm 157.1 x pi 1.5^2 = 1,110 mm3 = 1.11 ml, 0.141 mm over 7,854 mm2.
 * Held back: 10 - 2 - 1.5 - 0.14 = 6.36 mm = 49.94 ml, a quarter of it in each cup, a quarter clear.
 * White falls through all of it: 1.5 + 6.36 = 7.86 mm, not through the skim alone.
 * Lines, each a quarter of the area: the circle inside the first has 50 sqrt(0.75) = 43.30 mm, so it is 6.70 wide; inside the second
 * 50 sqrt(0.5) = 35.36, so 7.95; inside the third 25, so 10.36.
 * A swirl about the middle would turn round lines in themselves and change nothing. It is done in three places on the white line, each 15 mm
 * about: from 10 mm out of the middle, within the clear centre, to 40 mm, within the second line; the first, from 43.30 mm on, stays as it is.
 */
const planned = (changes: Partial<BatchRequest> = {}, pieces = 1) => {
  const request = bloomRequest(
    {
      technique: 'nestedSwirl',
      resin: ARCHETYPES.medium,
      roomTempC: 22,
      cups: CUPS,
      layers: [],
      white: { ...USUAL_REQUEST.white, holeMm: 3 },
      ...changes,
    },
    pieces,
  )
  return { request, plan: planBatch(request) }
}
const stepsThat = ({ steps }: ReturnType<typeof planBatch>, deed: string) =>
  steps.filter(({ step }) => step.does === deed)

describe('nested lines with a white line, swirled', () => {
  const { request, plan } = planned()
  const fill = plan.fills[0]!

  test('layers: skim, what is held back, white over all of it', () => {
    expect(fill.layers.map(({ depthMm }) => depthMm)).toEqual([
      expect.closeTo(1.5, 6),
      expect.closeTo(6.36, 2),
      expect.closeTo(0.141, 2),
    ])
    expect(fill.layers[1]!.volumeMl).toBeCloseTo(49.94, 1)
    expect(fill.white.beadMm).toBeCloseTo(157.1, 0)
    expect(fill.white.volumeMl).toBeCloseTo(1.11, 2)
  })

  test('cups: three colours, one that stays clear, and the white', () => {
    const { cups } = plan.mixes[0]!
    const held = cups.filter(({ holds }) => holds === 'part' || holds === 'clear')
    expect(held.map(({ name }) => name)).toEqual(['plum', 'rust', 'sea', null])
    const density = mixedDensityGPerMl(ARCHETYPES.medium)
    const lines = stepsThat(plan, 'raises')[0]!.takes.flatMap((take) => (take.of === 'held' ? [take] : []))
    for (const { massG } of lines) expect(massG).toBeCloseTo((49.94 / 4) * density, 1)
    const white = cups.find(({ holds }) => holds === 'white')!
    expect(white.massG).toBeCloseTo(1.11 * density + request.loss.bagResidueG, 1)
  })

  test('the white goes on after the lines and is swirled at once, stones come when it draws a string', () => {
    const [lines] = stepsThat(plan, 'raises')
    const [white] = stepsThat(plan, 'whites')
    const [swirl] = stepsThat(plan, 'shapes')
    expect(lines!.endMin).toBeLessThanOrEqual(white!.beginMin)
    expect(white!.endMin).toBeLessThanOrEqual(swirl!.beginMin)
    expect(swirl!.beginMin - white!.endMin).toBeLessThan(1)
    const stones = plan.steps.find(({ step }) => step.id === 'setStones')!
    expect(stones.fromMin).toBeGreaterThanOrEqual(swirl!.endMin)
  })

  test('its window is that of white over the whole depth, and moves with resin and room', () => {
    const openOf = (resin: keyof typeof ARCHETYPES, roomTempC: number) =>
      planned({ resin: ARCHETYPES[resin], roomTempC }).plan.bloom!.window!.openMin
    const opens = (['quick', 'medium', 'slow'] as const).map((resin) => [
      openOf(resin, 22),
      openOf(resin, 18),
    ])
    for (const [warm, cool] of opens) expect(cool!).toBeGreaterThan(warm!)
    expect(opens[1]![0]!).toBeGreaterThan(opens[0]![0]!)
    expect(opens[2]![0]!).toBeGreaterThan(opens[1]![0]!)
    // A bloom on a bed as deep as skim and lines together waits for the same flow.
    const bloom = planBatch(
      bloomRequest({
        resin: ARCHETYPES.medium,
        roomTempC: 22,
        layers: [],
        bedMm: 7.86,
        white: { ...request.white, holeMm: 3 },
      }),
    )
    expect(plan.bloom!.numbers.opens / bloom.bloom!.numbers.opens).toBeCloseTo(1, 2)
  })

  test('the face begins as the lines lie, and the swirl draws them into the clear centre', () => {
    const task = faceTask(request, plan, fill.id)!
    expect(task.films.map(({ fromWallMm, toWallMm }) => [fromWallMm, toWallMm])).toEqual([
      [0, expect.closeTo(6.7, 1)],
      [expect.closeTo(6.7, 1), expect.closeTo(14.64, 1)],
      [expect.closeTo(14.64, 1), expect.closeTo(25, 0)],
    ])
    expect(task.depthMm).toBeCloseTo(7.86, 1)
    const right = faceMoments(plan, fill.id).find(({ id }) => id === 'right')!
    const bloom = createBloom({
      outline: task.outline,
      islands: [],
      cells: 64,
      depthM: task.depthMm / 1000,
      excessDensityKgPerM3: task.excessDensityKgPerM3,
      viscosityAt: (atS) => task.viscosity.find(([min]) => min * 60 >= atS)?.[1] ?? Infinity,
      seed: 3,
    })
    layScene(bloom, sceneOf(task, right.whiteAtMin, 3))
    const redAt = (fromWallMm: number) => {
      const { grid, sheets } = bloom
      let [most, cells] = [0, 0]
      for (let p = 0; p < grid.wallM.length; p++)
        if (grid.inside[p] && Math.abs(grid.wallM[p]! - fromWallMm / 1000) < 0.001) {
          most += sheets.surface.ink[0][p]! + sheets.transit.ink[0][p]! + sheets.floor.ink[0][p]!
          cells++
        }
      return most / cells
    }
    bloom.runTo((right.whiteAtMin - 0.5) * 60)
    expect([3, 10, 20].map((mm) => redAt(mm) > 0.1)).toEqual([true, true, true])
    expect(redAt(35)).toBe(0)
    const [wall, ...others] = [3, 10, 20].map(redAt)
    bloom.runTo((right.whiteAtMin + 1.5) * 60)
    expect(redAt(35)).toBeGreaterThan(0.02)
    expect(redAt(3) / wall!).toBeCloseTo(1, 1)
    expect(Math.abs(redAt(20) / others[1]! - 1)).toBeGreaterThan(0.02)
  })

  test('nothing of it lays inks, so no mark of its pattern does', () => {
    expect(TECHNIQUES.nestedSwirl.steps.some(({ does }) => does === 'inks')).toBe(false)
    expect(fill.laid.drops).toEqual([])
    expect(plan.findings.map(({ kind }) => kind)).not.toContain('noInk')
    // Inks that were chosen for another way go on none of these pieces: they neither meet nor have to come to rest.
    const lime = { id: 'ink-3', name: 'Lime', kind: 'alcoholInk', hex: '#7fd31c' } as const
    const colours = [...request.colours, lime]
    const others = { colours, settleMin: 0 }
    const told = (changes: Partial<BatchRequest>) =>
      planned({ ...others, ...changes }).plan.findings.map(({ kind }) => kind)
    expect(told({ technique: 'bloom', cups: [] })).toEqual(
      expect.arrayContaining(['muddyPair', 'shortSettle']),
    )
    for (const kind of ['muddyPair', 'shortSettle']) expect(told({})).not.toContain(kind)
    expect(planned(others).plan.palette.overlaps).toEqual([])
    expect(planned({ colours: [] }).plan.findings.map(({ kind }) => kind)).toContain('noWhite')
  })
})
