import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { bloomRequest } from '../../tests/support/request.ts'
import { smallStudio, T0 } from '../../tests/support/studio.ts'
import type { PourEvent } from '#core/runsheet/index.ts'
import { mayFollow } from '#core/runsheet/index.ts'
import type { StoredEvent } from '#schema/studio.ts'
import { mergeStudios, type Choice, type Merged, type Records } from './mergeStudios.ts'

const start = (): Records => {
  const { settings: _settings, photos, ...rest } = smallStudio()
  return { ...rest, photos: photos.map(({ bytes: _bytes, ...photo }) => photo) }
}

const marked = (records: Records, event: PourEvent): Records => {
  const own = records.events.filter(({ batchId }) => batchId === 'b1')
  if (
    !mayFollow(
      own.map((row) => row.event as PourEvent),
      event,
    )
  )
    return records
  return {
    ...records,
    events: [...records.events, { batchId: 'b1', seq: own.length, event } as StoredEvent],
  }
}

/** What a person may do to a studio on one device; the number keeps two devices' ids and instants apart. */
type Deed = (records: Records, no: number, device: string) => Records

const DEEDS: readonly Deed[] = [
  (records, no) =>
    marked(records, { id: `done-${no}`, atMs: T0 + no * 60_000, kind: 'done', key: `ink.${no % 4}` }),
  (records, no, device) =>
    marked(records, { id: `note-${device}-${no}`, atMs: T0 + no * 60_000, kind: 'note', text: `${no}` }),
  (records, no, device) =>
    marked(records, {
      id: `read-${device}-${no}`,
      atMs: T0 + no * 60_000,
      kind: 'reading',
      reading: { kind: 'room', tempC: 20 + (no % 5) },
    }),
  (records, no, device) =>
    marked(records, { id: `undo-${device}-${no}`, atMs: T0 + no * 60_000, kind: 'undone', eventId: 'e3' }),
  (records, no, device) => ({
    ...records,
    molds: [...records.molds, { ...records.molds[0]!, id: `mold-${device}-${no}`, name: `Mold ${no}` }],
  }),
  (records, no) => ({
    ...records,
    molds: records.molds.map((mold, k) => (k === 0 ? { ...mold, depthMm: 8 + (no % 3) } : mold)),
  }),
  (records, no) => ({
    ...records,
    pieces: records.pieces.map((piece) =>
      piece.outcome ? { ...piece, outcome: { ...piece.outcome, rating: 1 + (no % 5) } } : piece,
    ),
  }),
  (records, no) => ({
    ...records,
    batches: records.batches.map((batch) => ({ ...batch, pins: { ...batch.pins, demold: T0 + no * 1e6 } })),
  }),
  (records, no, device) => ({
    ...records,
    batches: [
      ...records.batches,
      { ...records.batches[0]!, id: `batch-${device}-${no}`, request: bloomRequest() } as never,
    ],
    pieces: [
      ...records.pieces,
      {
        ...records.pieces[0]!,
        id: `batch-${device}-${no}-1`,
        batchId: `batch-${device}-${no}`,
        outcome: null,
      },
    ],
  }),
  (records, no, device) => ({
    ...records,
    photos: [
      ...records.photos.filter(({ side }) => side !== 'back'),
      { id: `photo-${device}-${no}`, pieceId: 'b1-1', side: 'back', mediaType: 'image/png' },
    ],
  }),
  (records, no) => ({
    ...records,
    learning: [{ id: 'resin-quick', sinceMs: no, leftOut: [`b${no % 3}`] }],
  }),
]

const deeds = fc.array(fc.record({ what: fc.nat(DEEDS.length - 1), no: fc.integer({ min: 30, max: 60 }) }), {
  maxLength: 12,
})

const device = (name: string, all: readonly { readonly what: number; readonly no: number }[]): Records =>
  all.reduce((records, { what, no }) => DEEDS[what]!(records, no, name), start())

const CHOICES: readonly Choice[] = ['here', 'there', 'both']
const OPPOSITE: Readonly<Record<Choice, Choice>> = { here: 'there', there: 'here', both: 'both' }

