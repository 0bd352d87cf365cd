import { test } from '@playwright/test'
import { FURNISHED } from '../../playwright.config.ts'
import { openStudio } from './bench.ts'

test('a first opening furnishes the demo studio', async ({ page, context }) => {
  await openStudio(page)
  await page.getByText('Pour the back layer').first().waitFor()
  await context.storageState({ path: FURNISHED, indexedDB: true })
})
