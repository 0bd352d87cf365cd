import { describe, expect, test } from '@jest/globals'
import { seededRandom } from '#core/numeric/index.ts'
import { judgedScore, techniqueOfPour, type BatchRequest } from '#core/batch/index.ts'
import { planBatch, type BatchPlan } from '#core/plan/index.ts'
import {
  TECHNIQUES,
  type ScoreEdit,
  type StepRule,
  type TechniqueId,
  type Work,
} from '#core/technique/index.ts'
import { MICA_BAG } from '../support/micaBag.ts'
import { bloomRequest } from '../support/request.ts'

/**
 * Orders of the hands that somebody may write, on every way: by chance, seeded. LONG=1 npm run unit -- tests/golden/anyScore tries 2000. What is asked of each stands
 * in the craft: a pour stays a pour, no heat where alcohol may be, nothing is lost when something is taken back.
 */
const SCORES = process.env['LONG'] ? 5000 : 72
const chance = seededRandom(20261202)
const pick = <Item>(items: readonly Item[]): Item => items[Math.floor(chance() * items.length)]!

function anyWork({ colours }: BatchRequest): Work {
  return pick<() => Work>([
    () => ({
      by: 'drops',
      colour: pick([...colours.map(({ id }) => id), 'gone']),
      drops: 1 + Math.floor(8 * chance()),
    }),
    () => ({ by: 'drops', colour: colours[0]!.id, drops: pick([1, 3, 60]) }),
    () => ({ by: 'warmAir', seconds: 20 }),
    () => ({ by: 'tilt', seconds: 15 }),
    () => ({ by: 'puts', what: 'gravel', seconds: 30 }),
    () => ({ by: 'warmCup', seconds: 90 }),
    () => ({ by: 'wait', minutes: pick([1, 5, 40]) }),
    () => ({ by: 'own', title: 'Breathe', seconds: 10 }),
  ])()
}

function anyEdit(request: BatchRequest, no: number): ScoreEdit {
  const steps = techniqueOfPour(request).steps.filter(({ place }) => place === 'pour')
  const step = () => (chance() < 0.05 ? 'gone' : pick(steps).id)
  const rounds = steps.filter(({ pours }) => pours)
  return pick<() => ScoreEdit>([
    () => ({ kind: 'leftOut', step: step() }),
    () => ({ kind: 'split', step: pick(['white', step()]) }),
    () => ({ kind: 'inTurn', step: pick(['white', step()]) }),
    () => ({ kind: 'inRounds', step: pick(['decant', step()]), rounds: pick([2, 3, 5]) }),
    ...(rounds.length > 0
      ? [() => ({ kind: 'outOf' as const, step: pick(rounds).id, cup: pick([null, 'gone']) })]
      : []),
    () => ({ kind: 'moved', step: step(), before: step() }),
    () => ({ kind: 'atMinute', step: step(), min: Math.round(90 * chance()) }),
    () => ({ kind: 'pass', steps: [step(), step()], by: pick(['piece', 'step'] as const) }),
    () => added(),
    () => added(),
  ])()

  function added(): ScoreEdit {
    const pieces = pick<readonly number[] | null>([null, null, [1], [2], [7]])
    return { kind: 'added', id: `own${no}`, work: anyWork(request), pieces, before: step() }
  }
}

/** What a person may say of an order without knowing the program: from the laws of the craft alone. */
function referee({ steps }: BatchPlan, rules: readonly StepRule[], score: readonly ScoreEdit[]) {
  const brings = (stepId: string) => rules.find(({ id }) => id === stepId)?.brings ?? []
  const pour = steps.filter(({ step }) => step.place === 'pour')
  const alcohol = pour.findIndex(({ step: { id: stepId } }) => brings(stepId).includes('alcohol'))
  const heat = pour.findLastIndex(({ step: { id: stepId } }) => brings(stepId).includes('heat'))
  // Warm air that somebody puts in: nowhere in a pour that alcohol goes into, for its bottles stand open.
  const warmed = score.some(
    (edit) =>
      edit.kind === 'added' && edit.work.by === 'warmAir' && pour.some(({ step }) => step.id === edit.id),
  )
  return { heatAfterAlcohol: alcohol >= 0 && (heat > alcohol || warmed) }
}

