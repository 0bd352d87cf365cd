import { expect, test } from '@jest/globals'
import * as v from 'valibot'
import { run } from '../../src/cli/run.ts'
import { seededRandom } from '#core/numeric/index.ts'
import { startedLayer, usualLayers, type LaterLayer, type LayerAmount } from '#core/batch/index.ts'
import { planBatch } from '#core/plan/index.ts'
import { JOB_IDS, LAYER_STARTS, LAYER_WAYS, TECHNIQUES, type LayerStartId } from '#core/technique/index.ts'
import { planRequestFileSchema } from '#schema/request.ts'

/** All of them in the long check: LONG=1 npm run unit -- tests/golden/anyRequest */
const REQUESTS = process.env['LONG'] ? 5000 : 60

const chance = seededRandom(20261127)
const pick = <Item>(...items: readonly Item[]): Item => items[Math.floor(chance() * items.length)]!
const between = (from: number, to: number) => from + (to - from) * chance()
/** The usual figure mostly; now and then anything the schema lets through, its ends included. */
const figure = (usual: number, least: number, most: number) =>
  chance() < 0.7 ? usual : pick(least, most, between(least, most), least + (most - least) * chance() ** 4)
const whole = (usual: number, least: number, most: number) => Math.round(figure(usual, least, most))
const maybe = <Item>(share: number, item: () => Item) => (chance() < share ? item() : undefined)

function anyResin() {
  const like = pick('quick', 'medium', 'slow')
  if (chance() < 0.6) return like
  return {
    like,
    ratio: { by: pick('volume', 'weight'), partsA: figure(2, 0.01, 1000), partsB: figure(1, 0.01, 1000) },
    densityAGPerMl: figure(1.15, 0.5, 3),
    densityBGPerMl: figure(1.0, 0.5, 3),
    greatestLayerMm: pick(null, 3, 25),
    cure: {
      startRatePerS: figure(7e-5, 1e-9, 1),
      networkRatePerS: figure(3e-5, 0, 1),
      startActivationJPerMol: figure(63e3, 0, 200e3),
      depletionOrder: figure(1.9, 0.01, 5),
      networkOrder: figure(1, 0.01, 5),
      reactionHeatJPerG: figure(328, 0, 1000),
      heatCapacityJPerGK: figure(1.9, 0.01, 10),
      glassStartC: figure(-35, -120, 100),
      glassEndC: figure(58, -60, 300),
      glassShape: figure(0.43, 0.01, 1),
      diffusionOffsetK: figure(2, -1000, 1000),
      diffusionWidthK: figure(4.5, 0.01, 100),
    },
    flow: {
      viscosityAtRefPaS: figure(0.8, 1e-4, 1000),
      activationJPerMol: figure(55e3, 0, 200e3),
      gelConversion: figure(0.6, 0.01, 0.98),
      exponentBase: figure(2.2, 0.01, 10),
      exponentSlope: figure(1.5, 0, 10),
    },
  }
}

function anyMold(no: number) {
  const size = () => figure(100, 0.5, 2000)
  const outline = pick<() => object>(
    () => ({ shape: 'circle', acrossMm: size() }),
    () => ({ shape: 'square', acrossMm: size(), cornerMm: figure(10, 0, 1000) }),
    () => ({ shape: 'rectangle', widthMm: size(), heightMm: size(), cornerMm: figure(5, 0, 1000) }),
    () => ({ shape: 'flower', acrossMm: size(), petals: whole(8, 3, 40) }),
    () => ({ shape: 'heart', widthMm: size() }),
    () => ({ shape: 'oval', widthMm: size(), heightMm: size() }),
  )()
  return {
    id: `mold-${no}`,
    name: `Mold ${no}`,
    outline,
    depthMm: figure(10, 0.2, 500),
    waterFillMl: pick(null, null, figure(60, 0.1, 50_000)),
    count: whole(4, 1, 1000),
    cavities: whole(1, 1, 60),
    wall: { material: pick('silicone', 'plastic', 'glass'), mm: figure(6, 0.5, 100) },
  }
}

