import { describe, expect, test } from '@jest/globals'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { bagsLeft, gravityOf, patternNeeds, planBatch, variedIn } from '../plan/index.ts'
import { FROM_THE_RIGHT, WHOLE, type Mark, type Pattern } from '../pattern/pattern.ts'
import { mixedDensityGPerMl } from '../resin/index.ts'
import { needsOf } from '../shelf/index.ts'
import type { Bag, DosedColour } from './layerCups.ts'

const MICA: DosedColour = {
  colour: { id: 'pewter', name: 'Pewter', kind: 'mica', hex: '#999999' },
  dose: { by: 'share', frac: 0.02 },
}
const BAG: Bag = { id: 'mica', name: 'Pewter bag', colours: [MICA] }
const ring = (marginMm: number, bag?: string): Mark => ({
  kind: 'rings',
  zone: WHOLE,
  marginMm,
  spacingMm: 10,
  most: 1,
  ...FROM_THE_RIGHT,
  ...(bag && { bag }),
})
const pattern = (...marks: readonly Mark[]): Pattern => ({
  id: 'p',
  name: 'P',
  forAreaMm2: 7854,
  marks: marks.map((mark, k) => ({ id: `m${k}`, mark })),
})
const request = (marks: readonly Mark[], bags?: readonly Bag[], count = 3) =>
  bloomRequest({ pieces: [{ mold: COASTER, count, pattern: pattern(...marks) }], ...(bags && { bags }) })

/** By hand: a ring 10 mm off the wall of a 100 mm circle is a circle of 80 mm, a thread of 3 mm in it 7.07 mm2 x 251.3 mm = 1.776 ml. */
const RING_10_ML = 1.776
/** 20 mm off it is one of 60 mm: 188.5 mm, 1.332 ml. */
const RING_20_ML = 1.332

