import { expect, test, type Page } from '@playwright/test'
import { TERMS } from '#words/terms.ts'
import { LONG, go, openStudio } from './bench.ts'

/** Words of the list that are read on the page, outside what is pressed or typed, and of which no mark lies on the page. */
function unmarked(page: Page): Promise<readonly string[]> {
  const sources = TERMS.flatMap(({ word, found }) => (found ? [[word, found.source] as const] : []))
  return page.evaluate((terms) => {
    const apart = 'a, button, label, input, select, textarea, summary, svg, [role="tab"], [data-unmarked]'
    const highlight = CSS.highlights.get('term')
    const marked = new Set([...(highlight ?? [])].map((range) => String(range).toLowerCase()))
    const read = [...document.querySelectorAll<HTMLElement>('#place p, #place td, #place th, #place li')]
      .filter((each) => each.closest(apart) === null && each.checkVisibility())
      .flatMap((each) => [...each.childNodes].filter((node) => node.nodeType === Node.TEXT_NODE))
      .map((node) => node.textContent ?? '')
      .join(' \n ')
    return terms
      .filter(([, source]) => {
        const found = [...read.matchAll(new RegExp(`(?<![\\p{L}-])(?:${source})(?![\\p{L}-])`, 'giu'))]
        return found.length > 0 && !found.some(([text]) => marked.has(text.toLowerCase()))
      })
      .map(([word]) => word)
  }, sources)
}

/** How often that word is marked on the page as it stands. */
const countMarks = (page: Page, word: string) =>
  page.evaluate(
    (sought) =>
      [...(CSS.highlights.get('term') ?? [])].filter((range) => String(range).toLowerCase() === sought)
        .length,
    word,
  )

test(
  'every word of the trade is marked where it is shown, opens its meaning, and is in the list by keyboard',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await expect(page.locator('[data-worksheet]')).toBeVisible()
    await expect.poll(() => countMarks(page, 'stop-stir')).toBeGreaterThan(0)
    for (const place of ['/plan', '/rack', '/', '/shelf', '/log', '/studio', '/handbook']) {
      await go(page, place)
      await expect.poll(() => unmarked(page), { message: place }).toEqual([])
    }

    await go(page, '/plan')
    await expect(page.locator('[data-worksheet]')).toBeVisible()
    await expect.poll(() => countMarks(page, 'stop-stir')).toBeGreaterThan(0)
    const at = await page.evaluate(() => {
      const range = [...CSS.highlights.get('term')!].find((each) => /stop-stir/i.test(String(each))) as Range
      range.startContainer.parentElement!.scrollIntoView({ block: 'center' })
      const { left, top, width, height } = range.getBoundingClientRect()
      return { x: left + width / 2, y: top + height / 2 }
    })
    await page.mouse.click(at.x, at.y)
    await expect(page.locator('[data-meaning="stopStir"]')).toContainText('The clock starts here')
    await page.keyboard.press('Escape')
    await expect(page.locator('[data-meaning]')).toHaveCount(0)

    await page.keyboard.press('w')
    const list = page.getByRole('dialog', { name: 'Words on this page' })
    await expect(list).toContainText('Stop-stir')
    await expect(list).toContainText('Decant')
    await page.keyboard.press('Escape')
    await expect(list).toHaveCount(0)
  },
)