const STARTS = Object.keys(LAYER_STARTS) as LayerStartId[]

/** Up to four layers, in any amounts and at any moment their way allows; now and then two that the schema refuses together. */
function anyLayers(technique: keyof typeof TECHNIQUES): readonly object[] {
  const usual = chance() < 0.8 ? usualLayers(TECHNIQUES[technique]) : []
  const more = Array.from({ length: pick(0, 0, 1, 1, 2, 4) }, (_, k) => anyLayer(`more${k}`))
  return [...usual, ...more]
}

function anyLayer(id: string): object {
  const layer = startedLayer(pick(...STARTS), id)
  const { from, whens } = LAYER_WAYS[layer.way]
  return {
    ...layer,
    when: chance() < 0.5 ? layer.when : pick(...whens),
    amount: from === 'bottle' ? layer.amount : anyAmount(),
    zone: pick(null, null, { place: pick('side', 'middle', 'edge', 'spots'), frac: figure(0.5, 0.01, 1) }),
    resin: null,
    cups: anyCups(from),
  }
}

/** Portions of a mix, the last at times poured together from those before it, or stirred by itself; bottles where there is none. */
function anyCups(from: 'mix' | 'product' | 'bottle'): LaterLayer['cups'] {
  if (from === 'product') return []
  const cups = Array.from({ length: pick(0, 0, 1, 4) }, (_, k) => anyCup(`cup${k}`))
  if (from === 'bottle')
    return cups.map((cup) => ({
      ...cup,
      portion: { by: 'bottle' },
      colours: cup.colours.map(({ colour }) => ({ colour, dose: { by: 'drops', drops: whole(3, 0, 1000) } })),
    }))
  const [first] = cups
  const last = pick<LaterLayer['cups'][number]['portion'] | null>(
    null,
    { by: 'ownMix', g: figure(10, 0.01, 10_000) },
    { by: 'firstPour' },
    first && cups.length > 1 ? { by: 'cups', of: [{ cup: first.id, frac: figure(0.5, 0.01, 1) }] } : null,
  )
  return cups.map((cup, k) => (last && k === cups.length - 1 ? { ...cup, portion: last } : cup))
}

function anyAmount(): LayerAmount {
  return pick<() => LayerAmount>(
    () => ({ by: 'depth', mm: figure(2, 0.05, 200) }),
    () => ({ by: 'depth', mm: figure(2, 0.05, 200) }),
    () => ({ by: 'volume', ml: figure(20, 0.1, 20_000) }),
    () => ({ by: 'share', frac: figure(0.3, 0.01, 1) }),
    () => ({ by: 'rest' }),
    () => ({ by: 'beside' }),
  )()
}

function anyCup(id: string): LaterLayer['cups'][number] {
  const colour = {
    id: 'p',
    name: 'Slate',
    kind: pick('paste', 'mica', 'alcoholInk', 'varnish', 'waterInk'),
    hex: '#39424e',
  } as const
  return {
    id,
    name: id,
    portion: pick<LaterLayer['cups'][number]['portion']>(
      { by: 'share', frac: figure(0.2, 0.01, 1) },
      { by: 'mass', g: figure(10, 0.01, 10_000) },
    ),
    colours: chance() < 0.7 ? [{ colour, dose: { by: 'dropsPerG', drops: figure(0.2, 0, 10) } }] : [],
  }
}

/** Pieces of one mold, at times in two colourways, one of them without an ink, at times laid in a way of their own. */
function anyKinds(mold: object) {
  const kinds = chance() < 0.2 ? [['i'], []] : [null]
  return kinds.map((inks, k) => ({
    mold,
    count: whole(2, 1, 60),
    ...(inks && { colourway: { id: `w${k}`, name: `Way ${k}`, inks } }),
    ...(chance() < 0.15 && { surplus: true }),
    ...(chance() < 0.2 && { technique: pick('bloom', 'petri', 'inclusions', 'plain') }),
  }))
}

