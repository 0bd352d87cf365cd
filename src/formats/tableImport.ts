import Papa from 'papaparse'
import * as v from 'valibot'
import type { Mold, Outline } from '#core/mold/index.ts'
import { USUAL_WALL } from '#core/resin/index.ts'
import type { Movement, Supply, SupplyOf } from '#core/shelf/index.ts'
import { fail, ok, parseQuantity, type Dimension, type Result, type UnitId } from '#core/units/index.ts'
import { issueLines } from '#schema/issues.ts'
import { moldSchema } from '#schema/mold.ts'
import { movementSchema, supplySchema } from '#schema/supply.ts'

/** A table as a spreadsheet saves it: CSV with a header row, whatever parts its cells. */
export interface Table {
  readonly columns: readonly string[]
  readonly rows: readonly TableRow[]
}

export interface TableRow {
  /** The line of the file it begins in; the first is 1. */
  readonly line: number
  readonly cells: readonly string[]
}

export type TableKind = 'molds' | 'supplies'

export interface TableField {
  readonly id: string
  readonly name: string
  readonly needed: boolean
  /** Headers that are taken for it. */
  readonly looksLike: RegExp
}

export const TABLE_FIELDS: Readonly<Record<TableKind, readonly TableField[]>> = {
  molds: [
    { id: 'name', name: 'Name', needed: true, looksLike: /name|mou?ld|form/i },
    { id: 'shape', name: 'Shape', needed: false, looksLike: /shape|kind|type/i },
    { id: 'across', name: 'Across, or width', needed: true, looksLike: /across|width|diameter|size|length/i },
    {
      id: 'height',
      name: 'The other measure of an oval or rectangle',
      needed: false,
      looksLike: /height|breadth/i,
    },
    { id: 'depth', name: 'Depth', needed: true, looksLike: /depth|deep|thick/i },
    { id: 'water', name: 'Water it holds', needed: false, looksLike: /water|volume|ml|holds/i },
    {
      id: 'count',
      name: 'How many there are',
      needed: false,
      looksLike: /count|qty|quantity|how many|number/i,
    },
  ],
  supplies: [
    { id: 'name', name: 'Name', needed: true, looksLike: /name|item|supply|product/i },
    {
      id: 'left',
      name: 'How much is there',
      needed: false,
      looksLike: /left|stock|amount|qty|quantity|have/i,
    },
    { id: 'low', name: 'Buy below', needed: false, looksLike: /low|reorder|min|below/i },
    { id: 'best', name: 'Best before (YYYY-MM-DD)', needed: false, looksLike: /best|expir|before/i },
  ],
}

const MOST_ROWS = 5000
const MOST_LINES = 50_000
const MOST_COLUMNS = 200

/**
 * The table in a text. Refuses one without a header and a row, one with a quote that is never closed, and one of more than 5,000 rows, 50,000 lines or
 * 200 columns.
 */
export function readTable(text: string): Result<Table, string> {
  const lines = linesIn(text)
  if (lines > MOST_LINES) return fail(`${lines} lines, expected at most ${MOST_LINES}`)
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''))
  let line = 1
  const all = data.map((cells): TableRow => {
    const own = { line, cells }
    line += 1 + cells.reduce((sum, cell) => sum + linesIn(cell), 0)
    return own
  })
  const open = errors.find(({ code }) => code === 'MissingQuotes')
  if (open) return fail(`a quote is opened in line ${all[open.row ?? 0]?.line ?? 1} and never closed`)
  const [head, ...rows] = all.filter(({ cells }) => cells.some((cell) => cell.trim() !== ''))
  if (!head || rows.length === 0)
    return fail('no table found, expected CSV with a row of headers and a row below')
  if (head.cells.length > MOST_COLUMNS)
    return fail(`${head.cells.length} columns, expected at most ${MOST_COLUMNS}`)
  if (rows.length > MOST_ROWS) return fail(`${rows.length} rows, expected at most ${MOST_ROWS}`)
  return ok({ columns: head.cells.map((name) => name.trim()), rows })
}

function linesIn(text: string): number {
  let count = 0
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) count++
  return count
}

/** Which column each field is in; null where none looks like it. */
export type Matching = Readonly<Record<string, number | null>>

/** A first guess by the headers; each column is taken once. */
export function guessMatching({ columns }: Table, kind: TableKind): Matching {
  const taken = new Set<number>()
  return Object.fromEntries(
    TABLE_FIELDS[kind].map(({ id, looksLike }) => {
      const at = columns.findIndex((name, k) => !taken.has(k) && looksLike.test(name))
      if (at >= 0) taken.add(at)
      return [id, at >= 0 ? at : null]
    }),
  )
}

/** What a table gave: things to add, and by line what was not taken and why. The header is line 1. */
export interface TableReport<Item> {
  readonly items: readonly Item[]
  readonly notTaken: readonly { readonly line: number; readonly why: string }[]
}

interface ImportTask {
  readonly matching: Matching
  readonly newId: () => string
  /** Names that are on the shelf already; these rows are left out. */
  readonly here: readonly string[]
}

