import { describe, expect, test } from '@jest/globals'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { ARCHETYPES } from '../resin/index.ts'
import type { Deed, ScoreEdit } from '../technique/index.ts'
import {
  faceMoments,
  facesOf,
  faceTask,
  sceneOf,
  whatIfRequest,
  whatIfsOf,
  whatIfTask,
  type FaceTask,
} from './facePlan.ts'
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
    expect(task.moves.map(({ move }) => move.kind)).toEqual(['inks', 'beads', 'strokes'])
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
    expect(cells.moves).toEqual([{ afterMin: 0, move: { kind: 'inksAndWhite', round: 0, dropMl: 0.02 } }])
    expect(cells.laid.drops).toHaveLength(22)
    expect(cells.excessDensityKgPerM3).toBe(60)
    const moments = faceMoments(planned, planned.fills[0]!.id)
    for (const { whiteAtMin } of moments) expect(whiteAtMin).toBeGreaterThan(planned.decant.decantMin)
    expect(moments.at(-1)!.whiteAtMin).toBeGreaterThan(moments[0]!.whiteAtMin)
    expect(whatIfsOf('petri', [])).not.toContain('inkAfterWhite')
    expect(whatIfTask(cells, 'doubleWhite').moves[0]!.move).toMatchObject({ dropMl: 0.04 })
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

describe('a face follows the order of the hands', () => {
  const MICA = { id: 'pearl', name: 'Pearl', kind: 'mica', hex: '#d9c7a0' } as const
  const AQUA = request.colours[0]!
  const faced = (score: readonly ScoreEdit[], changes = {}) => {
    const own = { ...request, ...changes, score }
    const plan = planBatch(own)
    return { plan, task: faceTask(own, plan, COASTER.id)! }
  }
  const kinds = ({ moves }: FaceTask) => moves.map(({ move }) => move.kind)

  test('as the plan times it on the first piece, whatever is judged falls on its minute', () => {
    const { plan, task } = faced([])
    const own = plan.steps.filter(({ step: { place }, pieceNo }) => place === 'pour' && pieceNo === 1)
    const at = (does: Deed) => own.find((turn) => turn.step.does === does)!.beginMin
    expect(task.moves.map(({ afterMin }) => afterMin)).toEqual([at('inks') - at('whites'), 0, 1])
    const { moves } = sceneOf(task, 30, 1)
    expect(moves[1]!.atMin).toBe(30)
    expect(sceneOf(task, 0, 1).moves.map(({ atMin }) => atMin)).toEqual([0.5, 0.5, 1])
  })

  test('two more drops of one ink, and a drop of white ink, lie where they were put in', () => {
    const white = { id: 'w', name: 'White ink', kind: 'whiteInk', hex: '#ffffff' } as const
    const added = (id: string, colour: string, before: string): ScoreEdit => ({
      kind: 'added',
      id,
      work: { by: 'drops', colour, drops: 2 },
      pieces: null,
      before,
    })
    const { task } = faced([added('one', AQUA.id, 'settle'), added('two', white.id, 'settle')], {
      colours: [...request.colours, white],
    })
    expect(kinds(task)).toEqual(['inks', 'drops', 'whiteDrops', 'beads', 'strokes'])
    const drops = task.moves[1]!.move
    expect(drops.kind === 'drops' && drops.places).toHaveLength(2)
    expect(drops.kind === 'drops' && drops.absorb).toEqual(task.inks[0])
  })

  test('all the white first, then the drags: the tool comes later on the first piece', () => {
    const score = [{ kind: 'pass', steps: ['white', 'shape'], by: 'step' } as const]
    const pieces = [{ ...request.pieces[0]!, count: 6 }]
    expect(faced([], { pieces }).task.moves.at(-1)!.afterMin).toBe(1)
    const { plan, task } = faced(score, { pieces })
    const at = (does: Deed) => plan.steps.find((turn) => turn.step.does === does)!.beginMin
    expect(task.moves.at(-1)!.afterMin).toBe(at('shapes') - at('whites'))
    expect(task.moves.at(-1)!.afterMin).toBeGreaterThan(2)
  })

  test('another bag is in it, with its own hole, its colour and its glint; what is left out is not', () => {
    const bag = {
      id: 'm',
      name: 'Pearl bag',
      holeMm: 2,
      colours: [{ colour: MICA, dose: { by: 'percent', percent: 3 } }],
    }
    const laid = planBatch(request).fills[0]!
    const marks = laid.pattern.marks.map((each) =>
      each.mark.kind === 'rings' ? { ...each, mark: { ...each.mark, bag: 'm' } } : each,
    )
    const both = [
      ...marks,
      ...laid.pattern.marks
        .filter(({ mark }) => mark.kind === 'rings')
        .map((each) => ({ ...each, id: 'own' })),
    ]
    const { task } = faced([], {
      bags: [bag],
      pieces: [{ ...request.pieces[0]!, pattern: { ...laid.pattern, marks: both } }],
    })
    const beads = task.moves.flatMap(({ move }) => (move.kind === 'beads' ? [move] : []))
    expect(beads.map(({ holds }) => holds.white)).toEqual([false, true])
    expect(beads[0]).toMatchObject({ holeMm: 2, holds: { mica: true } })
    expect(beads[1]!.holds.tint).toBeNull()
    expect(kinds(faced([{ kind: 'leftOut', step: 'shape' }]).task)).not.toContain('strokes')
  })

  test('where drops go on one piece alone, each piece is asked for by its number', () => {
    const pieces = [{ ...request.pieces[0]!, count: 3 }]
    const work = { by: 'drops', colour: AQUA.id, drops: 1 } as const
    const score = [{ kind: 'added', id: 'one', work, pieces: [2], before: 'settle' }] as const
    const own = { ...request, pieces, score }
    const plan = planBatch(own)
    expect(facesOf(own, plan, COASTER.id)).toEqual([1, 2, 3])
    expect([1, 2, 3].map((no) => faceTask(own, plan, COASTER.id, no)!.moves.length)).toEqual([3, 4, 3])
    expect(facesOf(request, planBatch(request), COASTER.id)).toEqual([1])
    expect(faceTask(own, plan, COASTER.id, 9)).toBeNull()
  })

  test('a piece that nothing is laid into has none', () => {
    const { pattern } = planBatch(request).fills[0]!
    const empty = { ...request, pieces: [{ ...request.pieces[0]!, pattern: { ...pattern, marks: [] } }] }
    expect(faceTask(empty, planBatch(empty), COASTER.id)).toBeNull()
  })

  test('warm air is not followed, and says so', () => {
    const plain = { ...request, technique: 'bloom', colours: [] } as const
    const { task } = faced(
      [{ kind: 'added', id: 'air', work: { by: 'warmAir', seconds: 10 }, pieces: null, before: 'white' }],
      plain,
    )
    expect(task.unfollowed).toEqual(['warmAir'])
    // Nothing lies in the molds before the pour: it is refused, and in no picture.
    const early = {
      kind: 'added',
      id: 'air',
      work: { by: 'tilt', seconds: 10 },
      pieces: null,
      before: 'rest',
    } as const
    expect(faced([early], plain).task.unfollowed).toEqual([])
    expect(faced([]).task.unfollowed).toEqual([])
  })
})

