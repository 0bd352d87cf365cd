import { describe, expect, test } from '@jest/globals'
import { bloomRequest, COASTER } from '../../../tests/support/request.ts'
import { USUAL_HANDS, USUAL_WHITE, type BatchRequest, type LayerCup } from '../batch/index.ts'
import { emptyPattern, type Pattern } from '../pattern/index.ts'
import { ARCHETYPES } from '../resin/index.ts'
import { gravityOf, type Finding } from './finding.ts'
import { planBatch } from './plan.ts'
import { keyOf, remediesFor, remedied } from './remedies.ts'
import { backLayer } from '../../../tests/support/layers.ts'

const TRAY = { ...COASTER, depthMm: 15, outline: { shape: 'circle', acrossMm: 330 } as const }
const shallow = { ...COASTER, depthMm: 6 }
const order = (mold: typeof COASTER, pattern: Pattern | null = null) => ({ mold, count: 2, pattern })
/** Drops strewn by hand, so many a piece. */
const strewn = (count: number): Pattern => ({
  ...emptyPattern(7854),
  marks: [
    {
      id: 'm1',
      mark: {
        kind: 'drops',
        inkNo: null,
        layout: { kind: 'scatter', zone: { kind: 'piece' }, fromWallMm: 5, count, seed: 3 },
      },
    },
  ],
})

const SLATE = { id: 'slate', name: 'Slate', kind: 'paste', hex: '#39424e' } as const
const tinted = (cups: readonly LayerCup[]): Partial<BatchRequest> => ({ layers: [{ ...backLayer(), cups }] })

/** Requests in which something is wrong, and what; among them every finding that has a remedy. */
const TROUBLES: readonly (readonly [Finding['kind'], Partial<BatchRequest>, number])[] = [
  ['overfilled', { bedMm: 9, layers: [backLayer('bonds', 3)] }, 2],
  ['bedTooThin', { bedMm: 2 }, 1],
  ['bedTooThin', { pieces: [order(shallow)], layers: [backLayer('bonds', 3.5)] }, 1],
  ['surplusTooLittle', { pieces: [order(COASTER), { ...order(TRAY), surplus: true }] }, 1],
  ['noLipForLayer', { bedMm: 8, layers: [backLayer('demolded', 4)] }, 1],
  ['notEnoughMolds', { pieces: [{ ...order({ ...COASTER, count: 3 }), count: 5 }] }, 5],
  ['noCupBigEnough', { pieces: [{ ...order(TRAY), count: 4 }] }, 4],
  ['shortSettle', { settleMin: 1 }, 1],
  ['tooFast', { roomTempC: 30, settleMin: 30, cupStrategy: 'rest' }, 6],
  ['windowMissed', { roomTempC: 26, cupStrategy: 'rest', resin: ARCHETYPES.medium }, 12],
  ['cupRunsAway', { technique: 'petri', roomTempC: 27, hands: { ...USUAL_HANDS, decantS: 120 } }, 12],
  [
    'neverReached',
    {
      roomTempC: 10,
      resin: {
        ...ARCHETYPES.slow,
        cure: { ...ARCHETYPES.slow.cure, startRatePerS: 6e-6, networkRatePerS: 3e-6 },
      },
    },
    1,
  ],
  ['bedRunsHot', { roomTempC: 28, bedMm: 8 }, 1],
  ['layerRunsHot', { layers: [backLayer('bonds', 14)], pieces: [order({ ...COASTER, depthMm: 24 })] }, 1],
  ['layerRunsHot', { technique: 'inclusions', pieces: [order({ ...COASTER, depthMm: 20 })] }, 1],
  ['deeperThanSheet', { resin: { ...ARCHETYPES.quick, greatestLayerMm: 4 } }, 1],
  ['barelyCovered', { technique: 'inclusions', bedMm: 9 }, 1],
  ['proudWithoutCoat', { technique: 'inclusions', inclusions: { volumeMl: 4, proud: true } }, 1],
  [
    'cupsTakeMore',
    tinted([
      { id: 'a', name: 'a', portion: { by: 'share', frac: 0.7 }, colours: [] },
      { id: 'b', name: 'b', portion: { by: 'share', frac: 0.6 }, colours: [] },
    ]),
    2,
  ],
  ['cupsTakeMore', tinted([{ id: 'a', name: 'a', portion: { by: 'ownMix', g: 400 }, colours: [] }]), 2],
  [
    'cupOverloaded',
    tinted([
      {
        id: 'a',
        name: 'a',
        portion: { by: 'rest' },
        colours: [{ colour: SLATE, dose: { by: 'share', frac: 0.2 } }],
      },
    ]),
    2,
  ],
  ['layerOnNothing', { layers: [{ ...backLayer(), only: ['ghost'] }] }, 2],
  ['overloaded', { technique: 'petri', rounds: 3 }, 2],
  ['overloaded', { technique: 'petri', pieces: [order(COASTER, strewn(240))] }, 2],
  [
    'whiteStiffens',
    {
      cupStrategy: 'rest',
      whiteApart: false,
      resin: ARCHETYPES.slow,
      roomTempC: 24,
      pieces: [{ ...order(TRAY), count: 3 }],
      white: { ...USUAL_WHITE, holeMm: 4 },
    },
    3,
  ],
]

describe.each(TROUBLES)('%s, %j', (kind, changes, count) => {
  const request = bloomRequest(changes, count)
  const known = remediesFor(request)
  const own = known.filter(({ finding }) => finding.kind === kind)

  test('is told, with at least one remedy', () => {
    expect(own.length).toBeGreaterThan(0)
    for (const { remedies } of own) expect(remedies.length).toBeGreaterThan(0)
  })

  test('every remedy of every finding makes it go, and puts no new stop in its place', () => {
    const stopsBefore = known
      .map(({ finding }) => finding)
      .filter((each) => gravityOf(each) === 'stop')
      .map(keyOf)
    for (const { finding, remedies } of known)
      for (const remedy of remedies)
        for (const changed of remedied(request, remedy)) {
          const after = planBatch(changed).findings
          expect(after.map(keyOf)).not.toContain(keyOf(finding))
          const stops = after.filter((each) => gravityOf(each) === 'stop').map(keyOf)
          expect(stops.filter((each) => !stopsBefore.includes(each))).toEqual([])
        }
  })
})

test('nothing tells a person to cool the room because 240 drops take long', () => {
  const request = bloomRequest({ technique: 'petri', roomTempC: 24, pieces: [order(COASTER, strewn(240))] })
  const known = remediesFor(request)
  const loaded = known.find(({ finding }) => finding.kind === 'overloaded')!.finding
  expect(loaded).toMatchObject({ drops: 240, fewer: 240 - 33 })
  expect(known.flatMap(({ remedies }) => remedies.map((remedy) => remedy.kind))).not.toContain('room')
})
