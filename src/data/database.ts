import { Dexie, type EntityTable, type Table } from 'dexie'
import type { Colour } from '#core/colour/index.ts'
import type { Piece } from '#core/journal/index.ts'
import type { Mold } from '#core/mold/index.ts'
import type { Resin } from '#core/resin/index.ts'
import type { Pattern } from '#core/pattern/index.ts'
import type { MoldCare, Movement, Order, Supply } from '#core/shelf/index.ts'
import {
  upgradeToInclusions,
  upgradeToLayersHeat,
  upgradeToLearning,
  upgradeToPatterns,
  upgradeToRack,
} from './upgrades.ts'
import type { Batch, Learning, Photo, Settings, StoredEvent } from '#schema/studio.ts'

export type StoredPhoto = Photo & { readonly bytes: Uint8Array }
export type SettingsRow = Settings & { readonly id: 'studio' }

/** The studio in the browser. Writes go through the commands, one transaction per intention. */
export class StudioDatabase extends Dexie {
  resins!: EntityTable<Resin, 'id'>
  colours!: EntityTable<Colour, 'id'>
  molds!: EntityTable<Mold, 'id'>
  batches!: EntityTable<Batch, 'id'>
  events!: Table<StoredEvent, [string, number]>
  pieces!: EntityTable<Piece, 'id'>
  photos!: EntityTable<StoredPhoto, 'id'>
  settings!: EntityTable<SettingsRow, 'id'>
  learning!: EntityTable<Learning, 'id'>
  patterns!: EntityTable<Pattern, 'id'>
  supplies!: EntityTable<Supply, 'id'>
  movements!: EntityTable<Movement, 'id'>
  care!: EntityTable<MoldCare, 'id'>
  orders!: EntityTable<Order, 'id'>

  /** Strict: a mark is on the disk before it counts as stored. Relaxed is for what can be made again, such as the demo. */
  constructor(name = 'nublo', durability: 'strict' | 'relaxed' = 'strict') {
    super(name, { chromeTransactionDurability: durability })
    this.version(1).stores({
      resins: 'id',
      colours: 'id',
      molds: 'id',
      batches: 'id, createdAtMs',
      events: '[batchId+seq], batchId',
      pieces: 'id, batchId',
      photos: 'id, pieceId',
      settings: 'id',
    })
    this.version(2).stores({ learning: 'id' }).upgrade(upgradeToLearning)
    this.version(3).stores({ patterns: 'id' }).upgrade(upgradeToPatterns)
    this.version(4)
      .stores({ supplies: 'id', movements: 'id, supplyId', care: 'id', orders: 'id' })
      .upgrade(upgradeToRack)
    this.version(5).stores({}).upgrade(upgradeToInclusions)
    this.version(6).stores({}).upgrade(upgradeToLayersHeat)
  }
}
