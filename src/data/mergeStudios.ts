import type { Piece } from '#core/journal/index.ts'
import { mayFollow, readPour, type PourEvent } from '#core/runsheet/index.ts'
import type { Batch, Learning, Photo, StoredEvent, Studio } from '#schema/studio.ts'

/** A studio but its pictures' bytes and the device's own settings: what two devices have in common. */
export type Records = Omit<Studio, 'photos' | 'settings'> & { readonly photos: readonly Photo[] }

/** Which of two is taken; both where they can stand beside each other. */
export type Choice = 'here' | 'there' | 'both'

/** Something that both devices changed, each in its own way. */
export interface Conflict {
  /** The same for the same two records, whichever of them is here. */
  readonly key: string
  readonly of: 'shelf' | 'plan' | 'run' | 'piece' | 'picture'
  readonly name: string
  readonly here: unknown
  readonly there: unknown
  readonly canBeBoth: boolean
}

export interface Merged {
  readonly records: Records
  /** Records that came from there, by what they are. */
  readonly added: Readonly<Record<string, number>>
  readonly conflicts: readonly Conflict[]
}

/**
 * Two exports of one studio that went on separately, as one. Whatever only one of them has is taken; a run that went on in one is taken as it
 * went on; marks of both are put in the order they were made where each may follow. What both changed is a conflict: by its key it is
 * answered with one of the two or, for plans, runs and shelf items, both. Without an answer what is here stays. Either order, with the
 * same answers, gives the same records.
 */
export function mergeStudios(
  here: Records,
  there: Records,
  choices: Readonly<Record<string, Choice>> = {},
): Merged {
  const conflicts: Conflict[] = []
  const added: Record<string, number> = {}
  const choose = (conflict: Conflict): Choice => {
    conflicts.push(conflict)
    return choices[conflict.key] ?? 'here'
  }
  const count = (what: string, by: number) => {
    if (by > 0) added[what] = (added[what] ?? 0) + by
  }
  const shelf = <Row extends { readonly id: string }>(
    what: string,
    [ours, theirs]: readonly [readonly Row[], readonly Row[]],
  ): Row[] => {
    const rows = byId([...ours])
    for (const row of theirs) {
      const own = rows.get(row.id)
      if (own === undefined) count(what, 1)
      if (own === undefined) rows.set(row.id, row)
      if (own === undefined || same(own, row)) continue
      const choice = choose({
        key: `${what} ${row.id}`,
        of: 'shelf',
        name: nameOf(row),
        here: own,
        there: row,
        canBeBoth: 'name' in row,
      })
      const [first, second] = inOrder(own, row)
      rows.set(row.id, { here: own, there: row, both: first }[choice])
      if (choice === 'both') rows.set(`${row.id}.b`, { ...second, id: `${row.id}.b` })
    }
    return sorted([...rows.values()])
  }
  const runs = mergeRuns(here, there, { choose, count })
  const photos = mergePictures(here.photos, there.photos, { choose, count, pieces: runs.pieces })
  const records: Records = {
    resins: shelf('resins', [here.resins, there.resins]),
    colours: shelf('colours', [here.colours, there.colours]),
    molds: shelf('molds', [here.molds, there.molds]),
    patterns: shelf('patterns', [here.patterns, there.patterns]),
    recipes: shelf('recipes', [here.recipes, there.recipes]),
    supplies: shelf('supplies', [here.supplies, there.supplies]),
    movements: shelf('entries of supplies', [here.movements, there.movements]),
    care: shelf('mold cares', [here.care, there.care]),
    orders: shelf('orders', [here.orders, there.orders]),
    learning: mergeLearning(here.learning, there.learning),
    aside: unique([...here.aside, ...there.aside]),
    ...runs,
    photos,
  }
  return { records, added, conflicts }
}

interface Telling {
  readonly choose: (conflict: Conflict) => Choice
  readonly count: (what: string, by: number) => void
}

interface Run {
  readonly batch: Batch
  readonly events: readonly PourEvent[]
  readonly pieces: readonly Piece[]
}

