import * as v from 'valibot'
import {
  BEST_RATING,
  FAULTS,
  type FaultId,
  type FaultTag,
  type Outcome,
  type Piece,
} from '#core/journal/index.ts'
import type { Recipe } from '#core/batch/index.ts'
import type { Pattern } from '#core/pattern/index.ts'
import type { MoldCare, Movement, Order, Supply } from '#core/shelf/index.ts'
import type { PourEvent, Taken } from '#core/runsheet/index.ts'
import { amount, count, epochMs, idSchema, text, note } from './amount.ts'
import { colourSchema } from './colour.ts'
import { lifeHoursSchema } from './life.ts'
import { moldSchema } from './mold.ts'
import { orderSchema } from './order.ts'
import { patternSchema } from './pattern.ts'
import { recipeSchema } from './recipe.ts'
import { holeSchema } from './drawn.ts'
import { batchRequestSchema, endingSchema, handsSchema, measuringSchema, roomTempSchema } from './request.ts'
import { resinSchema } from './resin.ts'
import { scoreEditSchema } from './score.ts'
import { USUAL_FORMS, USUAL_HOURS, USUAL_MONEY, USUAL_PLACES, type Money } from './usual.ts'
import { moldCareSchema, movementSchema, supplySchema } from './supply.ts'

/** A batch as it is stored: what was asked for; what happened stands in its events. */
const batchSchema = v.object({
  id: idSchema,
  createdAtMs: epochMs('batch creation'),
  request: batchRequestSchema,
  /** The batch this one repeats. */
  repeats: v.optional(v.nullable(idSchema), null),
  /** Whether it was declared an experiment against the batch it repeats. */
  trial: v.optional(v.boolean(), false),
  /** Instants a person chose for steps on the rack. */
  pins: v.optional(v.record(idSchema, epochMs('chosen hour')), {}),
  /** The set or commission it is made for. */
  orderId: v.optional(v.nullable(idSchema), null),
})

const event = { id: idSchema, atMs: epochMs('event') }

/** Of a divided mix, the cup that was read. */
const ofCup = { cup: v.optional(idSchema) }

const readingSchema = v.variant('kind', [
  v.object({
    ...ofCup,
    kind: v.literal('temperature'),
    tempC: amount('temperature read', '°C', { atLeast: -20, atMost: 300 }),
    by: v.picklist(['probe', 'infrared', 'hand']),
    leads: v.optional(v.literal(true)),
  }),
  v.object({
    ...ofCup,
    kind: v.literal('room'),
    tempC: amount('room temperature read', '°C', { atLeast: -20, atMost: 60 }),
  }),
  v.object({
    ...ofCup,
    kind: v.literal('sign'),
    sign: v.picklist(['string', 'gel', 'footprint', 'leathery', 'stiff']),
    there: v.boolean(),
  }),
]) satisfies v.GenericSchema<unknown, Taken>

/** Which later layer's sitting it belongs to. */
const ofLayer = { layer: v.optional(idSchema) }

