import { expect, test } from '@jest/globals'
import { gravityOf, planBatch } from '#core/plan/index.ts'
import { usualLayers } from '#core/batch/index.ts'
import { TECHNIQUES } from '#core/technique/index.ts'
import { ARCHETYPES, type ArchetypeId } from '#core/resin/index.ts'
import { bloomRequest, COASTER } from '../support/request.ts'
import { backLayer } from '../support/layers.ts'

/** What people plan every day: bloom and petri, one to six 10 cm coasters, 19 to 24 C, three resins. */
const USUAL = (['bloom', 'petri'] as const).flatMap((technique) =>
  (['quick', 'medium', 'slow'] as const satisfies readonly ArchetypeId[]).flatMap((id) =>
    [19, 21, 24].flatMap((roomTempC) => [1, 2, 4, 6].map((count) => ({ technique, id, roomTempC, count }))),
  ),
)

test('of 72 usual plans none stops itself or misses its window', () => {
  const told = USUAL.map(({ technique, id, roomTempC, count }) =>
    planBatch(bloomRequest({ technique, resin: ARCHETYPES[id], roomTempC }, count)),
  )
  const kinds = told.map(({ findings }) =>
    findings.filter((finding) => gravityOf(finding) === 'stop').map(({ kind }) => kind),
  )
  const stopped = kinds.filter((each) => each.length > 0)
  console.log(`usual plans with a stop: ${stopped.length} of ${USUAL.length}`, stopped.flat().join(' '))
  expect(USUAL).toHaveLength(72)
  expect(stopped).toEqual([])
  expect(told.filter(({ capacity }) => !capacity.fits)).toHaveLength(0)
})

test.each([6, 8, 10, 12, 15, 20])(
  'usual layers always fit a mold %d mm deep, with a back and without',
  (depthMm) => {
    for (const technique of ['bloom', 'petri', 'inclusions'] as const)
      for (const backMm of [null, 2, 3])
        for (const lipMm of [0, 2, 4]) {
          const request = bloomRequest({
            technique,
            lipMm,
            pieces: [{ mold: { ...COASTER, depthMm }, count: 2, pattern: null }],
            layers: [
              ...usualLayers(TECHNIQUES[technique]),
              ...(backMm === null ? [] : [backLayer('bonds', backMm)]),
            ],
          })
          const { fills, findings } = planBatch(request)
          expect(fills[0]!.lipMm).toBeGreaterThanOrEqual(-1e-9)
          expect(findings.map(({ kind }) => kind)).not.toContain('overfilled')
        }
  },
)

test('a petri of usual load carries a few percent of its bed in ink and white, whatever the mold', () => {
  for (const depthMm of [6, 10, 20])
    for (const acrossMm of [40, 100, 250]) {
      const mold = { ...COASTER, depthMm, outline: { shape: 'circle', acrossMm } as const }
      const { findings } = planBatch(
        bloomRequest({ technique: 'petri', pieces: [{ mold, count: 1, pattern: null }] }),
      )
      expect(findings.map(({ kind }) => kind)).not.toContain('overloaded')
    }
})
