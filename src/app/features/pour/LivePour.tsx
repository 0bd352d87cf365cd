import { moldPortions, ofPiece, techniqueOfPour } from '#core/batch/index.ts'
import type { BatchPlan, LivePlan } from '#core/plan/index.ts'
import {
  filledOf,
  standingAt,
  stepAtHand,
  type Filled,
  type Pour,
  type RunStep,
  type Standing,
} from '#core/runsheet/index.ts'
import { printClock, printSpan, type UnitChoice } from '#core/units/index.ts'
import type { Otherwise, Reading } from '#core/timing/index.ts'
import { markedAt } from '#core/technique/index.ts'
import { inUnits } from '#words/inUnits.ts'
import { sampleAt } from '#app/components/lifeAt.ts'
import { pourSpan, stripNotches } from '#app/components/notches.ts'
import { Place } from '#app/components/Place.tsx'
import { StageLine } from '#app/components/StageLine.tsx'
import { Strip } from '#app/components/Strip.tsx'
import { useNowMs } from '#app/platform/clock.ts'
import { useSettings } from '#app/platform/queries.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { useSignal, useWakeLock } from '#app/platform/signals.ts'
import { AnotherWay } from './AnotherWay.tsx'
import { aimOfPour, Believed } from './Believed.tsx'
import { Cautions } from './Cautions.tsx'
import { CupWarning } from './CupWarning.tsx'
import { AutoReadingsSwitch, BenchStrip } from './BenchStrip.tsx'
import { FollowedBySimulation } from './SimulatedBench.tsx'
import { GiveUpButton } from './GiveUpButton.tsx'
import { MoldByMold } from './MoldByMold.tsx'
import { AllAmountsDialog } from './AllAmountsDialog.tsx'
import { InSight } from './InSight.tsx'
import { HeldAside } from './HeldAside.tsx'
import { LastTimes } from './LastTimes.tsx'
import { MarkButton } from './MarkButton.tsx'
import { NoteTaker } from './NoteTaker.tsx'
import { ReadingTaker } from './ReadingTaker.tsx'
import { SoundTest } from './SoundTest.tsx'
import { PourOver } from './PourOver.tsx'
import { Signs, signOf, StandingLine } from './StandingLine.tsx'
import { StepHead } from './StepHead.tsx'
import { UndoButton } from './UndoButton.tsx'

interface LivePourProps {
  readonly story: BatchStory
  readonly pour: Extract<Pour, { stage: 'running' }>
  readonly live: LivePlan
  readonly units: UnitChoice
  /** Why the plan shown is not of the latest marks and readings; null where it is. */
  readonly failed: Error | null
}

/** The live run: one step, one clock, one button. */
export function LivePour({ story, pour, live, units, failed }: LivePourProps) {
  const { plan, bands } = live
  const nowMs = useNowMs(250)
  const nowMin = (nowMs - pour.stopStirAtMs) / 60_000
  const step = stepAtHand(plan.steps, pour.done)
  useWakeLock(step !== null)
  return (
    <Place
      title={story.batch.request.name}
      actions={
        <p className="font-display text-5xl font-semibold" role="timer" aria-label="Since stop-stir">
          {printClock(nowMin * 60)}
        </p>
      }
    >
      <HeldAside story={story} />
      <LastTimes problem={failed} />
      <FollowedBySimulation story={story} plan={plan} stopStirAtMs={pour.stopStirAtMs} done={pour.done} />
      {step ? (
        <StepView
          key={step.key}
          bands={bands}
          step={step}
          nowMin={nowMin}
          story={story}
          plan={plan}
          units={units}
          done={pour.done}
          otherwise={pour.otherwise}
          filled={pour.filled}
          readings={pour.readings}
        />
      ) : (
        <PourOver story={story} stopStirAtMs={pour.stopStirAtMs} plan={plan} />
      )}
      {step && <ComingUp steps={plan.steps} done={pour.done} after={step} nowMin={nowMin} />}
      {pour.notes.length > 0 && (
        <ul className="text-ink-soft mt-4 text-sm" aria-label="Notes">
          {pour.notes.map((note) => (
            <li key={note.atMs}>
              {printSpan((note.atMs - pour.stopStirAtMs) / 60_000)}: {note.text}
            </li>
          ))}
        </ul>
      )}
    </Place>
  )
}

interface StepViewProps {
  readonly step: RunStep
  readonly nowMin: number
  readonly story: BatchStory
  readonly plan: BatchPlan
  readonly bands: LivePlan['bands']
  readonly units: UnitChoice
  readonly done: Readonly<Record<string, number>>
  readonly otherwise: Otherwise
  readonly filled: readonly Filled[]
  readonly readings: readonly Reading[]
}

