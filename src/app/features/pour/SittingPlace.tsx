import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { EmptyPlace, Place } from '#app/components/Place.tsx'
import { TakesList } from '#app/components/TakesList.tsx'
import { sampleAt } from '#app/components/lifeAt.ts'
import { NoSuchBatch } from '#app/components/NoSuchBatch.tsx'
import { whenOf } from '#app/components/when.ts'
import type { SittingPlan } from '#core/plan/index.ts'
import { pourOfLayer } from '#core/batch/index.ts'
import { layerTurns, type Pour, type Sitting } from '#core/runsheet/index.ts'
import { printClock, type UnitChoice } from '#core/units/index.ts'
import { useNowMs } from '#app/platform/clock.ts'
import { sittingSoFar, stillFullMin, useLastTold, useSittingPlan, useUnits } from '#app/platform/queries.ts'
import { useBenchStory, type BatchStory } from '#app/platform/stories.ts'
import { Believed } from './Believed.tsx'
import { Cautions } from './Cautions.tsx'
import { DrawnSitting } from './DrawnSitting.tsx'
import { CupWarning } from './CupWarning.tsx'
import { LiveSitting } from './LiveSitting.tsx'
import { HeldAside } from './HeldAside.tsx'
import { MarkButton } from './MarkButton.tsx'
import { Gate, stopsOf } from './PrepGate.tsx'
import { ReadingTaker } from './ReadingTaker.tsx'
import { MixingView, WeighView } from './Stirring.tsx'
import { TooEarly } from './TooEarly.tsx'
import { UndoButton } from './UndoButton.tsx'

type Running = Extract<Pour, { stage: 'running' }>

/** The sitting of a layer that is laid after the pour, at whatever stage its events say it is: gate, weighing, stirring, live, or over. */
export function SittingPlace() {
  const { batchId = '', layerId = '' } = useParams()
  const { story, isPending } = useBenchStory(batchId)
  if (isPending) return <Place title="Layer">Opening the sitting …</Place>
  if (!story) return <NoSuchBatch title="Layer" />
  const { pour, batch } = story
  const layer = batch.request.layers.find(({ id }) => id === layerId)
  if (!layer || pour.stage !== 'running')
    return (
      <Place title={batch.request.name}>
        <EmptyPlace title={layer ? 'It has not been poured yet' : 'This batch has no such layer'}>
          <Link className="button button-main mt-3" to={layer ? `/pour/${batchId}` : '/rack'}>
            {layer ? 'To the pour' : 'To the rack'}
          </Link>
        </EmptyPlace>
      </Place>
    )
  return <SittingAt key={layerId} story={story} pour={pour} layerId={layerId} name={layer.name} />
}

interface SittingAtProps {
  readonly story: BatchStory
  readonly pour: Running
  readonly layerId: string
  readonly name: string
}

function SittingAt({ story, pour, layerId, name }: SittingAtProps) {
  const units = useUnits()
  const sitting = pour.sittings[layerId]
  const running = sitting?.stage === 'running' ? sitting : null
  const doneMin = pour.done[layerId]
  const laidAtMs = doneMin === undefined ? null : pour.stopStirAtMs + doneMin * 60_000
  const stillFull = useStillFull(story, pour, layerId)
  const plan = useSittingPlan(
    story.batch.request,
    layerId,
    sitting ? { ...sittingSoFar(pour, layerId, sitting), ...stillFull } : {},
  )
  const shown = useLastTold(plan)
  if (!shown)
    return (
      <Place title={story.batch.request.name}>
        {plan.error ? `The forecast failed: ${plan.error.message}` : 'Working out the times …'}
      </Place>
    )
  const known = {
    story,
    layerId,
    plan: shown,
    failed: plan.error,
    lead: `${story.batch.request.name}: ${name}`,
  }
  if (laidAtMs !== null)
    return <Laid {...known} laidAtMs={laidAtMs} stopStirAtMs={running?.stopStirAtMs ?? null} />
  if (!sitting)
    return (
      <Gate
        story={story}
        layer={layerId}
        request={shown.pour?.request ?? story.batch.request}
        prep={shown.prep}
        lead={`${known.lead}. ${shown.mix ? 'Everything after stop-stir is against the clock: nothing is fetched then.' : shown.detail}`}
        stops={stopsOf(shown.pour?.live.plan.findings ?? [])}
        units={units}
      >
        <TooEarly story={story} pour={pour} layerId={layerId} />
      </Gate>
    )
  return <Begun {...known} sitting={sitting} pour={pour} />
}

/** Of a layer that is drawn, until when its cup is still seen to stand full; nothing of any other, or while nothing is stirred. */
function useStillFull({ batch: { request } }: BatchStory, pour: Running, layerId: string) {
  const nowMs = useNowMs(5000)
  const layer = request.layers.find(({ id }) => id === layerId)
  const own = layer && pourOfLayer(request, layer, [])
  const sitting = pour.sittings[layerId]
  if (!own || sitting?.stage !== 'running') return {}
  const told = { ...pour, stopStirAtMs: sitting.stopStirAtMs, done: layerTurns(pour, layerId) }
  return { stillFullMin: stillFullMin({ batch: { request: own } }, told, nowMs) }
}

interface KnownSitting {
  readonly story: BatchStory
  readonly layerId: string
  readonly plan: SittingPlan
  /** Why it could not be worked out anew; null where it was. */
  readonly failed: Error | null
  readonly lead: string
}

