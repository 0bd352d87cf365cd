import { describe, expect, test } from '@jest/globals'
import { bloomRequest } from '../../../tests/support/request.ts'
import { pourMixOf, techniqueOfPour, type BatchRequest } from '../batch/index.ts'
import { planBatch, planLive } from '../plan/index.ts'
import { measuredRequest, type PourEvent } from '../runsheet/index.ts'
import { endingsFor, rulesInForce, TECHNIQUES } from './index.ts'

const request = bloomRequest({}, 2)
const planned = planBatch(request)
const keysOf = (plan: typeof planned) => plan.steps.map(({ key }) => key)
const minOf = (stepId: string) => planned.steps.find((turn) => turn.step.id === stepId)!.fromMin

/** Stirred, then that marked at those minutes, then ended as petri. */
function ended(done: Readonly<Record<string, number>>): BatchRequest {
  const said = [
    { kind: 'gatePassed', overruled: [] },
    { kind: 'stirBegan' },
    { kind: 'stopStir' },
    ...Object.entries(done).map(([key, min]) => ({ kind: 'done', key, atMs: min * 60_000 })),
    { kind: 'endedAs', ending: 'petri' },
  ]
  return measuredRequest(
    request,
    said.map((each, k) => ({ id: `e${k}`, atMs: 0, ...each }) as PourEvent),
  )
}

describe('a bloom whose white cannot be piped any more, ended as petri', () => {
  const done = { rest: 5, decant: minOf('decant'), bubbles: minOf('bubbles'), 'ink.1': minOf('ink') }
  const asked = ended(done)
  const { plan } = planLive(asked, { done })

  test('has its white dropped on every piece in place of what it had still to lay; what was begun stays', () => {
    const keys = keysOf(plan)
    expect(keys.filter((key) => /^(white|shape|settle|portion)/.test(key))).toEqual([])
    expect(keys).toEqual(
      expect.arrayContaining([
        'rest',
        'decant',
        'ink.1',
        'endDrops.1',
        'endDrops.2',
        'cover',
        'demold',
        'use',
      ]),
    )
    expect(keys.indexOf('cover')).toBeGreaterThan(keys.indexOf('endDrops.2'))
  })

  test('has as long for it as drops spread, and looks after it', () => {
    const drops = plan.steps.filter(({ step }) => step.id === 'endDrops')
    expect(drops[0]!.toMin).toBeGreaterThan(done['ink.1'])
    // Far beyond that nothing spreads.
    expect(drops[0]!.toMin).toBeLessThan(done['ink.1'] + 120)
    const look = plan.steps.find(({ step }) => step.id === 'lookEarly')!
    expect(look.fromMin).toBeGreaterThan(drops.at(-1)!.endMin)
    expect(look.step.title).not.toMatch(/white$/)
  })

  test('a piece that is not inked yet is, and gets its white at once; one drop of white on each ink, no bead and no drag', () => {
    const keys = keysOf(plan)
    expect(keys.slice(keys.indexOf('ink.2'), keys.indexOf('ink.2') + 2)).toEqual(['ink.2', 'endDrops.2'])
    const [fill] = plan.fills
    expect(fill!.laid.drops.length).toBeGreaterThan(0)
    expect([fill!.laid.beads, fill!.laid.strokes]).toEqual([[], []])
    const drops = plan.steps.find(({ key }) => key === 'endDrops.1')!
    expect(drops.takes).toEqual([
      { of: 'drops', pieceName: fill!.name, inks: [], whiteDrops: fill!.laid.drops.length },
    ])
  })

  test('was stirred for what it was planned as: nothing weighed becomes less', () => {
    const total = (of: typeof planned) => pourMixOf(of.mixes).parts.byWeight.totalG
    expect(total(plan)).toBeCloseTo(total(planned), 6)
    expect(plan.cupLimits!.stopMin).toBeCloseTo(planLive(request, { done }).plan.cupLimits!.stopMin, 6)
  })

  test('keeps flames away as inks do, and is not told to wait for white that lies nowhere', () => {
    const rules = rulesInForce(techniqueOfPour(asked), 'endDrops')
    expect(rules.map(({ kind }) => kind)).toContain('noFlameWith')
    expect(rulesInForce(techniqueOfPour(ended({})), 'bubbles').map(({ kind }) => kind)).not.toContain(
      'noFlameWith',
    )
  })

  test('a white that is in its bag by then stays one of the batch', () => {
    const withBag = planLive(ended({ ...done, portion: 8 }), { done: { ...done, portion: 8 } }).plan
    expect(
      withBag.mixes.some(({ of, cups }) => of === 'white' || cups.some(({ holds }) => holds === 'white')),
    ).toBe(true)
    expect(keysOf(withBag)).toContain('portion')
    expect(keysOf(plan)).not.toContain('portion')
  })

  test('is no end for a piece whose white lies already', () => {
    const technique = techniqueOfPour(request)
    expect(endingsFor(technique, done)).toEqual(['petri'])
    expect(endingsFor(technique, { ...done, 'white.2': 40 })).toEqual([])
    // What drops its white anyway needs no other end, and what is never inked has none.
    expect(endingsFor(TECHNIQUES.petri, {})).toEqual([])
    expect(endingsFor(TECHNIQUES.plain, {})).toEqual([])
  })
})
