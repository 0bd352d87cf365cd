import { SaxesParser, type SaxesTagPlain } from 'saxes'
import svgpath from 'svgpath'
import { boxOf, drawnOutline, type DrawingProblem, type Outline, type Point } from '#core/mold/index.ts'
import { fail, ok, type Result } from '#core/units/index.ts'

export type DrawnOutline = Extract<Outline, { shape: 'drawn' }>

export type OutlineFileProblem =
  | { readonly kind: 'tooLarge'; readonly megabytes: number }
  | { readonly kind: 'notSvg'; readonly detail: string }
  | { readonly kind: 'noLines' }
  | DrawingProblem

/** What a file holds: its lines, and their width as the file itself states it. */
export interface OutlineFile {
  readonly lines: readonly (readonly Point[])[]
  /** Null where the file gives no real size. */
  readonly widthMm: number | null
  /** Things in the file that were left alone: scripts, pictures, references. */
  readonly ignored: readonly string[]
}

const LARGEST_CHARS = 8_000_000
const GEOMETRY = new Set(['path', 'polygon', 'polyline', 'rect', 'circle', 'ellipse', 'line'])
const HARMLESS = new Set(['svg', 'g', 'title', 'desc', 'metadata', 'defs', 'style'])
/** More than any outline needs; a file beyond it is not even taken apart. */
const MOST_POINTS = 50_000
const MOST_DEPTH = 200

/**
 * The closed lines of an SVG file. Only geometry is read: nothing of the file is ever shown, run or fetched. An XML parser without a document
 * type's entities reads it, so that it cannot blow up either.
 */
export function readOutlineSvg(text: string): Result<OutlineFile, OutlineFileProblem> {
  if (text.length > LARGEST_CHARS) return fail({ kind: 'tooLarge', megabytes: Math.round(text.length / 1e6) })
  const read = parseSvg(text)
  if (!read.ok) return read
  const { root, ignored } = read.value
  // Of a pattern sheet only the mold itself is an outline.
  const isSheet = root['data-nublo'] === 'pattern'
  const shapes = read.value.shapes.filter(({ attributes }) => !isSheet || attributes['class'] === 'outline')
  const points = shapes.reduce((sum, { attributes }) => sum + pointsIn(attributes), 0)
  if (points > MOST_POINTS) return fail({ kind: 'tooManyPoints', points, most: MOST_POINTS })
  const lines = shapes.flatMap(linesOf)
  const closed = lines.filter((line) => line.length >= 3)
  if (closed.length === 0) return fail({ kind: 'noLines' })
  const perUnit = mmPerUnit(root)
  const box = boxOfLines(closed)
  return ok({
    lines: closed,
    widthMm: perUnit === null ? null : perUnit * (box.right - box.left),
    ignored: [...new Set(ignored)],
  })
}

/** The file's outline at that width. Throws RangeError for a width that is not above 0. */
export function outlineAtWidth(
  { lines }: Pick<OutlineFile, 'lines'>,
  widthMm: number,
): Result<DrawnOutline, DrawingProblem> {
  if (!(widthMm > 0)) throw new RangeError(`outlineAtWidth: widthMm is ${widthMm}, expected more than 0`)
  const box = boxOfLines(lines)
  const scale = widthMm / (box.right - box.left)
  if (!Number.isFinite(scale)) return fail({ kind: 'noArea' })
  // SVG counts downwards, a mold upwards.
  return drawnOutline(lines.map((line) => line.map(({ x, y }) => ({ x: scale * x, y: -scale * y }))))
}

/** About as many points as a shape has commands, or its numbers are pairs of. */
function pointsIn({ d = '', points = '' }: Readonly<Record<string, string>>): number {
  const numbers = (d + points).match(/\d*\.?\d+(?:e[-+]?\d+)?/gi)?.length ?? 0
  return Math.max(Math.ceil(numbers / 2), d.match(/[a-df-z]/gi)?.length ?? 0)
}

function boxOfLines(lines: readonly (readonly Point[])[]) {
  const boxes = lines.map((line) => lineBox(line))
  return boxOf(
    boxes.flatMap(({ left, right, bottom, top }) => [
      { x: left, y: bottom },
      { x: right, y: top },
    ]),
  )
}

/** As `boxOf`, for more points than a call takes arguments. */
function lineBox(line: readonly Point[]) {
  const box = { left: Infinity, right: -Infinity, bottom: Infinity, top: -Infinity }
  for (const { x, y } of line) {
    box.left = Math.min(box.left, x)
    box.right = Math.max(box.right, x)
    box.bottom = Math.min(box.bottom, y)
    box.top = Math.max(box.top, y)
  }
  return box
}

