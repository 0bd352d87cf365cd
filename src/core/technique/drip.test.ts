import { describe, expect, test } from '@jest/globals'
import { judgedScore, laidInto, type BatchRequest } from '#core/batch/index.ts'
import { gravityOf, planBatch, remediesFor } from '#core/plan/index.ts'
import { ARCHETYPES, mixedDensityGPerMl } from '#core/resin/index.ts'
import type { ScoreEdit } from './index.ts'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'

/**
 * A vase of 120 mm, 250 mm round, upturned in a round sheet mold of 100 mm; worked by hand for a medium resin of 1.1 g/ml at 22 °C.
 *
 * Sheet: 2.5 mm on 78.54 cm2 = 19.63 ml.
 * On the vase: five minutes at about 1.5 Pa.s spend 300 / 1.5 = 200 /Pa; by Jeffreys' law two thirds of sqrt(0.12 / (1100 x 9.81 x 200)) =
 * 0.157 mm stay on the mean, on 300 cm2 4.7 ml. What this resin really spends from the pour on decides: between 3 and 8 ml.
 * Poured in all: sheet and what stays on the vase, and 3 g in the cup.
 */
const VASE = {
  technique: 'drip',
  resin: ARCHETYPES.medium,
  roomTempC: 22,
  bedMm: 2.5,
  object: { heightMm: 120, aroundMm: 250 },
  layers: [],
} as const satisfies Partial<BatchRequest>
const planned = (changes: Partial<BatchRequest> = {}) =>
  planBatch(
    bloomRequest(
      {
        ...VASE,
        ...changes,
      },
      1,
    ),
  )

describe('a vase dripped over above a sheet', () => {
  const plan = planned()
  const density = mixedDensityGPerMl(ARCHETYPES.medium)

  test('grams: the sheet, and what stays on the vase', () => {
    const [fill] = plan.fills
    expect(fill!.layers[0]!.volumeMl).toBeCloseTo(19.63, 1)
    expect(fill!.onObjectMl).toBeGreaterThan(3)
    expect(fill!.onObjectMl).toBeLessThan(8)
    expect(plan.mixes[0]!.needG).toBeCloseTo((19.63 + fill!.onObjectMl) * density + 3, 1)
    const poured = plan.steps.find(({ step }) => step.does === 'empties')!.takes[0]!
    expect(poured).toMatchObject({ of: 'over', onObjectG: expect.closeTo(fill!.onObjectMl * density, 1) })
  })

  test('passes: five minutes over the sheet, then lifted; a spritz at once and again a quarter of an hour later', () => {
    const at = (id: string) => plan.steps.find(({ step }) => step.id === id)!
    expect(at('lift').fromMin - at('decant').endMin).toBeCloseTo(5, 6)
    expect(at('spritzAgain').fromMin - at('spritz').endMin).toBeCloseTo(15, 6)
  })

  test('what stays moves with resin and room: the thicker, the more', () => {
    const onVase = (['quick', 'medium', 'slow'] as const).map((resin) =>
      [26, 22, 18].map((roomTempC) => planned({ resin: ARCHETYPES[resin], roomTempC }).fills[0]!.onObjectMl),
    )
    for (const [warm, middle, cool] of onVase) {
      expect(middle!).toBeGreaterThan(warm!)
      expect(cool!).toBeGreaterThan(middle!)
    }
  })

  test('by what the height is: with the root of it, and as it is round', () => {
    const tall = planned({ object: { heightMm: 240, aroundMm: 250 } }).fills[0]!.onObjectMl
    expect(tall / plan.fills[0]!.onObjectMl).toBeCloseTo(2 * Math.sqrt(2), 2)
  })

  test.each(['drip', 'cloud', 'nested'] as const)(
    'a %s beside a bloom is stopped, and all of it in one way is the way out',
    (technique) => {
      const pieces = [
        { mold: COASTER, count: 1, pattern: null },
        { mold: { ...COASTER, id: 'other' }, count: 1, pattern: null, technique },
      ]
      const beside = bloomRequest({ pieces, layers: [] })
      const found = remediesFor(beside).find(({ finding }) => finding.kind === 'pouredAlone')!
      expect(gravityOf(found.finding)).toBe('stop')
      const [remedy] = found.remedies
      expect(remedy).toMatchObject({ kind: 'oneWay' })
      const changes = remedy && 'changes' in remedy ? remedy.changes : {}
      expect(changes.pieces?.map((order) => order.technique)).toEqual([undefined, undefined])
    },
  )

  test('12 fl oz over an object is all that is poured: what stays on it runs into no sheet', () => {
    const over = (ml: number) =>
      planned({
        pieces: [{ mold: { ...COASTER, depthMm: 60 }, count: 1, pattern: null, bed: { by: 'volume', ml } }],
      })
    const said = 12 * 29.5735
    const [fill] = over(said).fills
    expect(fill!.layers[0]!.volumeMl + fill!.onObjectMl).toBeCloseTo(said, 3)
    expect(over(said).mixes[0]!.needG).toBeCloseTo(said * density + 3, 1)
    // Less than stays on the vase leaves no sheet, and the plan says so.
    const little = over(2)
    expect(little.fills[0]!.layers[0]!.volumeMl).toBeCloseTo(0, 6)
    expect(little.findings.map(({ kind }) => kind)).toContain('bedTooThin')
  })

  test('an object that was not measured is asked for, and nothing is added for it', () => {
    const unknown = planned({ object: null })
    expect(unknown.fills[0]!.onObjectMl).toBe(0)
    expect(unknown.findings.map(({ kind }) => kind)).toContain('objectUnmeasured')
    expect(plan.findings.map(({ kind }) => kind)).not.toContain('objectUnmeasured')
  })
})

