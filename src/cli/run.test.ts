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
    expect(plan.steps[0]).toMatchObject({
      key: 'stir',
      stepId: 'stir',
      does: 'stirs',
      place: 'pour',
      floats: false,
    })
    expect(plan.steps[0].step).toBeUndefined()
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
    expect(err).toMatch(/the cup has gelled at 33\.\d min; expected an earlier decant/)
  })
})

const LIVE = {
  format: 'nublo/live-request',
  version: 1,
  plan: {
    ...PLAN,
    resin: 'quick',
    startAt: null,
    pieces: [
      { ...PLAN.pieces[0], mold: { ...PLAN.pieces[0]!.mold, outline: { shape: 'circle', acrossMm: 100 } } },
    ],
  },
  nowMin: 10,
  events: [] as unknown[],
}

describe('nublo live', () => {
  const live = (changes: object) => {
    const { code, out, err } = call(['live', 'f'], { ...LIVE, ...changes })
    return { code, err, report: out === '' ? null : JSON.parse(out) }
  }
  const white = (report: { turns: { turn: string }[] }) => report.turns.find(({ turn }) => turn === 'white.1')

  test('tells cup, next step and every turn with its verdict', () => {
    const { code, report } = live({})
    expect(code).toBe(0)
    expect(report.format).toBe('nublo/live')
    expect(report.cup.stopMin).toBeLessThan(report.cup.gelMin)
    expect(report.next.turn).toBe('rest')
    expect(report.turns.map(({ verdict }: { verdict: string }) => verdict)).toContain('notYet')
    expect(report.turns[0]).toMatchObject({ turn: 'stir', verdict: 'done' })
    expect(report.contradictions).toEqual([])
    expect(report.bands.steps.white.open.lowMin).toBeLessThan(report.bands.steps.white.open.highMin)
  })

  test('of a cup past its stop knows one next step, and no open window', () => {
    const { report: before } = live({})
    const { report } = live({ nowMin: before.cup.stopMin + 3 })
    expect(report.next).toMatchObject({ turn: 'decant', verdict: 'late' })
  })

  test('of a cup that was emptied late tells the white as late or over, never as now', () => {
    const { report: before } = live({})
    const atMin = before.cup.gelMin - 1
    const { report } = live({ nowMin: atMin + 5, events: [{ atMin, kind: 'done', turn: 'decant' }] })
    expect(report.cup).toEqual({ stopMin: null, gelMin: null })
    expect(['late', 'over']).toContain((white(report) as unknown as { verdict: string }).verdict)
  })

  test('one cool reading moves no stop later; a string leads; what contradicts is named by its event', () => {
    const { report: before } = live({})
    const cool = live({ events: [{ atMin: 9, kind: 'reading', tempC: 25 }] }).report
    expect(cool.cup.stopMin).toBeLessThanOrEqual(1.01 * before.cup.stopMin)
    const readings = [5, 7, 9].map((atMin) => ({ atMin, kind: 'reading', tempC: atMin === 7 ? 70 : 26 }))
    expect(live({ events: readings }).report.contradictions).toEqual([{ event: 1, atMin: 7 }])
    const seen = live({ nowMin: 15, events: [{ atMin: 14, kind: 'sign', sign: 'string' }] }).report
    expect(seen.turns.find(({ turn }: { turn: string }) => turn === 'decant').verdict).not.toBe('notYet')
  })

  test.each<[object, RegExp]>([
    [{ format: 'nublo/plan' }, /format: format is not "nublo\/live-request"/],
    [{ nowMin: -1 }, /nowMin: minute now is -1/],
    [{ events: [{ atMin: 11, kind: 'sign', sign: 'string' }] }, /an event lies after nowMin/],
    [{ events: [{ atMin: 3, kind: 'sign', sign: 'smell' }] }, /sign is none of string/],
    [
      { events: [{ atMin: 3, kind: 'done', turn: 'constructor' }] },
      /events.0.turn: "constructor" is none of stir/,
    ],
    [{ events: [{ atMin: 3, kind: 'reading', tempC: 900 }] }, /temperature read is 900/],
  ])('refuses %j by name', (changes, message) => {
    const { code, err, report } = live(changes)
    expect([code, report]).toEqual([2, null])
    expect(err).toMatch(message)
  })
})

const LABEL = {
  format: 'nublo/label',
  version: 1,
  ratio: { by: 'volume', partsA: 1, partsB: 1 },
  potLife: { min: 40, massG: 150, tempC: 22 },
  demold: { hours: 24, tempC: 22 },
  fullCureHours: 72,
  viscosityPaS: null,
}

describe('nublo label', () => {
  test('gives a whole resin that a forecast of the label\u2019s own conditions returns the label for', () => {
    const { code, out } = call(['label', 'f'], LABEL)
    expect(code).toBe(0)
    const { format, resin } = JSON.parse(out)
    expect([format, resin.fullCureDays]).toEqual(['nublo/resin', 3])
    const cup = JSON.parse(call(['forecast', 'f'], { resin, cupMassG: 150, roomTempC: 22 }).out).cup
    expect(Math.abs(cup.gelMin / 40 - 1)).toBeLessThan(0.1)
    const poured = { resin, cupMassG: 150, roomTempC: 22, bedDepthMm: 6, decantMin: 40 / 3 }
    const { stages } = JSON.parse(call(['forecast', 'f'], poured).out)
    expect(Math.abs(stages.demold.bestMin / 60 / 24 - 1)).toBeLessThan(0.1)
    const plan = call(['plan', 'f'], { ...PLAN, resin })
    expect(plan.code).toBe(0)
  })

  test('says why no resin meets it: exit code 3', () => {
    const { code, out, err } = call(['label', 'f'], { ...LABEL, demold: { hours: 1, tempC: 22 } })
    expect([code, out]).toEqual([3, ''])
    expect(err).toMatch(/hard enough to demold after 2 h \d\d at the soonest/)
  })

  test('refuses a file that is none: exit code 2', () => {
    const { code, err } = call(['label', 'f'], { ...LABEL, ratio: { by: 'volume', partsA: 0, partsB: 1 } })
    expect(code).toBe(2)
    expect(err).toMatch(/ratio, parts of A is 0/)
  })
})

describe('a wrong call', () => {
  test.each<[readonly string[], unknown, RegExp]>([
    [['bake', 'f'], {}, /"bake" is none of plan, forecast, live, label/],
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
