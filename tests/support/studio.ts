import { asRecipe, usualPattern } from '#core/batch/index.ts'
import { TECHNIQUES } from '#core/technique/index.ts'
import { StudioDatabase } from '#data/database.ts'
import type { Studio } from '#schema/studio.ts'
import { USUAL_SETTINGS } from '#schema/usualSettings.ts'
import { bloomRequest } from './request.ts'

let made = 0

/** A database of its own for one test. */
export function freshDatabase(): StudioDatabase {
  made += 1
  return new StudioDatabase(`test-${made}`)
}

export const T0 = Date.parse('2026-11-20T18:00:00Z')

let steps = 0

/** A large step of a test. */
export function step(why = 'tried') {
  steps += 1
  return { id: `step-${steps}`, why, nowMs: T0 + steps }
}

/** The first bytes of a PNG and some more: enough to be taken for a picture. */
export const PNG = Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 1, 2, 3])

/** A studio of one batch with one finished piece, in several scripts and with everything a CSV stumbles over. */
export function smallStudio(changes: Partial<Studio> = {}): Studio {
  const request = bloomRequest(
    // As every plan of an earlier version was, so that one stands for both.
    { name: 'Été, "first"\n两个', cupStrategy: 'rest', whiteApart: false, rounds: 3 },
    1,
  )
  return {
    resins: [request.resin],
    colours: [...request.colours],
    molds: [request.pieces[0]!.mold],
    recipes: [{ id: 'recipe', name: 'Night, again', note: '', request: asRecipe(request) }],
    patterns: [usualPattern(request.pieces[0]!.mold, request.white, TECHNIQUES.bloom, 5)],
    batches: [
      {
        id: 'b1',
        createdAtMs: T0,
        request,
        repeats: null,
        pins: {},
        orderId: 'o1',
        trial: false,
      } as Studio['batches'][number],
    ],
    events: [
      { batchId: 'b1', seq: 0, event: { id: 'e0', atMs: T0, kind: 'gatePassed', overruled: [] } },
      { batchId: 'b1', seq: 1, event: { id: 'e1', atMs: T0 + 60_000, kind: 'stirBegan' } },
      { batchId: 'b1', seq: 2, event: { id: 'e2', atMs: T0 + 240_000, kind: 'stopStir' } },
      {
        batchId: 'b1',
        seq: 3,
        event: { id: 'e3', atMs: T0 + 240_000 + 20.5 * 60_000, kind: 'done', key: 'decant' },
      },
    ],
    pieces: [
      {
        id: 'b1-1',
        batchId: 'b1',
        no: 1,
        moldId: 'coaster',
        moldName: 'Round coaster',
        outcome: {
          recordedAtMs: T0 + 1e8,
          rating: 4,
          timing: 'right',
          faults: ['dust'],
          tags: [{ fault: 'dust', side: 'front', x: 0.25, y: 0.5 }],
          note: '=1+1, "fine"\r\nsecond line',
        },
      },
    ],
    photos: [{ id: 'p1', pieceId: 'b1-1', side: 'front', mediaType: 'image/png', bytes: PNG }],
    settings: USUAL_SETTINGS,
    learning: [],
    supplies: [
      {
        id: 's1',
        name: 'Part A, "quick"',
        of: { kind: 'resinA', resinId: request.resin.id },
        lowBelow: 300,
        openedOn: '2026-10-01',
        bestBefore: null,
      },
    ],
    movements: [
      { id: 'm1', supplyId: 's1', atMs: T0 - 1e8, note: '', kind: 'bought', amount: 1000, priceMinor: 2450 },
    ],
    care: [{ id: 'coaster', priceMinor: 900, lifePours: 40, entries: [] }],
    orders: [
      {
        id: 'o1',
        name: 'Set; of "four"',
        dueOn: null,
        lines: [{ moldId: 'coaster', moldName: 'Round coaster', count: 4 }],
        note: '',
      },
    ],
    aside: [],
    ...changes,
  }
}

/** The first bytes of a JPEG. */
export const JPEG = Uint8Array.from([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3])
