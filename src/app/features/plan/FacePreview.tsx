import { useEffect, useRef, useState } from 'react'
import { proxy } from 'comlink'
import type { BatchRequest } from '#core/batch/index.ts'
import type { BloomOutcome } from '#core/bloom/index.ts'
import { linearOf, USUAL_BACKS } from '#core/colour/index.ts'
import { boxOf, type Point } from '#core/mold/index.ts'
import {
  faceMoments,
  faceTask,
  whatIfRequest,
  whatIfTask,
  type BatchPlan,
  type FaceMoment,
  type FaceTask,
  type FaceWhatIf,
} from '#core/plan/index.ts'
import { printSpan } from '#core/units/index.ts'
import { MOMENT_WORDS, outcomeLines, WHAT_IF_NOTES, WHAT_IF_WORDS, wordOutcome } from '#words/bloom.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { downloadPng } from '#app/platform/download.ts'
import { usePlatform, type FaceProgress, type Painted } from '#app/platform/studio.tsx'

interface FacePreviewProps {
  readonly request: BatchRequest
  readonly plan: BatchPlan
}

type Fineness = 'quick' | 'fine'

const CELLS: Readonly<Record<Fineness, number>> = { quick: 128, fine: 256 }
const SEED = 7
const WHAT_IFS: readonly FaceWhatIf[] = ['asPlanned', 'doubleWhite', 'inkAfterWhite', 'warmerRoom']

interface Shown {
  readonly moment: FaceMoment
  readonly progress: FaceProgress | null
  readonly outcome: BloomOutcome | null
}

/** What the faces shown were followed with; the plan may have moved on since. */
interface Followed {
  readonly task: FaceTask
  readonly whatIf: FaceWhatIf
  readonly of: string
}

/** The face before it is poured: piped too early, at its best and too late, followed in a worker until nothing moves. */
export function FacePreview({ request, plan }: FacePreviewProps) {
  const { bloomLab, planner } = usePlatform()
  const [moldId, setMoldId] = useState(request.pieces[0]!.mold.id)
  const [side, setSide] = useState<'front' | 'back'>('front')
  const [backId, setBackId] = useState('none')
  const [fineness, setFineness] = useState<Fineness>('quick')
  const [whatIf, setWhatIf] = useState<FaceWhatIf>('asPlanned')
  const [frame, setFrame] = useState(6)
  const turn = useRef(0)
  const [followed, setFollowed] = useState<Followed | null>(null)
  const [shown, setShown] = useState<readonly Shown[]>([])
  const [state, setState] = useState<'idle' | 'running' | 'done' | 'stopped' | 'failed'>('idle')
  useEffect(() => () => void (turn.current++ > 0 && bloomLab().cancel()), [bloomLab])
  const known = request.pieces.some((order) => order.mold.id === moldId) ? moldId : request.pieces[0]!.mold.id
  const task = faceTask(request, plan, known)
  const moments = faceMoments(plan)
  if (!task || moments.length === 0) return null
  const of = JSON.stringify([task, moments])
  const set = (id: FaceMoment['id'], changes: Partial<Shown>) =>
    setShown((all) => all.map((each) => (each.moment.id === id ? { ...each, ...changes } : each)))
  const follow = async (own: number) => {
    const lab = bloomLab()
    await lab.cancel()
    const asked = whatIfRequest(request, whatIf)
    const changed = asked === request ? task : faceTask(asked, await planner.planBatch(asked), known)
    if (!changed) throw new Error('this question leaves no piece to follow')
    for (const moment of [moments[1]!, moments[0]!, moments[2]!]) {
      if (own !== turn.current) return
      const tell = proxy((progress: FaceProgress) => set(moment.id, { progress }))
      const faceRun = {
        task: whatIfTask(changed, whatIf),
        pipeAtMin: moment.pipeAtMin,
        cells: CELLS[fineness],
        seed: SEED,
      }
      if (!(await lab.follow(moment.id, faceRun, tell))) return
      set(moment.id, { outcome: await lab.outcome(moment.id) })
    }
    setState('done')
  }
  const run = () => {
    const own = ++turn.current
    setState('running')
    setFollowed({ task, whatIf, of })
    setShown(moments.map((moment) => ({ moment, progress: null, outcome: null })))
    follow(own).catch(() => {
      if (own !== turn.current) return
      setShown([])
      setState('failed')
    })
  }
  const stop = () => {
    turn.current++
    void bloomLab().cancel()
    setShown([])
    setState('stopped')
  }
  const backing = USUAL_BACKS.find((back) => back.id === backId)!
  return (
    <section className="sheet no-print" aria-labelledby="face-heading" data-face={state}>
      <h2 id="face-heading" className="mb-1 text-xl">
        The face before pouring
      </h2>
      <p className="text-ink-soft mb-3 max-w-prose text-sm">
        White and inks followed through this resin as it thickens. A physically grounded picture, not a
        promise: its thresholds are by eye and it knows nothing of your hand. Lace finer than a cell, mica and
        gloss are not in it.
      </p>
      <div className="flex flex-wrap items-end gap-4">
        {request.pieces.length > 1 && (
          <ChoiceField
            label="Piece"
            value={known}
            choices={request.pieces.map(({ mold }) => ({ id: mold.id, name: mold.name }))}
            onChange={setMoldId}
          />
        )}
        <ChoiceField
          label="Seen from"
          value={side}
          choices={[
            { id: 'front', name: 'The face' },
            { id: 'back', name: 'The back' },
          ]}
          onChange={setSide}
        />
        <ChoiceField
          label="Before"
          value={backId}
          choices={USUAL_BACKS.map(({ id, name }) => ({ id, name }))}
          onChange={setBackId}
        />
        <ChoiceField
          label="What if"
          value={whatIf}
          choices={WHAT_IFS.map((id) => ({ id, name: WHAT_IF_WORDS[id] }))}
          onChange={setWhatIf}
        />
        <ChoiceField
          label="Grid"
          value={fineness}
          choices={[
            { id: 'quick', name: 'quick, 128' },
            { id: 'fine', name: 'fine, 256' },
          ]}
          onChange={setFineness}
        />
        {state === 'running' ? (
          <button className="button button-quiet" onClick={stop}>
            Stop
          </button>
        ) : (
          <button className="button button-main" onClick={run}>
            {state === 'idle' ? 'Show the face' : 'Show it again'}
          </button>
        )}
      </div>
      {state === 'failed' && (
        <p role="alert" className="mt-3">
          The simulation broke off; the plan is untouched. Close other tabs or take the quick grid, and show
          it again.
        </p>
      )}
      {followed && shown.length > 0 && (
        <>
          <p role="status" className="mt-3 font-semibold empty:hidden">
            {followed.of !== of &&
              'These faces are of the plan as it was. Show them again for the plan as it is.'}
          </p>
          <label className="mt-4 flex items-center gap-3 text-sm">
            From the bead to gel
            <input
              type="range"
              className="accent-needle min-h-11 flex-1"
              min={0}
              max={6}
              value={frame}
              onChange={(event) => setFrame(event.target.valueAsNumber)}
            />
          </label>
          <p className="text-ink-soft mt-2 max-w-prose text-sm empty:hidden">
            {WHAT_IF_NOTES[followed.whatIf]}
          </p>
          <ul className="mt-2 grid gap-4 sm:grid-cols-3">
            {shown.map((each) => (
              <Face
                key={each.moment.id}
                shown={each}
                frame={frame}
                side={side}
                backHex={backing.hex}
                followed={followed}
              />
            ))}
          </ul>
        </>
      )}
    </section>
  )
}

