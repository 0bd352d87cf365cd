import * as v from 'valibot'
import { pourOfLayer, type BatchRequest } from '#core/batch/index.ts'
import {
  planBatch,
  remediesFor,
  reportForecast,
  reportLive,
  strategiesOf,
  turnKeys,
  type BatchPlan,
  type LiveEvent,
} from '#core/plan/index.ts'
import { asFitted, fitDataSheet, unknownResin } from '#core/resin/index.ts'
import type { Reading } from '#core/timing/index.ts'
import { planAnswer } from '#formats/planAnswer.ts'
import { sheetText } from '#formats/sheetText.ts'
import { forecastRequestFileSchema } from '#schema/forecast.ts'
import { issueLines } from '#schema/issues.ts'
import { labelFileSchema } from '#schema/label.ts'
import { liveRequestFileSchema } from '#schema/live.ts'
import { withLayers } from '#schema/earlierLayers.ts'
import { planRequestFileSchema } from '#schema/request.ts'
import { wordSheetProblem } from '#words/dataSheet.ts'
import { wordForecastProblem } from '#words/forecast.ts'

const USAGE = `Nublo without a browser. FILE is a path, or - for standard input.

  npm run -s nublo -- plan FILE.json [--text]     the plan as JSON, or as mix sheet and run sheet
  npm run -s nublo -- forecast FILE.json          states, stages and the solved decant as JSON
  npm run -s nublo -- live FILE.json              what a live pour shows after what happened so far
  npm run -s nublo -- label FILE.json             the resin that a label makes, for the other requests

Exit code 0: answered; 2: a wrong call or file; 3: a label that no resin meets.

Formats: docs/formats.md
`

/** A wrong call or a wrong file: told on standard error, exit code 2. */
class UsageError extends Error {}
/** A right file that has no answer: told on standard error, exit code 3. */
class NoAnswer extends Error {}

/** Where the program reads and writes; tests put their own in. */
export interface Terminal {
  readonly readFile: (path: string) => string
  readonly out: (text: string) => void
  readonly err: (text: string) => void
  readonly nowMs: () => number
}

/** Runs one call; the answer is the exit code: 0; 2 for a wrong call or file, 3 for a right one without an answer, which is told on `err`. */
export function run(words: readonly string[], terminal: Terminal): 0 | 2 | 3 {
  try {
    obey(words, terminal)
    return 0
  } catch (problem) {
    if (!(problem instanceof UsageError || problem instanceof NoAnswer)) throw problem
    terminal.err(`nublo: ${problem.message}\n`)
    return problem instanceof NoAnswer ? 3 : 2
  }
}

function obey(words: readonly string[], terminal: Terminal): void {
  const [command, ...rest] = words
  const flags = rest.filter((word) => word.startsWith('--'))
  const files = rest.filter((word) => !word.startsWith('--'))
  if (command === undefined || command === 'help' || flags.includes('--help')) return terminal.out(USAGE)
  const unknown = flags.find((flag) => !(flag === '--text' && command === 'plan'))
  if (unknown) throw new UsageError(`${unknown} is not a flag of "${command}"\n\n${USAGE}`)
  if (files.length !== 1) throw new UsageError(`expected one file, got ${files.length}\n\n${USAGE}`)
  const input = readJson(files[0]!, terminal)
  if (command === 'plan') return plan(input, { asText: flags.includes('--text'), terminal })
  if (command === 'forecast') return forecast(input, terminal)
  if (command === 'live') return live(input, terminal)
  if (command === 'label') return label(input, terminal)
  throw new UsageError(`"${command}" is none of plan, forecast, live, label\n\n${USAGE}`)
}

function plan(input: unknown, { asText, terminal }: { asText: boolean; terminal: Terminal }): void {
  const { format: _format, version: _version, ...request } = checked(planRequestFileSchema, withLayers(input))
  if (request.startAt !== null && Date.parse(request.startAt) < terminal.nowMs()) {
    throw new UsageError(
      `startAt: ${request.startAt} is in the past, expected a start still to come, or null`,
    )
  }
  if (request.promisedOn !== null && request.promisedOn < isoDay(terminal.nowMs())) {
    throw new UsageError(
      `promisedOn: ${request.promisedOn} is in the past, expected a day still to come, or null`,
    )
  }
  const result = planBatch(request)
  if (asText) terminal.out(sheetText(request, result))
  else
    printJson(terminal, {
      format: 'nublo/plan',
      version: 2,
      ...planAnswer(result),
      strategies: strategiesOf(request),
      pours: poursOfLayers(request, result),
      findings: withRemedies(request),
    })
}

