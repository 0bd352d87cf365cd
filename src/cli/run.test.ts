import { describe, expect, test } from '@jest/globals'
import { run } from './run.ts'

const NOW = Date.parse('2026-11-25T12:00:00Z')

function call(words: readonly string[], file: unknown = {}) {
  let out = ''
  let err = ''
  const code = run(words, {
    readFile: () => (typeof file === 'string' ? file : JSON.stringify(file)),
    out: (text) => void (out += text),
    err: (text) => void (err += text),
    nowMs: () => NOW,
  })
  return { code, out, err }
}

const PLAN = {
  technique: 'bloom',
  resin: 'medium',
  roomTempC: 22,
  startAt: '2027-01-03T18:00:00+01:00',
  back: { when: 'footprint', depthMm: 2 },
  pieces: [
    {
      mold: {
        id: 'm',
        name: 'Flower tray',
        outline: { shape: 'flower', acrossMm: 200, petals: 8 },
        depthMm: 15,
      },
      count: 1,
    },
  ],
  bedMm: 7,
}

describe('nublo plan', () => {
  test('prints the plan as JSON', () => {
    const { code, out } = call(['plan', 'file.json'], PLAN)
    const plan = JSON.parse(out)
    expect(code).toBe(0)
    expect(plan.format).toBe('nublo/plan')
    expect(plan.mixes.map((mix: { id: string }) => mix.id)).toEqual(['first', 'back'])
    expect(plan.steps.length).toBeGreaterThan(10)
    expect(plan.strategies.map((effect: { strategy: string }) => effect.strategy)).toEqual([
      'rest',
      'split',
      'atOnce',
    ])
    expect(plan.pours).toEqual({})
  })

  test('prints the plan of a layer with marks of its own as a pour', () => {
    const { back: _back, ...planned } = PLAN
    const petri = { id: 'petri', name: 'petri layer', way: 'petri', when: 'nextDay' }
    const { code, out } = call(['plan', 'file.json'], {
      ...planned,
      version: 2,
      layers: [{ ...petri, amount: { by: 'depth', mm: 3 } }],
    })
    expect(code).toBe(0)
    const { pours } = JSON.parse(out)
    expect(pours.petri.steps.map((step: { stepId: string }) => step.stepId)).toContain('ink')
    expect(pours.petri.fills[0].layers[0].depthMm).toBeCloseTo(3, 6)
  })

  test('prints mix sheet and run sheet with clock times in the offset of the start', () => {
    const { code, out } = call(['plan', 'file.json', '--text'], PLAN)
    expect(code).toBe(0)
    expect(out).toMatch(/MIX SHEET[\s\S]*by weight: A 143\.\d g \+ B 61\.\d g/)
    expect(out).toMatch(/01-03 18:00\s+0 min\s+Rest in the deep cup/)
    expect(out).toMatch(/safety data sheets/)
  })

  test('refuses a start in the past, naming it', () => {
    const { code, err, out } = call(['plan', 'file.json'], { ...PLAN, startAt: '2020-01-01T10:00:00Z' })
    expect([code, out]).toEqual([2, ''])
    expect(err).toMatch(/startAt: 2020-01-01T10:00:00Z is in the past/)
  })
})

describe('nublo forecast', () => {
  test('prints states and the solved decant', () => {
    const { code, out } = call(['forecast', '-'], {
      resin: 'quick',
      cupMassG: 143,
      roomTempC: 21,
      bedDepthMm: 5,
      atMin: [25],
      solve: { stage: 'pipe' },
    })
    const report = JSON.parse(out)
    expect(code).toBe(0)
    expect(Math.abs(report.solved.decantMin - 20)).toBeLessThan(1)
    expect(report.states[0].where).toBe('bed')
  })

  test('says why there is none', () => {
    const { code, err } = call(['forecast', 'f'], {
      resin: 'quick',
      cupMassG: 143,
      roomTempC: 21,
      decantMin: 45,
    })
    expect(code).toBe(2)
    expect(err).toMatch(/the cup has gelled at 32\.\d min; expected an earlier decant/)
  })
})

describe('a wrong call', () => {
  test.each<[readonly string[], unknown, RegExp]>([
    [['bake', 'f'], {}, /"bake" is neither plan nor forecast/],
    [['plan'], {}, /expected one file, got 0/],
    [['forecast', 'f', '--text'], {}, /--text is not a flag of "forecast"/],
    [['plan', 'f'], '{ half', /is not JSON/],
    [['plan', 'f'], { technique: 'bloom' }, /pieces: is missing/],
  ])('%j', (words, file, message) => {
    const { code, out, err } = call(words, file)
    expect([code, out]).toEqual([2, ''])
    expect(err).toMatch(message)
  })

  test('no words at all print the usage', () => {
    expect(call([]).out).toMatch(/npm run -s nublo -- plan FILE.json/)
  })
})