export const pourEventSchema = v.variant('kind', [
  v.object({
    ...event,
    ...ofLayer,
    kind: v.literal('gatePassed'),
    overruled: v.pipe(v.array(v.object({ tool: idSchema, note: note('note') })), v.maxLength(50)),
  }),
  v.object({
    ...event,
    ...ofLayer,
    kind: v.literal('weighed'),
    aG: amount('A weighed', 'g', { atLeast: 0, atMost: 50_000 }),
    bG: amount('B weighed', 'g', { atLeast: 0, atMost: 50_000 }),
  }),
  v.object({
    ...event,
    kind: v.literal('clockMoved'),
    byMs: amount('move of the clock', 'ms', { atLeast: -1e12, atMost: 1e12 }),
  }),
  v.object({ ...event, ...ofLayer, kind: v.literal('stirBegan') }),
  v.object({ ...event, ...ofLayer, kind: v.literal('stopStir') }),
  v.object({ ...event, kind: v.literal('done'), key: idSchema }),
  v.object({
    ...event,
    ...ofLayer,
    kind: v.literal('filled'),
    pieceNo: count('number of the piece', { atLeast: 1, atMost: 1200 }),
    g: amount('resin in a mold', 'g', { atLeast: 0, atMost: 20_000 }),
  }),
  v.object({
    ...event,
    kind: v.literal('spilt'),
    g: amount('resin spilt', 'g', { above: 0, atMost: 50_000 }),
  }),
  v.object({
    ...event,
    kind: v.literal('leftOut'),
    keys: v.pipe(
      v.array(idSchema),
      v.minLength(1, 'nothing is left out, expected one turn or more'),
      v.maxLength(200, 'more than 200 turns left out at once'),
    ),
  }),
  v.object({ ...event, kind: v.literal('roundAdded') }),
  v.object({ ...event, kind: v.literal('endedAs'), ending: endingSchema }),
  v.object({ ...event, kind: v.literal('written'), edit: scoreEditSchema }),
  v.object({
    ...event,
    kind: v.literal('holeCut'),
    mm: holeSchema,
  }),
  v.object({
    ...event,
    kind: v.literal('pieceOrder'),
    order: v.pipe(
      v.array(count('number of a piece', { atLeast: 1, atMost: 10_000 })),
      v.minLength(1, 'no order of pieces, expected one piece or more'),
      v.maxLength(1000, 'an order of more than 1000 pieces'),
    ),
  }),
  v.object({
    ...event,
    kind: v.literal('whiteStirred'),
    aG: amount('part A of the white', 'g', { above: 0, atMost: 2000 }),
    bG: amount('part B of the white', 'g', { above: 0, atMost: 2000 }),
  }),
  v.object({
    ...event,
    kind: v.literal('beside'),
    deed: v.picklist(['rimWiped', 'warmAir'], 'what was done beside the steps is none of rimWiped, warmAir'),
  }),
  v.object({ ...event, kind: v.literal('note'), text: note('note') }),
  v.object({ ...event, ...ofLayer, kind: v.literal('reading'), reading: readingSchema }),
  v.object({ ...event, kind: v.literal('abandoned'), reason: note('reason') }),
  v.object({ ...event, kind: v.literal('undone'), eventId: idSchema }),
]) satisfies v.GenericSchema<unknown, PourEvent>

/** An event with its place in its batch's order. */
const storedEventSchema = v.object({
  batchId: idSchema,
  seq: count('event number', { atLeast: 0, atMost: 1e6 }),
  event: pourEventSchema,
})

const faultIds = Object.keys(FAULTS) as [FaultId, ...FaultId[]]

const shareOfPicture = amount('place of a mark', '', { atLeast: 0, atMost: 1 })

const faultTagSchema = v.object({
  fault: v.picklist(faultIds, (issue) => `fault ${issue.received} is not in the fault list`),
  side: v.picklist(['front', 'back']),
  x: shareOfPicture,
  y: shareOfPicture,
}) satisfies v.GenericSchema<unknown, FaultTag>

const outcomeSchema = v.object({
  recordedAtMs: epochMs('record'),
  rating: count('rating', { atLeast: 1, atMost: BEST_RATING }),
  timing: v.nullable(v.picklist(['tooEarly', 'right', 'tooLate'])),
  faults: v.pipe(
    v.array(v.picklist(faultIds, (issue) => `fault ${issue.received} is not in the fault list`)),
    v.maxLength(40),
  ),
  tags: v.optional(v.pipe(v.array(faultTagSchema), v.maxLength(200, 'more than 200 marks on a piece')), []),
  note: note('note'),
}) satisfies v.GenericSchema<unknown, Outcome>

const pieceSchema = v.object({
  id: idSchema,
  batchId: idSchema,
  no: count('piece number', { atLeast: 1, atMost: 1000 }),
  moldId: idSchema,
  moldName: text('mold name'),
  outcome: v.nullable(outcomeSchema),
}) satisfies v.GenericSchema<unknown, Piece>

const faceSideSchema = v.picklist(['front', 'back'])
const MEDIA_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const

const photoSchema = v.object({
  id: idSchema,
  pieceId: idSchema,
  side: faceSideSchema,
  mediaType: v.picklist(MEDIA_TYPES, 'picture is neither JPEG, PNG nor WebP'),
})

