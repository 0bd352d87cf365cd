import * as v from 'valibot'
import {
  ARCHETYPES,
  USUAL_SPREAD,
  type CureLaw,
  type DataSheet,
  type FlowLaw,
  type Resin,
  type Spread,
} from '#core/resin/index.ts'
import { amount, idSchema, text } from './amount.ts'

export const ratioSchema = v.object({
  by: v.picklist(['volume', 'weight'], 'ratio.by is neither "volume" nor "weight"'),
  partsA: amount('ratio, parts of A', '', { above: 0, atMost: 1000 }),
  partsB: amount('ratio, parts of B', '', { above: 0, atMost: 1000 }),
})

const density = (part: string) => amount(`density of ${part}`, 'g/ml', { atLeast: 0.5, atMost: 3 })

// Beyond these no craft resin lies, and the equations lose their meaning.
const cureEntries = {
  startRatePerS: amount('start rate', '1/s', { above: 0, atMost: 0.02 }),
  networkRatePerS: amount('network rate', '1/s', { atLeast: 0, atMost: 0.02 }),
  startActivationJPerMol: amount('start activation energy', 'J/mol', { atLeast: 0, atMost: 120_000 }),
  networkActivationJPerMol: amount('network activation energy', 'J/mol', { atLeast: 0, atMost: 120_000 }),
  networkOrder: amount('network order', '', { atLeast: 0.3, atMost: 4 }),
  depletionOrder: amount('depletion order', '', { atLeast: 0.5, atMost: 5 }),
  reactionHeatJPerG: amount('reaction heat', 'J/g', { atLeast: 0, atMost: 700 }),
  heatCapacityJPerGK: amount('heat capacity', 'J/(g K)', { atLeast: 0.5, atMost: 10 }),
  glassStartC: amount('glass transition unreacted', '°C', { atLeast: -120, atMost: 100 }),
  glassEndC: amount('glass transition fully cured', '°C', { atLeast: -60, atMost: 300 }),
  glassShape: amount('glass transition shape', '', { atLeast: 0.1, atMost: 1 }),
  diffusionOffsetK: amount('diffusion offset', 'K', { atLeast: -1000, atMost: 1000 }),
  diffusionWidthK: amount('diffusion width', 'K', { atLeast: 0.5, atMost: 100 }),
}

const flowEntries = {
  viscosityAtRefPaS: amount('viscosity at 25 °C', 'Pa.s', { atLeast: 0.005, atMost: 1000 }),
  activationJPerMol: amount('flow activation energy', 'J/mol', { atLeast: 0, atMost: 120_000 }),
  gelConversion: amount('gel conversion', '', { atLeast: 0.2, atMost: 0.9 }),
  exponentBase: amount('viscosity exponent', '', { atLeast: 1, atMost: 5 }),
  exponentSlope: amount('viscosity exponent slope', '', { atLeast: 0, atMost: 5 }),
}

const cureSchema = v.object(cureEntries) satisfies v.GenericSchema<unknown, CureLaw>
const flowSchema = v.object(flowEntries) satisfies v.GenericSchema<unknown, FlowLaw>
const confidenceSchema = v.picklist(['measured', 'dataSheet', 'practice', 'memory'])

const spreadSchema = v.object({
  rateLog: amount('spread of the rate', '', { above: 0, atMost: 2 }),
  viscosityLog: amount('spread of the viscosity', '', { above: 0, atMost: 2 }),
}) satisfies v.GenericSchema<unknown, Spread>

const greatestLayerSchema = amount('greatest layer of the data sheet', 'mm', { above: 0, atMost: 500 })

export const sheetEntries = {
  viscosityPaS: v.nullable(flowEntries.viscosityAtRefPaS),
  potLife: v.nullable(
    v.object({
      min: amount('pot life', 'min', { above: 0, atMost: 10_000 }),
      massG: amount('mass of the pot life', 'g', { above: 0, atMost: 100_000 }),
      tempC: amount('room of the pot life', '°C', { atLeast: -20, atMost: 80 }),
    }),
  ),
  demold: v.nullable(
    v.object({
      hours: amount('demold time', 'h', { above: 0, atMost: 2000 }),
      tempC: amount('room of the demold time', '°C', { atLeast: -20, atMost: 80 }),
    }),
  ),
  greatestLayerMm: v.nullable(greatestLayerSchema),
}
const sheetSchema = v.object(sheetEntries) satisfies v.GenericSchema<unknown, DataSheet>

export const resinSchema = v.object({
  id: idSchema,
  name: text('resin name'),
  ratio: ratioSchema,
  densityAGPerMl: density('A'),
  densityBGPerMl: density('B'),
  cure: cureSchema,
  flow: flowSchema,
  source: text('source of the resin figures', 500),
  confidence: confidenceSchema,
  spread: v.optional(spreadSchema, USUAL_SPREAD),
  greatestLayerMm: v.optional(v.nullable(greatestLayerSchema), null),
  fullCureDays: v.optional(v.nullable(amount('full cure of the label', 'days', { above: 0, atMost: 60 }))),
  densitiesAssumed: v.optional(v.boolean()),
  sheet: v.optional(sheetSchema),
}) satisfies v.GenericSchema<unknown, Resin>

const archetypeId = v.picklist(['quick', 'medium', 'slow'], 'resin is none of "quick", "medium", "slow"')

/** In files for the command line: a typical resin by name, or one like it with figures of its own. */
export const resinInFileSchema = v.union(
  [
    v.pipe(
      archetypeId,
      v.transform((id): Resin => ARCHETYPES[id]),
    ),
    resinSchema,
    v.pipe(
      v.strictObject({
        like: archetypeId,
        name: v.optional(text('resin name')),
        ratio: v.optional(ratioSchema),
        densityAGPerMl: v.optional(density('A')),
        densityBGPerMl: v.optional(density('B')),
        greatestLayerMm: v.optional(v.nullable(greatestLayerSchema)),
        cure: v.optional(v.partial(v.strictObject(cureEntries)), {}),
        flow: v.optional(v.partial(v.strictObject(flowEntries)), {}),
      }),
      v.transform(({ like, cure, flow, greatestLayerMm, ...given }): Resin => {
        const base = ARCHETYPES[like]
        return {
          ...base,
          ...given,
          greatestLayerMm: greatestLayerMm ?? null,
          cure: { ...base.cure, ...cure },
          flow: { ...base.flow, ...flow },
        }
      }),
    ),
  ],
  (issue) => unionMessage(issue),
)

/** The message of the alternative that came nearest, so that a wrong figure is named instead of the whole resin. */
function unionMessage(issue: v.UnionIssue<v.BaseIssue<unknown>>): string {
  const nested = issue.issues ?? []
  const deep = nested.find((each) => (each.path?.length ?? 0) > 0 && !each.message.startsWith('Invalid'))
  return (
    deep?.message ??
    'resin is none of "quick", "medium", "slow", nor a whole resin, nor { "like": "quick", … }'
  )
}
