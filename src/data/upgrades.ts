import type { Transaction } from 'dexie'
import * as v from 'valibot'
import { USUAL_REQUEST, type BatchRequest } from '#core/batch/index.ts'
import type { Outcome } from '#core/journal/index.ts'
import { UPRIGHT, type Mold } from '#core/mold/index.ts'
import { USUAL_FORMS, USUAL_HOURS, USUAL_MONEY, USUAL_PLACES } from '#schema/usual.ts'
import { PLANNED_EARLIER, withLayersHeat } from '#schema/earlier.ts'
import { withBatchLayers, withLayers } from '#schema/earlierLayers.ts'
import { ROW_SCHEMAS } from '#schema/studio.ts'
import { USUAL_SPREAD, USUAL_WALL, type Resin } from '#core/resin/index.ts'

/** What a studio of the first version did not know yet takes its usual value. */
const { learned, aimShiftLog, promisedOn } = USUAL_REQUEST

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

/** To version 3: molds with their cavities, pieces with a pattern of their own or none. */
export async function upgradeToPatterns(transaction: Transaction): Promise<void> {
  await transaction.table('molds').toCollection().modify(withCavities)
  await transaction
    .table('batches')
    .toCollection()
    .modify(({ request }: { request: { pieces?: LoosePiece[]; spareMolds?: Loose<Mold>[] } }) => {
      for (const piece of request.pieces ?? []) {
        piece.pattern ??= null
        if (piece.mold) withCavities(piece.mold)
      }
      for (const mold of request.spareMolds ?? []) withCavities(mold)
    })
}

/** To version 4: pieces with marks on their pictures; batches with what follows on the rack, promises and chosen hours; settings with free hours and places. */
export async function upgradeToRack(transaction: Transaction): Promise<void> {
  await transaction
    .table('batches')
    .toCollection()
    .modify(
      (batch: {
        request: Loose<BatchRequest>
        pins?: Record<string, number>
        orderId?: string | null
        trial?: boolean
      }) => {
        batch.pins ??= {}
        batch.orderId ??= null
        batch.trial ??= false
        Object.assign(batch.request, { promisedOn, ...batch.request })
      },
    )
  await transaction
    .table('pieces')
    .toCollection()
    .modify((piece: { outcome: Loose<Outcome> | null }) => {
      if (piece.outcome) piece.outcome.tags ??= []
    })
  await transaction
    .table('settings')
    .toCollection()
    .modify((settings: Record<string, unknown>) => {
      Object.assign(settings, {
        money: USUAL_MONEY,
        hours: USUAL_HOURS,
        levelPlaces: USUAL_PLACES,
        covers: USUAL_PLACES,
        ...settings,
      })
    })
}

/** To version 5: batches with what is laid in, settings with forms for draping. */
export async function upgradeToInclusions(transaction: Transaction): Promise<void> {
  await transaction
    .table('batches')
    .toCollection()
    .modify(({ request }: { request: Loose<BatchRequest> }) => {
      request.inclusions ??= null
    })
  await transaction
    .table('settings')
    .toCollection()
    .modify((settings: Record<string, unknown>) => {
      settings['forms'] ??= USUAL_FORMS
    })
}

/** To version 6: molds with a wall, resins with their greatest layer and the heat of real layers, plans with the parts' warmth. */
export async function upgradeToLayersHeat(transaction: Transaction): Promise<void> {
  await transaction.table('resins').toCollection().modify(withHeat)
  await transaction.table('molds').toCollection().modify(withWall)
  await transaction
    .table('batches')
    .toCollection()
    .modify(({ request }: { request: Loose<BatchRequest> }) => {
      // What was planned before was rested, portioned and gone over three times.
      Object.assign(request, { partsTempC: null, ...PLANNED_EARLIER, ...request })
      for (const { mold } of request.pieces ?? []) withWall(mold)
      for (const mold of request.spareMolds ?? []) withWall(mold)
      if (request.resin) withHeat(request.resin)
    })
}

/** To version 9: batches say their layers and molds their shape, those of studios kept before a large step and rows set aside too. */
export async function upgradeToLayers(transaction: Transaction): Promise<void> {
  await transaction
    .table('batches')
    .toCollection()
    .modify((batch: { request: unknown }) => {
      const request = withLayers(batch.request) as Loose<BatchRequest>
      for (const { mold } of request.pieces ?? []) withShape(mold)
      for (const mold of request.spareMolds ?? []) withShape(mold)
      batch.request = request
    })
  await transaction.table('molds').toCollection().modify(withShape)
  await transaction
    .table('keptParts')
    .filter(({ table }: { table: string }) => table === 'batches')
    .modify((part: { rows: readonly unknown[] }) => {
      part.rows = part.rows.map(withBatchLayers)
    })
  await transaction
    .table('aside')
    .filter(({ table }: { table: string }) => table === 'batches')
    .modify((aside: { row: unknown }) => {
      aside.row = withBatchLayers(aside.row)
    })
}

/** To version 8: every run is in the register, to be written at the next opening. */
export async function upgradeToRegister(transaction: Transaction): Promise<void> {
  const ids = await transaction.table('batches').toCollection().primaryKeys()
  await transaction.table('briefs').bulkPut(ids.map((id) => ({ id, stale: 1 })))
}

/**
 * To version 11: every row as a studio file of it would be read, so that what an earlier version left out has the value an import gives it, and an
 * export of the upgraded studio is the studio. A row that no file could bring back stays as it is, to be set aside where it is met.
 */
export async function upgradeToFileRows(transaction: Transaction): Promise<void> {
  for (const [name, schema] of Object.entries(ROW_SCHEMAS)) {
    const table = transaction.table(name)
    const rows: unknown[] = await table.toArray()
    const read = rows.flatMap((row) => {
      const asFile = v.safeParse(schema as v.GenericSchema, row)
      return asFile.success ? [asFile.output] : []
    })
    await table.bulkPut(read)
  }
  await upgradeToRegister(transaction)
}

function withWall(mold: Loose<Mold>): void {
  mold.wall ??= USUAL_WALL
}

function withShape(mold: Loose<Mold>): void {
  Object.assign(mold, { ...UPRIGHT, ...mold })
}

function withHeat(resin: Loose<Resin>): void {
  resin.greatestLayerMm ??= null
  Object.assign(resin, withLayersHeat(resin as Resin))
}

type LoosePiece = { mold?: Loose<Mold>; pattern?: BatchRequest['pieces'][number]['pattern'] }

function withCavities(mold: Loose<Mold>): void {
  mold.cavities ??= 1
}

type Loose<Row> = { -readonly [Key in keyof Row]?: Row[Key] }

function withSpread(resin: Loose<Resin>): void {
  resin.spread ??= USUAL_SPREAD
}

function withStrategy(batch: { request: Loose<BatchRequest> }): void {
  Object.assign(batch.request, {
    cupStrategy: PLANNED_EARLIER.cupStrategy,
    learned,
    aimShiftLog,
    ...batch.request,
  })
  if (batch.request.resin) withSpread(batch.request.resin)
}
