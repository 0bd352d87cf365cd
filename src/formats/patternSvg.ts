import { SaxesParser, type SaxesTagPlain } from 'saxes'
import * as v from 'valibot'
import { boxOf, type Point } from '#core/mold/index.ts'
import type { LaidPattern, Pattern } from '#core/pattern/index.ts'
import { fail, ok, type Result } from '#core/units/index.ts'
import { issueLines } from '#schema/issues.ts'
import { patternSchema } from '#schema/pattern.ts'

export type PatternFileProblem =
  | { readonly kind: 'tooLarge'; readonly megabytes: number }
  | { readonly kind: 'notSvg'; readonly detail: string }
  /** A drawing, but none of a pattern. */
  | { readonly kind: 'noPattern' }
  | { readonly kind: 'broken'; readonly lines: readonly string[] }

interface PatternDrawing {
  readonly name: string
  readonly outline: readonly Point[]
  readonly islands: readonly (readonly Point[])[]
  readonly laid: LaidPattern
  readonly pattern: Pattern
  readonly beadMm: number
}

const MARGIN_MM = 12
const RULER_MM = 50
const DROP_MM = 2.6
/** Only what has this class is the mold when the sheet is opened as an outline. */
const METADATA_ID = 'nublo-pattern'

/**
 * Outline and pattern as an SVG at true size, to be printed at 100 % and laid under a clear mold; with a ruler to check the print, and with the
 * pattern's own figures as JSON in its metadata, so that it can be opened again.
 */
export function writePatternSvg({ name, outline, islands, laid, pattern, beadMm }: PatternDrawing): string {
  const box = boxOf(outline)
  const width = box.right - box.left + 2 * MARGIN_MM
  const height = box.top - box.bottom + 2 * MARGIN_MM + 10
  const at = ({ x, y }: Point) =>
    `${(x - box.left + MARGIN_MM).toFixed(2)} ${(box.top - y + MARGIN_MM).toFixed(2)}`
  const path = (line: readonly Point[], closed: boolean) => `M${line.map(at).join('L')}${closed ? 'Z' : ''}`
  const centre = (point: Point) => {
    const [x, y] = at(point).split(' ')
    return `cx="${x}" cy="${y}"`
  }
  const rulerY = (height - 6).toFixed(2)
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width.toFixed(2)}mm" height="${height.toFixed(2)}mm" viewBox="0 0 ${width.toFixed(2)} ${height.toFixed(2)}" fill="none" stroke="#222" data-nublo="pattern">`,
    `<title>${escaped(name)}</title>`,
    `<metadata id="${METADATA_ID}">${escaped(JSON.stringify(pattern))}</metadata>`,
    `<path class="outline" stroke-width="0.5" d="${[outline, ...islands].map((line) => path(line, true)).join('')}"/>`,
    ...laid.sprinkles.map(
      ({ what, lines }) =>
        `<path class="${what}" stroke-width="0.3" stroke-dasharray="0.3 1.5" d="${lines.map((line) => path(line, true)).join('')}"/>`,
    ),
    ...laid.drops.map(
      ({ at: place }) => `<circle class="drop" stroke-width="0.3" ${centre(place)} r="${DROP_MM}"/>`,
    ),
    ...laid.beads.map(
      ({ line, closed }) =>
        `<path class="bead" stroke="#999" stroke-width="${beadMm}" stroke-opacity="0.5" d="${path(line, closed)}"/>`,
    ),
    ...laid.strokes.map((stroke) =>
      stroke.kind === 'drag'
        ? `<path class="stroke" stroke-width="0.3" stroke-dasharray="2 1.5" d="${path(stroke.line, false)}"/>`
        : `<circle class="swirl" stroke-width="0.3" stroke-dasharray="2 1.5" ${centre(stroke.at)} r="${stroke.reachMm}"/>`,
    ),
    `<path class="ruler" stroke-width="0.4" d="M${MARGIN_MM} ${rulerY}h${RULER_MM}m0 -2v4m-${RULER_MM} -4v4"/>`,
    `<text x="${MARGIN_MM + RULER_MM + 3}" y="${rulerY}" font-size="4" fill="#222" stroke="none">50 mm: print at 100 %</text>`,
    '</svg>',
    '',
  ].join('\n')
}

function escaped(text: string): string {
  return text.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!)
}

const LARGEST_CHARS = 8_000_000

/** The pattern a sheet holds in its metadata, checked; its drawn lines are for the eye and are not read. */
export function readPatternSvg(text: string): Result<Pattern, PatternFileProblem> {
  if (text.length > LARGEST_CHARS) return fail({ kind: 'tooLarge', megabytes: Math.round(text.length / 1e6) })
  const found = metadataOf(text)
  if (!found.ok) return found
  const parsed = parseJson(found.value)
  if (!parsed.ok) return parsed
  const read = v.safeParse(patternSchema, parsed.value)
  return read.success ? ok(read.output) : fail({ kind: 'broken', lines: issueLines(read.issues) })
}

function metadataOf(text: string): Result<string, PatternFileProblem> {
  let problem: string | null = null
  let first: string | null = null
  let reading = false
  let found: string | null = null
  const parser = new SaxesParser()
  parser.on('error', (error) => (problem ??= error.message))
  parser.on('opentag', ({ name, attributes }: SaxesTagPlain) => {
    first ??= name
    reading = name === 'metadata' && attributes['id'] === METADATA_ID
  })
  parser.on('text', (part) => {
    if (reading) found = (found ?? '') + part
  })
  parser.on('closetag', () => (reading = false))
  try {
    parser.write(text).close()
  } catch (cause) {
    problem ??= cause instanceof Error ? cause.message : String(cause)
  }
  if (problem !== null || first !== 'svg')
    return fail({ kind: 'notSvg', detail: problem ?? `its first element is <${first ?? 'nothing'}>` })
  return found === null ? fail({ kind: 'noPattern' }) : ok(found)
}

function parseJson(text: string): Result<unknown, PatternFileProblem> {
  try {
    return ok(JSON.parse(text))
  } catch (cause) {
    return fail({ kind: 'broken', lines: [cause instanceof Error ? cause.message : String(cause)] })
  }
}
