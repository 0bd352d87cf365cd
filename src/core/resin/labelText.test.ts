import { describe, expect, test } from '@jest/globals'
import { readWorkingTime } from './labelText.ts'

describe('a working time as a label prints it', () => {
  test.each([
    ['40 min at 22 °C, 150 g', 40, 22, 150],
    ['40 min at 22 C, 150 g', 40, 22, 150],
    ['30 min (100 g @ 25 C)', 30, 25, 100],
    ['45 minutes', 45, null, null],
    ['1 h 30 at 77 F', 90, 25, null],
    ['25', 25, null, null],
    ['100 g for 20 min', 20, null, 100],
  ])('"%s"', (text, min, tempC, massG) => {
    const read = readWorkingTime(text)
    if (!read.ok) throw new Error(JSON.stringify(read.problem))
    expect(read.value.min).toBeCloseTo(min, 9)
    if (tempC === null) expect(read.value.tempC).toBeNull()
    else expect(read.value.tempC).toBeCloseTo(tempC, 6)
    expect(read.value.massG).toBe(massG)
  })

  test.each([
    ['', 'noTime'],
    ['150 g', 'noTime'],
    ['40 min, 30 min', 'twice'],
    ['a while', 'unread'],
  ])('"%s" is asked about: %s', (text, kind) => {
    const read = readWorkingTime(text)
    expect(read.ok ? null : read.problem.kind).toBe(kind)
  })
})
