/** Speed of one of tests/bench in a worker of Chromium: npm run measure:solver, npm run measure:bloom. Kept in docs/performance.md by hand. */
import { readFile } from 'node:fs/promises'
import { createServer } from 'node:http'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { build } from 'vite'
import { root } from './ready.mjs'

const subject = process.argv[2] ?? 'solver'
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
})
try {
  await measureInWorker(browser)
} finally {
  await browser.close()
}

/** The benchmark, bundled, in a module worker of its own. */
async function measureInWorker(browser) {
  const outDir = join(root, 'node_modules/.cache/nublo-bench')
  await build({
    configFile: false,
    logLevel: 'warn',
    root,
    // Not by the paths of the TypeScript settings: there odex is its declarations.
    resolve: { alias: { '#core': join(root, 'src/core') } },
    build: {
      outDir,
      emptyOutDir: true,
      target: 'es2022',
      lib: { entry: join(root, `tests/bench/${subject}.worker.ts`), formats: ['es'], fileName: 'solver' },
    },
  })
  const script = await readFile(join(outDir, 'solver.js'))
  const pages = createServer((request, answer) => {
    const isScript = request.url === '/solver.js'
    answer.setHeader('Content-Type', isScript ? 'text/javascript' : 'text/html')
    answer.end(isScript ? script : '<title>bench</title>')
  })
  await new Promise((resolve) => pages.listen(0, '127.0.0.1', resolve))
  try {
    const page = await browser.newPage()
    await page.goto(`http://127.0.0.1:${pages.address().port}/`)
    const figures = await page.evaluate(
      () =>
        new Promise((resolve, reject) => {
          const worker = new Worker('/solver.js', { type: 'module' })
          worker.onmessage = (event) => resolve(event.data)
          worker.onerror = (event) => reject(new Error(event.message))
        }),
    )
    for (const { what, median: middle, unit } of figures)
      console.log(`${what}: ${Number(middle.toPrecision(3))}${unit ? ` ${unit}` : ''}`)
  } finally {
    pages.close()
  }
}