interface FaceProps {
  readonly shown: Shown
  readonly frame: number
  readonly side: 'front' | 'back'
  readonly backHex: string
  readonly followed: Followed
}

/** Pixels a side: a cell becomes several, and the wall a smooth line. */
const PICTURE_PX = 640

function Face({
  shown: { moment, progress, outcome },
  frame,
  side,
  backHex,
  followed: { task, whatIf },
}: FaceProps) {
  const { bloomLab } = usePlatform()
  const canvas = useRef<HTMLCanvasElement>(null)
  const [saved, setSaved] = useState<boolean | null>(null)
  const reached = progress?.frame ?? 0
  useEffect(() => {
    let over = false
    if (reached === 0) return
    void bloomLab()
      .paint(moment.id, frame, { side, backing: linearOf(backHex) })
      .then((painted) => {
        const target = canvas.current
        if (over || !painted || !target) return
        drawClipped(target, painted, { task, side })
        target.dataset['painted'] = String(reached)
      })
    return () => {
      over = true
    }
  }, [bloomLab, moment.id, frame, side, backHex, reached, task])
  return (
    <li className="text-sm" data-moment={moment.id} data-verdict={outcome?.verdict ?? 'open'}>
      <canvas
        ref={canvas}
        className="aspect-square w-full"
        role="img"
        aria-label={`${MOMENT_WORDS[moment.id]}, ${side === 'front' ? 'face' : 'back'}, simulated`}
      />
      <p className="font-semibold">
        {MOMENT_WORDS[moment.id]}, {printSpan(moment.pipeAtMin)}
        {whatIf !== 'asPlanned' && `, ${WHAT_IF_WORDS[whatIf]}`}
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
                <li key={line}>{line}</li>
              ))}
            </ul>
          </details>
          <button
            className="button button-quiet"
            onClick={() => void downloadPng(`nublo-${side}-${moment.id}.png`, canvas.current!).then(setSaved)}
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
        <progress
          className="w-full"
          max={progress?.frames ?? 1}
          value={reached}
          aria-label={MOMENT_WORDS[moment.id]}
        />
      )}
    </li>
  )
}

/** The grid's square is so much wider than the outline. */
const ROOM_ROUND = 1.06

/** The cells as a smooth picture, cut to the mold's own outline and islands. */
function drawClipped(
  canvas: HTMLCanvasElement,
  painted: Painted,
  { task, side }: { readonly task: FaceTask; readonly side: 'front' | 'back' },
): void {
  const cells = new OffscreenCanvas(painted.n, painted.n)
  cells.getContext('2d')!.putImageData(new ImageData(painted.rgba, painted.n), 0, 0)
  canvas.width = canvas.height = PICTURE_PX
  const context = canvas.getContext('2d')!
  const box = boxOf(task.outline)
  const perMm = PICTURE_PX / (ROOM_ROUND * Math.max(box.right - box.left, box.top - box.bottom))
  const middle = { x: (box.left + box.right) / 2, y: (box.bottom + box.top) / 2 }
  const turned = side === 'front' ? 1 : -1
  const at = ({ x, y }: Point): readonly [number, number] => [
    PICTURE_PX / 2 + turned * (x - middle.x) * perMm,
    PICTURE_PX / 2 - (y - middle.y) * perMm,
  ]
  const wall = new Path2D()
  for (const line of [task.outline, ...task.islands]) {
    line.forEach((point, k) => (k === 0 ? wall.moveTo(...at(point)) : wall.lineTo(...at(point))))
    wall.closePath()
  }
  context.clip(wall, 'evenodd')
  context.imageSmoothingQuality = 'high'
  context.drawImage(cells, 0, 0, PICTURE_PX, PICTURE_PX)
}
