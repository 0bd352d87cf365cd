import { describe, expect, test } from '@jest/globals'
import { planBatch } from '#core/plan/index.ts'
import { ARCHETYPES } from '#core/resin/index.ts'
import { startedLayer, type BatchRequest } from '#core/batch/index.ts'
import { dryKey } from '#core/technique/index.ts'
import { dryingFactor } from './drying.ts'
import { bloomRequest } from '../../../tests/support/request.ts'

/**
 * Against vapour pressures: water by Magnus with the constants of Sonntag 1990 (6.112 hPa, 17.62, 243.12 C), 24.81 hPa at 21 C and 13.10 at 11 C;
 * ethanol by Antoine (8.20417, 1642.89, 230.3; mmHg, from memory), 46.4 at 21 C and 24.9 at 11 C. What dries of water goes by what the air still takes,
 * p (1 - humidity), beside 21 C and 50 %: at 11 C 1.894 times as long, at 21 C and 75 % twice as long, at 11 C and 75 % 3.79 times.
 * Solvent asks for no humidity: at 11 C 1.87 times as long.
 */
describe('how much longer something dries', () => {
  test.each([
    ['water', 21, 50, 1],
    ['water', 11, 50, 1.894],
    ['water', 21, 75, 2],
    ['water', 11, 75, 3.79],
    ['water', 21, null, 1],
    ['solvent', 21, 90, 1],
    ['solvent', 11, null, 1.87],
  ] as const)('%s at %d C and humidity %s %%: %d times', (by, tempC, humidityPercent, times) => {
    expect(dryingFactor(by, { tempC, humidityPercent })).toBeCloseTo(times, 2)
  })

  test('never less than half as long, never more than six times: beyond that nobody knows', () => {
    expect(dryingFactor('water', { tempC: 35, humidityPercent: 10 })).toBe(0.5)
    expect(dryingFactor('water', { tempC: 8, humidityPercent: 98 })).toBe(6)
  })

  test('what dries without water or solvent goes by neither', () => {
    expect(dryingFactor(undefined, { tempC: 8, humidityPercent: 90 })).toBe(1)
  })
})

test('a finger that finds it dry goes before the hours', () => {
  const film = {
    ...startedLayer('secondPour', 'film'),
    when: 'hard' as const,
    amount: { by: 'depth' as const, mm: 2 },
  }
  const request = bloomRequest({
    technique: 'plain',
    resin: ARCHETYPES.medium,
    layers: [startedLayer('paint', 'coat'), film],
  })
  const filmOf = (done: Record<string, number>) =>
    planBatch(request, done).steps.find(({ step }) => step.id === 'film')!
  const laid = { stir: 0, decant: 5, coat: 3000 }
  expect(filmOf(laid).beginMin).toBeCloseTo(3000 + 720, 6)
  expect(filmOf({ ...laid, [dryKey('coat')]: 3095 })).toMatchObject({ fromMin: 3095, beginMin: 3095 })
  // A slip of the clock dries nothing before it was laid.
  expect(filmOf({ ...laid, [dryKey('coat')]: 2900 }).fromMin).toBe(3000)
})

/** Water-based paint: 2 h, better 12, at 21 C and 50 %. In a cool damp room of 16 C and 70 %: 24.81 / 18.16 x 0.5 / 0.3 = 2.277 times: 4.6 h, better 27.3. */
test('a painted layer dries longer in a cool damp room, solvent paint by the cool alone', () => {
  const hours = (changes: Partial<BatchRequest>, start: 'paint' | 'solventPaint') => {
    const film = {
      ...startedLayer('secondPour', 'film'),
      when: 'hard' as const,
      amount: { by: 'depth' as const, mm: 2 },
    }
    const plan = planBatch(
      bloomRequest({
        technique: 'plain',
        resin: ARCHETYPES.medium,
        bedMm: 3,
        layers: [startedLayer(start, 'coat'), film],
        ...changes,
      }),
    )
    const [coat, over] = ['coat', 'film'].map((id) => plan.steps.find(({ step }) => step.id === id)!)
    return [(over!.fromMin - coat!.beginMin) / 60, (over!.beginMin - coat!.beginMin) / 60]
  }
  expect(hours({ roomTempC: 21 }, 'paint')).toEqual([expect.closeTo(2, 6), expect.closeTo(12, 6)])
  expect(hours({ roomTempC: 16, humidityPercent: 70 }, 'paint')).toEqual([
    expect.closeTo(4.55, 1),
    expect.closeTo(27.3, 1),
  ])
  expect(hours({ roomTempC: 16, humidityPercent: 70 }, 'solventPaint')[1]! / 24).toBeCloseTo(1.37, 1)
})
