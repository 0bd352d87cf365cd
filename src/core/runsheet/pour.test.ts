import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { bloomRequest } from '../../../tests/support/request.ts'
import { techniqueOfPour, type BatchRequest } from '../batch/index.ts'
import { planBatch } from '../plan/index.ts'
import { TECHNIQUES, type TechniqueId } from '../technique/index.ts'
import { standingAt, stepAtHand } from './now.ts'
import {
  begunLayers,
  filledOf,
  isLive,
  isWorked,
  mayFollow,
  readPour,
  STIRRED,
  sittingAtHand,
  timedEvents,
  undoable,
  weighedOf,
  type PourEvent,
} from './pour.ts'
import { layerMarks } from './layerTurns.ts'

const T0 = 1_800_000_000_000
const min = (minutes: number) => T0 + minutes * 60_000
const STARTED: PourEvent[] = [
  { id: 'g', atMs: min(-20), kind: 'gatePassed', overruled: [] },
  { id: 's', atMs: min(-3), kind: 'stirBegan' },
  { id: 't', atMs: min(0), kind: 'stopStir' },
]
const done = (id: string, key: string, at: number): PourEvent => ({ id, atMs: min(at), kind: 'done', key })
const undone = (id: string, eventId: string): PourEvent => ({ id, atMs: min(99), kind: 'undone', eventId })

describe('a pour as its events tell it', () => {
  test('goes from planned over gate and stirring to running, counted from stop-stir', () => {
    expect(readPour([]).stage).toBe('planned')
    expect(readPour(STARTED.slice(0, 1)).stage).toBe('ready')
    expect(readPour(STARTED.slice(0, 2))).toEqual({ stage: 'mixing', stirBeganAtMs: min(-3) })
    const running = readPour([...STARTED, done('d', 'decant', 20.5)])
    expect(running.stage === 'running' && running.done['decant']).toBeCloseTo(20.5, 9)
  })

  test('is live while it is stirred and for four hours after; on the rack it goes by no minute', () => {
    expect(isLive(readPour(STARTED.slice(0, 1)), min(0))).toBe(false)
    expect(isLive(readPour(STARTED.slice(0, 2)), min(9999))).toBe(true)
    expect(isLive(readPour(STARTED), min(239))).toBe(true)
    expect(isLive(readPour(STARTED), min(241))).toBe(false)
    // By a clock that was set back since it has not even begun.
    expect(isLive(readPour(STARTED), min(-109))).toBe(true)
  })

  test('an undo takes back exactly the last mark, and can be followed by the mark again', () => {
    const events = [...STARTED, done('d', 'decant', 20), undone('u', 'd')]
    const pour = readPour(events)
    expect(pour.stage === 'running' && 'decant' in pour.done).toBe(false)
    expect(mayFollow(events, done('d2', 'decant', 21))).toBe(true)
  })

  test('what is left out is not done, once; a round more is counted; both are taken back like a mark', () => {
    const out: PourEvent = { id: 'o', atMs: min(30), kind: 'leftOut', keys: ['cover'] }
    const more: PourEvent = { id: 'm', atMs: min(31), kind: 'roundAdded' }
    const events = [...STARTED, out, more]
    expect(readPour(events)).toMatchObject({
      done: { stir: 0 },
      otherwise: { leftOut: ['cover'], moreRounds: 1 },
    })
    expect(mayFollow(events, { ...out, id: 'again' })).toBe(false)
    expect(mayFollow([...STARTED, done('d', 'cover', 29)], out)).toBe(false)
    expect(mayFollow(STARTED.slice(0, 2), more)).toBe(false)
    expect(undoable(events)?.id).toBe('m')
    expect(readPour([...events, undone('u', 'm'), undone('v', 'o')])).toEqual(readPour(STARTED))
    const many = Array.from({ length: 6 }, (_, k): PourEvent => ({ ...more, id: `m${k}` }))
    expect(mayFollow([...STARTED, ...many], more)).toBe(false)
  })

  test('what was weighed into molds is kept by piece and by layer, once each', () => {
    const into = (id: string, pieceNo: number, g: number, layer?: string): PourEvent => ({
      id,
      atMs: min(20),
      kind: 'filled',
      pieceNo,
      g,
      ...(layer && { layer }),
    })
    const events = [...STARTED, into('1', 1, 41), into('2', 2, 43.5), into('3', 1, 12, 'back')]
    const pour = readPour(events)
    if (pour.stage !== 'running') throw new Error('expected a running pour')
    expect([...filledOf(pour.filled, null)]).toEqual([
      [1, 41],
      [2, 43.5],
    ])
    expect([...filledOf(pour.filled, 'back')]).toEqual([[1, 12]])
    expect(mayFollow(events, into('4', 1, 40))).toBe(false)
    expect(mayFollow(events, into('4', 2, 12, 'back'))).toBe(true)
    expect(mayFollow(STARTED.slice(0, 2), into('4', 1, 40))).toBe(false)
    expect(undoable(events)?.id).toBe('3')
  })

  test('undoing stop-stir goes back to stirring', () => {
    expect(undoable(STARTED)?.id).toBe('t')
    expect(readPour([...STARTED, undone('u', 't')]).stage).toBe('mixing')
  })

  test('undo skips notes', () => {
    const events: PourEvent[] = [
      ...STARTED,
      done('d', 'decant', 20),
      { id: 'n', atMs: min(21), kind: 'note', text: 'warm' },
    ]
    expect(undoable(events)?.id).toBe('d')
  })

  test('a double tap, another tab, or a step before the clock are refused', () => {
    const events = [...STARTED, done('d', 'decant', 20)]
    expect(mayFollow(events, done('d', 'decant', 20))).toBe(false)
    expect(mayFollow(events, done('other', 'decant', 20.1))).toBe(false)
    expect(mayFollow(STARTED, { id: 'x', atMs: min(1), kind: 'stopStir' })).toBe(false)
    expect(mayFollow([], done('early', 'decant', 1))).toBe(false)
    expect(mayFollow(events, undone('u', 'nothing'))).toBe(false)
  })

  test('whatever is tapped, only what may follow is kept, and an undo of everything ends at the start', () => {
    const anyTap = fc.constantFrom('gatePassed', 'stirBegan', 'stopStir', 'decant', 'ink.1', 'undo')
    fc.assert(
      fc.property(fc.array(anyTap, { maxLength: 40 }), (taps) => {
        let events: PourEvent[] = []
        for (const [k, tap] of taps.entries()) {
          const event = eventOf(tap, `e${k}`, events)
          if (event && mayFollow(events, event)) events = [...events, event]
        }
        for (let k = 0; undoable(events); k++) events = [...events, undone(`z${k}`, undoable(events)!.id)]
        expect(readPour(events).stage).toBe('planned')
      }),
      { seed: 9, numRuns: 200 },
    )
  })
})

