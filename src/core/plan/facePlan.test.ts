import { describe, expect, test } from '@jest/globals'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { ARCHETYPES } from '../resin/index.ts'
import { faceMoments, faceTask, whatIfRequest, whatIfsOf, whatIfTask } from './facePlan.ts'
import { planBatch } from './plan.ts'
import { USUAL_CUP, usualBand } from './usualBand.ts'
import { backLayer } from '../../../tests/support/layers.ts'

const request = bloomRequest({}, 2)
const plan = planBatch(request)

describe('what a simulated face is asked with', () => {
  const task = faceTask(request, plan, COASTER.id)!

  test('is the plan itself: its beads, its bed, its white, its inks', () => {
    expect(task.laid).toEqual(plan.fills[0]!.laid)
    expect(task.depthMm).toBe(plan.fills[0]!.layers[0]!.depthMm)
    expect(task.excessDensityKgPerM3).toBe(1.7)
    expect(task.inks).toHaveLength(2)
    expect(task.laid.drops).toHaveLength(28)
    expect(task.needle).toBeNull()
  })

  test('brings the viscosity from stop-stir to gel, ever thicker once decanted', () => {
    const after = task.viscosity.filter(([min]) => min > plan.decant.decantMin + 2).map(([, paS]) => paS)
    expect(after).toEqual([...after].sort((one, other) => one - other))
    expect(after.at(-1)!).toBeGreaterThan(100)
  })

  test('of a petri is rounds of drops with white on each; nothing is sooner than once it is poured', () => {
    const petri = bloomRequest({ technique: 'petri', white: { ...request.white, dose: 'ink' } })
    const planned = planBatch(petri)
    const cells = faceTask(petri, planned, COASTER.id)!
    expect(cells.needle).toMatchObject({ rounds: 1, dropMl: 0.02 })
    expect(cells.laid.drops).toHaveLength(22)
    expect(cells.excessDensityKgPerM3).toBe(60)
    const moments = faceMoments(planned, planned.fills[0]!.id)
    for (const { whiteAtMin } of moments) expect(whiteAtMin).toBeGreaterThan(planned.decant.decantMin)
    expect(moments.at(-1)!.whiteAtMin).toBeGreaterThan(moments[0]!.whiteAtMin)
    expect(whatIfsOf('petri', [])).not.toContain('inkAfterWhite')
    expect(whatIfTask(cells, 'doubleWhite').needle!.dropMl).toBe(0.04)
  })

  test('can cross to a worker, and is nothing for a mold that is not planned', () => {
    expect(structuredClone(task)).toEqual(task)
    expect(faceTask(request, plan, 'unknown')).toBeNull()
  })

  test('is shown before, at and after the best, never before the decant', () => {
    const moments = faceMoments(plan, plan.fills[0]!.id)
    expect(moments.map(({ id }) => id)).toEqual(['early', 'right', 'late'])
    const minutes = moments.map(({ whiteAtMin }) => whiteAtMin)
    expect(minutes).toEqual([...minutes].sort((one, other) => one - other))
    expect(minutes[0]!).toBeGreaterThan(plan.decant.decantMin)
  })
})

