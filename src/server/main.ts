import { serve } from '@hono/node-server'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { createApp } from './app.ts'

const USAGE = `npm start                 Nublo with the demo studio
npm start -- --empty      Nublo with an empty studio
npm start -- --port 4700  another port (or PORT=4700)
npm start -- --client DIR another built app
`

const HOST = '127.0.0.1'
const USUAL_PORT = 4610
/** The bottle on the simulated bench: a little quicker than its record. */
const BENCH_SEED = 12

function main(words: readonly string[]): void {
  if (words.includes('--help')) return void process.stdout.write(USAGE)
  const port = portFrom(words)
  const app = createApp({
    clientDir: folderFrom(words) ?? join(fileURLToPath(new URL('../client', import.meta.url))),
    firstOpening: words.includes('--empty') ? 'empty' : 'demo',
    benchSeed: BENCH_SEED,
    nowMs: () => Date.now(),
  })
  const server = serve({ fetch: app.fetch, hostname: HOST, port }, () => {
    process.stdout.write(`Nublo is open at http://${HOST}:${port}\n`)
  })
  server.on('error', (problem: NodeJS.ErrnoException) => {
    const why =
      problem.code === 'EADDRINUSE'
        ? `port ${port} is taken: stop what uses it, or npm start -- --port ${port + 1}`
        : problem.message
    process.stderr.write(`Nublo did not start: ${why}\n`)
    process.exit(1)
  })
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.on(signal, () => {
      server.close(() => process.exit(0))
      if ('closeAllConnections' in server) server.closeAllConnections()
    })
  }
}

/** Another built app than the one beside this program. */
function folderFrom(words: readonly string[]): string | null {
  const flag = words.indexOf('--client')
  return flag >= 0 ? (words[flag + 1] ?? null) : null
}

function portFrom(words: readonly string[]): number {
  const flag = words.indexOf('--port')
  const said = flag >= 0 ? words[flag + 1] : process.env['PORT']
  if (said === undefined) return USUAL_PORT
  const port = Number(said)
  if (Number.isInteger(port) && port > 0 && port < 65536) return port
  process.stderr.write(`Nublo did not start: port "${said}" is not a whole number from 1 to 65535\n`)
  process.exit(1)
}

main(process.argv.slice(2))
