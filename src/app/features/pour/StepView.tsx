import { moldPortions, ofPiece, pourMixOf, techniqueOfPour } from '#core/batch/index.ts'
import type { BatchPlan, LivePlan } from '#core/plan/index.ts'
import {
  filledOf,
  layerTurnKey,
  overdueCup,
  standingAt,
  type Filled,
  type RunStep,
  type Standing,
} from '#core/runsheet/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import type { Otherwise, Reading } from '#core/timing/index.ts'
import { markedAt } from '#core/technique/index.ts'
import { inUnits } from '#words/inUnits.ts'
import { signedStep, wordSigns } from '#words/signs.ts'
import { EMPTY_NOW, GELLED_CUP } from '#words/standing.ts'
import { sampleAt } from '#app/components/lifeAt.ts'
import { pourSpan, stripNotches } from '#app/components/notches.ts'
import { StageLine } from '#app/components/StageLine.tsx'
import { Strip } from '#app/components/Strip.tsx'
import { useSettings } from '#app/platform/queries.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { useSignal } from '#app/platform/signals.ts'
import { AnotherWay } from './AnotherWay.tsx'
import { aimOfPour, Believed } from './Believed.tsx'
import { Cautions } from './Cautions.tsx'
import { CupWarning } from './CupWarning.tsx'
import { AutoReadingsSwitch, BenchStrip } from './BenchStrip.tsx'
import { GiveUpButton } from './GiveUpButton.tsx'
import { MoldByMold } from './MoldByMold.tsx'
import { AllAmountsDialog } from './AllAmountsDialog.tsx'
import { InSight } from './InSight.tsx'
import { MarkButton } from './MarkButton.tsx'
import { NoteTaker } from './NoteTaker.tsx'
import { ReadingTaker } from './ReadingTaker.tsx'
import { SoundTest } from './SoundTest.tsx'
import { Signs, signOf, StandingLine } from './StandingLine.tsx'
import { StepHead } from './StepHead.tsx'
import { UndoButton } from './UndoButton.tsx'

interface StepViewProps {
  readonly turn: RunStep
  /** The later layer that this pour is; the batch's own pour where none is said. */
  readonly layer?: string | undefined
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

/** The step at hand: what it takes, how it stands, its one button and what else can be done. */
export function StepView({
  turn,
  layer,
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
  const standing = standingAt(turn, nowMin)
  const overdue = overdueCup(plan, done, nowMin)?.key === turn.key
  const gelled = overdue && plan.cupLimits !== null && nowMin >= plan.cupLimits.gelMin
  const { school } = useSettings()
  const technique = techniqueOfPour(story.batch.request)
  const full = markedAt('empties', technique, done) === null
  const signed = signedStep(turn, { steps: plan.steps, isFull: full })
  const { roomTempC } = story.batch.request
  // A page out of sight is asked once a minute at best: what passed meanwhile is told as well.
  useSignal(
    isDue(standing) || standing.kind === 'past' ? turn.key : '',
    `${turn.step.title}: ${story.batch.request.name}`,
  )
  return (
    <section aria-label="The step at hand" data-step={turn.key} data-standing={standing.kind}>
      <StepHead
        turn={turn}
        request={story.batch.request}
        plan={plan}
        units={units}
        done={done}
        otherwise={otherwise}
      >
        <p className="text-ink-soft text-lg">{pieceLine(turn, plan)}</p>
        <h2 className="text-2xl sm:text-3xl">{overdue ? EMPTY_NOW.title : turn.step.title}</h2>
        <p className="my-2 max-w-prose text-lg">
          {overdue ? (gelled ? GELLED_CUP : EMPTY_NOW.detail) : inUnits(turn.step.detail, units)}
          {signed && !overdue && (
            <span className="block">{wordSigns(signed, { plan, roomTempC, units })}</span>
          )}
        </p>
      </StepHead>
      <InSight title={overdue ? EMPTY_NOW.title : turn.step.title} standing={standing} nowMin={nowMin} />
      {turn.step.does === 'empties' && (
        <MoldByMold
          story={story}
          portions={moldPortions(plan)}
          filled={filledOf(filled, layer ?? null)}
          mixG={pourMixOf(plan.mixes).parts.byWeight.totalG}
          layer={layer}
          units={units}
        />
      )}
      <StandingLine
        standing={standing}
        late={gelled || !turn.step.late ? null : inUnits(turn.step.late, units)}
        sign={signOf(turn, { plan, nowMin, school, units })}
      />
      {!overdue && <Signs life={plan.life} nowMin={nowMin} units={units} />}
      <BenchStrip story={story} readings={readings} nowMin={nowMin} units={units} layer={layer} />
      {!overdue && <StageLine plan={plan} nowMin={nowMin} units={units} />}
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
      <MarkButton
        story={story}
        mark={layer === undefined ? turn.key : layerTurnKey(layer, turn.key, plan.steps)}
        label={turn.step.done}
        early={standing.kind === 'soon'}
      />
      <div className="mt-1 flex flex-wrap gap-3">
        <UndoButton story={story} />
        {layer === undefined && (
          <AnotherWay story={story} turn={turn} plan={plan} done={done} otherwise={otherwise} />
        )}
        <ReadingTaker
          story={story}
          units={units}
          layer={layer}
          expected={{
            resin: sampleAt(plan.life, Math.max(0, nowMin)).tempC,
            room: roomNowC(story.batch.request.roomTempC, readings),
          }}
        />
        <NoteTaker story={story} />
        <AllAmountsDialog story={story} />
        <SoundTest />
        {layer === undefined && <GiveUpButton story={story} />}
        <AutoReadingsSwitch />
      </div>
      <Believed
        bands={bands}
        aim={aimOfPour({ plan, bands })}
        cup={full ? { limits: plan.cupLimits } : undefined}
        units={units}
      />
      <Cautions ids={turn.cautions} />
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