interface Shape {
  readonly name: string
  readonly attributes: Readonly<Record<string, string>>
  readonly transforms: readonly string[]
}

interface ParsedSvg {
  readonly shapes: readonly Shape[]
  readonly root: Readonly<Record<string, string>>
  readonly ignored: readonly string[]
}

const plain = (name: string) => name.replace(/^svg:/, '')

function parseSvg(text: string): Result<ParsedSvg, OutlineFileProblem> {
  const shapes: Shape[] = []
  const ignored: string[] = []
  const open: Inherited[] = []
  let root: Record<string, string> | null = null
  let problem: string | null = null
  const parser = new SaxesParser()
  parser.on('error', (error) => (problem ??= error.message))
  parser.on('opentag', (tag: SaxesTagPlain) => {
    const name = plain(tag.name)
    const { attributes } = tag
    root ??= name === 'svg' ? attributes : null
    if (root === null) problem ??= `its first element is <${name}>`
    const around = open.at(-1)
    const own = inherited(name, attributes, around ?? null)
    if (!GEOMETRY.has(name) && !HARMLESS.has(name)) ignored.push(name)
    if (GEOMETRY.has(name) && own.leftAlone !== null) ignored.push(own.leftAlone)
    if (GEOMETRY.has(name) && own.leftAlone === null && !own.unseen)
      shapes.push({ name, attributes, transforms: own.transforms })
    if (open.length > MOST_DEPTH) {
      problem ??= `its groups lie more than ${MOST_DEPTH} deep in each other`
      throw new Error(problem)
    }
    if (!tag.isSelfClosing) open.push(own)
  })
  parser.on('closetag', (tag) => {
    if (!tag.isSelfClosing) open.pop()
  })
  try {
    parser.write(text).close()
  } catch (cause) {
    problem ??= cause instanceof Error ? cause.message : String(cause)
  }
  if (problem !== null || root === null)
    return fail({ kind: 'notSvg', detail: problem ?? 'it holds nothing' })
  return ok({ shapes, root, ignored })
}

/** What an element gives on to those inside it. */
interface Inherited {
  readonly transforms: readonly string[]
  /** It is only kept to be referred to. */
  readonly unseen: boolean
  /** Why what is drawn here is not taken, as it is told; null where it is. */
  readonly leftAlone: string | null
}

const TRANSFORM = /^\s*(?:(?:matrix|translate|scale|rotate|skewX|skewY)\s*\([^()]*\)[\s,]*)*$/

function inherited(
  name: string,
  attributes: Readonly<Record<string, string>>,
  around: Inherited | null,
): Inherited {
  const { transform = '', style = '' } = attributes
  const hidden =
    attributes['display'] === 'none' ||
    attributes['visibility'] === 'hidden' ||
    /(?:display\s*:\s*none|visibility\s*:\s*hidden)/.test(style)
  const nested = name === 'svg' && around !== null
  const strange = !TRANSFORM.test(transform) || /(?:^|;)\s*transform\s*:/.test(style)
  const leftAlone = hidden
    ? 'a hidden shape'
    : nested
      ? 'a drawing within the drawing'
      : strange
        ? `a shape with the transform ${(transform || style).slice(0, 40)}`
        : null
  return {
    transforms: [...(around?.transforms ?? []), ...(transform && !strange ? [transform] : [])],
    unseen: (around?.unseen ?? false) || name === 'defs' || name === 'clipPath' || name === 'symbol',
    leftAlone: around?.leftAlone ?? leftAlone,
  }
}

/** Straight pieces a curve is drawn as. */
const CURVE_STEPS = 24

function linesOf({ name, attributes, transforms }: Shape): readonly Point[][] {
  const d = pathData(name, attributes)
  if (d === null) return []
  let path = svgpath(d)
  for (const transform of [...transforms].reverse()) path = path.transform(transform)
  const lines: Point[][] = []
  let at: Point = { x: 0, y: 0 }
  let line: Point[] = []
  const to = (point: Point) => {
    if (!Number.isFinite(point.x) || !Number.isFinite(point.y)) return
    line.push(point)
    at = point
  }
  const curve = (pointAt: (share: number) => Point) => {
    for (let k = 1; k <= CURVE_STEPS; k++) to(pointAt(k / CURVE_STEPS))
  }
  path
    .abs()
    .unarc()
    .unshort()
    .iterate((segment, _index, x, y) => {
      const [command, ...numbers] = segment as unknown as [string, ...number[]]
      const [a = 0, b = 0, c = 0, e = 0, f = 0, g = 0] = numbers
      const start = { x, y }
      switch (command) {
        case 'M':
          if (line.length > 0) lines.push(line)
          line = []
          return to({ x: a, y: b })
        case 'L':
          return to({ x: a, y: b })
        case 'H':
          return to({ x: a, y: at.y })
        case 'V':
          return to({ x: at.x, y: a })
        case 'Q':
          return curve((share) => quadratic(share, [start, { x: a, y: b }, { x: c, y: e }]))
        case 'C':
          return curve((share) => cubic(share, [start, { x: a, y: b }, { x: c, y: e }, { x: f, y: g }]))
        default:
          return undefined
      }
    })
  if (line.length > 0) lines.push(line)
  return lines.map(withoutDoubledEnd)
}

