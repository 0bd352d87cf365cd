import { expect, test } from '@playwright/test'
import { LONG, go, openStudio } from './bench.ts'

const LEAF =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 120"><script>fetch("/api/bench")</script><path d="M10 60C60 0 140 0 190 60C140 120 60 120 10 60Z"/></svg>'

const file = (name: string, text: string) => ({ name, mimeType: 'image/svg+xml', buffer: Buffer.from(text) })

test('a mold from an SVG outline, sized by its width, is planned with its own beads and leaves as a true-size sheet', async ({
  page,
}) => {
  await openStudio(page, '/shelf')
  await page.getByRole('tab', { name: /Molds/ }).click()
  await page.getByRole('button', { name: 'Add a mold' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Leaf dish')
  await page.getByLabel('Outline', { exact: true }).selectOption('drawn')
  await page.getByLabel('From an SVG file').setInputFiles(file('leaf.svg', LEAF))
  await expect(page.getByText('The file states no real size')).toBeVisible()
  await expect(page.getByText('Left alone: script')).toBeVisible()
  await page.getByLabel('Width, measured on the mold').fill('150')
  await page.getByRole('button', { name: 'Put on the shelf' }).click()
  await expect(page.getByRole('heading', { name: 'Leaf dish' })).toBeVisible()
  await go(page, '/plan')
  await page.getByRole('combobox', { name: 'Mold 1' }).selectOption({ label: 'Leaf dish' })
  const drawing = page.getByRole('img', { name: /^Leaf dish from above/ })
  await expect(drawing).toHaveAccessibleName(/too narrow to bloom/)
  const [sheet] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Pattern sheet, true size (SVG)' }).click(),
  ])
  const text = (await (await sheet.createReadStream()).toArray()).join('')
  // 150 mm of leaf and a margin of 12 mm on either side.
  expect(text).toMatch(/^<svg [^>]*width="174\.\d\dmm"/)
})

test('files that are no outline are refused with a reason, and nothing changes', LONG, async ({ page }) => {
  await openStudio(page, '/shelf')
  await page.getByRole('tab', { name: /Molds/ }).click()
  await page.getByRole('button', { name: 'Add a mold' }).click()
  await page.getByLabel('Outline', { exact: true }).selectOption('drawn')
  const open = (text: string) => page.getByLabel('From an SVG file').setInputFiles(file('x.svg', text))
  const width = page.getByLabel('Width, measured on the mold')
  await open('<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0L60 60L60 0L0 50Z"/></svg>')
  await expect(page.getByText('The line crosses itself')).toBeVisible()
  await open('not a drawing')
  await expect(page.getByText('This is no SVG that can be read')).toBeVisible()
  const many = Array.from({ length: 60_000 }, (_, k) => `${k % 97},${k % 89}`).join(' ')
  await open(`<svg xmlns="http://www.w3.org/2000/svg"><polygon points="${many}"/></svg>`)
  await expect(page.getByText(/It has \d+ points; up to 50000 can be read/)).toBeVisible()
  await expect(width).toHaveValue('100')
})

test('an outline is traced by points, by tap or by typing', LONG, async ({ page }) => {
  await openStudio(page, '/shelf')
  await page.getByRole('tab', { name: /Molds/ }).click()
  await page.getByRole('button', { name: 'Add a mold' }).click()
  await page.getByLabel('Outline', { exact: true }).selectOption('drawn')
  await page.getByText('Trace it by points').click()
  const pad = page.getByRole('img', { name: /^Tracing pad/ })
  for (const position of [
    { x: 40, y: 40 },
    { x: 200, y: 60 },
    { x: 120, y: 200 },
  ])
    await pad.click({ position })
  await expect(pad).toHaveAccessibleName('Tracing pad with 3 points')
  await page.getByLabel('Points, x y in mm').fill('0 0\n80 0\n80 50\n0 50')
  await page.getByRole('button', { name: 'Use these points' }).click()
  await expect(page.getByLabel('Width, measured on the mold')).toHaveValue('80')
})
