import { beforeAll, describe, expect, test } from '@jest/globals'
import { mkdtemp, mkdir, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Hono } from 'hono'
import { createApp } from './app.ts'

let app: Hono

beforeAll(async () => {
  const clientDir = await mkdtemp(join(tmpdir(), 'nublo-client-'))
  await mkdir(join(clientDir, 'assets'))
  await writeFile(join(clientDir, 'index.html'), '<title>Nublo</title>')
  await writeFile(join(clientDir, 'assets', 'app-1234.js'), 'export {}')
  app = createApp({ clientDir, firstOpening: 'demo', benchSeed: 1, nowMs: () => 0 })
})

describe('the server', () => {
  test('answers every place with the app', async () => {
    for (const path of ['/', '/plan', '/pour/some-id']) {
      const answer = await app.request(path)
      expect(answer.status).toBe(200)
      expect(await answer.text()).toContain('Nublo')
    }
  })

  test('does not pass the app off as a missing file', async () => {
    const answer = await app.request('/assets/old-9999.js')
    expect(answer.status).toBe(404)
    expect(await answer.text()).not.toContain('<title>')
  })

  test('has a 404 of its own under /api', async () => {
    const answer = await app.request('/api/nothing')
    expect(answer.status).toBe(404)
    expect(await answer.json()).toEqual({ error: 'there is no /api/nothing' })
  })

  test('says what a browser without a studio begins with', async () => {
    expect(await (await app.request('/api/first-opening')).json()).toEqual({ studio: 'demo' })
  })

  test('keeps hashed files for long and the page not at all', async () => {
    expect((await app.request('/assets/app-1234.js')).headers.get('cache-control')).toMatch(/immutable/)
    expect((await app.request('/')).headers.get('cache-control')).toBe('no-cache')
  })

  test('a missing asset is not kept: it may be there after the next build', async () => {
    const answer = await app.request('/assets/app-9999.js')
    expect([answer.status, answer.headers.get('cache-control')]).toEqual([404, 'no-cache'])
  })

  test.each(['/', '/plan', '/assets/app-1234.js', '/api/first-opening'])(
    'gives nothing of %s to a foreign name that was pointed here',
    async (path) => {
      const answer = await app.request(`http://127.0.0.1:4610${path}`, {
        headers: { Host: 'elsewhere.example' },
      })
      expect(answer.status).toBe(403)
      expect(await answer.text()).not.toContain('Nublo</title>')
    },
  )

  test('lets nothing in from elsewhere and is framed by nobody', async () => {
    const { headers } = await app.request('/')
    expect(headers.get('content-security-policy')).toMatch(/default-src 'self'.*frame-ancestors 'none'/)
    expect(headers.get('content-security-policy')).not.toMatch(/script-src[^;]*unsafe/)
    expect(headers.get('x-content-type-options')).toBe('nosniff')
    expect(headers.get('cross-origin-opener-policy')).toBe('same-origin')
    expect(headers.get('referrer-policy')).toBe('no-referrer')
  })

  test('lets only the worker that simulates compile its kernels, and no script from text anywhere', async () => {
    const policy = async (path: string) => (await app.request(path)).headers.get('content-security-policy')!
    expect(await policy('/assets/bloom.worker-Ab12.js')).toContain("script-src 'self' 'wasm-unsafe-eval';")
    for (const path of [
      '/',
      '/assets/app-1234.js',
      '/assets/card.worker-1.js',
      '/assets/x/bloom.worker-1.js',
    ])
      expect(await policy(path)).toContain("script-src 'self';")
    expect(await policy('/assets/bloom.worker-Ab12.js')).not.toContain("'unsafe-eval'")
  })

  const order = (headers: Record<string, string>, body = '{"do":"tare"}') =>
    app.request('http://127.0.0.1:4610/api/bench', { method: 'POST', headers, body })
  const json = { 'Content-Type': 'application/json' }

  test.each<[string, Record<string, string>, string | undefined, number]>([
    ['from its own page', { ...json, Origin: 'http://127.0.0.1:4610' }, undefined, 200],
    ['from a program without a page', json, undefined, 200],
    ['from a page elsewhere', { ...json, Origin: 'http://elsewhere.example' }, undefined, 403],
    ['by a foreign name pointed here', { ...json, Host: 'elsewhere.example' }, undefined, 403],
    ['that is a form and no JSON', { 'Content-Type': 'text/plain' }, undefined, 415],
    ['without end', json, `{"do":"${'x'.repeat(70_000)}"}`, 413],
  ])('an order %s is answered so', async (_what, headers, body, status) => {
    expect((await order(headers, body)).status).toBe(status)
  })

  test('does not climb out of its folder', async () => {
    expect((await app.request('/assets/../../../../etc/passwd.txt')).status).toBe(404)
    expect((await app.request('/..%2f..%2fetc%2fpasswd.txt')).status).toBe(404)
  })
})
