import { Dexie, type DBCore, type DBCoreMutateRequest, type DBCoreTable, type Middleware } from 'dexie'
import * as v from 'valibot'
import { issueLines } from '#schema/issues.ts'
import { ROW_SCHEMAS, type TableName } from '#schema/studio.ts'

/** Something was to be stored that no studio file could bring back. Nothing was changed. */
export class Refused extends Error {
  readonly lines: readonly string[]

  constructor(lines: readonly string[]) {
    super(`Nothing was stored: ${lines[0] ?? 'it is not what is expected here'}.`)
    this.name = 'Refused'
    this.lines = lines
  }
}

/**
 * The one door of the studio: whatever is written to a table is first read with the schema a studio file is read with, so that all that is
 * stored can be exported and comes back. A row that is not taken ends its transaction. Upgrades pass: their rows are on the way.
 */
export const DOOR: Middleware<DBCore> = {
  stack: 'dbcore',
  name: 'door',
  create: (core) => ({ ...core, table: (name) => guarded(core.table(name), name) }),
}

/** What is to be stored, where it can be. Throws Refused: nothing is worked out from what cannot be stored. */
export function admitted<Value>(schema: v.GenericSchema<unknown, unknown>, value: Value): Value {
  const read = v.safeParse(schema, value)
  if (!read.success) throw new Refused(issueLines(read.issues).map(withoutPlace))
  return read.output as Value
}

function guarded(table: DBCoreTable, name: string): DBCoreTable {
  if (!(name in ROW_SCHEMAS)) return table
  return {
    ...table,
    mutate: (request) => {
      if (!writes(request) || isUpgrade(request)) return table.mutate(request)
      const read = v.safeParse(v.array(ROW_SCHEMAS[name as TableName]), request.values)
      if (!read.success) return Dexie.Promise.reject(new Refused(issueLines(read.issues).map(withoutPlace)))
      return table.mutate({ ...request, values: read.output })
    },
  }
}

type Writing = Extract<DBCoreMutateRequest, { readonly type: 'add' | 'put' }>

function writes(request: DBCoreMutateRequest): request is Writing {
  return request.type === 'add' || request.type === 'put'
}

/** Whether it is written on the way from an earlier version. */
export function isUpgrade({ trans }: DBCoreMutateRequest): boolean {
  return (trans as unknown as IDBTransaction).mode === 'versionchange'
}

/** "0.reading.tempC: room temperature read is 70, …" without where it stood: only one thing was asked for. */
function withoutPlace(line: string): string {
  return line.replace(/^[\w.-]*: (?!is )/, '').replace(/^\d+\./, '')
}