function StepView({
  step,
  nowMin,
  story,
  plan,
  bands,
  units,
  done,
  otherwise,
  filled,
  readings,
}: StepViewProps) {
  const standing = standingAt(step, nowMin)
  const { school } = useSettings()
  const full = markedAt('empties', techniqueOfPour(story.batch.request), done) === null
  useSignal(isDue(standing) ? step.key : '')
  return (
    <section aria-label="The step at hand" data-step={step.key} data-standing={standing.kind}>
      <StepHead
        step={step}
        request={story.batch.request}
        plan={plan}
        units={units}
        done={done}
        otherwise={otherwise}
      >
        <p className="text-ink-soft text-lg">{pieceLine(step, plan)}</p>
        <h2 className="text-2xl sm:text-3xl">{step.title}</h2>
        <p className="my-2 max-w-prose text-lg">{inUnits(step.detail, units)}</p>
      </StepHead>
      <InSight title={step.title} standing={standing} nowMin={nowMin} />
      {step.does === 'empties' && (
        <MoldByMold
          story={story}
          portions={moldPortions(plan)}
          filled={filledOf(filled, null)}
          units={units}
        />
      )}
      <StandingLine
        standing={standing}
        late={step.late && inUnits(step.late, units)}
        sign={signOf(step, { plan, nowMin, school, units })}
      />
      <Signs life={plan.life} nowMin={nowMin} units={units} />
      <BenchStrip story={story} readings={readings} nowMin={nowMin} units={units} />
      <StageLine plan={plan} nowMin={nowMin} units={units} />
      {full && <CupWarning limits={plan.cupLimits} nowMin={nowMin} readings={readings} units={units} />}
      <div className="my-3">
        <Strip
          life={plan.life}
          span={pourSpan(plan)}
          notches={stripNotches(plan.steps, 'pour', done, bands)}
          nowMin={nowMin}
          size="large"
          units={units}
          lead={school}
          label="The resin's life, the needle is now"
        />
      </div>
      <MarkButton story={story} mark={step.key} label={step.done} early={standing.kind === 'soon'} />
      <div className="mt-1 flex flex-wrap gap-3">
        <UndoButton story={story} />
        <AnotherWay story={story} step={step} plan={plan} done={done} otherwise={otherwise} />
        <ReadingTaker
          story={story}
          units={units}
          expected={{
            resin: sampleAt(plan.life, Math.max(0, nowMin)).tempC,
            room: roomNowC(story.batch.request.roomTempC, readings),
          }}
        />
        <NoteTaker story={story} />
        <AllAmountsDialog story={story} />
        <SoundTest />
        <GiveUpButton story={story} />
        <AutoReadingsSwitch />
      </div>
      <Believed
        bands={bands}
        aim={aimOfPour({ plan, bands })}
        cup={full ? { limits: plan.cupLimits } : undefined}
        units={units}
      />
      <Cautions ids={step.cautions} />
    </section>
  )
}

/** The hands may begin. */
function isDue({ kind }: Standing): boolean {
  return kind === 'now' || kind === 'hurry'
}

/** The room as it was read last, or as it was planned. */
function roomNowC(plannedC: number, readings: readonly Reading[]): number {
  return readings.flatMap((reading) => (reading.kind === 'room' ? [reading.tempC] : [])).at(-1) ?? plannedC
}

function pieceLine({ pieceNo, roundNo }: RunStep, { pieces, fills }: BatchPlan): string {
  if (pieceNo === null) return 'All pieces'
  const round = roundNo === null ? '' : `Round ${roundNo}, `
  // Which it is has to be said only where there are others.
  const kind = fills.length > 1 ? `: ${ofPiece(fills, pieceNo)?.name}` : ''
  return `${round}${round ? 'piece' : 'Piece'} ${pieceNo} of ${pieces}${kind}`
}

interface ComingUpProps {
  readonly steps: readonly RunStep[]
  readonly done: Readonly<Record<string, number>>
  readonly after: RunStep
  readonly nowMin: number
}

function ComingUp({ steps, done, after, nowMin }: ComingUpProps) {
  const pour = steps.filter(
    (step) => step.place === 'pour' && done[step.key] === undefined && step.key !== after.key,
  )
  return (
    <section className="mt-5" aria-label="Coming up">
      <h3 className="text-ink-soft mb-1 text-base">Then</h3>
      <ol className="text-lg">
        {pour.slice(0, 3).map((step) => (
          <li key={step.key} className="flex justify-between gap-4">
            <span>
              {step.title}
              {step.pieceNo !== null && `, piece ${step.pieceNo}`}
            </span>
            <span className="text-ink-soft whitespace-nowrap">
              in {printSpan(Math.max(0, step.beginMin - nowMin))}
            </span>
          </li>
        ))}
      </ol>
    </section>
  )
}
