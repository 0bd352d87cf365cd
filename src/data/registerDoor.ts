import type { DBCore, DBCoreMutateRequest, DBCoreTable, DBCoreTransaction, Middleware } from 'dexie'
import { isUpgrade } from './door.ts'

/** What a run is made of, and how a row of it names its batch. */
const RUN_TABLES: Readonly<Record<string, 'id' | 'batchId'>> = {
  batches: 'id',
  events: 'batchId',
  pieces: 'batchId',
}
const REGISTER = 'briefs'

/**
 * Keeps the register true: whatever writes to a run marks its brief as stale in the same transaction, whichever command it was; a batch that goes
 * takes its brief along.
 */
export const REGISTER_DOOR: Middleware<DBCore> = {
  stack: 'dbcore',
  name: 'register',
  create: (core) => {
    if (!core.schema.tables.some(({ name }) => name === REGISTER)) return core
    return {
      ...core,
      transaction: (stores, mode, options) => {
        const also = mode === 'readwrite' && stores.some((name) => name in RUN_TABLES)
        return core.transaction(also ? [...new Set([...stores, REGISTER])] : stores, mode, options)
      },
      table: (name) =>
        name in RUN_TABLES
          ? watched(core.table(name), RUN_TABLES[name]!, core.table(REGISTER))
          : core.table(name),
    }
  },
}

function watched(table: DBCoreTable, names: 'id' | 'batchId', register: DBCoreTable): DBCoreTable {
  const touched = (rows: readonly unknown[]): readonly string[] => [
    ...new Set(rows.flatMap((row) => (isRow(row) ? [row[names] as string] : []))),
  ]
  const leaveStale = (trans: DBCoreTransaction, ids: readonly string[]) =>
    register.mutate({ type: 'put', trans, values: ids.map((id) => ({ id, stale: 1 })) })
  const takeOut = (trans: DBCoreTransaction, ids: readonly string[]) =>
    register.mutate({ type: 'delete', trans, keys: [...ids] })
  return {
    ...table,
    mutate: (request) => {
      if (isUpgrade(request)) return table.mutate(request)
      const { trans } = request
      if (request.type === 'add' || request.type === 'put')
        return table
          .mutate(request)
          .then((response) => leaveStale(trans, touched(request.values)).then(() => response))
      return rowsGone(table, request).then((rows) =>
        table
          .mutate(request)
          .then((response) =>
            (names === 'id' ? takeOut : leaveStale)(trans, touched(rows)).then(() => response),
          ),
      )
    },
  }
}

type Removal = Extract<DBCoreMutateRequest, { readonly type: 'delete' | 'deleteRange' }>

/** The rows a removal takes out. */
function rowsGone(table: DBCoreTable, request: Removal): Promise<readonly unknown[]> {
  const { trans } = request
  if (request.type === 'delete') return table.getMany({ trans, keys: request.keys })
  const query = { index: table.schema.primaryKey, range: request.range }
  return table.query({ trans, values: true, query }).then(({ result }) => result)
}

function isRow(row: unknown): row is Readonly<Record<string, unknown>> {
  return typeof row === 'object' && row !== null
}