/** Which sign of thickness a person trusts: minutes, the cup's temperature, or the string on a toothpick. */
const schoolSchema = v.picklist(['minutes', 'temperature', 'string'])

/** What someone decided about learning from runs: for a resin or a technique, by its subject. */
const learningSchema = v.object({
  id: idSchema,
  /** Runs stirred before do not count; 0 where nothing was reset. */
  sinceMs: amount('instant of a reset', 'ms', { atLeast: 0, atMost: 4_102_444_800_000 }),
  /** Batches that do not count. */
  leftOut: v.pipe(v.array(idSchema), v.maxLength(10_000)),
})

/** Rates for the cost of a piece and the price helper; a currency of null is that of the device's region. */
const moneySchema = v.object({
  currency: v.nullable(v.pipe(v.string(), v.regex(/^[A-Z]{3}$/, 'currency is not a code of three letters'))),
  hourlyMinor: amount('hourly rate', '', { atLeast: 0, atMost: 1e7 }),
  marginFrac: amount('margin', '', { atLeast: 0, atMost: 100 }),
  feeFrac: amount('fee', '', { atLeast: 0, atMost: 0.9 }),
}) satisfies v.GenericSchema<unknown, Money>

/** Where a feed may be: on the server the app came from, or a program on this device. */
export const feedAddressSchema = v.pipe(
  v.string('address of the feed is missing'),
  v.maxLength(500, 'address of the feed is longer than 500 characters'),
  v.check(
    isFeedAddress,
    (issue) =>
      `address of the feed is ${issue.input.slice(0, 80)}, expected a program on this device such as http://127.0.0.1:8080/feed, its port at most 65535`,
  ),
)

function isFeedAddress(address: string): boolean {
  if (/^\/api\/[\w/-]*$/.test(address)) return true
  if (!/^http:\/\/(127\.0\.0\.1|localhost)(:\d{1,5})?\//.test(address)) return false
  try {
    return new URL(address).pathname !== ''
  } catch {
    return false
  }
}

export const settingsSchema = v.object({
  units: v.picklist(['metric', 'us']),
  theme: v.picklist(['system', 'light', 'dark']),
  sound: v.boolean(),
  vibration: v.boolean(),
  roomTempC: roomTempSchema,
  hands: handsSchema,
  measuring: measuringSchema,
  school: v.optional(schoolSchema, 'minutes'),
  /** Address of the bench instruments' feed; null where there are none. */
  feed: v.optional(v.nullable(feedAddressSchema), null),
  /** Whether the probe's figures are taken as readings without a tap. */
  autoReadings: v.optional(v.boolean(), true),
  hours: v.optional(lifeHoursSchema, USUAL_HOURS),
  levelPlaces: v.optional(count('number of level places', { atLeast: 1, atMost: 500 }), USUAL_PLACES),
  covers: v.optional(count('number of covers', { atLeast: 1, atMost: 500 }), USUAL_PLACES),
  forms: v.optional(count('number of forms for draping', { atLeast: 1, atMost: 500 }), USUAL_FORMS),
  money: v.optional(moneySchema, USUAL_MONEY),
})

/** What one row of each table of a studio may be, in the browser as in a file; pictures with their bytes. */
export const ROW_SCHEMAS = {
  resins: resinSchema,
  colours: colourSchema,
  molds: moldSchema,
  patterns: patternSchema,
  recipes: recipeSchema,
  batches: batchSchema,
  events: storedEventSchema,
  pieces: pieceSchema,
  photos: v.object({
    ...photoSchema.entries,
    bytes: v.pipe(v.instance(Uint8Array, 'picture has no bytes')),
  }),
  settings: v.object({ id: v.literal('studio'), ...settingsSchema.entries }),
  learning: learningSchema,
  supplies: supplySchema,
  movements: movementSchema,
  care: moldCareSchema,
  orders: orderSchema,
} as const

export type TableName = keyof typeof ROW_SCHEMAS

export type Batch = v.InferOutput<typeof batchSchema>
export type StoredEvent = v.InferOutput<typeof storedEventSchema>
export type Photo = v.InferOutput<typeof photoSchema>
export type Settings = v.InferOutput<typeof settingsSchema>
export type School = v.InferOutput<typeof schoolSchema>
export type Learning = v.InferOutput<typeof learningSchema>
export type FaceSide = v.InferOutput<typeof faceSideSchema>

/** Everything in a studio but the bytes of its pictures. */
export interface Studio {
  readonly resins: readonly v.InferOutput<typeof resinSchema>[]
  readonly colours: readonly v.InferOutput<typeof colourSchema>[]
  readonly molds: readonly v.InferOutput<typeof moldSchema>[]
  readonly patterns: readonly Pattern[]
  readonly recipes: readonly Recipe[]
  readonly batches: readonly Batch[]
  readonly events: readonly StoredEvent[]
  readonly pieces: readonly Piece[]
  readonly photos: readonly (Photo & { readonly bytes: Uint8Array })[]
  readonly settings: Settings | null
  readonly learning: readonly Learning[]
  readonly supplies: readonly Supply[]
  readonly movements: readonly Movement[]
  readonly care: readonly MoldCare[]
  readonly orders: readonly Order[]
  /** Rows that could not be read as what they are, as they were found. */
  readonly aside: readonly Aside[]
}

const asideSchema = v.object({
  table: v.picklist(Object.keys(ROW_SCHEMAS) as [TableName, ...TableName[]]),
  row: v.unknown(),
  why: note('what is wrong'),
})

export type Aside = v.InferOutput<typeof asideSchema>

/** No studio comes near: what is too much is bounded by the bytes of the file. */
const MANY = 1_000_000

const many = <Schema extends v.GenericSchema>(schema: Schema, what: string, most: number) =>
  v.pipe(
    v.array(schema, `${what} is missing, expected a list`),
    v.maxLength(most, `more than ${most} ${what}`),
  )

export const BUNDLE_FORMAT = 'nublo/studio'
/**
 * Version 2 added patterns, version 3 the rack's hours and supplies, version 4 inclusions and forms, version 5 walls of molds and resins
 * for the heat of real layers, version 6 checksums and rows set aside, version 7 layers in place of a back, pours and coats, and recipes; what an
 * earlier one does not hold takes its usual value.
 */
export const BUNDLE_VERSION = 7

/** SHA-256 of each table, each batch with all that hangs on it, and each picture; a file written by hand has none. */
export const checksumsSchema = v.optional(
  v.record(
    v.pipe(v.string(), v.maxLength(200)),
    v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/, 'is no SHA-256')),
  ),
)

