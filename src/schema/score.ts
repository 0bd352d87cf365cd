import * as v from 'valibot'
import type { ScoreEdit, Work } from '#core/technique/index.ts'
import { amount, count, idSchema, text } from './amount.ts'

const workSchema = v.variant(
  'by',
  [
    v.object({
      by: v.literal('drops'),
      colour: idSchema,
      drops: count('drops that are put in between', { atLeast: 1, atMost: 400 }),
    }),
    v.object({
      by: v.literal('puts'),
      what: text('what is put in'),
      seconds: amount('time to put it in', 's', { above: 0, atMost: 3600 }),
    }),
    v.object({
      by: v.literal('warmCup'),
      seconds: amount('a cup in warm water', 's', { above: 0, atMost: 600 }),
    }),
    v.object({ by: v.literal('warmAir'), seconds: amount('warm air', 's', { above: 0, atMost: 600 }) }),
    v.object({ by: v.literal('tilt'), seconds: amount('a tilt', 's', { above: 0, atMost: 600 }) }),
    v.object({ by: v.literal('wait'), minutes: amount('a wait', 'min', { above: 0, atMost: 240 }) }),
    v.object({
      by: v.literal('own'),
      title: text('step of one’s own'),
      seconds: amount('time for a step', 's', { atLeast: 0, atMost: 3600 }),
    }),
  ],
  'what is put in between is none of drops, puts, warmCup, warmAir, tilt, wait, own',
) satisfies v.GenericSchema<unknown, Work>

const piecesSchema = v.pipe(
  v.array(count('number of a piece', { atLeast: 1, atMost: 1200 })),
  v.minLength(1, 'a step on no piece, expected one piece or more, or null for all'),
  v.maxLength(1200, 'a step on more than 1200 pieces'),
  v.readonly(),
)

/** One thing that somebody wrote on the order of the hands. */
export const scoreEditSchema = v.variant(
  'kind',
  [
    v.object({ kind: v.literal('leftOut'), step: idSchema }),
    v.object({ kind: v.literal('split'), step: idSchema }),
    v.object({ kind: v.literal('inTurn'), step: idSchema }),
    v.object({
      kind: v.literal('inRounds'),
      step: idSchema,
      rounds: count('rounds over an object', { atLeast: 2, atMost: 24 }),
    }),
    v.object({ kind: v.literal('moved'), step: idSchema, before: idSchema }),
    v.object({
      kind: v.literal('atMinute'),
      step: idSchema,
      min: amount('minute of a step', 'min', { atLeast: 0, atMost: 1440 }),
    }),
    v.object({
      kind: v.literal('pass'),
      steps: v.pipe(
        v.array(idSchema),
        v.minLength(1, 'a pass of no step'),
        v.maxLength(20, 'a pass of more than 20 steps'),
        v.readonly(),
      ),
      by: v.picklist(['piece', 'step'], 'a pass goes by neither piece nor step'),
    }),
    v.object({ kind: v.literal('outOf'), step: idSchema, cup: v.nullable(idSchema) }),
    v.object({
      kind: v.literal('added'),
      id: idSchema,
      work: workSchema,
      pieces: v.nullable(piecesSchema),
      before: idSchema,
    }),
  ],
  'what is written on the order is none of leftOut, split, inTurn, inRounds, outOf, moved, atMinute, pass, added',
) satisfies v.GenericSchema<unknown, ScoreEdit>

/** All of it, in the order it was written. */
export const scoreSchema = v.pipe(
  v.array(scoreEditSchema),
  v.maxLength(100, 'more than 100 changes of the order of the hands'),
  v.readonly(),
)
