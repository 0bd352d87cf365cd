import { describe, expect, test } from '@jest/globals'
import ICAL from 'ical.js'
import Papa from 'papaparse'
import { smallStudio, T0 } from '../../tests/support/studio.ts'
import type { PourEvent } from '#core/runsheet/index.ts'
import { wallInstantMs, type RackPlan } from '#core/rack/index.ts'
import { METRIC, US_CUSTOMARY, type UnitChoice } from '#core/units/index.ts'
import { readBundle, writeBundle } from './bundle.ts'
import { calendarFile } from './calendar.ts'
import { logCsv } from './logCsv.ts'
import { calendarEntries, scheduleCsv } from './scheduleCsv.ts'
import { supplyCsv } from './supplyCsv.ts'
import { backLayer, begun } from '../../tests/support/layers.ts'

describe('the studio file', () => {
  test('reads back what was written, pictures and all', async () => {
    const studio = smallStudio()
    const read = await readBundle(await writeBundle(studio, T0))
    expect(read).toEqual({ ok: true, value: studio })
  })

  const untagged = () =>
    smallStudio().pieces.map((piece) => ({ ...piece, outcome: { ...piece.outcome!, tags: [] } }))
  /** A file as someone writes it by hand: without checksums. */
  const bundle = async () => {
    const { checksums: _sums, ...file } = JSON.parse(await writeBundle(smallStudio(), T0))
    return file
  }
  const problemOf = async (text: string) => {
    const read = await readBundle(text)
    return read.ok ? null : read.problem
  }
  const linesOf = async (value: object) => {
    const problem = await problemOf(JSON.stringify(value))
    return problem?.kind === 'broken' ? problem.lines.join('\n') : `${problem?.kind}`
  }

  test('that is cut off is not JSON', async () => {
    const text = await writeBundle(smallStudio(), T0)
    expect((await problemOf(text.slice(0, text.length / 2)))?.kind).toBe('notJson')
  })

  test.each([['[]'], ['null'], ['"nublo/studio"'], ['{"format":"elsewhere"}'], ['{}']])(
    '%s is not a studio',
    async (text) => {
      expect((await problemOf(text))?.kind).toBe('notAStudio')
    },
  )

  test('of version 1 is read: no patterns yet, one cavity a mold, every piece as usual', async () => {
    const {
      patterns: _none,
      supplies: _supplies,
      movements: _movements,
      care: _care,
      orders: _orders,
      ...old
    } = await bundle()
    for (const mold of [
      ...old.molds,
      ...old.batches.map((batch: never) => batch['request']['pieces'][0]['mold']),
    ])
      delete mold.cavities
    for (const batch of old.batches) for (const piece of batch.request.pieces) delete piece.pattern
    for (const piece of old.pieces) delete piece.outcome.tags
    expect(await readBundle(JSON.stringify({ ...old, version: 1 }))).toEqual({
      ok: true,
      value: smallStudio({
        pieces: untagged(),
        patterns: [],
        supplies: [],
        movements: [],
        care: [],
        orders: [],
      }),
    })
  })

  test('of a newer version says so', async () => {
    expect(await problemOf(JSON.stringify({ ...(await bundle()), version: 9 }))).toEqual({
      kind: 'newer',
      version: 9,
    })
  })

  test.each<[string, (file: Awaited<ReturnType<typeof bundle>>) => void, RegExp]>([
    ['a wrong figure', (file) => void (file.molds[0].depthMm = -1), /molds.0.depthMm: mold depth is -1/],
    ['a field too many', (file) => void (file.evil = 1), /evil: is not a field/],
    ['a missing list', (file) => void delete file.pieces, /pieces/],
    ['an id with a path in it', (file) => void (file.resins[0].id = '../../x'), /id has marks/],
    ['an id that stands twice', (file) => void file.molds.push(file.molds[0]), /molds: coaster stands twice/],
    ['a piece of no batch', (file) => void (file.pieces[0].batchId = 'ghost'), /belongs to batch ghost/],
    ['a picture of no piece', (file) => void (file.photos[0].pieceId = 'ghost'), /belongs to piece ghost/],
    [
      'a picture that is a script',
      (file) => void (file.photos[0].base64 = btoa('<svg onload=1>')),
      /is not image\/png/,
    ],
    [
      'a picture of a kind not taken',
      (file) => void (file.photos[0].mediaType = 'image/svg+xml'),
      /neither JPEG, PNG nor WebP/,
    ],
    ['an event of an unknown kind', (file) => void (file.events[0].event.kind = 'explode'), /events.0.event/],
    [
      'a fault that is not in the list',
      (file) => void (file.pieces[0].outcome.faults = ['gremlins']),
      /not in the fault list/,
    ],
    ['an instant before time', (file) => void (file.batches[0].createdAtMs = -1), /before the year 2000/],
  ])('with %s is refused by name', async (_name, spoil, message) => {
    const file = await bundle()
    spoil(file)
    expect(await linesOf(file)).toMatch(message)
  })

  test('cannot reach the prototype of anything', async () => {
    const text = (await writeBundle(smallStudio(), T0)).replace(
      '"exportedAt"',
      '"__proto__":{"polluted":true},"exportedAt"',
    )
    await readBundle(text)
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined()
  })
})

