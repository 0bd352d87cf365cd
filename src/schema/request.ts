import * as v from 'valibot'
import {
  USUAL_HANDS,
  USUAL_LOSS,
  USUAL_MEASURING,
  USUAL_WHITE,
  type BatchRequest,
  type Hands,
  type Measuring,
} from '#core/batch/index.ts'
import { ENDINGS, JOB_IDS, TECHNIQUES, type EndingId, type TechniqueId } from '#core/technique/index.ts'
import { usual } from './usual.ts'
import { amount, calendarDay, count, idSchema, instantText, text } from './amount.ts'
import { coloursSchema, roundsSchema, whiteSchema } from './drawn.ts'
import { bagsSchema, cupsSchema, layersSchema, zoneSchema } from './layer.ts'
import { moldSchema } from './mold.ts'
import { learnedSchema } from './learned.ts'
import { ownWaySchema } from './ownWay.ts'
import { patternSchema } from './pattern.ts'
import { scoreSchema } from './score.ts'
import { resinInFileSchema, resinSchema } from './resin.ts'

const depth = (what: string) => amount(what, 'mm', { above: 0, atMost: 200 })

export const roomTempSchema = amount('room temperature', '°C', { atLeast: 10, atMost: 40 })
export const handsSchema = v.object({
  beadMmPerS: usual(
    amount('hand speed along the bead', 'mm/s', { above: 0, atMost: 500 }),
    USUAL_HANDS.beadMmPerS,
  ),
  ringLiftS: usual(amount('lift between rings', 's', { atLeast: 0, atMost: 120 }), USUAL_HANDS.ringLiftS),
  strokeS: usual(amount('time for a stroke', 's', { above: 0, atMost: 120 }), USUAL_HANDS.strokeS),
  dropS: usual(amount('time for a drop', 's', { above: 0, atMost: 60 }), USUAL_HANDS.dropS),
  decantS: usual(amount('time to decant a piece', 's', { above: 0, atMost: 600 }), USUAL_HANDS.decantS),
}) satisfies v.GenericSchema<unknown, Hands>

export const measuringSchema = v.object({
  graduationG: usual(
    amount('step of the scale', 'g', { atLeast: 0.01, atMost: 50 }),
    USUAL_MEASURING.graduationG,
  ),
  cupLineMl: usual(
    amount('line of the measuring cup', 'ml', { atLeast: 0.5, atMost: 100 }),
    USUAL_MEASURING.cupLineMl,
  ),
}) satisfies v.GenericSchema<unknown, Measuring>

const colourwaySchema = v.object({
  id: idSchema,
  name: text('name of the colourway'),
  inks: v.pipe(v.array(idSchema), v.maxLength(24, 'more than 24 inks in one colourway'), v.readonly()),
})

const ENDING_IDS = Object.keys(ENDINGS) as [EndingId, ...EndingId[]]
/** Another end that a pour is brought to. */
export const endingSchema = v.picklist(ENDING_IDS, `ending is none of ${ENDING_IDS.join(', ')}`)

const TECHNIQUE_IDS = Object.keys(TECHNIQUES) as [TechniqueId, ...TechniqueId[]]
const techniqueSchema = v.picklist(TECHNIQUE_IDS, `technique is none of ${TECHNIQUE_IDS.join(', ')}`)

const bedSchema = v.variant(
  'by',
  [
    v.object({ by: v.literal('depth'), mm: depth('bed in each'), on: v.optional(zoneSchema) }),
    v.object({
      by: v.literal('volume'),
      ml: amount('bed in each', 'ml', { above: 0, atMost: 20_000 }),
      on: v.optional(zoneSchema),
    }),
  ],
  'the bed of a piece is told by neither depth nor volume',
)

