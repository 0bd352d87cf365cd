import { describe, expect, test } from '@jest/globals'
import { rightMoments } from './schools.ts'

describe('the same cup in cool and warm rooms', () => {
  const moments = rightMoments()
  const at = (roomTempC: number) => moments.find((moment) => moment.roomTempC === roomTempC)!

  test('is right to decant at about 40 C in rooms from 18 C on, a little cooler in colder ones: the temperature school is right for a reason', () => {
    expect(moments).toHaveLength(16)
    const temps = moments.map((moment) => moment.cupTempC)
    expect(Math.max(...temps) - Math.min(...temps)).toBeLessThan(10)
    for (const tempC of temps.slice(3)) expect(Math.abs(tempC - 40)).toBeLessThan(4.5)
  })

  test('while the minutes fall with every degree, about 20 at 21 C (common practice)', () => {
    const minutes = moments.map((moment) => moment.decantMin)
    expect(minutes).toEqual([...minutes].sort((one, other) => other - one))
    expect(Math.abs(at(21).decantMin - 20)).toBeLessThan(1)
    expect(minutes[0]! / minutes.at(-1)!).toBeGreaterThan(2)
  })
})