function mergeRuns(here: Records, there: Records, telling: Telling) {
  const ours = runsOf(here)
  const theirs = runsOf(there)
  const runs: Run[] = []
  for (const id of [...new Set([...ours.keys(), ...theirs.keys()])].sort()) {
    const [own, other] = [ours.get(id), theirs.get(id)]
    if (own && other) runs.push(...mergeRun(own, other, telling))
    else {
      runs.push((own ?? other)!)
      if (other) {
        telling.count('batches', 1)
        telling.count('pieces', other.pieces.length)
      }
    }
  }
  return {
    batches: runs.map(({ batch }) => batch),
    events: runs.flatMap(({ batch, events }) =>
      events.map((event, seq) => ({ batchId: batch.id, seq, event }) as StoredEvent),
    ),
    pieces: runs.flatMap(({ pieces }) => [...pieces].sort((one, other) => one.no - other.no)),
  }
}

function runsOf({ batches, events, pieces }: Records): ReadonlyMap<string, Run> {
  const eventsOf = grouped(events)
  const piecesOf = grouped(pieces)
  return new Map(
    batches.map((batch) => [
      batch.id,
      {
        batch,
        events: [...(eventsOf.get(batch.id) ?? [])]
          .sort((one, other) => one.seq - other.seq)
          .map(({ event }) => event as PourEvent),
        pieces: piecesOf.get(batch.id) ?? [],
      },
    ]),
  )
}

function mergeRun(own: Run, other: Run, telling: Telling): readonly Run[] {
  const { id, request } = own.batch
  const events = mergeEvents(own.events, other.events)
  const samePlan = same(own.batch, other.batch)
  if (!samePlan || events === null) {
    const [stirredHere, stirredThere] = [hasStirred(own), hasStirred(other)]
    // A plan that was poured by stands against one that was only changed.
    const plain = events !== null && stirredHere !== stirredThere && same(rack(own.batch), rack(other.batch))
    const choice = plain
      ? stirredHere
        ? 'here'
        : 'there'
      : telling.choose({
          key: `batch ${id}`,
          of: events === null ? 'run' : 'plan',
          name: request.name,
          here: events === null ? own.events : own.batch,
          there: events === null ? other.events : other.batch,
          canBeBoth: true,
        })
    if (choice === 'both') {
      const [first, second] = inOrder(own, other)
      return [first, copied(second, `${id}.b`)]
    }
    const chosen = choice === 'here' ? own : other
    return [takenAs(chosen, events ?? chosen.events)]
  }
  return [takenAs(own, events)]

  function takenAs(chosen: Run, marks: readonly PourEvent[]): Run {
    const here = new Set(own.events.map((event) => event.id))
    telling.count('marks', marks.filter((event) => !here.has(event.id)).length)
    return { batch: chosen.batch, events: marks, pieces: mergePieces(own, other, chosen, telling) }
  }
}

/** What the rack and the log decided of a batch, beside what was asked for. */
function rack({ pins, orderId, trial, repeats }: Batch) {
  return { pins, orderId, trial, repeats }
}

function hasStirred({ events }: Run): boolean {
  return !['planned', 'ready'].includes(readPour(events).stage)
}

/** Marks of both in one order; null where they cannot all have happened to one pour. */
function mergeEvents(ours: readonly PourEvent[], theirs: readonly PourEvent[]): readonly PourEvent[] | null {
  let common = 0
  while (common < ours.length && ours[common]?.id === theirs[common]?.id) common++
  const [tail, other] = [ours.slice(common), theirs.slice(common)]
  if (tail.length === 0) return theirs
  if (other.length === 0) return ours
  const all = [...new Map([...tail, ...other].map((event) => [event.id, event])).values()].sort(
    (one, two) => one.atMs - two.atMs || (one.id < two.id ? -1 : 1),
  )
  const merged = [...ours.slice(0, common)]
  for (const event of all) {
    if (!mayFollow(merged, event)) return null
    merged.push(event)
  }
  return merged
}

/** The pieces of the plan that was chosen; how one came out stands where only one of the two says so. */
function mergePieces(own: Run, other: Run, chosen: Run, { choose, count }: Telling): readonly Piece[] {
  const [ours, theirs] = [byId(own.pieces), byId(other.pieces)]
  return chosen.pieces.map((piece) => {
    const [mine, their] = [ours.get(piece.id), theirs.get(piece.id)]
    if (!mine || !their || same(mine, their)) return piece
    if (mine.outcome === null || their.outcome === null) {
      if (their.outcome !== null) count('outcomes', 1)
      return { ...piece, outcome: mine.outcome ?? their.outcome }
    }
    const choice = choose({
      key: `piece ${piece.id}`,
      of: 'piece',
      name: `${own.batch.request.name}, piece ${piece.no}`,
      here: mine.outcome,
      there: their.outcome,
      canBeBoth: false,
    })
    return { ...piece, outcome: choice === 'there' ? their.outcome : mine.outcome }
  })
}