/** Molds of a table; lengths in mm and water in ml where the cell names no unit. */
export function moldsOfTable(table: Table, task: ImportTask): TableReport<Mold> {
  return report(table, task, (cell) => {
    const across = quantity(cell('across'), 'length', 'mm')
    const height = cell('height') === '' ? across : quantity(cell('height'), 'length', 'mm')
    const outline = outlineNamed(cell('shape'), across, height)
    if (!outline) return `shape "${cell('shape')}" is not known, expected ${Object.keys(SHAPES).join(', ')}`
    return checked(moldSchema, {
      id: task.newId(),
      name: cell('name'),
      outline,
      depthMm: quantity(cell('depth'), 'length', 'mm'),
      waterFillMl: cell('water') === '' ? null : quantity(cell('water'), 'volume', 'ml'),
      count: cell('count') === '' ? 1 : plain(cell('count')),
      cavities: 1,
      wall: USUAL_WALL,
    })
  })
}

export interface NewSupply {
  readonly supply: Supply
  /** What is there now, as the first entry of its book; null where the table does not say. */
  readonly counted: Movement | null
}

/** Supplies of a table; one whose name is that of a resin part or a colour is kept for it, any other is counted by hand. */
export function suppliesOfTable(
  table: Table,
  task: ImportTask & {
    readonly uses: readonly { readonly name: string; readonly of: SupplyOf }[]
    readonly nowMs: number
  },
): TableReport<NewSupply> {
  return report(table, task, (cell) => {
    const name = cell('name')
    const use = task.uses.find((each) => each.name.toLowerCase() === name.toLowerCase())
    const supply = checked(supplySchema, {
      id: task.newId(),
      name,
      of: use?.of ?? { kind: 'consumable', perBatch: 0, perPiece: 0 },
      lowBelow: cell('low') === '' ? 0 : plain(cell('low')),
      openedOn: null,
      bestBefore: cell('best') || null,
    })
    if (typeof supply === 'string' || cell('left') === '')
      return typeof supply === 'string' ? supply : { supply, counted: null }
    const counted = checked(movementSchema, {
      id: task.newId(),
      supplyId: supply.id,
      atMs: task.nowMs,
      note: 'from a table',
      kind: 'counted',
      amount: plain(cell('left')),
    })
    return typeof counted === 'string' ? counted : { supply, counted }
  })
}

type Cell = (field: string) => string

/** Goes through the rows; `read` gives the thing in a row, or in words why there is none. */
function report<Item extends object>(
  { columns, rows }: Table,
  { matching, here }: ImportTask,
  read: (cell: Cell) => Item | string,
): TableReport<Item> {
  const items: Item[] = []
  const notTaken: { line: number; why: string }[] = []
  const names = new Set(here.map((name) => name.toLowerCase()))
  rows.forEach(({ line, cells: row }) => {
    if (row.slice(columns.length).some((extra) => extra.trim() !== '')) {
      const why = `${row.length} cells under ${columns.length} headers: a comma too many, or a cell without quotes`
      return void notTaken.push({ line, why })
    }
    const cell: Cell = (field) => {
      const at = matching[field] ?? null
      return at === null ? '' : (row[at] ?? '').trim()
    }
    const name = cell('name').toLowerCase()
    const item = names.has(name) ? `${cell('name')} is on the shelf already` : read(cell)
    if (typeof item === 'string') notTaken.push({ line, why: item })
    else {
      names.add(name)
      items.push(item)
    }
  })
  return { items, notTaken }
}

function checked<Item>(schema: v.GenericSchema<unknown, Item>, value: unknown): Item | string {
  const read = v.safeParse(schema, value)
  return read.success ? read.output : (issueLines(read.issues)[0] ?? 'not sound').replace(/^[\w.]+: /, '')
}

function quantity(text: string, dimension: Dimension, unit: UnitId): number {
  const read = parseQuantity(text, [dimension], unit)
  if (read.ok) return read.value.value
  // Nobody is there to be asked: a spreadsheet that is not English writes 9,5.
  const again =
    read.problem.kind === 'whichComma' ? parseQuantity(text.replace(',', '.'), [dimension], unit) : read
  return again.ok ? again.value.value : Number.NaN
}

function plain(text: string): number {
  if (text === '') return Number.NaN
  return Number(/^\d{1,3}(,\d{3})+$/.test(text) ? text.replaceAll(',', '') : text.replace(',', '.'))
}

const SHAPES: Readonly<Record<string, (acrossMm: number, heightMm: number) => Outline>> = {
  round: (acrossMm) => ({ shape: 'circle', acrossMm }),
  circle: (acrossMm) => ({ shape: 'circle', acrossMm }),
  square: (acrossMm) => ({ shape: 'square', acrossMm, cornerMm: 0 }),
  rectangle: (widthMm, heightMm) => ({ shape: 'rectangle', widthMm, heightMm, cornerMm: 0 }),
  hexagon: (acrossMm) => ({ shape: 'hexagon', acrossMm }),
  octagon: (acrossMm) => ({ shape: 'octagon', acrossMm }),
  oval: (widthMm, heightMm) => ({ shape: 'oval', widthMm, heightMm }),
  heart: (widthMm) => ({ shape: 'heart', widthMm }),
  flower: (acrossMm) => ({ shape: 'flower', acrossMm, petals: 8 }),
}

/** Round where the table says nothing of the shape; null for a shape that is not known. */
function outlineNamed(name: string, acrossMm: number, heightMm: number): Outline | null {
  const known = name === '' ? 'round' : name.toLowerCase()
  const shape = Object.hasOwn(SHAPES, known) ? SHAPES[known] : undefined
  return shape?.(acrossMm, heightMm) ?? null
}
