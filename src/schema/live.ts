import * as v from 'valibot'
import { amount } from './amount.ts'
import { planRequestFileSchema } from './request.ts'
import { withLayers } from './earlierLayers.ts'

/** Longer than any pour is followed. */
const MOST_MIN = 21 * 1440

const atMin = amount('minute of the event', 'min', { atLeast: 0, atMost: MOST_MIN })
const SIGNS = ['string', 'gel', 'footprint', 'leathery', 'stiff'] as const
const THERMOMETERS = ['probe', 'infrared', 'hand'] as const

const eventSchema = v.variant(
  'kind',
  [
    v.strictObject({
      atMin,
      kind: v.literal('reading'),
      tempC: amount('temperature read', '°C', { atLeast: 0, atMost: 250 }),
      by: v.optional(v.picklist(THERMOMETERS, `by is none of ${THERMOMETERS.join(', ')}`), 'probe'),
    }),
    v.strictObject({
      atMin,
      kind: v.literal('room'),
      tempC: amount('room read', '°C', { atLeast: 0, atMost: 45 }),
    }),
    v.strictObject({
      atMin,
      kind: v.literal('sign'),
      sign: v.picklist(SIGNS, `sign is none of ${SIGNS.join(', ')}`),
      there: v.optional(v.boolean('there is neither true nor false'), true),
    }),
    v.strictObject({
      atMin,
      kind: v.literal('done'),
      turn: v.pipe(v.string('turn is missing, expected the key of a step'), v.minLength(1)),
    }),
  ],
  'kind of the event is none of reading, room, sign, done',
)

/** What a live pour is asked for on the command line. */
export const liveRequestFileSchema = v.pipe(
  v.strictObject({
    format: v.literal('nublo/live-request', 'format is not "nublo/live-request"'),
    version: v.literal(1, 'version is not 1'),
    plan: v.pipe(v.unknown(), v.transform(withLayers), planRequestFileSchema),
    nowMin: amount('minute now', 'min', { atLeast: 0, atMost: MOST_MIN }),
    events: v.optional(v.pipe(v.array(eventSchema), v.maxLength(1000, 'more than 1000 events')), []),
  }),
  v.check(
    ({ events, nowMin }) => events.every((event) => event.atMin <= nowMin),
    'an event lies after nowMin, expected none that is still to come',
  ),
)