function eventOf(tap: string, id: string, events: readonly PourEvent[]): PourEvent | null {
  if (tap === 'gatePassed') return { id, atMs: T0, kind: tap, overruled: [] }
  if (tap === 'stirBegan' || tap === 'stopStir') return { id, atMs: T0, kind: tap }
  if (tap !== 'undo') return { id, atMs: T0, kind: 'done', key: tap }
  const last = undoable(events)
  return last && { id, atMs: T0, kind: 'undone', eventId: last.id }
}

describe('a clock that was set', () => {
  const shift = (byMin: number, atMin: number, id = 'c'): PourEvent => ({
    id,
    atMs: min(atMin),
    kind: 'clockMoved',
    byMs: byMin * 60_000,
  })
  const marked: PourEvent[] = [...STARTED, { id: 'd', atMs: min(12), kind: 'done', key: 'rest' }]

  test('never puts a pour before its stop-stir or its last mark', () => {
    expect(mayFollow(marked, shift(10, 25))).toBe(true)
    expect(mayFollow(marked, shift(14, 25))).toBe(false)
    expect(mayFollow(STARTED, shift(22 * 60, 1))).toBe(false)
  })

  test('is taken back before the mark that was made before it', () => {
    const events = [...marked, shift(10, 25)]
    expect(undoable(events, min(26))!.id).toBe('c')
    const back: PourEvent = { id: 'u', atMs: min(26), kind: 'undone', eventId: 'c' }
    expect(mayFollow(events, back)).toBe(true)
    const pour = readPour([...events, back])
    expect(pour.stage === 'running' && pour.stopStirAtMs).toBe(T0)
    expect(undoable([...events, back], min(27))!.id).toBe('d')
  })

  test('set back and made good stays so while without it the pour would stand before its marks', () => {
    const events = [...marked, shift(-60, -40)]
    expect(undoable(events, min(-39))!.id).toBe('d')
    expect(mayFollow(events, { id: 'u', atMs: min(-39), kind: 'undone', eventId: 'c' })).toBe(false)
  })
})

