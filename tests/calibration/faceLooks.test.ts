import { expect, test } from '@jest/globals'
import { bloomRequest } from '../support/request.ts'
import { linearOf } from '#core/colour/index.ts'
import { faceMoments, faceTask, planBatch, type FaceMoment } from '#core/plan/index.ts'
import { createLab, LOOKS } from '#workers/bloomLab.ts'
const CELLS = 128
const FINER = 2
/** So far outside the window that nobody would call it its edge. */
const OUTSIDE_MIN = 9

interface Looks {
  /** Of the face that is white. */
  readonly white: number
  /** Of the face that is neither white nor the back: veil and haze. */
  readonly veil: number
  /** Least over largest channel of what is white: 1 is pure. */
  readonly purity: number
  /** How steeply light rises at the edge of the white, 1/mm. */
  readonly edgePerMm: number
  /** Twice the area of the white over the length of its edge: about how wide its shapes are. */
  readonly widthMm: number
}

const WHITE = 0.4
const VEIL = 0.1

function looksOf(rgba: Uint8ClampedArray, n: number, pixelMm: number): Looks {
  const light = new Float64Array(n * n)
  const inside = (p: number) => rgba[4 * p + 3]! > 0
  const linear = (v: number) => (v <= 10 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4)
  for (let p = 0; p < n * n; p++)
    if (inside(p))
      light[p] =
        0.2126 * linear(rgba[4 * p]!) + 0.7152 * linear(rgba[4 * p + 1]!) + 0.0722 * linear(rgba[4 * p + 2]!)
  let [cells, white, veil, purity, edges, steep] = [0, 0, 0, 0, 0, 0]
  for (let p = n; p < n * n - n; p++) {
    if (!inside(p)) continue
    cells++
    const isWhite = light[p]! > WHITE
    if (isWhite) {
      white++
      const [r, g, b] = [rgba[4 * p]!, rgba[4 * p + 1]!, rgba[4 * p + 2]!]
      purity += Math.min(r, g, b) / Math.max(r, g, b)
    } else if (light[p]! > VEIL) veil++
    for (const q of [p + 1, p + n]) {
      if (!inside(q) || light[q]! > WHITE === isWhite) continue
      edges++
      steep += Math.hypot(light[p + 1]! - light[p - 1]!, light[p + n]! - light[p - n]!) / (2 * pixelMm)
    }
  }
  return {
    white: white / cells,
    veil: veil / cells,
    purity: purity / white,
    edgePerMm: steep / edges,
    widthMm: (2 * white * pixelMm) / edges,
  }
}

async function painted(at: FaceMoment['id']): Promise<Looks> {
  const request = bloomRequest()
  const plan = planBatch(request)
  const task = faceTask(request, plan, 'coaster')!
  const moments = faceMoments(plan, plan.fills[0]!.id)
  const moment = moments.find(({ id }) => id === at)!
  const aside = at === 'early' ? -OUTSIDE_MIN : at === 'late' ? OUTSIDE_MIN : 0
  const lab = createLab()
  await lab.follow(
    'piece',
    { task, whiteAtMin: Math.max(1, moment.whiteAtMin + aside), cells: CELLS, seed: 7 },
    () => undefined,
  )
  const { rgba, n } = lab.paint('piece', LOOKS - 1, {
    side: 'silicone',
    backing: linearOf('#1b2f61'),
    finer: FINER,
  })!
  return looksOf(rgba, n, 106 / n)
}

/** Common practice of what real faces look like: early is sunk and run together, right is petals with a crisp lip, late is lines that stayed lines. */
test('early, right and late are told apart by what is seen alone', async () => {
  const [early, right, late] = [await painted('early'), await painted('right'), await painted('late')]
  console.log(JSON.stringify({ early, right, late }, null, 1))
  // Run together, opened into petals, still a line.
  expect(early.widthMm).toBeGreaterThan(1.5 * right.widthMm)
  expect(right.widthMm).toBeGreaterThan(1.3 * late.widthMm)
  expect(early.white).toBeGreaterThan(right.white + 0.1)
  expect(right.white).toBeGreaterThan(late.white + 0.1)
  // The later, the sharper; and white is white, whatever ink lies in it.
  expect(right.edgePerMm).toBeGreaterThan(early.edgePerMm)
  expect(late.edgePerMm).toBeGreaterThan(right.edgePerMm)
  for (const { purity } of [early, right, late]) expect(purity).toBeGreaterThan(0.9)
  // What is white is opaque: little lies between white and what is behind it.
  for (const { veil } of [right, late]) expect(veil).toBeLessThan(0.15)
})
