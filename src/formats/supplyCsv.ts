import Papa from 'papaparse'
import { unitOfSupply, type Movement, type Supply } from '#core/shelf/index.ts'
import { SPREADSHEET_SAFE } from './logCsv.ts'

const COLUMNS = ['supply', 'at', 'entry', 'amount', 'unit', 'price_minor', 'batch_id', 'note'] as const

/** The books of all supplies as CSV, oldest first; instants in UTC, prices in the currency's smallest unit. */
export function supplyCsv(
  books: readonly { readonly supply: Supply; readonly movements: readonly Movement[] }[],
): string {
  const data = books
    .flatMap(({ supply, movements }) => movements.map((movement) => ({ supply, movement })))
    .sort((one, other) => one.movement.atMs - other.movement.atMs)
    .map(({ supply, movement }) => [
      supply.name,
      new Date(movement.atMs).toISOString(),
      movement.kind,
      movement.amount,
      unitOfSupply(supply),
      movement.kind === 'bought' ? movement.priceMinor : '',
      movement.kind === 'poured' ? movement.batchId : '',
      movement.note,
    ])
  return Papa.unparse({ fields: [...COLUMNS], data }, SPREADSHEET_SAFE)
}