const finite = (value: unknown): boolean => {
  if (typeof value === 'number') return Number.isFinite(value)
  return value !== null && typeof value === 'object' ? Object.values(value).every(finite) : true
}

describe('any order of the hands', () => {
  const ways = Object.keys(TECHNIQUES) as TechniqueId[]
  const tried = Array.from({ length: SCORES }, (_, k) => {
    const plain = bloomRequest(
      { technique: ways[k % ways.length]!, layers: [], bags: k % 2 ? [MICA_BAG] : [] },
      1 + (k % 3),
    )
    let request = plain
    for (let no = 0; no <= 1 + Math.floor(5 * chance()); no++)
      request = { ...request, score: [...(request.score ?? []), anyEdit(request, no)] }
    return { plain, request, plan: planBatch(request) }
  })

  test('is planned or refused by name; no figure of it is none', () => {
    for (const { request, plan } of tried) {
      expect(
        finite(
          plan.steps.map(({ beginMin, endMin, fromMin, handsOnMin }) => [
            beginMin,
            endMin,
            fromMin,
            handsOnMin,
          ]),
        ),
      ).toBe(true)
      const refused = judgedScore(request).filter((each) => each.refused !== null)
      expect(plan.findings.filter(({ kind }) => kind === 'editRefused')).toHaveLength(refused.length)
    }
    const all = tried.flatMap(({ request }) => judgedScore(request))
    const share = all.filter(({ refused }) => refused !== null).length / all.length
    console.log(`${all.length} changes of the order, ${(100 * share).toFixed(0)} % refused`)
    expect(share).toBeGreaterThan(0.1)
    expect(share).toBeLessThan(0.7)
  })

  test('stays a pour: stirred first, its cup emptied before anything lies in a mold, covered when all is laid', () => {
    for (const { plan, request } of tried) {
      const { steps } = techniqueOfPour(request)
      const pour = plan.steps.filter(({ step }) => step.place === 'pour')
      const own = (key: string) => steps.find(({ id }) => id === key)?.anywhere === true
      const at = (does: string) => pour.findIndex((turn) => turn.step.does === does)
      expect(at('stirs')).toBeLessThanOrEqual(pour.findIndex(({ step: { id: stepId } }) => !own(stepId)))
      expect(at('empties')).toBeGreaterThan(0)
      const first = pour.findIndex(({ pieceNo, step: { id: stepId } }) => pieceNo !== null && !own(stepId))
      const before = TECHNIQUES[request.technique].steps.findIndex(({ per }) => per === 'piece')
      const wayPours = TECHNIQUES[request.technique].steps.findIndex(({ does }) => does === 'empties')
      if (first >= 0 && before > wayPours) expect(first).toBeGreaterThan(at('empties'))
      const last = pour.findLastIndex(({ pieceNo }) => pieceNo !== null)
      if (at('covers') >= 0) expect(at('covers')).toBeGreaterThan(last)
    }
  })

  test('heat where alcohol may be in the air is a stop, and only there', () => {
    let heats = 0
    for (const { plan, request } of tried) {
      const { heatAfterAlcohol } = referee(plan, techniqueOfPour(request).steps, request.score!)
      heats += heatAfterAlcohol ? 1 : 0
      expect(plan.findings.some(({ kind }) => kind === 'heatOnAlcohol')).toBe(heatAfterAlcohol)
    }
    expect(heats).toBeGreaterThan(SCORES / 40)
  })

  test('what is refused changes nothing, and taking back the last leaves what was before it', () => {
    for (const { plain, request, plan } of tried.slice(0, SCORES / 3)) {
      const kept = judgedScore(request).flatMap(({ edit, refused }) => (refused === null ? [edit] : []))
      expect(planBatch({ ...request, score: kept }).steps).toEqual(plan.steps)
      const again = planBatch({
        ...request,
        score: [...request.score!, { kind: 'moved', step: 'gone', before: 'gone' }],
      })
      expect(again.steps).toEqual(plan.steps)
      expect(planBatch({ ...request, score: undefined }).steps).toEqual(planBatch(plain).steps)
    }
  })
})
