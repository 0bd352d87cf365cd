import { useId, useState, type MouseEvent } from 'react'
import { boxOf, type Outline, type Point } from '#core/mold/index.ts'
import { outlineAtWidth } from '#formats/outlineSvg.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { offPage } from '#app/platform/files.ts'
import { wordOutlineProblem } from './wordOutline.ts'

type Drawn = Extract<Outline, { shape: 'drawn' }>

interface DrawnOutlineProps {
  readonly outline: Drawn
  readonly change: (outline: Drawn) => void
  readonly units: UnitChoice
}

/** A mold's true outline: from an SVG file sized by one known width, or traced by points. */
export function DrawnOutlineFields({ outline, change, units }: DrawnOutlineProps) {
  const [told, setTold] = useState<readonly string[]>([])
  const box = boxOf(outline.points)
  const open = async (chosen: File | undefined) => {
    if (!chosen) return
    const read = await offPage(async (lab) => lab.readOutlineFile(chosen))
    if (!read.ok) return setTold([wordOutlineProblem(read.problem)])
    const { lines, widthMm, ignored } = read.value
    // A file may hold any line: it is looked at off the page until it is an outline as a hand draws it.
    const sized = await offPage(async (lab) => lab.outlineAtWidth({ lines }, widthMm ?? box.right - box.left))
    if (!sized.ok) return setTold([wordOutlineProblem(sized.problem)])
    setTold([
      widthMm === null
        ? 'The file states no real size: give its width below.'
        : 'Sized as the file states; check the width with a ruler.',
      ...(ignored.length > 0 ? [`Left alone: ${ignored.slice(0, 8).join(', ')}.`] : []),
    ])
    change(sized.value)
  }
  const resize = (widthMm: number | null) => {
    if (widthMm === null || !(widthMm > 0) || widthMm > 2000) return
    const read = outlineAtWidth({ lines: upsideDown([outline.points, ...outline.islands]) }, widthMm)
    if (!read.ok) return setTold([wordOutlineProblem(read.problem)])
    setTold([])
    change(read.value)
  }
  return (
    <fieldset className="border-line rounded-xl border p-3 sm:col-span-2">
      <legend className="px-1 font-medium">The true outline</legend>
      <div className="grid grid-cols-1 gap-4 sm:grid-cols-2">
        <label className="flex flex-col gap-1 text-sm font-medium">
          From an SVG file
          <input
            type="file"
            accept=".svg,image/svg+xml"
            className="field font-normal"
            onChange={(event) => {
              void open(event.target.files?.[0]).catch((trouble: Error) => setTold([trouble.message]))
              event.target.value = ''
            }}
          />
        </label>
        <QuantityField
          label="Width, measured on the mold"
          dimension="length"
          unit={units.length}
          value={box.right - box.left}
          onChange={resize}
          hint="The whole outline takes its size from it"
        />
      </div>
      <ul className="mt-2 list-disc pl-5 text-sm empty:hidden" role="status">
        {told.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <Tracing outline={outline} change={change} />
    </fieldset>
  )
}

function upsideDown(lines: readonly (readonly Point[])[]): readonly (readonly Point[])[] {
  return lines.map((line) => line.map(({ x, y }) => ({ x, y: -y })))
}

const PAD_MM = 240

/** Tracing by points: tapped onto the pad, over a picture if wanted, or typed as coordinates. */
function Tracing({ outline, change }: Pick<DrawnOutlineProps, 'outline' | 'change'>) {
  const id = useId()
  const [points, setPoints] = useState<readonly Point[]>([])
  const [typed, setTyped] = useState<string | null>(null)
  const [picture, setPicture] = useState<string | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const text = typed ?? points.map(({ x, y }) => `${x.toFixed(0)} ${y.toFixed(0)}`).join('\n')
  const tap = (event: MouseEvent<SVGSVGElement>) => {
    const pad = event.currentTarget.getBoundingClientRect()
    const x = ((event.clientX - pad.left) / pad.width - 0.5) * PAD_MM
    const y = (0.5 - (event.clientY - pad.top) / pad.height) * PAD_MM
    setTyped(null)
    setPoints([...readPoints(text), { x, y }])
  }
  const use = async () => {
    const read = await offPage(async (lab) => lab.drawnOutline([readPoints(text), ...outline.islands]))
    setProblem(read.ok ? null : wordOutlineProblem(read.problem))
    if (read.ok) change(read.value)
  }
  const shown = readPoints(text)
  return (
    <details className="mt-3">
      <summary className="min-h-11 cursor-pointer content-center underline">Trace it by points</summary>
      <p className="text-sm">
        Tap round the outline on the pad ({PAD_MM} mm wide), or type a point a line: x and y in mm. A picture
        can lie under it; the width above gives the true size afterwards.
      </p>
      <div className="mt-2 grid grid-cols-1 gap-3 sm:grid-cols-2">
        <svg
          viewBox={`${-PAD_MM / 2} ${-PAD_MM / 2} ${PAD_MM} ${PAD_MM}`}
          className="border-edge bg-sunken w-full cursor-crosshair rounded-lg border"
          onClick={tap}
          role="img"
          aria-label={`Tracing pad with ${shown.length} points`}
        >
          {picture && (
            <image
              href={picture}
              x={-PAD_MM / 2}
              y={-PAD_MM / 2}
              width={PAD_MM}
              height={PAD_MM}
              opacity={0.6}
            />
          )}
          <polygon
            points={shown.map(({ x, y }) => `${x},${-y}`).join(' ')}
            fill="var(--clear)"
            fillOpacity={0.3}
            stroke="var(--ink)"
            strokeWidth={1}
          />
          {shown.map(({ x, y }, k) => (
            <circle key={k} cx={x} cy={-y} r={2.5} fill="var(--needle)" />
          ))}
        </svg>
        <div className="flex flex-col gap-2">
          <label htmlFor={id} className="text-sm font-medium">
            Points, x y in mm
          </label>
          <textarea
            id={id}
            className="field min-h-40 font-mono text-sm"
            value={text}
            onChange={(event) => setTyped(event.target.value)}
          />
          <label className="flex flex-col gap-1 text-sm font-medium">
            Picture under it
            <input
              type="file"
              accept="image/*"
              className="field font-normal"
              onChange={(event) => {
                const chosen = event.target.files?.[0]
                if (picture) URL.revokeObjectURL(picture)
                setPicture(chosen ? URL.createObjectURL(chosen) : null)
              }}
            />
          </label>
          <div className="flex flex-wrap gap-2">
            <button
              type="button"
              className="button button-quiet"
              disabled={shown.length < 3}
              onClick={() => void use().catch((trouble: Error) => setProblem(trouble.message))}
            >
              Use these points
            </button>
            <button
              type="button"
              className="button button-quiet"
              disabled={shown.length === 0}
              onClick={() => {
                setTyped(null)
                setPoints(shown.slice(0, -1))
              }}
            >
              Take the last back
            </button>
          </div>
          <p className="text-stop text-sm empty:hidden" role="alert">
            {problem}
          </p>
        </div>
      </div>
    </details>
  )
}

/** Lines of two numbers; others are passed over. */
function readPoints(text: string): readonly Point[] {
  return text.split('\n').flatMap((line) => {
    const [x, y] = line
      .trim()
      .split(/[\s,;]+/)
      .map(Number)
    return x !== undefined && y !== undefined && Number.isFinite(x) && Number.isFinite(y) ? [{ x, y }] : []
  })
}