describe('the log as CSV', () => {
  const studio = smallStudio()
  const rows = [
    {
      batch: studio.batches[0]!,
      piece: studio.pieces[0]!,
      events: studio.events.map((row) => row.event as PourEvent),
    },
  ]

  test('keeps quotes, commas, line breaks and other scripts (RFC 4180)', () => {
    const csv = logCsv(rows)
    expect(csv.split('\r\n')[0]).toBe(
      'piece_id,batch,piece_no,technique,mold,resin,stop_stir,room_c,decant_min,white_min,rating,timing,faults,note,layers',
    )
    const [row] = Papa.parse<Record<string, string>>(csv, { header: true }).data
    expect(row!['batch']).toBe('Été, "first"\n两个')
    expect(row!['decant_min']).toBe('20.5')
    expect(row!['stop_stir']).toBe(new Date(T0 + 240_000).toISOString())
  })

  test('tells the layers over a piece, what tints them, and when they were laid; none that lies in another mold', () => {
    const [{ batch, piece, events }] = rows as [(typeof rows)[number]]
    const slate = { id: 'slate', name: 'Slate', kind: 'paste', hex: '#39424e' } as const
    const layers = [
      backLayer('nextDay', 2, slate),
      { ...begun('clearCoat')[0]!, only: ['elsewhere'] },
    ] as unknown as typeof batch.request.layers
    const laid: PourEvent = { id: 'k', atMs: T0 + 240_000 + 90 * 60_000, kind: 'done', key: 'back' }
    const own = { ...batch, request: { ...batch.request, layers } }
    const csv = logCsv([{ batch: own, piece, events: [...events, laid] }])
    const [row] = Papa.parse<Record<string, string>>(csv, { header: true }).data
    expect(row!['layers']).toBe('back layer (Slate) at 90.0')
  })

  test('hands no formula to a spreadsheet', () => {
    const [row] = Papa.parse<Record<string, string>>(logCsv(rows), { header: true }).data
    expect(row!['note']).toBe('\'=1+1, "fine"\r\nsecond line')
  })
})

describe('the calendar file', () => {
  const entry = {
    uid: 'b1-demold@nublo',
    summary: 'Demold: Été; "first", 两个',
    detail: 'Ease it out,\nall round',
    beginAtMs: T0,
    endAtMs: T0 + 60_000,
  }

  test('is read back by an independent reader (ical.js) as the same instant, with its alarm', () => {
    const file = calendarFile([entry], T0)
    const [vevent] = new ICAL.Component(ICAL.parse(file)).getAllSubcomponents('vevent')
    const event = new ICAL.Event(vevent!)
    expect(event.uid).toBe(entry.uid)
    expect(event.summary).toBe(entry.summary)
    expect(event.startDate.toJSDate().getTime()).toBe(T0)
    expect(event.endDate.toJSDate().getTime()).toBe(T0 + 5 * 60_000)
    const alarm = vevent!.getFirstSubcomponent('valarm')!
    expect(String(alarm.getFirstPropertyValue('trigger'))).toBe('-PT10M')
  })

  // Clock changes of 2026 by the IANA database; two in the north, one in the south where the hours go the other way.
  test.each([
    ['Europe/Berlin', '2026-03-28', '2026-03-30'],
    ['Europe/Berlin', '2026-10-24', '2026-10-26'],
    ['America/New_York', '2026-03-07', '2026-03-09'],
    ['America/New_York', '2026-10-31', '2026-11-02'],
    ['Australia/Sydney', '2026-04-04', '2026-04-06'],
    ['Australia/Sydney', '2026-10-03', '2026-10-05'],
  ])('in %s keeps the wall hours of the days %s to %s, over the clock change', (zone, before, after) => {
    const evening = (on: string) => wallInstantMs(on, '19:15', zone)
    const entries = [before, after].map((on) => ({
      ...entry,
      uid: on,
      beginAtMs: evening(on),
      endAtMs: evening(on),
    }))
    const events = new ICAL.Component(ICAL.parse(calendarFile(entries, T0)))
      .getAllSubcomponents('vevent')
      .map((vevent) => new ICAL.Event(vevent))
    const shown = new Intl.DateTimeFormat('en-CA', {
      timeZone: zone,
      dateStyle: 'short',
      timeStyle: 'short',
      hourCycle: 'h23',
    })
    expect(events.map((event) => shown.format(event.startDate.toJSDate()))).toEqual([
      `${before}, 19:15`,
      `${after}, 19:15`,
    ])
    // Two days apart by the wall are 47 or 49 hours by the sun.
    const hours = (evening(after) - evening(before)) / 3_600_000
    expect([47, 49]).toContain(hours)
  })

  test('keeps to RFC 5545 lines: CRLF, at most 75 octets', () => {
    const file = calendarFile([{ ...entry, detail: 'long '.repeat(60) }], T0)
    expect(file).toMatch(/^BEGIN:VCALENDAR\r\nVERSION:2.0\r\n/)
    for (const line of file.split('\r\n'))
      expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75)
  })
})

