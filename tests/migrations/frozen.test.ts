import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, test } from '@jest/globals'
import { Dexie } from 'dexie'
import * as v from 'valibot'
import { StudioDatabase } from '#data/database.ts'
import { readStudio } from '#data/studioCommands.ts'
import { planBatch } from '#core/plan/index.ts'
import { rackSteps } from '#core/rack/index.ts'
import { readPour, type PourEvent } from '#core/runsheet/index.ts'
import { needsOf, type SupplyOf } from '#core/shelf/index.ts'
import { TECHNIQUES, withAfter } from '#core/technique/index.ts'
import { readBundle, writeBundle } from '#formats/bundle.ts'
import { withLayers } from '#schema/earlierLayers.ts'
import { planRequestFileSchema } from '#schema/request.ts'
import type { Studio } from '#schema/studio.ts'

/**
 * What earlier versions really wrote, exported by them and never changed since: studio files of format 1 to 6, the rows of the browser's
 * databases beside them, and plan requests of version 1 with what was planned from them then.
 */
const VERSIONS = [1, 2, 3, 4, 5, 6] as const
const frozen = (name: string) => readFileSync(join('tests/migrations/frozen', name), 'utf8')

interface FrozenRows {
  readonly version: number
  readonly stores: Readonly<Record<string, string>>
  readonly rows: Readonly<Record<string, readonly { readonly id?: string }[]>>
}

interface EarlierRequest {
  readonly back: { readonly when: string }
  readonly inclusions?: { readonly pours: number } | null
  readonly technique: keyof typeof TECHNIQUES
  readonly after?: readonly string[]
}

const rowsOf = (version: number) => JSON.parse(frozen(`rows-${version}.json`)) as FrozenRows

let opened = 0

/** The database as that version left it, opened by today's. */
async function openedRows(version: number): Promise<Studio> {
  const { version: dexie, stores, rows } = rowsOf(version)
  opened += 1
  const name = `frozen-${version}-${opened}`
  const old = new Dexie(name)
  old.version(dexie).stores(stores)
  for (const [table, all] of Object.entries(rows)) await old.table(table).bulkAdd([...all])
  old.close()
  return readStudio(new StudioDatabase(name))
}

async function readFile(version: number): Promise<Studio> {
  const read = await readBundle(frozen(`studio-${version}.json`))
  if (!read.ok) throw new Error(JSON.stringify(read.problem))
  return read.value
}

const byId = (rows: readonly { readonly id: string }[]) =>
  rows.toSorted((one, other) => one.id.localeCompare(other.id))
const idsOf = (rows: readonly { readonly id?: string }[]) => rows.map(({ id }) => id).sort()

describe.each(VERSIONS)('a studio of version %d', (version) => {
  const { rows } = rowsOf(version)
  const asked = (id: string) =>
    (rows['batches'] as unknown as { id: string; request: EarlierRequest }[]).find(
      (batch) => batch.id === id,
    )!.request

  test.each<[string, (version: number) => Promise<Studio>]>([
    ['its file is read', readFile],
    ["its browser's database opens", openedRows],
  ])('%s with everything in it', async (_how, open) => {
    const studio = await open(version)
    for (const table of ['resins', 'molds', 'colours', 'batches', 'pieces'] as const)
      expect(idsOf(studio[table])).toEqual(idsOf(rows[table]!))
    expect(studio.aside).toEqual([])
    expect(studio.settings === null).toBe((rows['settings'] ?? []).length === 0)
    // No mark and no minute of a finished run is another.
    const sorted = (events: readonly { readonly batchId: string; readonly seq: number }[]) =>
      [...events].sort((one, other) => one.batchId.localeCompare(other.batchId) || one.seq - other.seq)
    expect(sorted(studio.events)).toEqual(sorted(rows['events'] as never))
  })

  test('upgraded where it lies, exported and imported are one studio, field by field', async () => {
    const sorted = (studio: Studio) => ({
      ...studio,
      events: studio.events.toSorted(
        (one, other) => one.batchId.localeCompare(other.batchId) || one.seq - other.seq,
      ),
    })
    const upgraded = await openedRows(version)
    const written = await writeBundle(upgraded, 0)
    const again = await readBundle(written)
    if (!again.ok) throw new Error(JSON.stringify(again.problem))
    for (const table of ['resins', 'molds', 'colours', 'batches', 'pieces', 'patterns'] as const)
      expect(sorted(upgraded)[table]).toEqual(again.value[table])
    // The file that very version wrote holds the same rows.
    const file = await readFile(version)
    for (const table of ['molds', 'colours', 'batches', 'pieces', 'patterns'] as const)
      expect(byId(upgraded[table])).toEqual(byId(file[table]))
  })

  test('its backs, pours and coats are layers under the names by which they were marked as done', async () => {
    const { batches, events } = await readFile(version)
    for (const { id, request } of batches) {
      const was = asked(id)
      const coats = (was.after ?? []).filter((each) => ['clearCoat', 'heatCoat', 'varnish'].includes(each))
      const pours =
        was.technique === 'inclusions' ? ['fill', 'fillAgain'].slice(0, was.inclusions?.pours ?? 1) : []
      expect(idsOf(request.layers)).toEqual(
        [...pours, ...(was.back.when === 'none' ? [] : ['back']), ...coats].sort(),
      )
      const steps = rackSteps(withAfter(TECHNIQUES[request.technique], request)).map((step) => step.id)
      const pour = readPour(
        events.filter(({ batchId }) => batchId === id).map(({ event }) => event) as readonly PourEvent[],
      )
      const marked = pour.stage === 'running' ? Object.keys(pour.done) : []
      for (const key of [...coats, ...pours, 'back', 'demold'].filter((each) => marked.includes(each)))
        expect(steps).toContain(key)
    }
  })
})