describe('a pour the hands are at', () => {
  const request = bloomRequest({}, 1)
  const technique = techniqueOfPour(request)
  const fixed = planBatch(request).steps.filter(({ step: { place, floats } }) => place === 'pour' && !floats)
  const after = (keys: readonly string[]): PourEvent[] => [
    ...STARTED,
    ...keys.map((key, k): PourEvent => ({ id: `d${k}`, atMs: min(10 + k), kind: 'done', key })),
  ]
  const keys = fixed.slice(1).map(({ key }) => key)

  test('is over with its last step, looks or no looks; until then it is worked', () => {
    expect(isWorked(readPour(after(keys.slice(0, -1))), technique, min(60))).toBe(true)
    expect(isWorked(readPour(after(keys)), technique, min(60))).toBe(false)
    expect(isWorked(readPour(after([])), technique, min(5 * 60))).toBe(false)
  })
})

describe('the step at hand', () => {
  test('is soon, now, to be hurried or past against its window', () => {
    const window = { fromMin: 20, toMin: 40, handsOnMin: 2, never: false }
    expect(standingAt(window, 15)).toEqual({ kind: 'soon', opensInMin: 5 })
    expect(standingAt(window, 25)).toEqual({ kind: 'now', closesInMin: 15 })
    expect(standingAt(window, 37)).toEqual({ kind: 'hurry', closesInMin: 3 })
    expect(standingAt(window, 42)).toEqual({ kind: 'past', byMin: 2 })
    expect(standingAt({ ...window, toMin: null }, 1e4)).toEqual({ kind: 'now', closesInMin: null })
  })

  test('is hurried as soon as there is no more time than the hands need', () => {
    const window = { fromMin: 20, toMin: 40, handsOnMin: 9, never: false }
    expect(standingAt(window, 30.5)).toEqual({ kind: 'now', closesInMin: 9.5 })
    expect(standingAt(window, 31.5)).toEqual({ kind: 'hurry', closesInMin: 8.5 })
  })

  test('is none when nothing is left of the pour', () => {
    expect(stepAtHand({ steps: [], cupLimits: null }, {}, 0)).toBeNull()
  })

  test('is late and not "now" once its window closed before it could begin, and says so where it never comes', () => {
    expect(standingAt({ fromMin: 20, toMin: 40, handsOnMin: 2, never: false }, 70)).toEqual({
      kind: 'past',
      byMin: 30,
    })
    expect(standingAt({ fromMin: 0, toMin: null, handsOnMin: 2, never: true }, 70)).toEqual({ kind: 'never' })
  })

  test('of a cup that must be empty is to empty it, whatever else is still to do', () => {
    const plan = planBatch(bloomRequest({}, 2))
    const stopMin = plan.cupLimits!.stopMin
    expect(stepAtHand(plan, STIRRED, stopMin - 0.1)!.step.does).not.toBe('empties')
    expect(stepAtHand(plan, STIRRED, stopMin + 0.1)!.step.does).toBe('empties')
    const done = {
      ...STIRRED,
      [plan.steps.find(({ step }) => step.does === 'empties')!.key]: stopMin - 5,
    }
    expect(stepAtHand(plan, done, stopMin + 5)!.step.does).not.toBe('empties')
  })

  test('is a look when that is due, and no look once another step has begun or its hour is over', () => {
    const plan = planBatch(bloomRequest({}, 1))
    const looks = plan.steps.filter(({ step: { floats } }) => floats)
    const fixed = plan.steps.filter(({ step: { place, floats } }) => place === 'pour' && !floats)
    const done = Object.fromEntries(fixed.map(({ key, endMin }) => [key, endMin]))
    expect(stepAtHand(plan, done, looks[0]!.beginMin + 1)!.key).toBe(looks[0]!.key)
    const last = fixed.at(-1)!
    const { [last.key]: _gone, ...rest } = done
    expect(stepAtHand(plan, rest, last.beginMin + 120)!.key).toBe(last.key)
  })
})

describe('the prep gate', () => {
  const prepOf = (request: BatchRequest) => planBatch(request).prep
  const toolsOf = (request: BatchRequest) => prepOf(request).map(({ tool }) => tool)
  const bloom = bloomRequest()
  const petri = bloomRequest({ technique: 'petri' })

  test('asks for gloves, air and level whatever the technique', () => {
    for (const technique of Object.keys(TECHNIQUES) as TechniqueId[])
      expect(toolsOf(bloomRequest({ technique }))).toEqual(
        expect.arrayContaining(['gloves', 'air', 'level', 'cover']),
      )
  })

  test('wants the bag for a bloom and the needle for a petri', () => {
    expect(toolsOf(bloom)).toContain('bag')
    expect(toolsOf(bloom)).not.toContain('needle')
    expect(toolsOf(petri)).toContain('needle')
    expect(toolsOf(petri)).not.toContain('bag')
  })

  test('lets nobody go without gloves, air or the data sheets', () => {
    const fixed = prepOf(bloom).filter((item) => !item.mayGoWithout)
    expect(fixed.map((item) => item.tool)).toEqual(['gloves', 'air', 'sheet'])
  })

  test('names each item once and says what it is for', () => {
    const tools = toolsOf(bloom)
    expect(new Set(tools).size).toBe(tools.length)
    expect(prepOf(bloom).find((item) => item.tool === 'bag')!.neededFor).toContain('Pipe the white')
  })
})

