import { expect, test } from '@jest/globals'
import { METRIC, US_CUSTOMARY } from '#core/units/index.ts'
import { inUnits } from './inUnits.ts'

test.each([
  ['near 40 °C it is ready', 'near 104 °F it is ready'],
  ['a hole of 3 mm, rings 10 mm apart', 'a hole of 0.12 in, rings 0.39 in apart'],
  ['50 to 60 g', '1.8 to 2.1 oz by weight'],
  ['Glass transition 14 to 4 K below the room', 'Glass transition 25 to 7 °F below the room'],
  ['wait 5 min', 'wait 5 min'],
])('"%s" is, in US units, "%s"', (metric, us) => {
  expect(inUnits(metric, US_CUSTOMARY)).toBe(us)
  expect(inUnits(metric, METRIC)).toBe(metric.replace(' K ', ' °C '))
})