describe('the coming days as files', () => {
  const name = 'Été, "first"\n两个'
  const plan: RackPlan = {
    fromMs: T0,
    toMs: T0 + 1e9,
    free: [],
    level: [],
    proven: true,
    batches: [
      {
        id: 'b1',
        name,
        placed: true,
        readyAtMs: T0 + 1e9,
        promisedAtMs: null,
        lateMin: 0,
        latestPourAtMs: null,
        nouns: {},
        trouble: null,
      },
    ],
    jobs: [
      {
        batchId: 'b1',
        id: 'demold',
        title: '=Demold',
        does: 'frees',
        lays: null,
        detail: 'Ease it out',
        takes: [{ of: 'mix', name: null, aG: 20, bG: 10, totalG: 30 }],
        beginAtMs: T0,
        endAtMs: T0 + 900_000,
        openAtMs: T0 - 900_000,
        closeAtMs: null,
        pinned: true,
        late: false,
      },
    ],
  }

  test('come back from CSV as they were, formulas disarmed', () => {
    const { data } = Papa.parse<Record<string, string>>(scheduleCsv(plan), { header: true })
    expect(data).toEqual([
      {
        batch: name,
        job: "'=Demold",
        begins: new Date(T0).toISOString(),
        ends: new Date(T0 + 900_000).toISOString(),
        possible_from: new Date(T0 - 900_000).toISOString(),
        possible_until: '',
        hour_chosen: 'yes',
        late: 'no',
        ready_for_use: new Date(T0 + 1e9).toISOString(),
        promised: '',
      },
    ])
  })

  test('say in a calendar what they take, in the units chosen', () => {
    const detailIn = (units: UnitChoice) => calendarEntries(plan, units)[0]!.detail
    expect(detailIn(METRIC)).toBe('20.0 g of A and 10.0 g of B, 30.0 g together. Ease it out')
    expect(detailIn(US_CUSTOMARY)).toMatch(/oz.* of A .*together\. Ease it out$/)
  })

  test('become entries of a calendar that keep their uid when they move', () => {
    expect(calendarEntries(plan, METRIC).map(({ uid }) => uid)).toEqual(['b1-demold@nublo', 'b1-use@nublo'])
    const moved = { ...plan, jobs: plan.jobs.map((job) => ({ ...job, beginAtMs: job.beginAtMs + 1e7 })) }
    expect(calendarEntries(moved, METRIC)[0]).toMatchObject({ uid: 'b1-demold@nublo', beginAtMs: T0 + 1e7 })
  })
})

test('the books of supplies come back from CSV with quotes, line breaks and other scripts', () => {
  const [supply] = smallStudio().supplies
  const note = 'Zweite Flasche; "halb voll",\n二本目'
  const movements = [
    { id: 'm2', supplyId: 's1', atMs: T0, note, kind: 'poured', amount: 71.4, batchId: 'b1' } as const,
    ...smallStudio().movements,
  ]
  const { data } = Papa.parse<Record<string, string>>(supplyCsv([{ supply: supply!, movements }]), {
    header: true,
  })
  expect(data.map(({ entry, amount, unit, price_minor }) => [entry, amount, unit, price_minor])).toEqual([
    ['bought', '1000', 'g', '2450'],
    ['poured', '71.4', 'g', ''],
  ])
  expect(data[1]).toMatchObject({
    supply: supply!.name,
    note,
    batch_id: 'b1',
    at: new Date(T0).toISOString(),
  })
})