describe('a what-if changes one thing', () => {
  const task = faceTask(request, plan, COASTER.id)!

  test('twice the white is a bead of twice the section; inks after the white come once the strokes are drawn', () => {
    const double = whatIfTask(task, 'doubleWhite')
    expect(double.beadMm ** 2).toBeCloseTo(2 * task.beadMm ** 2, 9)
    expect({ ...double, beadMm: task.beadMm }).toEqual(task)
    expect(task.inkLeadMin).toBe(request.settleMin + 1)
    expect(whatIfTask(task, 'inkAfterWhite').inkLeadMin).toBeLessThan(0)
    expect(whatIfTask(task, 'asPlanned')).toEqual(task)
  })

  test('the tool goes through a swirled petri when it draws a string, through a bloom at once', () => {
    const swirled = bloomRequest({ technique: 'swirledPetri', layers: [] }, 2)
    const plan = planBatch(swirled)
    const own = faceTask(swirled, plan, COASTER.id)!
    const [ink, swirl] = (['inks', 'shapes'] as const).map((does) =>
      plan.steps.find((step) => step.does === does)!,
    )
    expect(own.laid.strokes.map(({ kind }) => kind)).toEqual(['swirl'])
    expect(own.toolAfterMin).toBeCloseTo(swirl!.beginMin - ink!.beginMin, 9)
    expect(own.toolAfterMin!).toBeGreaterThan(10)
    expect(task.toolAfterMin).toBeUndefined()
    const petri = { ...swirled, technique: 'petri' } as const
    expect(faceTask(petri, planBatch(petri), COASTER.id)!.laid.strokes).toEqual([])
  })

  test('glitter all over is strewn on top of what the pattern strews', () => {
    const { laid } = whatIfTask(task, 'glitter')
    expect(laid.sprinkles).toHaveLength(1)
    expect(laid.sprinkles[0]!.areaMm2 / 7854).toBeCloseTo(1, 2)
    expect({ ...laid, sprinkles: [] }).toEqual(task.laid)
  })

  test('a warmer room is the same request in a room 5 degrees warmer, where the resin is thicker at the same late minute', () => {
    const warmer = whatIfRequest(request, 'warmerRoom')
    expect(warmer).toEqual({ ...request, roomTempC: request.roomTempC + 5 })
    expect(whatIfRequest(request, 'doubleWhite')).toBe(request)
    const gelled = ({ viscosity }: typeof task) => viscosity.at(-1)![0]
    expect(gelled(faceTask(warmer, planBatch(warmer), COASTER.id)!)).toBeLessThan(gelled(task))
  })
})

describe('how sure a resin record is, told by a cup people know', () => {
  test('a wider spread makes a wider band about the same middle', () => {
    const wide = usualBand({ ...ARCHETYPES.quick, spread: { rateLog: 0.3, viscosityLog: 0.15 } })!
    const narrow = usualBand({ ...ARCHETYPES.quick, spread: { rateLog: 0.1, viscosityLog: 0.15 } })!
    expect(wide.highMin - wide.lowMin).toBeGreaterThan(narrow.highMin - narrow.lowMin)
    expect(Math.abs(narrow.midMin - 15.6)).toBeLessThan(3)
  })

  test('a slow resin may never reach it: then it is said instead of guessed', () => {
    const slower = { ...ARCHETYPES.slow.cure, startRatePerS: 4e-6, networkRatePerS: 1.8e-6 }
    expect(usualBand({ ...ARCHETYPES.slow, cure: slower })).toBeNull()
    expect(USUAL_CUP.tempC).toBe(35)
  })
})

describe('the palette of a plan', () => {
  test('pairs every ink with every other and ranks every back once, the own back colour among them', () => {
    const slate = { id: 'slate', name: 'Slate', kind: 'paste', hex: '#39424e' } as const
    const { palette } = planBatch(bloomRequest({ layers: [backLayer('bonds', 2, slate)] }))
    expect(palette.overlaps).toHaveLength(1)
    const ids = palette.backs.map(({ id }) => id)
    expect(ids).toContain('slate')
    expect(new Set(ids).size).toBe(ids.length)
  })

  test('a muddy pair is pointed out by name', () => {
    const colours = [
      { id: 'a', name: 'Ember', kind: 'alcoholInk', hex: '#d4552a' },
      { id: 'b', name: 'Blue', kind: 'alcoholInk', hex: '#2c5fb8' },
    ] as const
    const found = planBatch(bloomRequest({ colours })).findings.find(
      (finding) => finding.kind === 'muddyPair',
    )
    expect(found).toEqual({ kind: 'muddyPair', one: 'Ember', other: 'Blue' })
  })
})
