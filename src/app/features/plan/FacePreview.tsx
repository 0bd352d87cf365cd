import { useEffect, useRef, useState } from 'react'
import { proxy } from 'comlink'
import { plannedBack, type BatchRequest } from '#core/batch/index.ts'
import { USUAL_BACKS } from '#core/colour/index.ts'
import {
  faceMoments,
  facesOf,
  faceTask,
  whatIfRequest,
  whatIfsOf,
  whatIfTask,
  type BatchPlan,
  type FaceMoment,
  type FaceWhatIf,
} from '#core/plan/index.ts'
import { WHAT_IF_NOTES, WHAT_IF_WORDS, wordUnfollowed } from '#words/bloom.ts'
import { inUnits } from '#words/inUnits.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { useUnits } from '#app/platform/queries.ts'
import { LOOKS, usePlatform, type FaceProgress } from '#app/platform/studio.tsx'
import { MomentFace, type Followed, type Shown } from './MomentFace.tsx'

interface FacePreviewProps {
  readonly request: BatchRequest
  readonly plan: BatchPlan
  readonly kindId: string
}

type Fineness = 'quick' | 'fine'

const CELLS: Readonly<Record<Fineness, number>> = { quick: 128, fine: 256 }
const SEED = 7
const LAST_LOOK = LOOKS - 1
const OWN_BACK = { id: 'own', name: 'Own colour' }
/** The best is followed first: it is what is planned. */
const FIRST_SHOWN: readonly FaceMoment['id'][] = ['right', 'early', 'late']