describe('a bag beside the white', () => {
  const asked = request([ring(20), ring(10, 'mica')], [BAG])
  const plan = planBatch(asked)
  const density = mixedDensityGPerMl(asked.resin)
  const cups = plan.mixes[0]!.cups
  const cup = (holds: string) => cups.find((each) => each.holds === holds)!

  test('gets what its beads take on all pieces, what stays in it, and its colour', () => {
    const residueG = asked.loss.bagResidueG
    expect(cup('bag').massG).toBeCloseTo(3 * RING_10_ML * density + residueG, 1)
    expect(cup('white').massG).toBeCloseTo(3 * RING_20_ML * density + residueG, 1)
    expect(cup('bag').additions).toEqual([
      { what: 'Pewter', massG: expect.closeTo(0.02 * cup('bag').massG, 9) },
    ])
    expect(plan.mixes[0]!.lossG).toBeCloseTo(asked.loss.cupFilmG + 2 * residueG, 9)
  })

  test('is piped before the white, and told at the step with its grams; each bag is counted down by itself', () => {
    const [turn] = plan.steps.filter(({ step }) => step.does === 'whites')
    expect(turn!.takes).toMatchObject([
      { of: 'beads', bag: 'Pewter bag', beads: 1 },
      { of: 'beads', bag: null, beads: 1 },
    ])
    const [mica, white] = turn!.takes
    expect(mica!.of === 'beads' && mica!.massG).toBeCloseTo(RING_10_ML * density, 1)
    expect(white!.of === 'beads' && white!.massG).toBeCloseTo(RING_20_ML * density, 1)
    expect(plan.fills[0]!.laid.beads.map(({ bag }) => bag)).toEqual(['mica', undefined])
    for (const left of bagsLeft(plan, asked, {})) expect(left.shortG).toBeCloseTo(0, 9)
    const [after] = bagsLeft(plan, asked, { [turn!.key]: 30 }).filter((each) => each.bag === 'Pewter bag')
    expect(after!.portionG - after!.leftG).toBeCloseTo(RING_10_ML * density, 1)
  })

  test('has a hole of its own: what it takes goes with the hole’s area', () => {
    const narrow = planBatch(request([ring(20), ring(10, 'mica')], [{ ...BAG, holeMm: 2 }]))
    const own = narrow.mixes[0]!.cups.find((each) => each.holds === 'bag')!
    const residueG = asked.loss.bagResidueG
    expect(own.massG - residueG).toBeCloseTo(3 * RING_10_ML * density * (2 / 3) ** 2, 1)
    expect(narrow.mixes[0]!.cups.find((each) => each.holds === 'white')!.massG).toBeCloseTo(
      cup('white').massG,
      6,
    )
    const [turn] = narrow.steps.filter(({ step }) => step.does === 'whites')
    expect(turn!.takes.map((take) => take.of === 'beads' && take.holeMm)).toEqual([2, 3])
  })

  test('is portioned with the white, and taken from the shelf', () => {
    const portion = plan.steps.find(({ step }) => step.does === 'portions')!
    expect(portion.takes.map((take) => take.of === 'portion' && take.name)).toEqual([null, 'Pewter bag'])
    const mica = needsOf(asked).find(({ of }) => of.kind === 'colour' && of.colourId === 'pewter')
    expect(mica!.amount).toBeGreaterThan(0)
  })

  test('that is mixed apart with the white comes out of that mix', () => {
    const apart = planBatch({ ...asked, whiteApart: true })
    expect(apart.mixes.find(({ of }) => of === 'white')!.cups.map(({ holds }) => holds)).toEqual([
      'bag',
      'white',
    ])
    expect(apart.mixes[0]!.cups.map(({ holds }) => holds)).toEqual(['mix'])
  })

  test('of more colour than resin carries is told, like any cup', () => {
    const strong = { ...BAG, colours: [{ ...MICA, dose: { by: 'share', frac: 0.2 } as const }] }
    const found = planBatch(request([ring(20), ring(10, 'mica')], [strong])).findings
    expect(found.map(({ kind }) => kind)).toContain('cupOverloaded')
    expect(plan.findings.filter((each) => gravityOf(each) === 'stop')).toEqual([])
  })

  test('beside cups of poured pieces takes nothing from what those are divided into', () => {
    const cups = [{ id: 'plum', name: 'Plum', portion: { by: 'rest' }, colours: [] }] as const
    const mixed = bloomRequest({
      pieces: [
        { mold: COASTER, count: 1, pattern: pattern(ring(20), ring(10, 'mica')) },
        { mold: { ...COASTER, id: 'plain' }, count: 1, pattern: null, technique: 'plain' },
      ],
      bags: [BAG],
      cups,
    })
    const kinds = planBatch(mixed).findings.map(({ kind }) => kind)
    expect(kinds).not.toContain('cupsTakeMore')
    expect(kinds).not.toContain('cupOverloaded')
    const strong = [{ ...cups[0], portion: { by: 'share', frac: 1 } }] as const
    expect(planBatch({ ...mixed, cups: strong }).findings.map(({ kind }) => kind)).not.toContain(
      'cupsTakeMore',
    )
  })

  test('leaves the white its own grams on the pattern’s page', () => {
    const needs = patternNeeds(asked, plan, plan.fills[0]!.id)
    expect(needs.whiteG).toBeCloseTo(RING_20_ML * density, 1)
  })

  test('is told where an experiment varies it', () => {
    expect(variedIn(request([ring(20)]), asked).varied.map(({ id }) => id)).toContain('bags')
  })

  test('that is gone is the white again, and without any nothing is different', () => {
    const gone = planBatch(request([ring(20), ring(10, 'mica')]))
    expect(gone.mixes[0]!.cups.map(({ holds }) => holds)).toEqual(['mix', 'white'])
    expect(gone.mixes[0]!.cups[1]!.massG).toBeCloseTo(
      3 * (RING_10_ML + RING_20_ML) * density + asked.loss.bagResidueG,
      1,
    )
  })
})
