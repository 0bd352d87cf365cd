import { useEffect, useRef, type ReactNode } from 'react'
import { Link } from 'react-router'
import { WORST_RATIO_ERROR, type Mix } from '#core/batch/index.ts'
import type { Overruled } from '#core/runsheet/index.ts'
import { TOOLS, type ToolId } from '#core/technique/index.ts'
import { printClock, printQuantity, type UnitChoice } from '#core/units/index.ts'
import { wordWeighing } from '#words/dataSheet.ts'
import { Place } from '#app/components/Place.tsx'
import { useSay } from '#app/components/undo.tsx'
import { useNowMs } from '#app/platform/clock.ts'
import { ofLayer, useRecord } from '#app/platform/marks.ts'
import { useSettings } from '#app/platform/queries.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { buzz, chime, useWakeLock } from '#app/platform/signals.ts'
import { AllAmountsDialog } from './AllAmountsDialog.tsx'
import { HeldAside } from './HeldAside.tsx'
import { SoundTest } from './SoundTest.tsx'
import { UndoButton } from './UndoButton.tsx'
import { useFocused } from './useFocused.ts'
import { useWeighing } from './useWeighing.ts'
import { WeighParts } from './WeighParts.tsx'

interface WeighViewProps {
  readonly story: BatchStory
  readonly mix: Mix
  /** Whose sitting it is; the pour's own where none is said. */
  readonly layer?: string | undefined
  /** What it is, below the title. */
  readonly name: string
  readonly units: UnitChoice
  readonly overruled: readonly Overruled[]
  /** Where what is weighed can still be changed. */
  readonly changeAt: string
  /** Back to where it was begun; the gate where nothing is said. */
  readonly back?: (() => void) | undefined
  /** What goes on meanwhile. */
  readonly children?: ReactNode
}

/** Weigh A, then B on top, then stir: one part at a time, so that none is forgotten by a slip. */
export function WeighView({
  story,
  mix,
  layer,
  name,
  units,
  overruled,
  changeAt,
  back,
  children,
}: WeighViewProps) {
  const weighing = useWeighing({ story, mix, layer })
  const record = useRecord(story.batch.id)
  const say = useSay()
  const { byVolume } = mix.parts
  const isIn = weighing.advice.kind === 'right'
  const stir = () =>
    void weighing
      .keepAsItIs()
      .then(() => record({ kind: 'stirBegan', ...ofLayer(layer) }))
      .catch((problem: Error) => say(problem.message))
  return (
    <Place title="Weigh, then stir" lead={name}>
      <HeldAside story={story} />
      {children}
      <WeighParts weighing={weighing} mix={mix} units={units} />
      {isIn && (
        <>
          <p className="my-4 text-lg">
            Stir three minutes by the clock, scrape walls and bottom;{' '}
            {back ? 'its own clock' : 'the clock of the pour'} starts when you stop.
          </p>
          <StirButton stir={stir} />
        </>
      )}
      <OffRatio ratioError={weighing.ratioError} isIn={isIn} />
      <p className="text-ink-soft mb-4">
        Without a scale, by the lines of a cup: {printQuantity(byVolume.a, units.volume)} of A and{' '}
        {printQuantity(byVolume.b, units.volume)} of B, which is{' '}
        {printQuantity(byVolume.leftoverG, units.mass)} more than is needed. {wordWeighing(mix.resin)}
      </p>
      {overruled.length > 0 && (
        <p className="text-ink-soft mb-4 text-sm">
          Going without:{' '}
          {overruled.map(({ tool, note }) => `${TOOLS[tool as ToolId]?.text ?? tool} (${note})`).join('; ')}
        </p>
      )}
      <div className="flex flex-wrap items-center gap-3">
        {back ? (
          <button className="button button-quiet min-h-16" onClick={back}>
            Back
          </button>
        ) : (
          <UndoButton story={story} label="Back to the gate" />
        )}
        <SoundTest />
        <AllAmountsDialog story={story} />
        <Link className="button button-quiet min-h-16" to={changeAt}>
          Change the plan
        </Link>
        {!isIn && (
          <button className="button button-quiet min-h-16" onClick={stir}>
            Stir as it is
          </button>
        )}
      </div>
    </Place>
  )
}

/** Further off no craft resin cures hard (from memory). */
const NEVER_HARD = 0.1

/** What becomes of a mix that is stirred as it is. */
function OffRatio({ ratioError, isIn }: { readonly ratioError: number | null; readonly isIn: boolean }) {
  if (isIn || ratioError === null || Math.abs(ratioError) <= WORST_RATIO_ERROR) return null
  const percent = Math.round(100 * Math.abs(ratioError))
  return (
    <p className="text-stop my-4 text-lg" role="alert">
      {percent} % too much {ratioError > 0 ? 'A' : 'B'} for what is in of {ratioError > 0 ? 'B' : 'A'}.
      Stirred as it is, it {Math.abs(ratioError) > NEVER_HARD ? 'will not cure hard' : 'may stay soft'}.
    </p>
  )
}

function StirButton({ stir }: { readonly stir: () => void }) {
  const button = useFocused()
  return (
    <button ref={button} className="button button-main mb-3 min-h-24 w-full text-3xl" onClick={stir}>
      Start stirring
    </button>
  )
}

const STIR_S = 180

interface MixingViewProps {
  readonly story: BatchStory
  readonly stirBeganAtMs: number
  /** Whose sitting it is; the pour's own where none is said. */
  readonly layer?: string | undefined
  /** What goes on meanwhile. */
  readonly children?: ReactNode
}

/** Three minutes of stirring; one button: stop-stir. */
export function MixingView({ story, stirBeganAtMs, layer, children }: MixingViewProps) {
  const nowMs = useNowMs(250)
  const record = useRecord(story.batch.id)
  const say = useSay()
  const settings = useSettings()
  useWakeLock(true)
  const leftS = STIR_S - (nowMs - stirBeganAtMs) / 1000
  const over = leftS <= 0
  const told = useRef(over)
  useEffect(() => {
    if (!over || told.current) return
    told.current = true
    if (settings.sound) chime()
    if (settings.vibration) buzz()
  }, [over, settings])
  return (
    <Place
      title="Stir"
      lead="Scrape walls and bottom. Short stirring is the commonest cause of resin that stays soft."
    >
      <HeldAside story={story} />
      {children}
      <p className="font-display text-8xl font-semibold" role="timer">
        {over ? `+${printClock(-leftS)}` : printClock(Math.ceil(leftS))}
      </p>
      <p className="my-4 text-lg">
        {over ? 'Three minutes are over.' : 'Keep stirring. Stopping early is noted as it is.'}
      </p>
      <div className="flex flex-wrap gap-3">
        <button
          className={`button min-h-24 flex-1 text-3xl ${over ? 'button-main' : 'button-quiet'}`}
          onClick={() =>
            void record({ kind: 'stopStir', ...ofLayer(layer) }).catch((problem: Error) =>
              say(problem.message),
            )
          }
        >
          Stop stir: start the clock
        </button>
        <UndoButton story={story} />
        <AllAmountsDialog story={story} />
      </div>
    </Place>
  )
}