const entries = {
  name: usual(text('batch name'), 'Batch'),
  technique: techniqueSchema,
  score: v.optional(scoreSchema),
  pieces: v.pipe(
    v.array(
      v.object({
        mold: moldSchema,
        count: count('number of pieces', { atLeast: 1, atMost: 60 }),
        pattern: v.optional(v.nullable(patternSchema), null),
        technique: v.optional(techniqueSchema),
        bed: v.optional(bedSchema),
        surplus: v.optional(
          v.literal(
            true,
            'whether pieces are poured from what is left is not true, expected true or nothing',
          ),
        ),
        colourway: v.optional(colourwaySchema),
      }),
      'pieces is missing, expected at least one mold with a count',
    ),
    v.minLength(1, 'pieces is empty, expected at least one mold with a count'),
    v.maxLength(20, 'more than 20 kinds of piece in one batch'),
    v.check(
      (orders) => orders.some(({ surplus }) => !surplus),
      'every piece is poured from what is left, expected one at least that the mix is stirred for',
    ),
  ),
  colours: usual(coloursSchema, []),
  face: usual(v.picklist(['mold', 'open', 'undecided'], 'face is none of mold, open, undecided'), 'mold'),
  roomTempC: roomTempSchema,
  humidityPercent: v.optional(v.nullable(amount('humidity of the air', '%', { atLeast: 0, atMost: 100 }))),
  partsTempC: v.optional(
    v.nullable(amount('temperature of the parts', '°C', { atLeast: 5, atMost: 60 })),
    null,
  ),
  bedMm: v.optional(v.nullable(depth('bed')), null),
  lipMm: usual(amount('lip', 'mm', { atLeast: 0, atMost: 50 }), 2),
  sealed: v.optional(
    v.pipe(
      v.array(
        v.object({
          piece: text('kind of piece'),
          depths: v.array(
            v.object({
              layer: text('layer'),
              mm: amount('depth as poured', 'mm', { atLeast: 0, atMost: 200 }),
            }),
          ),
        }),
      ),
      v.maxLength(20, 'more than 20 kinds of piece in one batch'),
    ),
  ),
  measured: v.optional(
    v.object({
      mixes: v.pipe(
        v.array(
          v.object({
            mix: text('mix'),
            aG: amount('A weighed', 'g', { atLeast: 0, atMost: 50_000 }),
            bG: amount('B weighed', 'g', { atLeast: 0, atMost: 50_000 }),
          }),
        ),
        v.maxLength(50, 'more than 50 mixes in one batch'),
      ),
      beds: v.pipe(
        v.array(
          v.object({
            pieceNo: count('number of the piece', { atLeast: 1, atMost: 1200 }),
            g: amount('resin in a mold', 'g', { atLeast: 0, atMost: 20_000 }),
          }),
        ),
        v.maxLength(1200, 'more than 1200 pieces in one batch'),
      ),
      spiltG: amount('resin spilt', 'g', { atLeast: 0, atMost: 50_000 }),
      ended: v.optional(
        v.object({
          as: endingSchema,
          begun: v.pipe(
            v.array(
              v.object({ step: text('step'), atMin: amount('minute', 'min', { atLeast: -60, atMost: 1e6 }) }),
            ),
            v.maxLength(100, 'more than 100 steps begun'),
          ),
        }),
      ),
    }),
  ),
  leastMixG: v.optional(amount('what is stirred at least', 'g', { above: 0, atMost: 20_000 })),
  white: usual(whiteSchema, USUAL_WHITE),
  form: v.optional(
    v.nullable(
      v.object({
        acrossMm: amount('width of the form', 'mm', { atLeast: 10, atMost: 2000 }),
        deepMm: amount('depth of the form', 'mm', { atLeast: 1, atMost: 1000 }),
      }),
    ),
  ),
  object: v.optional(
    v.nullable(
      v.object({
        heightMm: amount('height of the object', 'mm', { atLeast: 5, atMost: 1000 }),
        aroundMm: amount('way round the object', 'mm', { atLeast: 10, atMost: 3000 }),
      }),
    ),
  ),
  inclusions: v.optional(
    v.nullable(
      v.object({
        volumeMl: amount('volume of the inclusions', 'ml', { atLeast: 0, atMost: 5000 }),
        proud: v.boolean('whether inclusions stand proud is neither true nor false'),
      }),
    ),
    null,
  ),
  cups: usual(
    v.pipe(
      cupsSchema,
      v.check(
        (cups) => cups.every(({ portion: { by } }) => by !== 'bottle' && by !== 'ownMix'),
        'the pour is divided from its one mix, expected no cup that is a bottle or a mix of its own',
      ),
    ),
    [],
  ),
  layers: usual(layersSchema, []),
  jobs: usual(
    v.pipe(
      v.array(v.picklist(JOB_IDS, `job on the rack is none of ${JOB_IDS.join(', ')}`)),
      v.maxLength(JOB_IDS.length, 'a job on the rack is named twice'),
    ),
    [],
  ),
  ownWay: v.optional(v.nullable(ownWaySchema)),
  bags: v.optional(bagsSchema),
  settleMin: usual(amount('time to let inks settle', 'min', { atLeast: 0, atMost: 60 }), 5),
  hands: usual(handsSchema, USUAL_HANDS),
  measuring: usual(measuringSchema, USUAL_MEASURING),
  loss: usual(
    v.object({
      cupFilmG: usual(amount('film left in the cup', 'g', { atLeast: 0, atMost: 100 }), USUAL_LOSS.cupFilmG),
      bagResidueG: usual(
        amount('rest left in the bag', 'g', { atLeast: 0, atMost: 100 }),
        USUAL_LOSS.bagResidueG,
      ),
    }),
    USUAL_LOSS,
  ),
  spareMolds: usual(v.array(moldSchema), []),
  startAt: v.optional(v.nullable(instantText('start')), null),
  promisedOn: v.optional(v.nullable(calendarDay('promised day')), null),
  cupStrategy: v.optional(
    v.nullable(v.picklist(['rest', 'atOnce', 'split'], 'cup strategy is none of "rest", "atOnce", "split"')),
    null,
  ),
  whiteApart: v.optional(
    v.nullable(v.boolean('whether the white is a mix of its own is neither true nor false')),
    null,
  ),
  rounds: roundsSchema,
  learned: v.optional(v.nullable(learnedSchema), null),
  aimShiftLog: usual(amount('shift of the band', '', { atLeast: -1, atMost: 1 }), 0),
}

/** A batch as it is stored: its resin written out, so that it stays what it was. */
export const batchRequestSchema = v.object({ ...entries, resin: resinSchema }) satisfies v.GenericSchema<
  unknown,
  BatchRequest
>

/** Version 2 says its layers; what version 1 said of a back, of pours and of coats is read as layers (`withLayers`). */
const PLAN_REQUEST_VERSION = 2

/** A plan request as a file for the command line: what is not said takes its usual value. */
export const planRequestFileSchema = v.strictObject({
  format: v.optional(
    v.literal('nublo/plan-request', 'format is not "nublo/plan-request"'),
    'nublo/plan-request',
  ),
  version: v.optional(
    v.picklist([1, PLAN_REQUEST_VERSION], 'version is neither 1 nor 2'),
    PLAN_REQUEST_VERSION,
  ),
  ...entries,
  resin: resinInFileSchema,
})
