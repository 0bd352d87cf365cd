/** The faces of the demo's pieces, simulated and painted as the app does it, written to src/demo/faces: npm run demo:faces */
import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { createServer } from 'vite'
import { root } from './ready.mjs'

const PAGE = '/scripts/demoFaces.page.ts'
const folder = join(root, 'src', 'demo', 'faces')
mkdirSync(folder, { recursive: true })
const server = await createServer({
  root,
  logLevel: 'error',
  server: { host: '127.0.0.1', port: 4698, hmr: false },
})
await server.listen()
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
})
try {
  const page = await browser.newPage()
  page.on('pageerror', (problem) => process.stderr.write(`page: ${problem.message}\n`))
  const empty = 'http://127.0.0.1:4698/empty'
  await page.route(empty, (route) => route.fulfill({ contentType: 'text/html', body: '<!doctype html>' }))
  await page.goto(empty)
  const count = await page.evaluate(async (module) => (await import(module)).batches, PAGE)
  for (let no = 0; no < count; no++) {
    const faces = await page.evaluate(
      async ([module, batchNo]) => (await import(module)).facesOf(batchNo),
      [PAGE, no],
    )
    for (const [name, base64] of faces) {
      writeFileSync(join(folder, name), Buffer.from(base64, 'base64'))
      process.stderr.write(`${name}, ${Math.round((base64.length * 3) / 4096)} KB\n`)
    }
  }
} finally {
  await browser.close()
  await server.close()
}
