import { serveStatic } from '@hono/node-server/serve-static'
import { Hono } from 'hono'
import { compress } from 'hono/compress'
import { secureHeaders } from 'hono/secure-headers'
import { readFile } from 'node:fs/promises'
import { extname, join } from 'node:path'
import { benchRoutes } from './bench/routes.ts'
import { createBench } from './bench/simulatedBench.ts'
import { FIRST_OPENING_PATH, type FirstOpening } from '../contract/firstOpening.ts'

export interface AppSettings {
  /** Folder of the built browser app. */
  readonly clientDir: string
  readonly firstOpening: FirstOpening['studio']
  /** Seed of what the simulated bench hides. */
  readonly benchSeed: number
  readonly nowMs: () => number
}

const HASHED = /^\/assets\//
/** The one worker that runs compiled kernels. */
const COMPILES = /^\/assets\/bloom\.worker-[^/]*\.js$/

/** The server: the built app with security headers, the simulated bench, and one question the app asks when it has no studio yet. */
export function createApp({ clientDir, firstOpening, benchSeed, nowMs }: AppSettings): Hono {
  const app = new Hono()
  app.use('*', (c, next) => (COMPILES.test(c.req.path) ? compilerHeaders : pageHeaders)(c, next))
  app.use(compress())
  app.get(FIRST_OPENING_PATH, (c) => c.json({ studio: firstOpening } satisfies FirstOpening))
  app.route('/', benchRoutes(createBench({ nowMs, seed: benchSeed })))
  app.all('/api/*', (c) => c.json({ error: `there is no ${c.req.path}` }, 404))
  app.use(async (c, next) => {
    await next()
    c.header('Cache-Control', HASHED.test(c.req.path) ? 'public, max-age=31536000, immutable' : 'no-cache')
  })
  app.get('*', serveStatic({ root: clientDir }))
  app.get('*', async (c) => {
    if (extname(c.req.path) !== '') return c.text('Not found', 404)
    return c.html(await readFile(join(clientDir, 'index.html'), 'utf8'))
  })
  return app
}

const pageHeaders = securityHeaders(["'self'"])
const compilerHeaders = securityHeaders(["'self'", "'wasm-unsafe-eval'"])

/** Nothing is loaded from elsewhere and nobody frames the app; styles may stand inline, scripts may not. */
function securityHeaders(scriptSrc: string[]) {
  return secureHeaders({
    contentSecurityPolicy: {
      defaultSrc: ["'self'"],
      scriptSrc,
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'blob:', 'data:'],
      workerSrc: ["'self'"],
      // A feed of one's own instruments may run on this device.
      connectSrc: ["'self'", 'http://127.0.0.1:*', 'http://localhost:*'],
      objectSrc: ["'none'"],
      baseUri: ["'none'"],
      frameAncestors: ["'none'"],
      formAction: ["'self'"],
    },
    crossOriginOpenerPolicy: 'same-origin',
    crossOriginEmbedderPolicy: 'require-corp',
    referrerPolicy: 'no-referrer',
    permissionsPolicy: { camera: ['self'], microphone: [], geolocation: [], screenWakeLock: ['self'] },
  })
}
