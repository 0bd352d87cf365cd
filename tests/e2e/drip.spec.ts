import { expect, test } from '@playwright/test'
import { LONG, beginFrom, go, layOut, openStudio, pourToTheEnd, stir } from './bench.ts'

test(
  'a vase dripped over, from its recipe to the log: its size is asked for, what stays on it is weighed, the rest is draped',
  LONG,
  async ({ page }) => {
    await openStudio(page, '/plan')
    await beginFrom(page, 'drip', 'A vase dripped over, a bowl from the rest')
    const findings = page.getByRole('region', { name: 'To know before pouring' })
    const mixed = async () =>
      Number(/Together\s*([\d.]+) g/.exec(await page.locator('[data-worksheet]').innerText())?.[1])

    await test.step('a vase nobody measured is asked for; a taller one takes more', async () => {
      // Until its cups are there the sheet is of the plan before.
      await expect(page.locator('[data-worksheet]')).toContainText('Mist')
      const before = await mixed()
      for (const field of ['How high it stands', 'Once round it']) await page.getByLabel(field).fill('')
      await expect(findings).toContainText('How large is the object?')
      await expect.poll(mixed).toBeLessThan(before)
      await page.getByLabel('How high it stands').fill('200')
      await expect(page.getByRole('alert').getByText(/way round the object/)).toBeVisible()
      await page.getByLabel('Once round it').fill('260')
      await expect(findings.getByText('How large is the object?')).toHaveCount(0)
      await expect.poll(mixed).toBeGreaterThan(before)
    })

    await test.step('in rounds, a few drops of ink on its top between two of them', async () => {
      await page.getByRole('button', { name: 'Change the order' }).click()
      const sheet = page.getByRole('dialog', { name: 'The order of the hands' })
      const row = (step: string) => page.locator(`[data-score-step="${step}"]`)
      await row('decant').getByRole('button', { name: /^More/ }).click()
      await sheet.getByRole('button', { name: 'Rounds over the object: one less' }).click()
      await sheet.getByRole('button', { name: 'Each round by itself' }).click()
      await expect(row('decant-1')).toContainText('Round 1 of 3 over the object')
      await expect(sheet.getByLabel('What you wrote')).toContainText('over the object in 3 rounds')
      // It is open still: what is put in goes before its last round.
      await sheet.getByRole('button', { name: 'Put it in' }).click()
      await expect(row('own1')).not.toContainText('…')
      await page.keyboard.press('Escape')
    })

    await page.getByRole('button', { name: 'Lay the bench out' }).click()
    await expect(page.locator('[data-tool="object"]')).toBeVisible()
    await layOut(page)
    await stir(page)
    const keys = await pourToTheEnd(page)
    const order = ['decant-1', 'decant-2', 'own1.1', 'decant', 'lift', 'spritz', 'spritzAgain', 'cover']
    expect(keys.filter((key) => order.includes(key))).toEqual(order)
    await go(page, `/log/${new URL(page.url()).pathname.split('/')[2]}`)
    await expect(page.getByRole('cell', { name: /^Round [123] of 3 over the object$/ })).toHaveCount(3)
    await test.step('one mix, two pieces: the vase goes into the log beside the bowl', async () => {
      await go(page, `/finish/${new URL(page.url()).pathname.split('/')[2]}`)
      const vase = page.locator('[data-piece="2"]')
      await expect(vase.getByRole('heading')).toHaveText('Piece 2, what it was poured over')
      await expect(page.locator('[data-piece]')).toHaveCount(2)
      await vase.getByText('5', { exact: true }).click()
      await vase.getByRole('button', { name: 'Write it down' }).click()
      await expect(page.getByText('Piece 2 is in the log.').first()).toBeVisible()
    })

    await go(page, '/rack')
    await expect(
      page
        .locator('[data-batch]')
        .filter({ has: page.getByRole('heading', { name: 'A vase dripped over, a bowl from the rest' }) })
        .getByText('Drape into the form'),
    ).toBeVisible()
    // A bowl of 150 x 60 mm is 207.5 mm from rim to rim through its floor, the sheet 220.
    await expect(page.getByText(/mm thick, hangs 6 mm over the form’s rim all round/)).toBeVisible()
  },
)
