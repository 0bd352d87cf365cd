import { serveStatic } from '@hono/node-server/serve-static'
import { Hono, type Context, type MiddlewareHandler } from 'hono'
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
  app.use('*', askedByItsName)
  app.use(compress())
  app.get(FIRST_OPENING_PATH, (c) => c.json({ studio: firstOpening } satisfies FirstOpening))
  app.use('/api/*', fromHere)
  app.route('/', benchRoutes(createBench({ nowMs, seed: benchSeed }), nowMs))
  app.all('/api/*', (c) => c.json({ error: `there is no ${c.req.path}` }, 404))
  app.use(async (c, next) => {
    await next()
    const lasts = HASHED.test(c.req.path) && c.res.ok
    c.header('Cache-Control', lasts ? 'public, max-age=31536000, immutable' : 'no-cache')
  })
  app.get('*', serveStatic({ root: clientDir }))
  app.get('*', async (c) => {
    if (extname(c.req.path) !== '') return c.text('Not found', 404)
    return c.html(await readFile(join(clientDir, 'index.html'), 'utf8'))
  })
  return app
}

const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/

/** A foreign name that was pointed here is answered with nothing of the studio: neither its page nor what it begins with. */
const askedByItsName: MiddlewareHandler = async (c, next) => {
  const host = hostOf(c)
  if (LOOPBACK.test(host)) return next()
  return c.json({ error: `this server answers to 127.0.0.1 and localhost, not to ${host.slice(0, 80)}` }, 403)
}

function hostOf(c: Context): string {
  return c.req.header('Host') ?? new URL(c.req.url).host
}

/** Orders and questions come from a page of this server; those of a page elsewhere are refused. */
const fromHere: MiddlewareHandler = async (c, next) => {
  const host = hostOf(c)
  const origin = c.req.header('Origin')
  if (origin !== undefined && origin !== `http://${host}`)
    return c.json({ error: 'asked from a page of another origin' }, 403)
  return next()
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
