import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { planBatch, planLive } from '../plan/index.ts'
import { ARCHETYPES, STAGES } from '../resin/index.ts'
import { standingAt } from '../runsheet/index.ts'
import { TECHNIQUES, type TechniqueId } from '../technique/index.ts'
import { windowAsSeen, type Seen } from './seen.ts'

const quick = bloomRequest({ resin: ARCHETYPES.quick }, 2)

describe('a window that closed before the resin was poured', () => {
  const planned = planBatch(quick)
  // As late as the cup still pours, and past the end of the white's window.
  const decantMin = 0.97 * planned.cupLimits!.gelMin
  const live = planLive(quick, { done: { stir: 0, decant: decantMin } })
  const white = live.plan.steps.find(({ step }) => step.does === 'whites')!

  test('is told as closed, with its minutes', () => {
    expect(white.toMin).not.toBeNull()
    expect(white.toMin!).toBeLessThan(white.beginMin)
    expect(white.never).toBe(false)
  })

  test('is late at the bench, never "now"', () => {
    expect(standingAt(white, white.beginMin)).toMatchObject({ kind: 'past' })
  })
})

describe('what only looks or wipes', () => {
  const ways = Object.keys(TECHNIQUES) as TechniqueId[]
  const resins = Object.values(ARCHETYPES)

  test.each(ways)('is due within its own window in a %s of every resin', (technique) => {
    for (const resin of resins) {
      const { steps } = planBatch(bloomRequest({ technique, resin }, 2))
      const decantEnd = steps.find(({ step }) => step.does === 'empties')!.endMin
      for (const turn of steps.filter(({ step: { floats } }) => floats)) {
        // A window that was over before there was a bed cannot be met.
        if (turn.never || (turn.toMin !== null && turn.toMin < decantEnd)) continue
        expect(turn.beginMin).toBeGreaterThanOrEqual(turn.fromMin - 0.5)
        if (turn.toMin !== null) expect(turn.beginMin).toBeLessThanOrEqual(turn.toMin + 0.5)
      }
    }
  })

  test('holds up nothing: without it every other step keeps its minute', () => {
    const { steps } = planBatch(quick)
    const without = planLive(quick, {
      otherwise: {
        leftOut: steps.filter(({ step: { floats } }) => floats).map(({ key }) => key),
        moreRounds: 0,
        holes: [],
        pieceOrder: [],
        moreWhiteG: 0,
      },
    }).plan.steps
    for (const turn of without.filter(({ step }) => step.place === 'pour'))
      expect([turn.key, turn.beginMin]).toEqual([
        turn.key,
        steps.find(({ key }) => key === turn.key)!.beginMin,
      ])
  })
})

describe('a plan whose step falls outside of its window', () => {
  test('says so, with the step and by how much', () => {
    const late = planLive(quick, {
      done: { stir: 0, decant: 0.97 * planBatch(quick).cupLimits!.gelMin },
    }).plan
    const feather = late.steps.find(({ step }) => step.does === 'feathers')!
    const told = late.findings.find((finding) => finding.kind === 'stepLate')
    if (feather.endMin > feather.toMin! + 0.5) expect(told).toMatchObject({ stepTitle: feather.step.title })
    else expect(told).toBeUndefined()
    expect(late.findings.some(({ kind }) => kind === 'windowMissed')).toBe(true)
  })
})

describe('what a toothpick or a finger found', () => {
  const swirl = { by: 'fluidity', opensPerPa: 1450, bestPerPa: 1100, closesPerPa: 700 } as const
  const window = { openMin: 40, bestMin: 50, closeMin: 70 }
  const seen = (sign: Seen['sign'], there: boolean, atMin: number): Seen => ({
    kind: 'sign',
    sign,
    there,
    atMin,
  })
  const after = (...signs: readonly Seen[]) => windowAsSeen(window, swirl, { seen: signs, white: null })

  test('a thread opens what waits for it in that minute, and brings its end as much sooner', () => {
    expect(after(seen('string', true, 25))).toEqual({ openMin: 25, bestMin: 35, closeMin: 55 })
    expect(after(seen('string', true, 45))).toEqual(window)
  })

  test('no thread yet keeps it shut until then', () => {
    expect(after(seen('string', false, 48))).toEqual({ openMin: 48, bestMin: 58, closeMin: 78 })
    expect(after(seen('string', false, 30))).toEqual(window)
  })

  test('what no longer flows ends it', () => {
    expect(after(seen('gel', true, 45))!.closeMin).toBe(45)
  })

  test('a print, a bend and stiffness open the hours they are the sign of', () => {
    const hours = { openMin: 300, bestMin: 400, closeMin: 600 }
    const by = (sign: Seen['sign'], stage: 'footprint' | 'leathery' | 'demold') =>
      windowAsSeen(hours, STAGES[stage], { seen: [seen(sign, true, 240)], white: null })!.openMin
    expect(by('footprint', 'footprint')).toBe(240)
    expect(by('leathery', 'leathery')).toBe(240)
    expect(by('stiff', 'demold')).toBe(240)
    expect(by('footprint', 'demold')).toBe(300)
  })

  test('leads over the label at the bench: the cup that lifts a thread is due now', () => {
    const planned = planBatch(quick).decant.decantMin
    const atMin = planned - 8
    const { plan } = planLive(quick, { readings: [seen('string', true, atMin)], stillFullMin: atMin + 0.2 })
    const decant = plan.steps.find(({ step }) => step.does === 'empties')!
    expect(standingAt(decant, atMin + 0.5).kind).not.toBe('soon')
  })
})