/** Every conflict answered by chance but reproducibly. */
function answers({ conflicts }: Merged, seed: number): Record<string, Choice> {
  return Object.fromEntries(
    conflicts.map(({ key, canBeBoth }, k) => [key, CHOICES[(seed + k) % (canBeBoth ? 3 : 2)]!]),
  )
}

const flipped = (choices: Record<string, Choice>) =>
  Object.fromEntries(Object.entries(choices).map(([key, choice]) => [key, OPPOSITE[choice]]))

const ids = (rows: readonly { readonly id: string }[]) => new Set(rows.map(({ id }) => id))
const RUNS = process.env['LONG'] ? 20_000 : 400

describe('two devices that went on separately', () => {
  test('merge to the same studio in either order, with the same answers', () => {
    fc.assert(
      fc.property(deeds, deeds, fc.nat(5), (one, other, seed) => {
        const [a, b] = [device('a', one), device('b', other)]
        const choices = answers(mergeStudios(a, b), seed)
        expect(mergeStudios(b, a, flipped(choices)).records).toEqual(mergeStudios(a, b, choices).records)
      }),
      { seed: 7, numRuns: RUNS },
    )
  })

  test('lose no batch, no piece, no shelf item, and no mark but by choice', () => {
    fc.assert(
      fc.property(deeds, deeds, (one, other) => {
        const [a, b] = [device('a', one), device('b', other)]
        const { records, conflicts } = mergeStudios(a, b)
        for (const table of ['batches', 'pieces', 'molds', 'colours'] as const)
          expect(ids(records[table])).toEqual(new Set([...ids(a[table]), ...ids(b[table])]))
        const marks = new Set(records.events.map(({ event }) => event.id))
        for (const { event } of a.events) expect(marks).toContain(event.id)
        if (conflicts.every(({ of }) => of !== 'run'))
          for (const { event } of b.events) expect(marks).toContain(event.id)
      }),
      { seed: 8, numRuns: RUNS },
    )
  })

  test('merged once, there is nothing more to add', () => {
    fc.assert(
      fc.property(deeds, deeds, (one, other) => {
        const [a, b] = [device('a', one), device('b', other)]
        const { records } = mergeStudios(a, b)
        expect(mergeStudios(records, b)).toMatchObject({ records, added: {} })
        expect(mergeStudios(records, records)).toMatchObject({ records, added: {}, conflicts: [] })
      }),
      { seed: 9, numRuns: RUNS },
    )
  })
})

describe('a desk and a phone', () => {
  test('planned there and poured here: the plan it was poured by stands, without a question', () => {
    const poured = start()
    const planned = start()
    const unpoured = {
      ...planned,
      events: planned.events.slice(0, 1),
      batches: planned.batches.map(
        (batch) => ({ ...batch, request: bloomRequest({ roomTempC: 25 }) }) as never,
      ),
    }
    for (const [here, there] of [
      [poured, unpoured],
      [unpoured, poured],
    ] as const) {
      const { records, conflicts, added } = mergeStudios(here, there)
      expect(conflicts).toEqual([])
      // What the phone marked is told where it comes along.
      expect(added['marks'] ?? 0).toBe(poured.events.length - here.events.length)
      expect(records.batches).toEqual(poured.batches)
      expect(records.events).toEqual(poured.events)
    }
  })

  test('both stirred the same batch: it is asked, and both can be kept as two runs with their own pieces', () => {
    const stirred = (id: string, byMs: number): Records => {
      const all = start()
      return {
        ...all,
        events: all.events.map((row, k) =>
          k === 0
            ? row
            : { ...row, event: { ...row.event, id: `${row.event.id}-${id}`, atMs: row.event.atMs + byMs } },
        ) as StoredEvent[],
      }
    }
    const [desk, phone] = [stirred('desk', 0), stirred('phone', 3_600_000)]
    const { conflicts } = mergeStudios(desk, phone)
    expect(conflicts).toMatchObject([{ key: 'batch b1', of: 'run', canBeBoth: true }])
    const { records } = mergeStudios(desk, phone, { 'batch b1': 'both' })
    expect(records.batches.map(({ id }) => id)).toEqual(['b1', 'b1.b'])
    expect(records.events.length).toBe(desk.events.length + phone.events.length)
    expect(records.pieces.map(({ batchId }) => batchId)).toEqual(['b1', 'b1.b'])
  })
})
