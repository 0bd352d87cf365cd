import { useEffect, useRef, useState, type RefObject } from 'react'
import { linearOf, USUAL_BACKS } from '#core/colour/index.ts'
import type { FaceMoment, FaceTask, FaceWhatIf } from '#core/plan/index.ts'
import { printSpan } from '#core/units/index.ts'
import { MOMENT_WORDS, outcomeLines, WHAT_IF_WORDS, wordOutcome } from '#words/bloom.ts'
import { inUnits } from '#words/inUnits.ts'
import { useUnits } from '#app/platform/queries.ts'
import { downloadPng } from '#app/platform/download.ts'
import { usePlatform, type FaceOutcome, type FaceProgress } from '#app/platform/studio.tsx'
import { drawFace } from './facePicture.ts'

/** Pixels a cell once the piece is followed to its end. */
const FINER = 2
const NO_BACK = USUAL_BACKS.find(({ id }) => id === 'none')!

type Side = 'silicone' | 'open'

export interface Shown {
  readonly moment: FaceMoment
  readonly progress: FaceProgress | null
  readonly outcome: FaceOutcome | null
}

/** What the faces shown were followed with; the plan may have moved on since. */
export interface Followed {
  readonly task: FaceTask
  readonly whatIf: FaceWhatIf
  readonly of: string
}

interface MomentFaceProps {
  readonly shown: Shown
  readonly frame: number
  readonly view: { readonly side: Side; readonly isFace: boolean }
  readonly backHex: string
  /** Whether it is shown without a back as well. */
  readonly bare: boolean
  readonly of: Followed
}

/** One moment's face as far as it was followed, with what became of it. */
export function MomentFace({
  shown: { moment, progress, outcome },
  frame,
  view: { side, isFace },
  backHex,
  bare,
  of: { task, whatIf },
}: MomentFaceProps) {
  const units = useUnits()
  const canvas = useRef<HTMLCanvasElement>(null)
  const [saved, setSaved] = useState<boolean | null>(null)
  const reached = progress?.frame ?? 0
  const said = MOMENT_WORDS[task.becomes === 'cells' ? 'needle' : 'bag'][moment.id]
  const painting = { of: moment.id, frame, side, reached, task, finer: outcome === null ? 1 : FINER }
  return (
    <li
      className="text-sm"
      data-moment={moment.id}
      data-verdict={outcome ? (outcome.of === 'petals' ? outcome.verdict : outcome.of) : 'open'}
    >
      <div className="relative">
        <PaintedFace
          ref={canvas}
          painting={{ ...painting, backHex }}
          className="w-full"
          title={`${said}, ${isFace ? 'face' : 'back'}, simulated`}
        />
        {bare && (
          <PaintedFace
            painting={{ ...painting, backHex: NO_BACK.hex }}
            className="absolute right-0 bottom-0 w-1/3"
            title={`${said}, without a back`}
          />
        )}
      </div>
      <p className="font-semibold">
        {said}, {printSpan(moment.whiteAtMin)}
        {whatIf !== 'asPlanned' && `, ${inUnits(WHAT_IF_WORDS[whatIf], units)}`}
      </p>
      {outcome ? (
        <>
          <p>{wordOutcome(outcome)}</p>
          <details>
            <summary className="text-ink-soft min-h-11 cursor-pointer content-center underline">
              Figures
            </summary>
            <ul className="list-disc pl-5">
              {outcomeLines(outcome).map((line) => (
                <li key={line}>{inUnits(line, units)}</li>
              ))}
            </ul>
          </details>
          <button
            className="button button-quiet"
            onClick={() =>
              void downloadPng(`nublo-${isFace ? 'face' : 'back'}-${moment.id}.png`, canvas.current!).then(
                setSaved,
              )
            }
          >
            Save this picture (PNG)
          </button>
          {saved === false && (
            <p role="alert">
              This browser could not make the picture. Close other tabs and save again; nothing is lost.
            </p>
          )}
        </>
      ) : (
        <progress className="w-full" max={progress?.frames ?? 1} value={reached} aria-label={said} />
      )}
    </li>
  )
}

interface Painting {
  readonly of: FaceMoment['id']
  readonly frame: number
  readonly side: Side
  readonly backHex: string
  readonly reached: number
  readonly task: FaceTask
  readonly finer: number
}

interface PaintedFaceProps {
  readonly painting: Painting
  readonly title: string
  readonly className: string
  readonly ref?: RefObject<HTMLCanvasElement | null>
}

/** One look at a piece that is followed, painted in its worker. */
function PaintedFace({ painting, title, className, ref }: PaintedFaceProps) {
  const { of, frame, side, backHex, reached, task, finer } = painting
  const { bloomLab } = usePlatform()
  const own = useRef<HTMLCanvasElement>(null)
  const canvas = ref ?? own
  useEffect(() => {
    let over = false
    if (reached === 0) return
    void bloomLab()
      .paint(of, frame, { side, backing: linearOf(backHex), finer })
      .then((painted) => {
        const target = canvas.current
        if (over || !painted || !target) return
        drawFace(target, painted, { task, side })
        target.dataset['painted'] = String(reached)
      })
    return () => {
      over = true
    }
  }, [bloomLab, canvas, of, frame, side, backHex, reached, task, finer])
  return <canvas ref={canvas} className={`aspect-square ${className}`} role="img" aria-label={title} />
}