describe('a device clock that is moved in the middle of a pour', () => {
  const hour = 60
  const moved: PourEvent = { id: 'm', atMs: min(20 - hour), kind: 'clockMoved', byMs: -hour * 60_000 }
  const events = [...STARTED, done('d', 'decant', 15), moved, done('w', 'white.1', 25 - hour)]

  test('leaves every mark at its own minute, before and after', () => {
    const pour = readPour(events)
    if (pour.stage !== 'running') throw new Error(pour.stage)
    expect(pour.done['decant']).toBeCloseTo(15, 9)
    expect(pour.done['white.1']).toBeCloseTo(25, 9)
    expect(timedEvents(events).map((each) => Math.round(each.min))).toEqual([-20, -3, 0, 15, 20, 25])
  })

  test('runs the clock on from where it was', () => {
    const pour = readPour(events)
    const nowMs = min(30 - hour)
    expect(pour.stage === 'running' && (nowMs - pour.stopStirAtMs) / 60_000).toBeCloseTo(30, 9)
  })

  test('is told once, by whichever tab saw it first, and not undone while the clock stands as it was set', () => {
    expect(mayFollow([...STARTED, moved], { ...moved, id: 'm2', atMs: moved.atMs + 900 })).toBe(false)
    expect(mayFollow([...STARTED, moved], { ...moved, id: 'm3', byMs: -5 * hour * 60_000 })).toBe(true)
    expect(undoable([...STARTED, moved], moved.atMs)?.id).toBe('t')
    expect(mayFollow([], moved)).toBe(false)
  })

  test('while stirring moves the stirring with it', () => {
    const stirring = readPour([...STARTED.slice(0, 2), { ...moved, byMs: 60_000 }])
    expect(stirring).toEqual({ stage: 'mixing', stirBeganAtMs: min(-2) })
  })
})

describe('what the scale said', () => {
  const weighed: PourEvent = { id: 'w', atMs: min(-5), kind: 'weighed', aG: 110.2, bG: 100.1 }

  test('is kept with the pour, the last word counting', () => {
    const [gate] = STARTED
    expect(weighedOf([])).toBeNull()
    expect(weighedOf([gate!, weighed, { ...weighed, id: 'w2', aG: 112 }])).toEqual({ aG: 112, bG: 100.1 })
    expect(mayFollow([gate!], weighed)).toBe(true)
    expect(mayFollow(STARTED, weighed)).toBe(false)
    expect(readPour([gate!, weighed]).stage).toBe('ready')
  })
})