/** The face before it is poured: piped too early, at its best and too late, followed in a worker until nothing moves. */
export function FacePreview({ request, plan, kindId }: FacePreviewProps) {
  const units = useUnits()
  const { bloomLab, planner } = usePlatform()
  const [isFace, setIsFace] = useState(true)
  const [chosenNo, setNo] = useState<number | null>(null)
  const [chosenBackId, setBackId] = useState<string | null>(null)
  const [ownBackHex, setOwnBackHex] = useState('#7a2d4f')
  const [fineness, setFineness] = useState<Fineness>('quick')
  const [whatIf, setWhatIf] = useState<FaceWhatIf>('asPlanned')
  const [frame, setFrame] = useState(LAST_LOOK)
  const turn = useRef(0)
  const [followed, setFollowed] = useState<Followed | null>(null)
  const [shown, setShown] = useState<readonly Shown[]>([])
  const [state, setState] = useState<'idle' | 'running' | 'done' | 'stopped' | 'failed'>('idle')
  useEffect(() => () => void (turn.current++ > 0 && bloomLab().cancel()), [bloomLab])
  const nos = facesOf(request, plan, kindId)
  const pieceNo = nos.find((no) => no === chosenNo) ?? nos[0]
  const task = faceTask(request, plan, kindId, pieceNo)
  const technique = plan.fills.find(({ id }) => id === kindId)?.technique ?? request.technique
  const moments = faceMoments(plan, kindId)
  if (!task || moments.length === 0) return null
  const of = JSON.stringify([task, moments])
  const set = (id: FaceMoment['id'], changes: Partial<Shown>) =>
    setShown((all) => all.map((each) => (each.moment.id === id ? { ...each, ...changes } : each)))
  const follow = async (own: number) => {
    const lab = bloomLab()
    await lab.cancel()
    const asked = whatIfRequest(request, whatIf)
    const changed =
      asked === request ? task : faceTask(asked, await planner.planBatch(asked), kindId, pieceNo)
    if (!changed) throw new Error('this question leaves no piece to follow')
    const inOrder = FIRST_SHOWN.flatMap((id) => moments.filter((moment) => moment.id === id))
    for (const moment of inOrder) {
      if (own !== turn.current) return
      const tell = proxy((progress: FaceProgress) => set(moment.id, { progress }))
      const faceRun = {
        task: whatIfTask(changed, whatIf),
        whiteAtMin: moment.whiteAtMin,
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
  const view = { isFace, side: isFace === (request.face !== 'open') ? 'silicone' : 'open' } as const
  const backs = backsOf(request)
  const backId = chosenBackId ?? backs[0]!.id
  const backHex = backs.find((back) => back.id === backId)?.hex ?? ownBackHex
  // Without a back planned nobody has chosen the dark card: the bare piece is shown with it.
  const isBareToo = chosenBackId === null && backs[0] === DARK_CARD
  return (
    <section className="sheet no-print" aria-labelledby="face-heading" data-face={state}>
      <h2 id="face-heading" className="mb-1 text-xl">
        The face before pouring
      </h2>
      <p className="text-ink-soft mb-3 max-w-prose text-sm">
        White and inks followed through this resin as it thickens. A physically grounded picture, not a
        promise: its thresholds are by eye and it knows nothing of your hand. The petals’ shadow, glints and
        gloss are painted on; no figure is made of them.
      </p>
      <p className="mb-3 max-w-prose text-sm empty:hidden">{wordUnfollowed(task.unfollowed)}</p>
      <div className="flex flex-wrap items-end gap-4">
        {nos.length > 1 && (
          <ChoiceField
            label="Which piece"
            value={String(pieceNo)}
            choices={nos.map((no) => ({ id: String(no), name: `Piece ${no}` }))}
            onChange={(no) => setNo(Number(no))}
          />
        )}
        <ChoiceField
          label="Seen from"
          value={isFace ? 'face' : 'back'}
          choices={[
            { id: 'face', name: 'The face' },
            { id: 'back', name: 'The back' },
          ]}
          onChange={(side) => setIsFace(side === 'face')}
        />
        <ChoiceField
          label="Before"
          value={backId}
          choices={[...backs.map(({ id, name }) => ({ id, name })), OWN_BACK]}
          onChange={setBackId}
        />
        {backId === OWN_BACK.id && (
          <label className="flex flex-col gap-1 text-sm font-medium">
            Own colour
            <input
              type="color"
              className="field h-11 w-20 p-1"
              value={ownBackHex}
              onChange={(event) => setOwnBackHex(event.target.value)}
            />
          </label>
        )}
        <ChoiceField
          label="What if"
          value={whatIf}
          choices={whatIfsOf(technique, request.colours).map((id) => ({
            id,
            name: inUnits(WHAT_IF_WORDS[id], units),
          }))}
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
      {(request.bags ?? []).length > 0 && (
        <p className="text-ink-soft mt-3 text-sm">
          Beads out of other bags stay at the surface and move with it: that they sink a little is not
          followed. Mica glints in them.
        </p>
      )}
      {task.films.length > 0 && (
        <p className="text-ink-soft mt-3 text-sm">
          The colours begin as the cups lie and are followed as see-through ones, opaque colours too.
        </p>
      )}
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
            From the first drop or line to gel
            <input
              type="range"
              className="accent-needle min-h-11 flex-1"
              min={0}
              max={LAST_LOOK}
              value={frame}
              onChange={(event) => setFrame(event.target.valueAsNumber)}
            />
          </label>
          <p className="text-ink-soft mt-2 max-w-prose text-sm empty:hidden">
            {WHAT_IF_NOTES[followed.whatIf]}
          </p>
          <ul className="mt-2 grid grid-cols-1 gap-4 sm:grid-cols-3">
            {shown.map((each) => (
              <MomentFace
                key={each.moment.id}
                shown={each}
                frame={frame}
                view={view}
                backHex={backHex}
                bare={isBareToo}
                of={followed}
              />
            ))}
          </ul>
        </>
      )}
    </section>
  )
}

const DARK_CARD = USUAL_BACKS.find(({ id }) => id === 'navy')!

/** What the face can be seen before, first what it will lie on: the planned back, or a dark card where none is planned. */
function backsOf(request: BatchRequest): readonly { id: string; name: string; hex: string }[] {
  const planned = plannedBack(request)
  const first = planned ? { id: 'planned', name: `${planned.name}, as planned`, hex: planned.hex } : DARK_CARD
  return [first, ...USUAL_BACKS.filter((each) => each !== first)]
}
