import { describe, expect, test } from '@jest/globals'
import { createElement } from 'react'
import { renderToStaticMarkup } from 'react-dom/server'
import { AllAmounts } from '#app/components/AllAmounts.tsx'
import type { BatchRequest } from '#core/batch/index.ts'
import { planBatch, type BatchPlan } from '#core/plan/index.ts'
import { TECHNIQUES, type TechniqueId } from '#core/technique/index.ts'
import { METRIC, printQuantity } from '#core/units/index.ts'
import { RECIPES } from '#demo/recipes/index.ts'
import { backLayer, begun, inTwoPours } from './support/layers.ts'
import { bloomRequest, COASTER } from './support/request.ts'

/** What a person reads of it. */
const shown = (request: BatchRequest, plan: BatchPlan) =>
  renderToStaticMarkup(createElement(AllAmounts, { request, plan, units: METRIC }))
    .replace(/<[^>]+>/g, ' ')
    .replace(/\s+/g, ' ')

/** Every figure of a plan as it should be read, from the plan itself. */
function figuresOf(request: BatchRequest, plan: BatchPlan): readonly string[] {
  const g = (value: number) => printQuantity(value, 'g')
  const mixes = plan.mixes.flatMap(({ parts: { byWeight }, cups }) => [
    g(byWeight.a),
    g(byWeight.b),
    g(byWeight.totalG),
    ...cups.flatMap((cup) => [
      g(cup.massG),
      ...cup.from.map(({ massG }) => g(massG)),
      ...cup.additions.map((each) => ('drops' in each ? `${each.drops} drop` : each.what)),
    ]),
  ])
  const pieces = plan.drops.flatMap((each) =>
    each.inks.filter(({ drops }) => drops > 0).map(({ drops }) => `${drops} drop`),
  )
  const depths = plan.fills.flatMap(({ layers }) =>
    layers.filter(({ poured }) => poured).map(({ depthMm }) => printQuantity(depthMm, 'mm')),
  )
  const takes = plan.steps.flatMap(({ takes: all }) =>
    all.flatMap((take) => {
      switch (take.of) {
        case 'mix':
          return [g(take.aG), g(take.bG), g(take.totalG)]
        case 'portion':
        case 'pour':
        case 'round':
          return [g(take.massG)]
        case 'held':
          return [
            g(take.massG),
            ...(take.line && take.cup ? [`${printQuantity(take.line.widthMm, 'mm')} wide`] : []),
          ]
        case 'stacked':
          return take.layers.map(({ massG }) => g(massG))
        case 'stroke':
          return [g(take.massG), `${(take.coversMm2 / 100).toFixed(0)} cm²`]
        case 'form':
          return [printQuantity(take.thickMm, 'mm')]
        case 'seam':
          return [printQuantity(take.lengthMm, 'mm', 0)]
        case 'over':
          return [g(take.massG), g(take.onObjectG)]
        case 'beads':
          return [`${take.beads} bead`, g(take.massG), printQuantity(take.holeMm, 'mm')]
        case 'drops':
          return take.inks.filter(({ drops }) => drops > 0).map(({ drops }) => `${drops} drop`)
        case 'strewn':
          return [`${take.what} over ${(take.areaMm2 / 100).toFixed(0)} cm²`]
        case 'product':
          return [printQuantity(take.volumeMl, 'ml')]
        case 'bottles':
          return take.additions.map(({ what }) => what)
        default:
          return take satisfies never
      }
    }),
  )
  return [
    ...mixes,
    ...pieces,
    ...depths,
    ...takes,
    ...plan.steps.map(({ step }) => step.title),
    ...request.layers.map(({ name }) => name),
  ]
}

const cups = (names: readonly string[]) =>
  names.map((name, k) => ({
    id: name,
    name,
    portion: { by: 'share' as const, frac: 0.2 + 0.05 * k },
    colours: [
      {
        colour: { id: name, name, kind: 'paste' as const, hex: '#446644' },
        dose: { by: 'dropsPerG' as const, drops: 0.3 },
      },
    ],
  }))

describe('what one tap shows of a run', () => {
  test('is what a pattern strews, too', () => {
    const mark = { kind: 'sprinkle', what: 'glitter', area: { kind: 'rim', widthMm: 8 } } as const
    const usual = planBatch(bloomRequest()).fills[0]!.pattern
    const pattern = { ...usual, marks: [...usual.marks, { id: 'rim', mark }] }
    const request = bloomRequest({ pieces: [{ mold: COASTER, count: 1, pattern }] })
    const plan = planBatch(request)
    expect(plan.prep.map(({ tool }) => tool)).toContain('strewn')
    expect(figuresOf(request, plan)).toContain('glitter over 23 cm²')
    for (const figure of figuresOf(request, plan)) expect(shown(request, plan)).toContain(figure)
  })

  test('is what stays on an object, too', () => {
    const request = bloomRequest({ technique: 'drip', object: { heightMm: 120, aroundMm: 250 }, layers: [] })
    const plan = planBatch(request)
    const text = shown(request, plan)
    expect(text).toContain('on the object')
    for (const figure of figuresOf(request, plan)) expect(text).toContain(figure)
  })

  test.each(Object.keys(TECHNIQUES) as TechniqueId[])(
    'is every figure of a %s with its layers and cups',
    (technique) => {
      for (const count of [1, 3, 8]) {
        const request = bloomRequest({
          technique,
          pieces: [
            { mold: COASTER, count, pattern: null },
            {
              mold: { ...COASTER, id: 'tray', name: 'Tray', depthMm: 16 },
              count: 1,
              pattern: null,
              technique: 'petri',
            },
          ],
          layers: [
            { ...backLayer(), cups: cups(['moss', 'rust']) },
            ...begun('paint', 'clearCoat', 'varnish'),
          ],
          cups: cups(['plum']),
        })
        const plan = planBatch(request)
        const text = shown(request, plan)
        for (const figure of figuresOf(request, plan)) expect(text).toContain(figure)
      }
    },
  )

  test('is every figure of things laid in between two pours', () => {
    const request = bloomRequest(
      { technique: 'inclusions', layers: inTwoPours(), inclusions: { volumeMl: 12, proud: false } },
      2,
    )
    const plan = planBatch(request)
    const text = shown(request, plan)
    for (const figure of figuresOf(request, plan)) expect(text).toContain(figure)
  })

  test('is every figure of layers that inks and white go into', () => {
    const request = bloomRequest(
      { technique: 'plain', bedMm: 3, layers: begun('bloomLayer', 'petriLayer') },
      2,
    )
    const plan = planBatch(request)
    const text = shown(request, plan)
    const figures = figuresOf(request, plan)
    expect(figures.filter((figure) => figure.endsWith(' drop')).length).toBeGreaterThan(4)
    for (const figure of figures) expect(text).toContain(figure)
  })

  test.each(RECIPES.map(({ name, request }) => [name, request] as const))(
    'is every figure of the recipe %s',
    (_name, request) => {
      const plan = planBatch(request)
      const text = shown(request, plan)
      for (const figure of figuresOf(request, plan)) expect(text).toContain(figure)
    },
  )
})