/** Twelve ounces over a vase into a mold of twice the area: what stays on it stays, what runs off doubles. */
test('so much over an object goes into another mold by what runs off it', () => {
  const [order] = bloomRequest({}, 1).pieces
  const asked = bloomRequest({ ...VASE, pieces: [{ ...order!, bed: { by: 'volume', ml: 355 } }] })
  const { onObjectMl, layers } = planBatch(asked).fills[0]!
  const wide = {
    ...order!.mold,
    id: 'wide',
    outline: { shape: 'circle', acrossMm: 100 * Math.SQRT2 },
    waterFillMl: null,
  } as const
  const moved = laidInto(asked, asked.pieces[0]!, wide).pieces[0]!.bed
  expect(onObjectMl).toBeGreaterThan(1)
  expect(moved).toMatchObject({ by: 'volume', ml: expect.closeTo(onObjectMl + 2 * layers[0]!.volumeMl, -1) })
})

/**
 * The same in rounds, of two cups of which one holds three times the other's; worked by hand. Three rounds of cups in turn: the first cup's half, all of the second,
 * the first cup's other half: 3/8, 2/8 and 3/8 of what is poured. Half a minute of pouring is ten seconds a round; a minute from round to round, the last at the
 * minute of the pour.
 */
describe('in rounds over the vase', () => {
  const cup = (name: string, frac: number) =>
    ({ id: name, name, portion: { by: 'share', frac }, colours: [] }) as const
  const inRounds = (rounds: number): ScoreEdit => ({ kind: 'inRounds', step: 'decant', rounds })
  const drops = (before: string): ScoreEdit => ({
    kind: 'added',
    id: 'ink1',
    work: { by: 'drops', colour: bloomRequest().colours[0]!.id, drops: 6 },
    pieces: null,
    before,
  })
  const asked = (score: readonly ScoreEdit[]) =>
    bloomRequest(
      {
        ...VASE,
        cups: [cup('moss', 0.75), cup('sand', 0.25)],
        score,
      },
      1,
    )
  const refusedOf = (...score: readonly ScoreEdit[]) => judgedScore(asked(score)).at(-1)!.refused

  test('grams and minutes of each, and ink between two of them at once', () => {
    const request = asked([inRounds(3), drops('decant')])
    const plan = planBatch(request)
    const [fill] = plan.fills
    const pouredG = (fill!.layers[0]!.volumeMl + fill!.onObjectMl) * mixedDensityGPerMl(request.resin)
    const rounds = ['decant-1', 'decant-2', 'decant'].map((id) =>
      plan.steps.find(({ step }) => step.id === id)!,
    )
    expect(rounds.map(({ takes }) => takes)).toEqual(
      [
        ['moss', 3 / 8],
        ['sand', 2 / 8],
        ['moss', 3 / 8],
      ].map(([name, share]) => [
        expect.objectContaining({
          of: 'round',
          cup: name,
          massG: expect.closeTo(Number(share) * pouredG, 0),
        }),
      ]),
    )
    expect(rounds.map(({ beginMin }) => beginMin)).toEqual([6, 7, 8].map((min) => expect.closeTo(min, 6)))
    for (const { handsOnMin } of rounds) expect(handsOnMin * 60).toBeCloseTo(10, 6)
    expect(rounds.map(({ step }) => step.does)).toEqual(['pours', 'pours', 'empties'])
    const ink = plan.steps.find(({ step }) => step.id === 'ink1')!
    expect(ink.beginMin).toBeCloseTo(rounds[1]!.endMin, 6)
    expect(ink.toMin).toBeNull()
  })

  test('a round may name its cup: the others share out what they hold, and the last pours what has no round', () => {
    const outOf = (step: string, of: string | null): ScoreEdit => ({ kind: 'outOf', step, cup: of })
    const shares = (...score: readonly ScoreEdit[]) => {
      const { steps } = planBatch(asked([inRounds(3), ...score]))
      const all = steps.flatMap(({ step: { id: stepId }, takes }) =>
        takes.flatMap((take) => (take.of === 'round' ? [[stepId, take.cup, take.massG] as const] : [])),
      )
      const totalG = all.reduce((sum, [, , massG]) => sum + massG, 0)
      return all.map(([stepId, name, massG]) => [stepId, name, Math.round((1000 * massG) / totalG)])
    }
    // Sand first, all of its quarter; moss shares its three quarters over the other two.
    expect(shares(outOf('decant-1', 'sand'), outOf('decant-2', 'moss'))).toEqual([
      ['decant-1', 'sand', 250],
      ['decant-2', 'moss', 375],
      ['decant', 'moss', 375],
    ])
    // Moss all three times: sand has no round, and goes with the last.
    expect(shares(outOf('decant-2', 'moss'))).toEqual([
      ['decant-1', 'moss', 250],
      ['decant-2', 'moss', 250],
      ['decant', 'moss', 250],
      ['decant', 'sand', 250],
    ])
    expect(refusedOf(inRounds(3), outOf('decant-2', 'gone'))).toEqual({ by: 'noCup' })
    expect(refusedOf(inRounds(3), outOf('lift', 'moss'))).toEqual({ by: 'noCup' })
    expect(refusedOf(inRounds(3), outOf('decant', null))).toBeNull()
  })

  test('what cannot be so is refused, and every gram is still poured', () => {
    expect(refusedOf(inRounds(2))).toBeNull()
    expect(judgedScore({ ...asked([inRounds(4)]), technique: 'plain' })[0]!.refused).toEqual({
      by: 'noRounds',
    })
    expect(refusedOf({ kind: 'inRounds', step: 'lift', rounds: 2 })).toEqual({ by: 'noRounds' })
    expect(refusedOf(inRounds(3), inRounds(3))).toEqual({ by: 'noRounds' })
    expect(refusedOf(inRounds(3), { kind: 'leftOut', step: 'decant-1' })).toEqual({
      by: 'needed',
      needed: { by: 'deed', does: 'pours' },
    })
    expect(refusedOf(inRounds(3), { kind: 'moved', step: 'decant', before: 'decant-1' })).toMatchObject({
      by: 'frame',
    })
    // Nothing of the object is wet yet.
    expect(refusedOf(inRounds(3), drops('decant-1'))).toMatchObject({ by: 'beforePour' })
    expect(refusedOf(inRounds(3), drops('decant-2'))).toBeNull()
    expect(
      refusedOf(inRounds(3), drops('decant-2'), { kind: 'moved', step: 'ink1', before: 'decant-1' }),
    ).toMatchObject({ by: 'beforePour' })
  })

  test.each([2, 3, 4, 7])('whatever the cups, %i rounds pour all of it, the clear rest too', (count) => {
    for (const cups of [[], [cup('moss', 0.4)], [cup('moss', 0.4), cup('sand', 0.3)]]) {
      const request = { ...asked([inRounds(count)]), cups }
      const plan = planBatch(request)
      const [fill] = plan.fills
      const rounds = plan.steps.flatMap(({ takes }) => takes).filter(({ of }) => of === 'round')
      const sumG = rounds.reduce((sum, take) => sum + ('massG' in take ? take.massG : 0), 0)
      const pouredMl = fill!.layers[0]!.volumeMl + fill!.onObjectMl
      expect(sumG).toBeCloseTo(pouredMl * mixedDensityGPerMl(request.resin), 6)
      const names = new Set(rounds.flatMap((take) => ('cup' in take ? [take.cup] : [])))
      expect([...names]).toEqual(cups.length === 0 ? [] : [...cups.map(({ name }) => name), null])
    }
  })

  test('hands that are busy longer than the minutes between pour the last round later', () => {
    const many = {
      ...drops('decant'),
      work: { by: 'drops', colour: bloomRequest().colours[0]!.id, drops: 400 },
    }
    const plan = planBatch(asked([inRounds(2), many as ScoreEdit]))
    const [ink, last] = ['ink1', 'decant'].map((id) => plan.steps.find(({ step }) => step.id === id)!)
    expect(ink!.handsOnMin).toBeCloseTo(8, 6)
    expect(last!.beginMin).toBeGreaterThan(8)
  })
})