describe('the sitting of a later layer', () => {
  const T0 = 1_000_000
  const poured: readonly PourEvent[] = [
    { id: '1', atMs: T0 - 6e5, kind: 'gatePassed', overruled: [] },
    { id: '2', atMs: T0 - 18e4, kind: 'stirBegan' },
    { id: '3', atMs: T0, kind: 'stopStir' },
  ]
  const at = T0 + 5 * 3_600_000
  const sitting: readonly PourEvent[] = [
    { id: 'g', atMs: at, kind: 'gatePassed', layer: 'back', overruled: [] },
    { id: 'w', atMs: at + 1e4, kind: 'weighed', layer: 'back', aG: 40, bG: 36 },
    { id: 's', atMs: at + 2e4, kind: 'stirBegan', layer: 'back' },
    { id: 'x', atMs: at + 2e5, kind: 'stopStir', layer: 'back' },
    {
      id: 'r',
      atMs: at + 5e5,
      kind: 'reading',
      layer: 'back',
      reading: { kind: 'temperature', tempC: 24, by: 'probe' },
    },
  ]

  test('has its own gate, scale, stop-stir and readings, and moves nothing of the pour', () => {
    const pour = readPour([...poured, ...sitting])
    expect(pour).toMatchObject({
      stage: 'running',
      stopStirAtMs: T0,
      readings: [],
      sittings: { back: { stage: 'running', stopStirAtMs: at + 2e5, readings: [{ atMin: 5, tempC: 24 }] } },
    })
    expect(weighedOf([...poured, ...sitting])).toBeNull()
    expect(weighedOf([...poured, ...sitting], 'back')).toEqual({ aG: 40, bG: 36 })
    expect(timedEvents([...poured, ...sitting])[2]!.min).toBe(0)
  })

  test('goes on in its order alone: no stop-stir before stirring, no gate twice, nothing before the pour', () => {
    const follows = (events: readonly PourEvent[], k: number) =>
      mayFollow([...poured, ...events], { ...sitting[k]!, id: 'new' } as PourEvent)
    expect(follows([], 0)).toBe(true)
    expect(follows([], 3)).toBe(false)
    expect(follows(sitting.slice(0, 1), 0)).toBe(false)
    expect(follows(sitting.slice(0, 3), 3)).toBe(true)
    expect(mayFollow(poured.slice(0, 2), { ...sitting[0]!, id: 'new' } as PourEvent)).toBe(false)
  })

  test('is over once the layer is laid; a finger may still try it', () => {
    const laid: PourEvent = { id: 'd', atMs: at + 6e5, kind: 'done', key: 'back' }
    const all = [...poured, ...sitting, laid]
    expect(mayFollow(all, { ...sitting[0]!, id: 'again' } as PourEvent)).toBe(false)
    expect(mayFollow(all, { ...sitting[4]!, id: 'print' } as PourEvent)).toBe(true)
    expect(begunLayers(readPour(all))).toContain('back')
    const running = readPour(all)
    expect(running.stage === 'running' && sittingAtHand(running, at + 7e5)).toBeNull()
  })

  test('a layer that is drawn is told by its own clock: its turns by their own keys, the last as the layer', () => {
    const steps = [
      { key: 'decant', step: { place: 'pour' } },
      { key: 'ink.1', step: { place: 'pour' } },
      { key: 'demold', step: { place: 'rack' } },
    ] as const
    const done = (id: string, key: string, min: number): PourEvent => ({
      id,
      atMs: at + 2e5 + min * 60_000,
      kind: 'done',
      key,
    })
    const all = [
      ...poured,
      ...sitting,
      done('d1', 'back.decant', 6),
      done('d2', 'back', 9),
      done('d3', 'demold', 2000),
    ]
    expect(layerMarks(timedEvents(all), 'back', steps).map(({ event, min }) => [event, min])).toEqual([
      [{ ...sitting[4], layer: undefined }, 5],
      [done('d1', 'decant', 6), 6],
      [done('d2', 'ink.1', 9), 9],
    ])
    expect(layerMarks(timedEvents(all), 'second', steps)).toEqual([])
  })

  test('a cup stirred by itself has no gate of its own: it is weighed and stirred once the mix is', () => {
    const own = (k: number): PourEvent =>
      ({ ...sitting[k]!, id: `own${k}`, layer: 'back.pearl' }) as PourEvent
    const follows = (events: readonly PourEvent[], event: PourEvent) =>
      mayFollow([...poured, ...events], event)
    expect(follows(sitting.slice(0, 3), own(2))).toBe(false)
    expect(follows(sitting, own(0))).toBe(false)
    expect(follows(sitting, own(1))).toBe(true)
    expect(follows(sitting, own(2))).toBe(true)
    expect(follows([...sitting, own(2)], own(3))).toBe(true)
    const both = readPour([...poured, ...sitting, own(2), own(3)])
    expect(both).toMatchObject({
      sittings: { back: { stage: 'running' }, 'back.pearl': { stage: 'running' } },
    })
    expect(both.stage === 'running' && sittingAtHand(both, at + 3e5)).toBe('back')
    const laid: PourEvent = { id: 'd', atMs: at + 6e5, kind: 'done', key: 'back' }
    expect(follows([...sitting, laid], own(2))).toBe(false)
    const over = readPour([...poured, ...sitting, own(2), own(3), laid])
    expect(over.stage === 'running' && sittingAtHand(over, at + 7e5)).toBeNull()
  })

  test('is taken back step by step, and the clock of a device that was set moves it too', () => {
    const undone = readPour([
      ...poured,
      ...sitting,
      { id: 'u', atMs: at + 6e5, kind: 'undone', eventId: 'x' },
    ])
    expect(undone).toMatchObject({ sittings: { back: { stage: 'mixing' } } })
    const moved = readPour([
      ...poured,
      ...sitting.slice(0, 4),
      { id: 'c', atMs: at, kind: 'clockMoved', byMs: -3e6 },
    ])
    expect(moved).toMatchObject({
      stopStirAtMs: T0 - 3e6,
      sittings: { back: { stage: 'running', stopStirAtMs: at + 2e5 - 3e6 } },
    })
    expect(isLive(readPour([...poured, ...sitting.slice(0, 4)]), at + 3e5)).toBe(true)
  })
})
