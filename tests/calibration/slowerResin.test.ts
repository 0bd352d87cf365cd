import { describe, expect, test } from '@jest/globals'
import { lessonOf, learnResin, type Lesson } from '#core/journal/index.ts'
import { planBatch } from '#core/plan/index.ts'
import { ARCHETYPES } from '#core/resin/index.ts'
import { seededRandom } from '#core/numeric/index.ts'
import { courseOf, departedResin, NO_DEPARTURE, normalPair } from '#core/timing/ensemble.ts'
import { scheduleBatch, type Reading, type Thermometer } from '#core/timing/index.ts'
import { TECHNIQUES } from '#core/technique/index.ts'
import { bloomRequest } from '../support/request.ts'

/**
 * Nine hands with a resin that is 20 % slower than its record, each in rooms of their own and with a thermometer of their own, read three times a
 * pour and with a toothpick twice: how far the end of the white's window lies from where it really is.
 * LONG=1 npm run unit -- tests/calibration/slowerResin prints the figures of docs/physics/cure.md.
 */
const QUICK = ARCHETYPES.quick
const LONG = Boolean(process.env['LONG'])
const HANDS = LONG ? 9 : 3
const POURS = LONG ? 10 : 3
const TRUE_LOG = Math.log(1 / 1.2)
const BY: readonly Thermometer[] = ['probe', 'infrared', 'hand']
const SD_K = { probe: 0.7, infrared: 1.5, hand: 2.5 } as const

const closeMin = (changes: object) =>
  planBatch(bloomRequest({ resin: QUICK, ...changes }, 2)).bloom!.window!.closeMin!

function handOf(hand: number, stray: number): readonly number[] {
  const chance = seededRandom(100 + hand)
  const lessons: Lesson[] = []
  const roomC = 19 + 5 * chance()
  const offs: number[] = []
  const { resin } = bloomRequest({ resin: QUICK }, 2)
  const slower = { ...resin, ...departedResin(resin, { ...NO_DEPARTURE, rateLog: TRUE_LOG }) }
  for (let pour = 0; pour <= POURS; pour++) {
    const learned = lessons.length === 0 ? null : learnResin(resin.spread, lessons)
    const trueClose = closeMin({ resin: slower, roomTempC: roomC })
    offs.push(closeMin({ learned, roomTempC: roomC }) - trueClose)
    const roomTempC = roomC + 2 * (chance() - 0.5)
    const request = bloomRequest({ resin: QUICK, learned, roomTempC }, 2)
    const { setting, decantMin } = scheduleBatch(request, TECHNIQUES.bloom).forecast
    const truth = courseOf(
      { setting: { ...setting, resin: slower }, decantMin, toMin: 90, onlyTo: 'gel' },
      {
        ...NO_DEPARTURE,
        rateLog: stray * 0.02 * normalPair(chance)[0],
        lossLog: stray * 0.05 * normalPair(chance)[0],
        mixK: stray * 0.3 * normalPair(chance)[0],
        roomK: stray * 0.2 * normalPair(chance)[0],
      },
    )
    const by = BY[hand % 3 === 2 ? 1 : 0]!
    const threads = truth.life.whenFlowLeft(1450)!
    const signs = [-4, 4].map((later): Reading => ({
      kind: 'sign',
      sign: 'string',
      there: later > 0,
      atMin: threads + later,
    }))
    const temps = [0.4, 0.7, 0.95]
      .map((share) => share * decantMin!)
      .map((atMin): Reading => ({
        kind: 'temperature',
        by,
        atMin,
        tempC: truth.life.tempAt(atMin) + SD_K[by] * normalPair(chance)[0],
      }))
    const readings = [...temps, ...signs].toSorted((a, b) => a.atMin - b.atMin)
    lessons.push(lessonOf({ request, done: { decant: decantMin! }, readings }))
  }
  return offs
}

/** With the thermometer's own errors alone; in the long check with pours that stray too. */
describe.each(LONG ? [0, 1] : [0])(
  'a resin that is 20 %% slower than its record, strays times %d',
  (stray) => {
    const hands = Array.from({ length: HANDS }, (_, hand) => handOf(hand, stray))
    const after = (pours: number) => hands.map((offs) => Math.abs(offs[pours]!)).toSorted((a, b) => a - b)
    const median = (pours: number) => after(pours)[Math.floor(HANDS / 2)]!
    const within2 = (pours: number) => after(pours).filter((off) => off <= 2).length

    test('is found: the median end of the window within 2 min by the third read pour, 8 of 9 hands by the fifth', () => {
      for (let pour = 0; pour <= POURS; pour++)
        console.log(
          `after ${pour} pours: ${after(pour)
            .map((off) => off.toFixed(1))
            .join(' ')}; ${within2(pour)} of ${HANDS} within 2 min`,
        )
      expect(median(3)).toBeLessThanOrEqual(2)
      if (LONG) expect(within2(5)).toBeGreaterThanOrEqual(stray === 0 ? 8 : 6)
    })
  },
)
