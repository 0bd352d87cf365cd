import { bringsWhite, markedAt, marksOnPiece } from '#core/technique/index.ts'
import Papa from 'papaparse'
import { castingOf, isIn, kindId, techniqueOfPour, techniqueOn } from '#core/batch/index.ts'
import type { Piece } from '#core/journal/index.ts'
import { readPour, type PourEvent } from '#core/runsheet/index.ts'
import type { Batch } from '#schema/studio.ts'

export interface LogRow {
  readonly batch: Batch
  readonly piece: Piece
  readonly events: readonly PourEvent[]
}

export const LINE_END = '\r\n'

const COLUMNS = [
  'piece_id',
  'batch',
  'piece_no',
  'technique',
  'mold',
  'resin',
  'stop_stir',
  'room_c',
  'decant_min',
  'white_min',
  'rating',
  'timing',
  'faults',
  'note',
  'layers',
] as const

/**
 * The log as CSV (RFC 4180: CRLF, quotes doubled, header row, UTF-8). Minutes run from stop-stir. A text that a spreadsheet
 * would take for a formula gets an apostrophe in front.
 */
export function logCsv(rows: readonly LogRow[]): string {
  return [logCsvHead(), logCsvLines(rows)].filter((part) => part !== '').join(LINE_END)
}

/** Its header row, without a line end. */
export function logCsvHead(): string {
  return Papa.unparse([[...COLUMNS]], SPREADSHEET_SAFE)
}

/** Some of its rows, without a line end after the last: a long log is written part by part. */
export function logCsvLines(rows: readonly LogRow[]): string {
  return Papa.unparse(rows.map(cells), SPREADSHEET_SAFE)
}

/** RFC 4180 line ends, and an apostrophe before a text that a spreadsheet would take for a formula. */
export const SPREADSHEET_SAFE = { newline: LINE_END, escapeFormulae: /^[=+@\t\r]|^-(?![\d.])/ }

function cells({ batch, piece, events }: LogRow): readonly (string | number)[] {
  const { request } = batch
  const pour = readPour(events)
  const running = pour.stage === 'running' ? pour : null
  const order = castingOf(request, piece.no)?.order
  const way = order ? techniqueOn(order, request) : request.technique
  const technique = techniqueOfPour(request)
  const [whiteMin] = running
    ? marksOnPiece(bringsWhite, technique, { done: running.done, pieceNo: piece.no, way })
    : []
  const minute = (value: number | undefined) => (value === undefined ? '' : Number(value.toFixed(2)))
  return [
    piece.id,
    request.name,
    piece.no,
    way,
    piece.moldName,
    request.resin.name,
    running ? new Date(running.stopStirAtMs).toISOString() : '',
    request.roomTempC,
    minute(running ? (markedAt('empties', technique, running.done) ?? undefined) : undefined),
    minute(whiteMin),
    piece.outcome?.rating ?? '',
    piece.outcome?.timing ?? '',
    piece.outcome?.faults.join(' ') ?? '',
    piece.outcome?.note ?? '',
    request.layers
      .filter((layer) => order && isIn(layer, { id: kindId(order) }))
      .map((layer) => layerText(layer, running?.done[layer.id]))
      .join('; '),
  ]
}

/** A later layer: its name, what tints it, and the minute at which it was laid. */
function layerText({ name, cups }: Batch['request']['layers'][number], laidMin: number | undefined): string {
  const colours = cups.flatMap((cup) => cup.colours.map(({ colour }) => colour.name))
  const told = colours.length > 0 ? `${name} (${colours.join(', ')})` : name
  return laidMin === undefined ? told : `${told} at ${laidMin.toFixed(1)}`
}