interface FrozenPlan {
  readonly request: EarlierRequest
  readonly told: {
    readonly layers: unknown
    readonly mixes: unknown
    readonly steps: readonly (readonly [string, ...number[]])[]
    readonly needs: unknown
  }
}

/** Where two plans differ by more than the figures behind the sixth. */
function differences(was: unknown, now: unknown, path = ''): readonly string[] {
  if (typeof was === 'number' && typeof now === 'number')
    return Math.abs(was - now) > 1e-6 * Math.max(1, Math.abs(was)) ? [`${path}: ${was}, now ${now}`] : []
  if (typeof was !== 'object' || typeof now !== 'object' || was === null || now === null)
    return was === now ? [] : [`${path}: ${String(was)}, now ${String(now)}`]
  const [one, other] = [was as Record<string, unknown>, now as Record<string, unknown>]
  return [...new Set([...Object.keys(one), ...Object.keys(other)])].flatMap((key) =>
    differences(one[key], other[key], `${path}.${key}`),
  )
}

const plans = JSON.parse(frozen('requests-1.json')) as readonly FrozenPlan[]

describe('a plan request of version 1', () => {
  test.each(
    plans.map((plan) => [`${plan.request.technique}, back ${plan.request.back.when}`, plan] as const),
  )(
    '%s: layers, grams, hands and what it takes are what they were, and its minutes nearly',
    (_name, { request, told }) => {
      const {
        format: _format,
        version: _version,
        ...now
      } = v.parse(planRequestFileSchema, withLayers(request))
      const { fills, mixes, steps } = planBatch(now)
      // A bloom is inked once; it took its inks off the shelf as often as a needle would have gone over it (docs/physics/bloom.md).
      const inkedTimes = request.technique === 'bloom' ? (now.rounds ?? 1) : 1
      const inks = now.colours.filter(({ kind }) => kind === 'alcoholInk').map(({ id }) => id)
      const isInk = (of: SupplyOf) => of.kind === 'colour' && inks.includes(of.colourId)
      const plan = {
        layers: fills.map(({ layers, lipMm }) => ({
          lipMm,
          layers: layers.map(({ depthMm, volumeMl }) => [depthMm, volumeMl]),
        })),
        mixes: mixes.map(({ id, needG, inMoldsG, depthMm, parts: { byWeight } }) => ({
          id,
          needG,
          inMoldsG,
          depthMm,
          a: byWeight.a,
          b: byWeight.b,
        })),
        steps: steps.map(
          ({ key, beginMin, endMin, fromMin, toMin, handsOnMin }) =>
            [key, beginMin, endMin, fromMin, toMin, handsOnMin] as const,
        ),
        needs: needsOf(now).map(({ of, amount, wasted, at }) => ({
          of,
          amount: isInk(of) ? inkedTimes * amount : amount,
          wasted,
          at,
        })),
      }
      const { steps: was, ...untimed } = told
      const { steps: timed, ...planned } = plan
      expect(differences(untimed, planned)).toEqual([])
      const before = new Map(was.map(([key, ...minutes]) => [key, minutes]))
      expect(timed.map(([key]) => key).sort()).toEqual([...before.keys()].sort())
      for (const [key, beginMin, , , , handsOnMin] of timed) {
        const [wasBegin, , , , wasHands] = before.get(key)!
        expect(handsOnMin).toBeCloseTo(wasHands!, 6)
        // A bloom's minutes go by the table of its white's window, which is measured anew now and then; what only looks or wipes is done
        // when it is due, and cups lose heat by their size (docs/physics/cure.md): the others are within a thirtieth of what they were.
        const floats = steps.find((turn) => turn.key === key)!.step.floats
        if (request.technique === 'bloom' || floats) continue
        expect([key, Math.abs(beginMin - wasBegin!) < Math.max(1, Math.abs(wasBegin!) / 30)]).toEqual([
          key,
          true,
        ])
      }
    },
  )
})
