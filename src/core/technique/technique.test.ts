import { describe, expect, test } from '@jest/globals'
import {
  orderBreaches,
  rulesInForce,
  stepRule,
  TECHNIQUES,
  whyNeeded,
  type StepId,
  type Technique,
} from './index.ts'

const moved = (technique: Technique, step: StepId, behind: StepId) => {
  const others = technique.steps.filter((each) => each.id !== step)
  const place = others.findIndex((each) => each.id === behind) + 1
  return [...others.slice(0, place), stepRule(technique, step), ...others.slice(place)]
}

describe.each(Object.values(TECHNIQUES))('$name', (technique) => {
  test('keeps its own order rules', () => {
    expect(orderBreaches(technique.steps, technique.order)).toEqual([])
  })

  test('names a step once, and refers only to steps it has', () => {
    const ids = technique.steps.map((step) => step.id)
    expect(new Set(ids).size).toBe(ids.length)
    for (const { moment } of technique.steps) if ('step' in moment) expect(ids).toContain(moment.step)
    expect(ids).toContain(technique.bottleneck)
    if (technique.aimStep) expect(ids).toContain(technique.aimStep)
  })

  test('ends on the rack with demolding and a date of use', () => {
    expect(technique.steps.filter((step) => step.place === 'rack').map((step) => step.id)).toEqual([
      'demold',
      'use',
    ])
  })
})

const RULES = Object.values(TECHNIQUES).flatMap((technique) =>
  technique.order.map((rule) => ({ name: technique.name, kind: rule.kind, technique, rule })),
)

/** A way's own steps with a rule of it broken once: its agent brought in too late, a flame after all of it, a wait left out. */
test.each(RULES)('a breach of $kind in $name is found, with its reason', ({ technique, rule }) => {
  const late = { ...stepRule(technique, 'cover'), id: 'late' }
  const broken =
    rule.kind === 'waitBetween'
      ? technique.steps.filter(({ id }) => id !== rule.wait)
      : [
          ...technique.steps,
          { ...late, brings: [rule.kind === 'neverAfter' ? rule.never : ('heat' as const)] },
        ]
  expect(orderBreaches(broken, technique.order).map((breach) => breach.rule)).toContain(rule)
  expect(rule.why.length).toBeGreaterThan(20)
})

describe('the order rules of a bloom', () => {
  const { bloom } = TECHNIQUES
  const broken = (step: StepId, behind: StepId) =>
    orderBreaches(moved(bloom, step, behind), bloom.order).map(
      (breach) => `${breach.rule.kind} at ${breach.step}`,
    )

  test('ink after the white is refused', () => expect(broken('ink', 'shape')).toContain('neverAfter at ink'))
  test('white without a settle is refused', () =>
    expect(broken('settle', 'shape')).toContain('waitBetween at white'))
  test('heat once the inks are open is refused', () =>
    expect(broken('bubbles', 'ink')).toContain('noFlameWith at bubbles'))

  test('no flame is said from the inks on, not while the cup rests', () => {
    const flame = (step: StepId) => rulesInForce(bloom, step).some((rule) => rule.kind === 'noFlameWith')
    expect(flame('rest')).toBe(false)
    expect(flame('ink')).toBe(true)
    expect(flame('white')).toBe(true)
  })
})

describe('the order rules of a cloud', () => {
  const { cloud } = TECHNIQUES
  test('heat once the seam was gilded is refused', () =>
    expect(orderBreaches(moved(cloud, 'bubbles', 'gildSeam'), cloud.order)).toEqual([
      expect.objectContaining({ step: 'bubbles' }),
    ]))
  test('nothing is said against heat on the film', () =>
    expect(orderBreaches(cloud.steps, cloud.order)).toEqual([]))
})

describe('what cannot be left out', () => {
  test.each([TECHNIQUES.cloud, TECHNIQUES.nested])('laying what was held back: $name', (technique) => {
    const { id } = technique.steps.find(({ does }) => does === 'raises')!
    expect(whyNeeded(technique, id)).toEqual({ by: 'deed', does: 'raises' })
  })

  test.each([
    ['stir', 'deed'],
    ['decant', 'deed'],
    ['portion', 'deed'],
    ['settle', 'rule'],
  ])('%s', (step, by) => expect(whyNeeded(TECHNIQUES.bloom, step)).toMatchObject({ by }))

  test.each(['ink', 'white', 'cover', 'lookEarly', 'feather', 'bubbles'])('but %s can', (step) =>
    expect(whyNeeded(TECHNIQUES.bloom, step)).toBeNull(),
  )
})
