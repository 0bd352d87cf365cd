import { useState } from 'react'
import type { Resin } from '#core/resin/index.ts'
import type { Colour } from '#core/colour/index.ts'
import { addMolds, addSupplies } from '#data/shelfCommands.ts'
import {
  guessMatching,
  moldsOfTable,
  suppliesOfTable,
  TABLE_FIELDS,
  type Matching,
  type Table,
  type TableKind,
} from '#formats/tableImport.ts'
import type { Encoding } from '#formats/encoding.ts'
import { useSay } from '#app/components/undo.tsx'
import { offPage } from '#app/platform/files.ts'
import { useColours, useMolds, useResins } from '#app/platform/queries.ts'
import { useSupplies } from '#app/platform/stock.ts'
import { usePlatform } from '#app/platform/studio.tsx'

const KINDS: readonly { readonly id: TableKind; readonly name: string }[] = [
  { id: 'molds', name: 'Molds' },
  { id: 'supplies', name: 'Supplies' },
]
const MOST_LINES = 8
const LARGEST_BYTES = 10 * 1024 * 1024

/** Molds or supplies from a spreadsheet: its columns are matched, and every line that is not taken is named. */
export function TableSheet() {
  const [table, setTable] = useState<Table | null>(null)
  const [kind, setKind] = useState<TableKind>('molds')
  const [matching, setMatching] = useState<Matching>({})
  const [problem, setProblem] = useState<string | null>(null)
  const [encoding, setEncoding] = useState<Encoding>('utf-8')
  const open = async (file: File | undefined) => {
    if (!file) return
    const read =
      file.size > LARGEST_BYTES
        ? ({ ok: false, problem: 'more than 10 MB, expected a smaller table', encoding: 'utf-8' } as const)
        : await offPage(async (lab) => lab.readTableFile(file))
    setEncoding(read.encoding)
    setProblem(read.ok ? null : `${file.name}: ${read.problem}. Nothing was changed.`)
    setTable(read.ok ? read.value : null)
    if (read.ok) setMatching(guessMatching(read.value, kind))
  }
  const choose = (next: TableKind) => {
    setKind(next)
    if (table) setMatching(guessMatching(table, next))
  }
  return (
    <section className="sheet" aria-labelledby="table">
      <h2 id="table" className="mb-1 text-xl">
        From a spreadsheet
      </h2>
      <p className="text-ink-soft mb-3">
        Save it there as CSV. Lengths count as mm and water as ml where a cell names no unit.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <label className="flex flex-col gap-1 text-sm font-medium">
          It holds
          <select
            className="field font-normal"
            value={kind}
            onChange={(event) => choose(event.target.value as TableKind)}
          >
            {KINDS.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <label className="flex flex-col gap-1 text-sm font-medium">
          Table, as CSV
          <input
            type="file"
            accept=".csv,text/csv,.tsv,text/plain"
            className="field font-normal"
            onChange={(event) => {
              void open(event.target.files?.[0]).catch((trouble: Error) => setProblem(trouble.message))
              event.target.value = ''
            }}
          />
        </label>
      </div>
      <p className="text-stop mt-2 text-sm empty:hidden" role="alert">
        {problem}
      </p>
      {table && encoding === 'windows-1252' && (
        <p className="mt-2 text-sm" role="status">
          Its letters are no UTF-8 and were read as Windows-1252, as older spreadsheets save: look at the
          accents below. If they are wrong, save it there as CSV in UTF-8.
        </p>
      )}
      {table && (
        <>
          <Columns kind={kind} table={table} matching={matching} onChange={setMatching} />
          <Taken kind={kind} table={table} matching={matching} done={() => setTable(null)} />
        </>
      )}
    </section>
  )
}

interface ColumnsProps {
  readonly kind: TableKind
  readonly table: Table
  readonly matching: Matching
  readonly onChange: (matching: Matching) => void
}

function Columns({ kind, table, matching, onChange }: ColumnsProps) {
  return (
    <div className="mt-4 grid grid-cols-1 gap-3 sm:grid-cols-2">
      {TABLE_FIELDS[kind].map(({ id, name, needed }) => (
        <label key={id} className="flex flex-col gap-1 text-sm font-medium">
          {name}
          <select
            className="field font-normal"
            value={matching[id] ?? ''}
            onChange={(event) =>
              onChange({ ...matching, [id]: event.target.value === '' ? null : Number(event.target.value) })
            }
          >
            <option value="">{needed ? 'choose a column' : 'not in the table'}</option>
            {table.columns.map((column, k) => (
              <option key={k} value={k}>
                {column || `column ${k + 1}`}
              </option>
            ))}
          </select>
        </label>
      ))}
    </div>
  )
}

interface TakenProps {
  readonly kind: TableKind
  readonly table: Table
  readonly matching: Matching
  readonly done: () => void
}

/** What would be added, what not and why; and the button that adds it. */
function Taken({ kind, table, matching, done }: TakenProps) {
  const { db, newId, nowMs } = usePlatform()
  const say = useSay()
  const molds = useMolds().data ?? []
  const supplies = useSupplies() ?? []
  const uses = usesOf(useResins().data ?? [], useColours().data ?? [])
  const fail = (problem: Error) => say(problem.message)
  const here = kind === 'molds' ? molds.map(({ name }) => name) : supplies.map(({ supply }) => supply.name)
  const task = { matching, newId, here }
  const report =
    kind === 'molds'
      ? ({ of: 'molds', ...moldsOfTable(table, task) } as const)
      : ({ of: 'supplies', ...suppliesOfTable(table, { ...task, uses, nowMs: nowMs() }) } as const)
  const add = async () => {
    const { undo } = await (report.of === 'molds'
      ? addMolds(db, report.items)
      : addSupplies(db, report.items))
    say(`${report.items.length} ${kind} are on the shelf.`, () => void undo().catch(fail))
    done()
  }
  return (
    <div className="mt-4" data-table-report>
      <p role="status">
        {report.items.length} of {table.rows.length} lines can be taken.
      </p>
      <ul className="text-stop list-disc pl-5 text-sm">
        {report.notTaken.slice(0, MOST_LINES).map(({ line, why }) => (
          <li key={line}>
            Line {line}: {why}
          </li>
        ))}
        {report.notTaken.length > MOST_LINES && <li>and {report.notTaken.length - MOST_LINES} more</li>}
      </ul>
      <div className="mt-3 flex gap-2">
        <button
          className="button button-main"
          disabled={report.items.length === 0}
          onClick={() => void add().catch(fail)}
        >
          Add {report.items.length}
        </button>
        <button className="button button-quiet" onClick={done}>
          Leave it
        </button>
      </div>
    </div>
  )
}

/** Names under which a table's supply is kept for a resin part or a colour. */
function usesOf(resins: readonly Resin[], colours: readonly Colour[]) {
  return [
    ...resins.flatMap(({ id: resinId, name }) => [
      { name: `${name}, part A`, of: { kind: 'resinA', resinId } as const },
      { name: `${name}, part B`, of: { kind: 'resinB', resinId } as const },
    ]),
    ...colours.map(({ id: colourId, name }) => ({ name, of: { kind: 'colour', colourId } as const })),
  ]
}