describe('a what-if changes one thing', () => {
  const task = faceTask(request, plan, COASTER.id)!

  test('twice the white is a bead of twice the section; inks after the white come once the strokes are drawn', () => {
    const double = whatIfTask(task, 'doubleWhite')
    const holes = (of: typeof task) =>
      of.moves.flatMap(({ move }) => (move.kind === 'beads' ? [move.holeMm] : []))
    expect(holes(double)[0]! ** 2).toBeCloseTo(2 * holes(task)[0]! ** 2, 9)
    expect({ ...double, moves: task.moves }).toEqual(task)
    expect(whatIfTask(task, 'inkAfterWhite').moves.map(({ move }) => move.kind)).toEqual([
      'beads',
      'strokes',
      'inks',
    ])
    expect(whatIfTask(task, 'asPlanned')).toEqual(task)
  })

  test('the tool goes through a swirled petri when it draws a string, through a bloom at once', () => {
    const swirled = bloomRequest({ technique: 'swirledPetri', layers: [] }, 2)
    const plan = planBatch(swirled)
    const own = faceTask(swirled, plan, COASTER.id)!
    const at = (does: Deed) => plan.steps.find((turn) => turn.step.does === does)!.beginMin
    expect(own.laid.strokes.map(({ kind }) => kind)).toEqual(['swirl'])
    expect(own.moves.at(-1)).toEqual({ afterMin: at('shapes') - at('inks'), move: { kind: 'strokes' } })
    expect(own.moves.at(-1)!.afterMin).toBeGreaterThan(10)
    expect(task.moves.at(-1)!.afterMin).toBeLessThan(2)
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