function Begun({
  sitting,
  pour,
  ...known
}: KnownSitting & { readonly sitting: Sitting; readonly pour: Running }) {
  const units = useUnits()
  const { story, layerId, plan, lead } = known
  if (!plan.mix) return <WithoutMix {...known} />
  switch (sitting.stage) {
    case 'ready':
      return (
        <WeighView
          story={story}
          mix={plan.mix}
          layer={layerId}
          name={lead}
          units={units}
          overruled={sitting.overruled}
          changeAt={`/finish/${story.batch.id}`}
        />
      )
    case 'mixing':
      return <MixingView story={story} stirBeganAtMs={sitting.stirBeganAtMs} layer={layerId} />
    case 'running':
      return plan.pour ? (
        <DrawnSitting {...known} key={layerId} own={plan.pour} sitting={sitting} pour={pour} units={units} />
      ) : (
        <Stirred {...known} sitting={sitting} pour={pour} units={units} />
      )
    default:
      return sitting satisfies never
  }
}

interface StirredProps extends KnownSitting {
  readonly sitting: Extract<Sitting, { stage: 'running' }>
  readonly pour: Running
  readonly units: UnitChoice
}

/** The mix is stirred: live, or with a cup at hand that is weighed and stirred by itself meanwhile. */
function Stirred({ sitting, pour, units, ...known }: StirredProps) {
  const { story, layerId, plan, lead } = known
  const nowMs = useNowMs(1000)
  const [weighed, setWeighed] = useState<string | null>(null)
  const [leftOut, setLeftOut] = useState<readonly string[]>([])
  const apart = plan.apart.find(
    ({ mix }) => pour.sittings[mix.id]?.stage !== 'running' && !leftOut.includes(mix.id),
  )
  const own = apart && pour.sittings[apart.mix.id]
  const nowMin = (nowMs - sitting.stopStirAtMs) / 60_000
  const meanwhile = (
    <div className="mb-4">
      <p className="text-ink-soft mb-2 text-lg" role="timer">
        {lead}: {printClock(nowMin * 60)} since its stop-stir
      </p>
      {plan.cure && (
        <CupWarning limits={plan.cure.cupLimits} nowMin={nowMin} readings={sitting.readings} units={units} />
      )}
    </div>
  )
  if (apart && own?.stage === 'mixing')
    return (
      <MixingView story={story} stirBeganAtMs={own.stirBeganAtMs} layer={apart.mix.id}>
        {meanwhile}
      </MixingView>
    )
  if (apart && weighed === apart.mix.id)
    return (
      <WeighView
        story={story}
        mix={apart.mix}
        layer={apart.mix.id}
        name={`${apart.mix.name}, by itself`}
        units={units}
        overruled={[]}
        changeAt={`/finish/${story.batch.id}`}
        back={() => setWeighed(null)}
      >
        {meanwhile}
      </WeighView>
    )
  return (
    <LiveSitting
      {...known}
      key={layerId}
      sitting={sitting}
      pour={pour}
      apart={apart}
      weigh={setWeighed}
      leaveOut={(mixId) => setLeftOut([...leftOut, mixId])}
      takeIn={leftOut.length > 0 ? () => setLeftOut([]) : null}
      units={units}
    />
  )
}

/** A layer without a mix of ours: marks and drying times. */
function WithoutMix({ story, layerId, plan, lead }: KnownSitting) {
  const units = useUnits()
  return (
    <Place title={plan.title} lead={lead}>
      <HeldAside story={story} />
      <section aria-label="The step at hand" data-step={layerId}>
        <p className="my-2 max-w-prose text-lg">{plan.detail}</p>
        <TakesList takes={plan.takes} units={units} className="font-display my-2 text-2xl sm:text-3xl" />
        <MarkButton story={story} mark={layerId} label={plan.done} />
        <div className="mt-1 flex flex-wrap gap-3">
          <UndoButton story={story} label="Back to the gate" />
        </div>
        <Cautions ids={plan.cautions} />
      </section>
    </Place>
  )
}

interface LaidProps extends KnownSitting {
  readonly laidAtMs: number
  /** Null where nothing of ours was stirred for it, or it was marked without its sitting. */
  readonly stopStirAtMs: number | null
}

/** Laid: until when another layer bonds on it, and what a finger or a probe still finds. */
function Laid({ story, layerId, plan, lead, laidAtMs, stopStirAtMs }: LaidProps) {
  const nowMs = useNowMs(15_000)
  const units = useUnits()
  const { cure } = plan
  const at = (min: number) => whenOf(stopStirAtMs! + min * 60_000, nowMs)
  return (
    <Place title={`${plan.done}: ${lead}`}>
      <EmptyPlace title={`Noted ${whenOf(laidAtMs, nowMs)}`}>
        <p>
          {plan.lays === 'bottle' ? 'Let it dry, free of dust.' : 'Cover it and leave the level alone.'} The
          rack says when the next hand is wanted.
        </p>
        {cure?.bonds && stopStirAtMs !== null && (
          <p data-bonds>
            It takes a print, so that another layer bonds on it, from {at(cure.bonds.openMin)}
            {cure.bonds.closeMin !== null && ` until ${at(cure.bonds.closeMin)}`}.
          </p>
        )}
        <div className="mt-4 flex flex-wrap justify-center gap-3">
          <Link className="button button-main min-h-16" to="/rack">
            To the rack
          </Link>
          <UndoButton story={story} />
          {cure && stopStirAtMs !== null && (
            <ReadingTaker
              story={story}
              units={units}
              layer={layerId}
              expected={{
                resin: sampleAt(cure.life, (nowMs - stopStirAtMs) / 60_000).tempC,
                room: story.batch.request.roomTempC,
              }}
            />
          )}
        </div>
        {cure && stopStirAtMs !== null && <Believed bands={cure} aim={null} units={units} />}
      </EmptyPlace>
    </Place>
  )
}
