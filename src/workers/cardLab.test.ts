import { expect, test } from '@jest/globals'
import { bytesOf, type Picture } from '#core/card/index.ts'
import { USUAL_BACKS } from '#core/colour/index.ts'
import { BLACK, shot, WHITE } from '../../tests/support/cardShots.ts'
import { createCardLab } from './cardLab.ts'

const photograph = (picture: Picture) => ({
  rgba: bytesOf(picture),
  width: picture.width,
  height: picture.height,
})

test('the lab that reads card tests shows the last piece before any back, and nothing before there is one', () => {
  const lab = createCardLab()
  expect(lab.before('#1b2f61')).toBeNull()
  const alike = lab.read(photograph(shot(WHITE)), photograph(shot(WHITE)), USUAL_BACKS)
  expect(alike.ok).toBe(false)
  expect(lab.before('#1b2f61')).toBeNull()
  const read = lab.read(photograph(shot(WHITE)), photograph(shot(BLACK)), USUAL_BACKS)
  expect(read.ok && read.value.backs).toHaveLength(USUAL_BACKS.length)
  expect(read.ok && read.value.movedPx).toBeLessThan(0.5)
  const [navy, gold] = [lab.before('#1b2f61')!, lab.before('#c0a65a')!]
  expect(navy.rgba).toHaveLength(4 * navy.width * navy.height)
  expect(navy.rgba).not.toEqual(gold.rgba)
  // Where only card is, the back itself shows.
  expect([...navy.rgba.subarray(0, 3)].map((value) => Math.round(value / 4))).toEqual(
    [0x1b, 0x2f, 0x61].map((value) => Math.round(value / 4)),
  )
})