function withoutDoubledEnd(line: Point[]): Point[] {
  const [first] = line
  const last = line.at(-1)
  const doubled = line.length > 1 && first!.x === last!.x && first!.y === last!.y
  return doubled ? line.slice(0, -1) : line
}

function quadratic(t: number, [p, q, r]: readonly [Point, Point, Point]): Point {
  const u = 1 - t
  const mix = (key: 'x' | 'y') => u * u * p[key] + 2 * u * t * q[key] + t * t * r[key]
  return { x: mix('x'), y: mix('y') }
}

function cubic(t: number, [p, q, r, s]: readonly [Point, Point, Point, Point]): Point {
  const u = 1 - t
  const mix = (key: 'x' | 'y') =>
    u * u * u * p[key] + 3 * u * u * t * q[key] + 3 * u * t * t * r[key] + t * t * t * s[key]
  return { x: mix('x'), y: mix('y') }
}

/** The shape as path data; null where it lacks what it needs. */
function pathData(name: string, attributes: Readonly<Record<string, string>>): string | null {
  const number = (key: string) => Number.parseFloat(attributes[key] ?? '0') || 0
  switch (name) {
    case 'path':
      return attributes['d'] ?? null
    case 'polygon':
    case 'polyline':
      return attributes['points'] ? `M${attributes['points'].trim()}Z` : null
    case 'rect':
      return rectData(
        { x: number('x'), y: number('y'), width: number('width'), height: number('height') },
        attributes,
      )
    case 'circle':
      return ellipseData({ cx: number('cx'), cy: number('cy'), rx: number('r'), ry: number('r') })
    case 'ellipse':
      return ellipseData({ cx: number('cx'), cy: number('cy'), rx: number('rx'), ry: number('ry') })
    default:
      return null
  }
}

/** A rectangle with its corners as round as it says (SVG 2, rounded rectangles: a missing radius takes the other's, at most half a side). */
function rectData(
  { x, y, width, height }: Readonly<Record<'x' | 'y' | 'width' | 'height', number>>,
  attributes: Readonly<Record<string, string>>,
): string | null {
  if (!(width > 0 && height > 0)) return null
  const radius = (key: string) => Number.parseFloat(attributes[key] ?? '')
  const [own, other] = [radius('rx'), radius('ry')]
  const rx = Math.min(width / 2, Math.max(0, (own >= 0 ? own : other) || 0))
  const ry = Math.min(height / 2, Math.max(0, (other >= 0 ? other : own) || 0))
  if (!(rx > 0 && ry > 0)) return `M${x} ${y}h${width}v${height}h${-width}Z`
  const arc = (dx: number, dy: number) => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`
  const [across, down] = [width - 2 * rx, height - 2 * ry]
  return `M${x + rx} ${y}h${across}${arc(rx, ry)}v${down}${arc(-rx, ry)}h${-across}${arc(-rx, -ry)}v${-down}${arc(rx, -ry)}Z`
}

function ellipseData({ cx, cy, rx, ry }: Readonly<Record<'cx' | 'cy' | 'rx' | 'ry', number>>): string | null {
  if (!(rx > 0 && ry > 0)) return null
  return `M${cx - rx} ${cy}A${rx} ${ry} 0 1 0 ${cx + rx} ${cy}A${rx} ${ry} 0 1 0 ${cx - rx} ${cy}Z`
}

/** CSS: an inch is 96 px, a point 1/72 inch (W3C, CSS Values and Units). */
const MM_PER: Readonly<Record<string, number>> = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, pc: 25.4 / 6 }

/** Millimetres a user unit is, where the file states a real width; null where it does not. */
function mmPerUnit(root: Readonly<Record<string, string>>): number | null {
  const [, amount, unit] = /^\s*([\d.]+)\s*(mm|cm|in|pt|pc)\s*$/.exec(root['width'] ?? '') ?? []
  const box = (root['viewBox'] ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  if (amount === undefined || unit === undefined || box.length !== 4 || !(box[2]! > 0)) return null
  if (!(Number(amount) > 0)) return null
  return (Number(amount) * MM_PER[unit]!) / box[2]!
}