/** The plan of every layer that inks and white go into, by its id: each is a pour of its own. */
function poursOfLayers(
  request: BatchRequest,
  { fills }: BatchPlan,
): Readonly<Record<string, ReturnType<typeof planAnswer>>> {
  return Object.fromEntries(
    request.layers.flatMap((layer) => {
      const pour = pourOfLayer(request, layer, fills)
      return pour ? [[layer.id, planAnswer(planBatch(pour))] as const] : []
    }),
  )
}

function isoDay(atMs: number): string {
  return new Date(atMs).toISOString().slice(0, 10)
}

/** Every finding with the changes of the request that make it go. */
function withRemedies(request: BatchRequest) {
  return remediesFor(request).map(({ finding, remedies }) => ({ ...finding, remedies }))
}

function forecast(input: unknown, terminal: Terminal): void {
  const report = reportForecast(checked(forecastRequestFileSchema, input))
  if (!report.ok) throw new UsageError(wordForecastProblem(report.problem))
  printJson(terminal, { format: 'nublo/forecast', version: 1, ...report.value })
}

function live(input: unknown, terminal: Terminal): void {
  const { plan: asked, nowMin, events } = checked(liveRequestFileSchema, input)
  const { format: _format, version: _version, ...request } = asked
  const known = turnKeys(request)
  const happened = events.map((event, k): LiveEvent => {
    if (event.kind !== 'done') return { atMin: event.atMin, kind: 'read', reading: readingOf(event) }
    if (!known.includes(event.turn))
      throw new UsageError(`events.${k}.turn: "${event.turn}" is none of ${known.join(', ')}`)
    return { atMin: event.atMin, kind: 'done', turn: event.turn }
  })
  printJson(terminal, {
    format: 'nublo/live',
    version: 1,
    ...reportLive({ plan: request, nowMin, events: happened }),
  })
}

type Read = Exclude<v.InferOutput<typeof liveRequestFileSchema>['events'][number], { kind: 'done' }>

function readingOf(event: Read): Reading {
  const { atMin } = event
  switch (event.kind) {
    case 'reading':
      return { atMin, kind: 'temperature', tempC: event.tempC, by: event.by }
    case 'room':
      return { atMin, kind: 'room', tempC: event.tempC }
    case 'sign':
      return { atMin, kind: 'sign', sign: event.sign, there: event.there }
    default:
      return event satisfies never
  }
}

function label(input: unknown, terminal: Terminal): void {
  const { name, ratio, sheet, fullCureDays } = checked(labelFileSchema, input)
  const typical = { ...unknownResin('label'), name, ratio }
  const fit = fitDataSheet(typical, sheet)
  if (!fit.ok) throw new NoAnswer(wordSheetProblem(fit.problem))
  printJson(terminal, {
    format: 'nublo/resin',
    version: 1,
    resin: asFitted(typical, fit.value, { sheet, fullCureDays }),
  })
}

function checked<Schema extends v.GenericSchema>(schema: Schema, input: unknown): v.InferOutput<Schema> {
  const read = v.safeParse(schema, input)
  if (read.success) return read.output
  throw new UsageError(
    `the file does not hold what is needed:\n${issueLines(read.issues)
      .map((line) => `  ${line}`)
      .join('\n')}`,
  )
}

function readJson(path: string, terminal: Terminal): unknown {
  const source = readSource(path, terminal)
  try {
    return JSON.parse(source)
  } catch (cause) {
    throw new UsageError(`${path} is not JSON: ${cause instanceof Error ? cause.message : String(cause)}`)
  }
}

function readSource(path: string, terminal: Terminal): string {
  try {
    return terminal.readFile(path)
  } catch (cause) {
    throw new UsageError(`${path} cannot be read: ${cause instanceof Error ? cause.message : String(cause)}`)
  }
}

/** Six decimals: more than any scale, clock or thermometer shows, and free of binary crumbs. Drawings are left out. */
function printJson(terminal: Terminal, value: unknown): void {
  const rounded = JSON.stringify(
    value,
    (key, each: unknown) =>
      key === 'beads' ? undefined : typeof each === 'number' ? Number(each.toFixed(6)) : each,
    2,
  )
  terminal.out(`${rounded}\n`)
}
