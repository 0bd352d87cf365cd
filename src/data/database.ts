import { Dexie, type EntityTable, type Table } from 'dexie'
import type { Recipe } from '#core/batch/index.ts'
import type { Colour } from '#core/colour/index.ts'
import type { Piece } from '#core/journal/index.ts'
import type { Mold } from '#core/mold/index.ts'
import type { Resin } from '#core/resin/index.ts'
import type { Pattern } from '#core/pattern/index.ts'
import type { MoldCare, Movement, Order, Supply } from '#core/shelf/index.ts'
import { DOOR } from './door.ts'
import type { BriefRow } from './brief.ts'
import { REGISTER_DOOR } from './registerDoor.ts'
import {
  upgradeToFileRows,
  upgradeToInclusions,
  upgradeToLayers,
  upgradeToLayersHeat,
  upgradeToLearning,
  upgradeToPatterns,
  upgradeToRack,
  upgradeToRegister,
} from './upgrades.ts'
import type { Batch, Learning, Photo, Settings, StoredEvent, TableName } from '#schema/studio.ts'

export type StoredPhoto = Photo & { readonly bytes: Uint8Array }

/** The head of a studio that was set aside whole. */
export interface KeptStudio {
  readonly id: string
  readonly atMs: number
  /** What was done to it, such as "replaced by a file". */
  readonly why: string
  readonly batches: number
  readonly pieces: number
  readonly pictures: number
  readonly pictureBytes: number
}

export interface KeptPart {
  readonly keptId: string
  /** The name of a table, or of a picture. */
  readonly part: string
  readonly table: TableName
  readonly rows: readonly unknown[]
}

/** The folder that backups go into by themselves, where the browser keeps one. */
export interface BackupFolder {
  readonly id: 'backups'
  readonly handle: FileSystemDirectoryHandle
  readonly lastAtMs: number | null
  /** The browser wants to be asked again, or the last file could not be written. */
  readonly trouble: 'notAllowed' | 'notWritten' | null
  /** What lay on the shelf then, as one text to compare; none was noted by earlier builds. */
  readonly shelf?: string | null
}

/** A row set aside because it is not what its table holds. */
export interface AsideRow {
  readonly no: number
  readonly table: TableName
  readonly row: unknown
  readonly why: string
}

export type SettingsRow = Settings & { readonly id: 'studio' }

/** Under which name the browser keeps the studio. */
export const DATABASE = 'nublo'

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
  recipes!: EntityTable<Recipe, 'id'>
  supplies!: EntityTable<Supply, 'id'>
  movements!: EntityTable<Movement, 'id'>
  care!: EntityTable<MoldCare, 'id'>
  orders!: EntityTable<Order, 'id'>
  /** Studios as they were before a large step, and what they hold, table by table and picture by picture. */
  kept!: EntityTable<KeptStudio, 'id'>
  keptParts!: Table<KeptPart, [string, string]>
  /** Rows that could not be read as what they are. */
  aside!: EntityTable<AsideRow, 'no'>
  /** Every run in short; worked out from the others, in no file. */
  briefs!: Table<BriefRow, string>
  /** Of this device, in no file. */
  folders!: EntityTable<BackupFolder, 'id'>

  /** Strict: a mark is on the disk before it counts as stored. Relaxed is for what can be made again, such as the demo. */
  constructor(name = DATABASE, durability: 'strict' | 'relaxed' = 'strict') {
    super(name, { chromeTransactionDurability: durability })
    this.use(REGISTER_DOOR)
    this.use(DOOR)
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
    this.version(7).stores({ kept: 'id, atMs', keptParts: '[keptId+part], keptId', aside: '++no' })
    this.version(8)
      .stores({
        events: '[batchId+seq], batchId, event.atMs',
        pieces: 'id, batchId, outcome.recordedAtMs',
        briefs:
          'id, stale, openUntilMs, stirredAtMs, [readOf+stirredAtMs], [judgedOf+stirredAtMs], orderId, trial, *moldsPoured',
        folders: 'id',
      })
      .upgrade(upgradeToRegister)
    this.version(9).stores({}).upgrade(upgradeToLayers)
    this.version(10)
      .stores({
        recipes: 'id',
        briefs:
          'id, stale, openUntilMs, stirredAtMs, *readOf, [judgedOf+stirredAtMs], orderId, trial, *moldsPoured',
      })
      .upgrade(upgradeToRegister)
    this.version(11).stores({}).upgrade(upgradeToFileRows)
  }
}
