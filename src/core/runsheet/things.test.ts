import { describe, expect, test } from '@jest/globals'
import { COASTER, bloomRequest } from '../../../tests/support/request.ts'
import { startedLayer, type BatchRequest, type LaterLayer } from '../batch/index.ts'
import { planBatch, planSitting } from '../plan/index.ts'
import { usualBloom, type Mark, type Pattern } from '../pattern/index.ts'

/** What stands in the plan is told at gate and step, and nothing else. */

const usual = usualBloom({
  forAreaMm2: 7854,
  widestMm: 50,
  inkDrops: 28,
  marginMm: 7,
  spacingMm: 10,
  petals: 8,
})
const marksOf = (...kinds: readonly Mark['kind'][]): Pattern => ({
  ...usual,
  marks: usual.marks.filter(({ mark }) => kinds.includes(mark.kind)),
})
const glitter: Mark = { kind: 'sprinkle', what: 'glitter', area: { kind: 'rim', widthMm: 8 } }
const of = (...patterns: readonly Pattern[]): BatchRequest =>
  bloomRequest({
    pieces: patterns.map((pattern, k) => ({
      mold: COASTER,
      count: 1,
      pattern,
      ...(k > 0 && { colourway: { id: `other-${k}`, name: `Other ${k}`, inks: ['ink-1'] } }),
    })),
  })
const named = (request: BatchRequest, tool: string) =>
  planBatch(request).prep.find((item) => item.tool === tool)?.names
const keys = (request: BatchRequest) => planBatch(request).steps.map(({ key }) => key)

describe('a bloom without inks', () => {
  const plain = of(marksOf('rings', 'petals', 'swirl'))
  const plan = planBatch(plain)

  test('has no ink step, waits for none to come to rest, and lays its white at the same flow', () => {
    expect(plan.steps.filter(({ step }) => step.does === 'inks')).toEqual([])
    expect(keys(plain)).not.toContain('settle')
    const flow = (request: BatchRequest) =>
      planBatch(request).steps.find(({ step }) => step.does === 'whites')!.expected!.remainingFluidityPerPa
    expect(flow(plain) / flow(of(usual))).toBeCloseTo(1, 1)
  })

  test('asks for no ink at the gate, misses none, and fears no alcohol', () => {
    expect(named(plain, 'inks')).toBeUndefined()
    const noColours = { ...plain, colours: plain.colours.filter(({ kind }) => kind === 'whitePaste') }
    expect(planBatch(noColours).findings.map(({ kind }) => kind)).not.toContain('noInk')
    const cautions = plan.steps.filter(({ step }) => step.place === 'pour').flatMap((turn) => turn.cautions)
    expect(cautions).not.toContain('flame')
    expect(cautions).not.toContain('stillInk')
  })

  test('fears alcohol all the same where the white is an ink', () => {
    const milk = { id: 'milk', name: 'Milk', kind: 'whiteInk', hex: '#ffffff' } as const
    const { steps } = planBatch({ ...plain, colours: [milk] })
    expect(steps.find(({ step }) => step.does === 'whites')!.cautions).toContain('flame')
    const undiluted = planBatch({ ...plain, white: { ...plain.white, dose: 'ink' } })
    expect(undiluted.steps.find(({ step }) => step.does === 'whites')!.cautions).toContain('flame')
  })

  test('with glitter strews it, in a step that brings nothing that burns', () => {
    const strewn = planBatch(
      of({
        ...marksOf('rings', 'petals'),
        marks: [...marksOf('rings', 'petals').marks, { id: 'g', mark: glitter }],
      }),
    )
    const turn = strewn.steps.find(({ takes }) => takes.some((take) => take.of === 'strewn'))!
    expect(turn.step.title).toBe('Strew')
    expect(strewn.prep.find(({ tool }) => tool === 'strewn')).toMatchObject({
      names: ['glitter'],
      neededFor: ['Strew'],
    })
  })
})

test('without drags nothing is dragged, and it is covered after the white', () => {
  const plan = planBatch(of(marksOf('drops', 'rings')))
  expect(plan.steps.filter(({ step }) => step.does === 'shapes')).toEqual([])
  const white = plan.steps.find(({ step }) => step.does === 'whites')!
  expect(plan.steps.find(({ step }) => step.does === 'covers')!.beginMin).toBeGreaterThanOrEqual(white.endMin)
})

test('words fit the marks', () => {
  const told = (...kinds: readonly Mark['kind'][]) => {
    const { steps } = planBatch(of(marksOf(...kinds)))
    return (does: string) => steps.find((turn) => turn.step.does === does)!
  }
  const lines: Mark = { kind: 'lines', zone: { kind: 'piece' }, marginMm: 8, spacingMm: 10, angleDeg: 0 }
  const across: Mark = { kind: 'across', zone: { kind: 'piece' }, spacingMm: 12, angleDeg: 90, fromRimMm: 4 }
  const ringOfDrops: Mark = { kind: 'drops', inkNo: 0, layout: { kind: 'ring', fromWallMm: 12, count: 9 } }
  const feathered = {
    ...usual,
    marks: [ringOfDrops, lines, across].map((mark, k) => ({ id: `m${k}`, mark })),
  }
  const { steps } = planBatch(of(feathered))
  const stepThat = (does: string) => steps.find((turn) => turn.step.does === does)!
  expect(stepThat('whites').step.detail).toMatch(/^Straight, even beads side by side/)
  expect(stepThat('whites').step.detail).not.toMatch(/outline/)
  expect(stepThat('inks').step.detail).toMatch(/^One beside the other/)
  expect(stepThat('shapes').step.title).toBe('Drag across')
  expect(stepThat('shapes').step.detail).not.toMatch(/rim to centre|swirl/i)
  expect(told('rings', 'swirl')('shapes').step.title).toBe('Swirl the centre')
  expect(told('rings', 'petals', 'swirl')('shapes').step.title).toBe('Drag the petals, swirl the centre')
})

