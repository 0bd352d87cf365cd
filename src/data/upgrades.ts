import type { Transaction } from 'dexie'
import { USUAL_REQUEST, type BatchRequest } from '#core/batch/index.ts'
import { USUAL_SPREAD, type Resin } from '#core/resin/index.ts'

/** What a studio of the first version did not know yet takes its usual value. */
const { cupStrategy, learned, aimShiftLog } = USUAL_REQUEST

/** To version 2: resins with a spread, plans with a cup strategy and what was learned, settings with a school. */
export async function upgradeToLearning(transaction: Transaction): Promise<void> {
  await transaction.table('resins').toCollection().modify(withSpread)
  await transaction.table('batches').toCollection().modify(withStrategy)
  await transaction
    .table('settings')
    .toCollection()
    .modify((settings: Record<string, unknown>) => {
      Object.assign(settings, { school: 'minutes', feed: null, autoReadings: true, ...settings })
    })
}

type Loose<Row> = { -readonly [Key in keyof Row]?: Row[Key] }

function withSpread(resin: Loose<Resin>): void {
  resin.spread ??= USUAL_SPREAD
}

function withStrategy(batch: { request: Loose<BatchRequest> }): void {
  Object.assign(batch.request, { cupStrategy, learned, aimShiftLog, ...batch.request })
  if (batch.request.resin) withSpread(batch.request.resin)
}
