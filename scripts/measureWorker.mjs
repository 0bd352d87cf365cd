/**
 * Speed of one of tests/bench in a worker of Chromium: npm run measure:solver, measure:rack, measure:bloom. Kept in docs/performance.md by hand; the cost of
 * the light bloom against its grid is drawn anew in docs/physics/bloom-cost.svg.
 */
import { readFile, writeFile } from 'node:fs/promises'
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
    if (subject === 'bloom') await writeFile(join(root, 'docs/physics/bloom-cost.svg'), costPlot(figures))
  } finally {
    pages.close()
  }
}

/** Seconds to gel of the light scene against cells a side, both in logarithm, with slopes to compare. */
function costPlot(figures) {
  const points = figures
    .map(({ what, median }) => [/^(\d+) x \d+, light scene.*to gel$/.exec(what)?.[1], median / 1000])
    .filter(([cells]) => cells !== undefined)
    .map(([cells, seconds]) => [Number(cells), seconds])
  const x = (cells) => 60 + (Math.log2(cells) - 5.7) * 120
  const y = (seconds) => 190 - Math.log10(seconds / 0.1) * 65
  const line = (places) =>
    `M${places.map(([cells, seconds]) => `${x(cells).toFixed(1)} ${y(seconds).toFixed(1)}`).join('L')}`
  const [first] = points
  const slope = (power) => line(points.map(([cells]) => [cells, first[1] * (cells / first[0]) ** power]))
  return [
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 520 240" font-family="sans-serif" font-size="12">',
    '<title>Light bloom, drop to gel: seconds against cells a side</title>',
    '<rect width="520" height="240" fill="#fdfaf3"/>',
    ...[0.1, 1, 10].map(
      (seconds) =>
        `<path d="M50 ${y(seconds)}H500" stroke="#d5c9b4"/><text x="44" y="${y(seconds) + 4}" text-anchor="end">${seconds} s</text>`,
    ),
    ...points.map(([cells]) => `<text x="${x(cells)}" y="212" text-anchor="middle">${cells}</text>`),
    `<path d="${slope(2)}" fill="none" stroke="#8f8270" stroke-dasharray="4 4"/>`,
    `<path d="${line(points)}" fill="none" stroke="#b23c22" stroke-width="2"/>`,
    ...points.map(
      ([cells, seconds]) =>
        `<circle cx="${x(cells)}" cy="${y(seconds)}" r="4" fill="#b23c22"/><text x="${x(cells) - 8}" y="${y(seconds) - 8}" text-anchor="end">${Number(seconds.toPrecision(2))} s</text>`,
    ),
    '<text x="60" y="232">cells a side; dashed: as the number of cells</text>',
    '</svg>',
    '',
  ].join('\n')
}