test('each piece is told by its own marks', () => {
  const { steps } = planBatch(of(usual, marksOf('rings', 'swirl')))
  const titles = steps.filter(({ step: { does } }) => does === 'shapes').map(({ step: { title } }) => title)
  expect(titles).toEqual(['Drag the petals, swirl the centre', 'Swirl the centre'])
})

test('a piece that is only strewn is told to be strewn, beside one with inks', () => {
  const strewn = { ...usual, marks: [...marksOf('rings').marks, { id: 'g', mark: glitter }] }
  const { steps } = planBatch(of(usual, strewn))
  const titleOf = (key: string) => steps.find((turn) => turn.key === key)?.step.title
  expect([titleOf('ink.1'), titleOf('ink.2')]).toEqual(['Drop the inks', 'Strew'])
})

test('a piece gets the steps its own marks ask for', () => {
  const all = keys(of(usual, marksOf('rings')))
  expect(all).toEqual(expect.arrayContaining(['ink.1', 'white.1', 'shape.1', 'white.2']))
  for (const key of ['ink.2', 'shape.2']) expect(all).not.toContain(key)
})

test('a step that was done stays, though no mark asks for it any more', () => {
  const request = of(marksOf('rings', 'petals'))
  const { steps } = planBatch(request, { stir: 0, 'ink.1': 20 })
  expect(steps.map(({ key }) => key)).toContain('ink.1')
})

test('inks are named in the order they are dropped', () => {
  const second = (inkNo: number): Mark => ({
    kind: 'drops',
    inkNo,
    layout: { kind: 'ring', fromWallMm: 15, count: 6 },
  })
  const pattern = {
    ...usual,
    marks: [{ id: 'a', mark: second(1) }, { id: 'b', mark: second(0) }, ...marksOf('rings').marks],
  }
  expect(named(of(pattern), 'inks')).toEqual(['Plum', 'Lagoon'])
})

test('a bag beside the white brings its cup and its colour; alone it brings no cup of white', () => {
  const mica = {
    colour: { id: 'mica', name: 'Copper mica', kind: 'mica', hex: '#b0703c' },
    dose: { by: 'mass', g: 0.4 },
  } as const
  const bags = [{ id: 'm', name: 'Copper', colours: [mica] }]
  const rings = marksOf('rings')
  const [ring] = rings.marks
  const inBag = { id: 'm1', mark: { ...ring!.mark, bag: 'm' } as Mark }
  const both = { ...of({ ...usual, marks: [...usual.marks, inBag] }), bags }
  expect(named(both, 'moreBags')).toEqual(['Copper'])
  expect(named(both, 'tints')).toEqual(['Copper mica'])
  expect(named(both, 'whiteCup')).toEqual(['Chalk paste'])
  const alone = { ...of({ ...rings, marks: [inBag] }), bags }
  const plan = planBatch(alone)
  expect(named(alone, 'whiteCup')).toBeUndefined()
  expect(plan.mixes.flatMap(({ cups }) => cups).map(({ holds }) => holds)).not.toContain('white')
  expect(plan.findings.map(({ kind }) => kind)).not.toContain('noWhite')
})

describe('a layer names what it is laid from', () => {
  const slate = { id: 'slate', name: 'Slate', kind: 'paste', hex: '#4a5560' } as const
  const laid = (start: 'back' | 'paint', changes: Partial<LaterLayer>) => {
    const layer = { ...startedLayer(start, 'over'), ...changes }
    return planSitting(bloomRequest({ layers: [layer] }), 'over').prep
  }
  const tint = (name: string, portion: LaterLayer['cups'][number]['portion']) => ({
    id: name,
    name,
    portion,
    colours: [
      { colour: { ...slate, id: name, name: `${name} paste` }, dose: { by: 'share', frac: 0.02 } } as const,
    ],
  })

  test('the tint of a back, every cup of one of several', () => {
    const two = laid('back', {
      cups: [tint('Slate', { by: 'share', frac: 0.6 }), tint('Ash', { by: 'rest' })],
    })
    expect(two.find(({ tool }) => tool === 'tints')?.names).toEqual(['Slate paste', 'Ash paste'])
    expect(two.find(({ tool }) => tool === 'smallCups')?.names).toEqual(['Slate', 'Ash'])
  })

  test('a mix that is tinted whole wants no cup beside its own', () => {
    const whole = laid('back', { cups: [tint('Slate', { by: 'rest' })] })
    expect(whole.find(({ tool }) => tool === 'tints')?.names).toEqual(['Slate paste'])
    expect(whole.map(({ tool }) => tool)).not.toContain('smallCups')
  })

  test('a cup that is stirred by itself', () => {
    const own = laid('back', { cups: [tint('Late', { by: 'ownMix', g: 12 })] })
    expect(own.find(({ tool }) => tool === 'tints')?.names).toEqual(['Late paste'])
  })

  test('paint, and no cup of resin for it', () => {
    const paint = laid('paint', { cups: [tint('Ground', { by: 'bottle' })] })
    expect(paint.find(({ tool }) => tool === 'bottles')?.names).toEqual(['Ground paste'])
    expect(paint.map(({ tool }) => tool)).not.toContain('smallCups')
  })

  test('nothing where it is clear', () => {
    const clear = laid('back', { cups: [] })
    for (const tool of ['tints', 'smallCups', 'bottles'] as const)
      expect(clear.map((item) => item.tool)).not.toContain(tool)
  })
})
