import { readFile } from 'node:fs/promises'
import { expect, test } from '@playwright/test'
import { LONG, atHand, layOut, mark, openStudio, stir, wait } from './bench.ts'

test('where no notice is given, the gate says so and gives the steps as a calendar file', async ({
  page,
}) => {
  await page.addInitScript(() => Reflect.deleteProperty(window, 'Notification'))
  await openStudio(page, '/pour/demo-8')
  const told = page.locator('[data-out-of-sight="none"]')
  await expect(told).toContainText('This browser gives no notice while another app is in front.')
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    told.getByRole('button', { name: /Steps as a calendar file, for a stop-stir at \d\d:\d\d/ }).click(),
  ])
  const calendar = await readFile(await file.path(), 'utf8')
  expect(calendar).toContain('UID:demo-8-decant@nublo')
  expect(calendar.match(/TRIGGER:-PT1M/g)!.length).toBe(calendar.match(/BEGIN:VEVENT/g)!.length)
})

test(
  'asked for with the sound, a notice tells what is due while another app is in front',
  LONG,
  async ({ page }) => {
    await page.addInitScript(() => {
      const given: string[] = []
      class Told {
        static permission = 'default'
        static requestPermission = () => {
          Told.permission = 'granted'
          return Promise.resolve('granted')
        }
        constructor(text: string) {
          given.push(text)
        }
      }
      Object.assign(window, { Notification: Told, given })
    })
    await openStudio(page, '/pour/demo-8')
    await expect(page.locator('[data-out-of-sight="default"]')).toBeVisible()
    await page.getByRole('button', { name: 'Try the sound' }).click()
    await expect(page.locator('[data-out-of-sight="granted"]')).toContainText(
      'a notice tells when a step is due',
    )
    await layOut(page)
    await stir(page)
    const given = () => page.evaluate(() => (window as unknown as { given: string[] }).given)
    expect(await given()).toEqual([])
    await page.evaluate(() => Object.defineProperty(document, 'visibilityState', { value: 'hidden' }))
    // Each step that is not due yet is waited for: when it is, that is told.
    for (let k = 0; k < 10 && (await given()).length === 0; k++) {
      const hand = await atHand(page)
      if (hand?.standing === 'soon') {
        await wait(page, 20)
        await expect(page.locator('[data-step]')).not.toHaveAttribute('data-standing', 'soon')
      } else await mark(page)
    }
    expect((await given())[0]).toMatch(/: Saffron soft squares$/)
  },
)
