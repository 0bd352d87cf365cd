import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from '@jest/globals'
import type { BatchRequest } from '#core/batch/index.ts'
import { rackTasks } from '#core/rack/index.ts'
import { JOB_IDS, TECHNIQUES, withAfter, type StepId, type Technique } from '#core/technique/index.ts'
import { scheduleBatch } from '#core/timing/index.ts'
import { bloomRequest } from './support/request.ts'
import { backLayer, begun } from './support/layers.ts'

const IDS = new Set<string>(
  Object.values(TECHNIQUES).flatMap((each) =>
    withAfter(each, { layers: [], jobs: JOB_IDS }).steps.map(({ id }) => id),
  ),
)

/** A step's name beside a comparison, asked for as a rule, or taken out of what is done by name. */
const COMPARED =
  /(?:\bstepId|\bstep\.id|\brule\.id)\s*[!=]==\s*'([a-zA-Z]+)'|\bdone\['([a-zA-Z]+)'\]|\bdone\.([a-zA-Z]+)\b|\b(?:stepRule|endOf)\([^()]*,\s*'([a-zA-Z]+)'\)|\bbottleneck\s*[!=]==\s*'([a-zA-Z]+)'/g

test('no step is compared by its name outside its definition: what it does is a fact of it', () => {
  const files = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter(
    (file) => /\.tsx?$/.test(file) && !/\.test\.tsx?$/.test(file) && !file.startsWith('core/technique/'),
  )
  expect(files.length).toBeGreaterThan(300)
  const found = files.flatMap((file) =>
    [...readFileSync(join('src', file), 'utf8').matchAll(COMPARED)]
      .filter(([, ...names]) => names.some((name) => name !== undefined && IDS.has(name)))
      .map(([text]) => `${file}: ${text}`),
  )
  expect(found).toEqual([])
})

/** A technique whose pour's steps are called otherwise, and do the same. */
function renamed(technique: Technique): Technique {
  const own = new Set<string>(
    technique.steps.filter(({ place }) => place === 'pour').map(({ id }) => id as string),
  )
  const name = (id: string) => (own.has(id) ? `${id}Otherwise` : id) as StepId
  return {
    ...technique,
    aimStep: technique.aimStep && name(technique.aimStep),
    bottleneck: name(technique.bottleneck),
    steps: technique.steps.map((step) => ({
      ...step,
      id: name(step.id),
      moment: 'step' in step.moment ? { ...step.moment, step: name(step.moment.step) } : step.moment,
    })),
  }
}

const white = (dose: 'ink' | 'milky') => ({ ...bloomRequest().white, dose })

test.each<[string, BatchRequest]>([
  ['a bloom with a back', bloomRequest({ layers: [backLayer()] }, 3)],
  ['a petri', bloomRequest({ technique: 'petri', white: white('ink') }, 2)],
  [
    'a draped, sanded and varnished bloom',
    bloomRequest({ layers: begun('varnish'), jobs: ['drape', 'sandEdges'], white: white('milky') }, 2),
  ],
])('%s is timed alike whatever its steps are called', (_name, request) => {
  const technique = withAfter(TECHNIQUES[request.technique], request)
  const timesOf = (used: Technique) => {
    const schedule = scheduleBatch(request, used)
    return [
      ...schedule.turns.map(({ step, beginMin, endMin, fromMin, toMin }) => [
        step.title,
        beginMin,
        endMin,
        fromMin,
        toMin,
      ]),
      ...rackTasks(schedule, request).map(({ step, window }) => [step.title, window]),
    ]
  }
  const times = timesOf(technique)
  expect(times.length).toBeGreaterThan(8)
  expect(timesOf(renamed(technique))).toEqual(times)
})

test('a cup rests until it is decanted, also where the white is stirred later by itself', () => {
  const { turns } = scheduleBatch(bloomRequest({ whiteApart: true }, 2), TECHNIQUES.bloom)
  const rest = turns.find(({ step }) => step.id === 'rest')!
  const decant = turns.find(({ step }) => step.does === 'empties')!
  const apart = turns.find(({ step }) => step.does === 'portions')!
  expect(rest.endMin).toBeLessThanOrEqual(decant.beginMin + 1e-9)
  expect(apart.beginMin).toBeGreaterThan(decant.endMin)
})
