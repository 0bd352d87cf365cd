import * as v from 'valibot'
import {
  refusalOf,
  TECHNIQUES,
  type ChangeRefused,
  type OwnWay,
  type TechniqueId,
} from '#core/technique/index.ts'
import { amount, idSchema, text } from './amount.ts'

const IDS = Object.keys(TECHNIQUES) as [TechniqueId, ...TechniqueId[]]

const REFUSED: Readonly<Record<ChangeRefused['by'], string>> = {
  unknown: 'is none of the pour’s steps',
  needed: 'is left out, but the pour cannot be without it',
  heart: 'is left out, but the way is made of it',
  waitedFor: 'is left out, but another step is told from it',
  noFigure: 'has a figure that it cannot have',
}

/** A way that somebody copied and changed; a change that a rule of the order or another step forbids is refused with its reason. */
export const ownWaySchema = v.pipe(
  v.object({
    of: v.picklist(IDS, `an own way is a copy of none of ${IDS.join(', ')}`),
    name: text('name of an own way'),
    steps: v.pipe(
      v.array(
        v.object({
          step: idSchema,
          isOut: v.optional(v.boolean('whether a step is left out is neither true nor false')),
          handsS: v.optional(amount('time for a step', 's', { atLeast: 0, atMost: 3600 })),
          minutes: v.optional(amount('wait of a step', 'min', { atLeast: 0, atMost: 600 })),
          flowFactor: v.optional(
            amount('flow at a step against the usual', '', { atLeast: 0.25, atMost: 4 }),
          ),
          note: v.optional(
            v.pipe(v.string(), v.maxLength(200, 'note at a step is longer than 200 characters')),
          ),
        }),
        'an own way has no list of steps',
      ),
      v.maxLength(60, 'an own way changes more than 60 steps'),
      v.readonly(),
    ),
  }),
  v.rawCheck(({ dataset, addIssue }) => {
    if (!dataset.typed) return
    const own = dataset.value
    for (const change of own.steps) {
      const refused = refusalOf(TECHNIQUES[own.of], change, own)
      if (refused) addIssue({ message: `step ${change.step} of an own way ${REFUSED[refused.by]}` })
    }
  }),
) satisfies v.GenericSchema<unknown, OwnWay>