function anyRequest() {
  const technique = pick('bloom', 'petri', 'inclusions', 'plain')
  return {
    technique,
    pieces: Array.from({ length: pick(1, 1, 1, 2) }, (_, k) => anyKinds(anyMold(k))).flat(),
    resin: anyResin(),
    roomTempC: figure(21, 10, 40),
    partsTempC: maybe(0.2, () => figure(30, 5, 60)) ?? null,
    colours: [
      ...(chance() < 0.8 ? [{ id: 'i', name: 'Tide', kind: 'alcoholInk', hex: '#12748a' }] : []),
      ...(chance() < 0.8 ? [{ id: 'w', name: 'Chalk', kind: 'whitePaste', hex: '#f8f6f0' }] : []),
    ],
    leastMixG: maybe(0.2, () => figure(150, 0.1, 20_000)),
    bedMm: maybe(0.3, () => figure(5, 0.05, 200)) ?? null,
    lipMm: figure(2, 0, 50),
    white: {
      dose: pick('translucent', 'milky', 'opaque', 'ink'),
      holeMm: figure(3, 1, 8),
      ringSpacingMm: figure(10, 3, 100),
      rimMarginMm: figure(7, 0, 100),
      petals: whole(8, 1, 60),
    },
    cups: chance() < 0.3 ? anyCups('mix').filter(({ portion }) => portion.by !== 'ownMix') : [],
    layers: anyLayers(technique),
    inclusions:
      technique === 'inclusions' && chance() < 0.8
        ? { volumeMl: figure(6, 0, 5000), proud: chance() < 0.3 }
        : null,
    jobs: JOB_IDS.filter(() => chance() < 0.2),
    settleMin: figure(5, 0, 60),
    hands: maybe(0.2, () => ({
      beadMmPerS: figure(50, 0.01, 500),
      ringLiftS: figure(3, 0, 120),
      strokeS: figure(3, 0.01, 120),
      dropS: figure(1.2, 0.01, 60),
      decantS: figure(30, 0.01, 600),
    })),
    measuring: maybe(0.2, () => ({ graduationG: figure(0.1, 0.01, 50), cupLineMl: figure(5, 0.5, 100) })),
    cupStrategy: pick(null, null, 'rest', 'split', 'atOnce'),
    whiteApart: pick(null, null, true, false),
    rounds: pick(null, null, 1, 6),
    aimShiftLog: figure(0, -1, 1),
  }
}

/** Every number of the plan is one: nothing turned into NaN on its way. */
function hasNaN(value: unknown): boolean {
  if (typeof value === 'number') return Number.isNaN(value)
  return typeof value === 'object' && value !== null && Object.values(value).some(hasNaN)
}

test(`${REQUESTS} random requests plan or are refused by name, on the command line too; none throws`, () => {
  let planned = 0
  let refused = 0
  const failures: string[] = []
  for (let no = 0; no < REQUESTS; no++) {
    const request = JSON.parse(JSON.stringify(anyRequest())) as object
    const read = v.safeParse(planRequestFileSchema, request)
    if (!read.success) {
      refused++
      expect(read.issues[0].message).not.toMatch(/Invalid/)
      continue
    }
    try {
      const { format: _format, version: _version, ...asked } = read.output
      if (hasNaN(planBatch(asked))) throw new Error('not a number in the plan')
      planned++
      if (no % 25 > 0) continue
      const told: string[] = []
      const terminal = {
        readFile: () => JSON.stringify(request),
        out: (text: string) => void told.push(text),
        err: (text: string) => void told.push(text),
        nowMs: () => 0,
      }
      expect(run(['plan', 'x.json', '--text'], terminal)).toBe(0)
      expect(told.join('')).not.toMatch(/NaN|undefined/)
    } catch (problem) {
      failures.push(`${(problem as Error).message} ${JSON.stringify(request)}`)
    }
  }
  console.log(
    `${REQUESTS} requests: ${planned} planned, ${refused} refused by name, ${failures.length} thrown`,
  )
  expect(failures.slice(0, 3)).toEqual([])
  expect(planned).toBeGreaterThan(REQUESTS / 3)
})
