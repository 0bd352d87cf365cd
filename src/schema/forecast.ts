import * as v from 'valibot'
import { AIMABLE_STAGES, type ForecastInput } from '#core/plan/index.ts'
import { POURING_KEEPS_FRAC } from '#core/resin/index.ts'
import { amount } from './amount.ts'
import { doseSchema, holeSchema } from './drawn.ts'
import { roomTempSchema } from './request.ts'
import { resinInFileSchema } from './resin.ts'

const minute = (what: string) => amount(what, 'min', { atLeast: 0, atMost: 21 * 1440 })

/** A forecast request as a file for the command line. */
export const forecastRequestFileSchema = v.pipe(
  v.strictObject({
    format: v.optional(
      v.literal('nublo/forecast-request', 'format is not "nublo/forecast-request"'),
      'nublo/forecast-request',
    ),
    version: v.optional(v.literal(1, 'version is not 1'), 1),
    resin: resinInFileSchema,
    cupMassG: amount('mass in the cup', 'g', { above: 0, atMost: 20_000 }),
    roomTempC: roomTempSchema,
    startTempC: v.optional(
      v.nullable(amount('temperature of the mix', '°C', { atLeast: 0, atMost: 60 })),
      null,
    ),
    bedDepthMm: v.optional(amount('bed', 'mm', { above: 0, atMost: 200 }), 6),
    decantMin: v.optional(v.nullable(minute('decant')), null),
    decantKeepsFrac: v.optional(
      amount('share of warmth kept on decanting', '', { atLeast: 0, atMost: 1 }),
      POURING_KEEPS_FRAC,
    ),
    atMin: v.optional(
      v.pipe(v.array(minute('asked minute')), v.maxLength(10_000, 'more than 10000 minutes asked for')),
      [],
    ),
    white: v.optional(
      v.nullable(
        v.strictObject({
          dose: v.optional(doseSchema, 'translucent'),
          excessDensityKgPerM3: v.optional(
            v.nullable(amount('excess density of the white', 'kg/m3', { above: 0, atMost: 500 })),
            null,
          ),
          holeMm: v.optional(holeSchema, 3),
        }),
      ),
      {},
    ),
    solve: v.optional(
      v.nullable(
        v.strictObject({
          stage: v.optional(
            v.nullable(v.picklist(AIMABLE_STAGES, `solve.stage is none of ${AIMABLE_STAGES.join(', ')}`)),
            null,
          ),
          remainingFluidityPerPa: v.optional(
            v.nullable(amount('remaining fluidity aimed at', '1/Pa', { above: 0, atMost: 1e6 })),
            null,
          ),
          settleMin: v.optional(amount('settle time', 'min', { atLeast: 0, atMost: 600 }), 5),
        }),
      ),
      null,
    ),
  }),
  v.check(
    ({ solve, decantMin }) => solve === null || decantMin === null,
    'both decantMin and solve are given, expected one of them',
  ),
  v.check(
    ({ solve }) => solve === null || (solve.stage === null) !== (solve.remainingFluidityPerPa === null),
    'solve names neither or both of stage and remainingFluidityPerPa, expected one of them',
  ),
  v.check(
    ({ solve, white }) => solve?.stage !== 'pipe' || white !== null,
    'solve.stage "pipe" needs a white',
  ),
) satisfies v.GenericSchema<unknown, ForecastInput>