/** The studio as one open file. */
export const bundleSchema = v.strictObject({
  format: v.literal(BUNDLE_FORMAT),
  version: v.picklist([1, 2, 3, 4, 5, 6, BUNDLE_VERSION]),
  exportedAt: v.string(),
  checksums: checksumsSchema,
  resins: many(resinSchema, 'resins', MANY),
  colours: many(colourSchema, 'colours', MANY),
  molds: many(moldSchema, 'molds', MANY),
  patterns: v.optional(many(patternSchema, 'patterns', MANY), []),
  recipes: v.optional(many(recipeSchema, 'recipes', MANY), []),
  batches: many(batchSchema, 'batches', MANY),
  events: many(storedEventSchema, 'events', MANY),
  pieces: many(pieceSchema, 'pieces', MANY),
  photos: many(
    v.pipe(
      v.object({
        ...photoSchema.entries,
        base64: v.optional(v.pipe(v.string(), v.base64('picture is not base64'))),
        /** Its name beside the records, in a file that holds several. */
        file: v.optional(v.pipe(v.string(), v.maxLength(120))),
      }),
      v.check(
        ({ base64, file }) => (base64 === undefined) !== (file === undefined),
        'picture is missing, expected base64 or a file',
      ),
    ),
    'photos',
    MANY,
  ),
  settings: v.nullable(settingsSchema),
  learning: v.optional(many(learningSchema, 'decisions about learning', MANY), []),
  supplies: v.optional(many(supplySchema, 'supplies', MANY), []),
  movements: v.optional(many(movementSchema, 'entries of supplies', MANY), []),
  care: v.optional(many(moldCareSchema, 'mold cares', MANY), []),
  orders: v.optional(many(orderSchema, 'orders', MANY), []),
  aside: v.optional(many(asideSchema, 'rows set aside', MANY), []),
})