/** A run under another id, with pieces of its own. */
function copied({ batch, events, pieces }: Run, id: string): Run {
  return {
    batch: { ...batch, id, request: { ...batch.request, name: `${batch.request.name} (2)`.slice(0, 200) } },
    events: events.map((event) => ({ ...event, id: `${event.id}.b` }) as PourEvent).map(relinked),
    pieces: pieces.map((piece) => ({ ...piece, id: `${id}-${piece.no}`, batchId: id })),
  }
}

function relinked(event: PourEvent): PourEvent {
  return event.kind === 'undone' ? { ...event, eventId: `${event.eventId}.b` } : event
}

/** One picture a side of a piece. */
function mergePictures(
  ours: readonly Photo[],
  theirs: readonly Photo[],
  { choose, count, pieces }: Telling & { readonly pieces: readonly Piece[] },
): readonly Photo[] {
  const known = new Set(pieces.map((piece) => piece.id))
  const place = (photo: Photo) => `${photo.pieceId} ${photo.side}`
  const rows = new Map(ours.map((photo) => [place(photo), photo]))
  for (const photo of theirs) {
    const own = rows.get(place(photo))
    if (!own) count('pictures', 1)
    if (!own) rows.set(place(photo), photo)
    if (!own || own.id === photo.id) continue
    const choice = choose({
      key: `picture ${place(photo)}`,
      of: 'picture',
      name: `the ${photo.side} of ${photo.pieceId}`,
      here: own,
      there: photo,
      canBeBoth: false,
    })
    if (choice === 'there') rows.set(place(photo), photo)
  }
  return sorted([...rows.values()].filter((photo) => known.has(photo.pieceId)))
}

/** The later reset, and every run that either left out. */
function mergeLearning(ours: readonly Learning[], theirs: readonly Learning[]): readonly Learning[] {
  const rows = byId([...ours])
  for (const row of theirs) {
    const own = rows.get(row.id)
    rows.set(
      row.id,
      own
        ? {
            ...own,
            sinceMs: Math.max(own.sinceMs, row.sinceMs),
            leftOut: [...new Set([...own.leftOut, ...row.leftOut])].sort(),
          }
        : row,
    )
  }
  return sorted([...rows.values()])
}

function byId<Row extends { readonly id: string }>(rows: readonly Row[]): Map<string, Row> {
  return new Map(rows.map((row) => [row.id, row]))
}

function grouped<Row extends { readonly batchId: string }>(rows: readonly Row[]): Map<string, Row[]> {
  const groups = new Map<string, Row[]>()
  for (const row of rows) {
    const group = groups.get(row.batchId)
    if (group) group.push(row)
    else groups.set(row.batchId, [row])
  }
  return groups
}

function sorted<Row extends { readonly id: string }>(rows: Row[]): Row[] {
  return rows.sort((one, other) => (one.id < other.id ? -1 : 1))
}

function unique<Row>(rows: readonly Row[]): Row[] {
  return [...new Map(rows.map((row) => [inWords(row), row])).values()].sort((one, other) =>
    inWords(one) < inWords(other) ? -1 : 1,
  )
}

/** The two in an order that does not depend on which of them is here. */
function inOrder<Row>(one: Row, other: Row): readonly [Row, Row] {
  return inWords(one) < inWords(other) ? [one, other] : [other, one]
}

function same(one: unknown, other: unknown): boolean {
  return one === other || inWords(one) === inWords(other)
}

/** A record as text, its fields in the order of their names. */
export function inWords(row: unknown): string {
  return JSON.stringify(row, (_key, value: unknown) =>
    typeof value === 'object' && value !== null && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([one], [other]) => (one < other ? -1 : 1)))
      : value,
  )
}

function nameOf(row: { readonly id: string }): string {
  return 'name' in row && typeof row.name === 'string' ? row.name : row.id
}
