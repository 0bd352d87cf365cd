import { takesOfMix, type Cup } from '#core/batch/index.ts'
import type { CupLife, MixApart, SittingCure, SittingPlan } from '#core/plan/index.ts'
import { filledOf, type Pour, type Sitting } from '#core/runsheet/index.ts'
import { TINT, tintedKey } from '#core/technique/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { wordCup } from '#words/mixes.ts'
import { wordContents } from '#words/takes.ts'
import { wordCupLife } from '#words/cupLife.ts'
import { sampleAt } from '#app/components/lifeAt.ts'
import { Place } from '#app/components/Place.tsx'
import { Strip } from '#app/components/Strip.tsx'
import { TakesList } from '#app/components/TakesList.tsx'
import { useNowMs } from '#app/platform/clock.ts'
import { useSettings } from '#app/platform/queries.ts'
import { useSignal, useWakeLock } from '#app/platform/signals.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { AllAmountsDialog } from './AllAmountsDialog.tsx'
import { Believed } from './Believed.tsx'
import { AutoReadingsSwitch, BenchStrip } from './BenchStrip.tsx'
import { Cautions } from './Cautions.tsx'
import { CupWarning } from './CupWarning.tsx'
import { HeldAside } from './HeldAside.tsx'
import { LastTimes } from './LastTimes.tsx'
import { MoldByMold } from './MoldByMold.tsx'
import { MarkButton } from './MarkButton.tsx'
import { NoteTaker } from './NoteTaker.tsx'
import { ReadingTaker } from './ReadingTaker.tsx'
import { useSimulatedBench } from './SimulatedBench.tsx'
import { SinceStopStir } from './SinceStopStir.tsx'
import { Signs } from './StandingLine.tsx'
import { UndoButton } from './UndoButton.tsx'

interface LiveSittingProps {
  readonly story: BatchStory
  readonly layerId: string
  readonly plan: SittingPlan
  /** Why it could not be worked out anew; null where it was. */
  readonly failed: Error | null
  readonly lead: string
  readonly sitting: Extract<Sitting, { stage: 'running' }>
  readonly pour: Extract<Pour, { stage: 'running' }>
  /** The cup that is stirred by itself next; undefined where there is none left. */
  readonly apart: MixApart | undefined
  /** Begins weighing that mix. */
  readonly weigh: (mixId: string) => void
  /** Goes on to what comes after that mix; nothing is marked by it. */
  readonly leaveOut: (mixId: string) => void
  /** Takes what was left out in again; null where nothing was. */
  readonly takeIn: (() => void) | null
  readonly units: UnitChoice
}

/** A layer's mix is stirred: its clock, what goes into which cup, how each of them stands, and one button. */
export function LiveSitting({
  story,
  layerId,
  plan,
  failed,
  lead,
  sitting,
  pour,
  apart,
  weigh,
  leaveOut,
  takeIn,
  units,
}: LiveSittingProps) {
  const nowMs = useNowMs(250)
  const nowMin = (nowMs - sitting.stopStirAtMs) / 60_000
  const { cure, mix } = plan
  const { school } = useSettings()
  useWakeLock(true)
  const parts = mix!.cups.filter(({ holds }) => holds === 'part')
  const tints = parts.length > 0 && pour.done[tintedKey(layerId)] === undefined
  const [step, mark] = tints ? [TINT, tintedKey(layerId)] : [plan, layerId]
  const next = tints ? undefined : apart
  const toRead =
    parts.length > 0 && !tints
      ? mix!.cups
          .toSorted((one, other) => other.massG - one.massG)
          .map((cup) => ({ id: cup.id, name: wordCup(cup) }))
      : []
  const cups: readonly CupNow[] = [
    ...mix!.cups.map((cup) => ({ cup, life: cure?.cups.find(({ id }) => id === cup.id), nowMin })),
    ...plan.apart.map((own) => ({
      cup: own.mix.cups[0]!,
      life: own.life,
      nowMin: sinceStirred(pour.sittings[own.mix.id], nowMs),
      apart: own,
    })),
  ]
  useSignal(
    cups
      .filter(drawsString)
      .map(({ cup }) => cup.id)
      .join(' '),
    `A cup draws a string: ${story.batch.request.name}`,
  )
  const takes = next
    ? takesOfMix(next.mix)
    : (tints ? takesOfMix(mix!) : plan.takes).filter(({ of }) => of === (tints ? 'portion' : 'pour'))
  useSimulatedBench({
    resin: mix!.resin,
    roomTempC: story.batch.request.roomTempC,
    stopStirAtMs: sitting.stopStirAtMs,
    // The probe stands in the largest cup there is.
    cupMassG: tints ? mix!.parts.byWeight.totalG : Math.max(...mix!.cups.map(({ massG }) => massG)),
    bedDepthMm: Math.max(1, mix!.depthMm),
    decantMin: null,
  })
  return (
    <Place title={lead} actions={<SinceStopStir nowMin={nowMin} />}>
      <HeldAside story={story} />
      <LastTimes problem={failed} />
      <section aria-label="The step at hand" data-step={next ? next.mix.id : mark}>
        <h2 className="text-2xl sm:text-3xl">{next ? `Stir ${next.mix.name} by itself` : step.title}</h2>
        <p className="my-2 max-w-prose text-lg">
          {next
            ? 'A small mix of its own, so that it is fresh and thin when it goes in. The other mix goes on meanwhile.'
            : step.detail}
        </p>
        <TakesList
          takes={takes}
          units={units}
          className="font-display my-2 text-3xl leading-tight sm:text-5xl"
        />
        {!tints && !next && (
          <MoldByMold
            story={story}
            portions={plan.portions}
            filled={filledOf(pour.filled, layerId)}
            mixG={mix!.parts.byWeight.totalG}
            layer={layerId}
            units={units}
          />
        )}
        {cure && (
          <>
            <Signs life={cure.life} nowMin={nowMin} units={units} />
            <Cups story={story} cups={cups} units={units} />
            <BenchStrip
              story={story}
              readings={sitting.readings}
              nowMin={nowMin}
              units={units}
              layer={layerId}
              cup={toRead.length > 1 ? toRead[0]!.id : undefined}
            />
            <CupWarning limits={cure.cupLimits} nowMin={nowMin} readings={sitting.readings} units={units} />
            <div className="my-3">
              <Strip
                life={cure.life}
                span={{ fromMin: 0, toMin: 60, scale: 'even' }}
                notches={notchesOf(cure)}
                nowMin={nowMin}
                size="medium"
                units={units}
                lead={school}
                label="This mix in its cup, the needle is now"
              />
            </div>
          </>
        )}
        {next ? (
          <div className="bg-surface at-foot sticky z-10 py-2">
            <button
              className="button button-main min-h-24 w-full text-3xl"
              onClick={() => weigh(next.mix.id)}
            >
              Weigh and stir it
            </button>
          </div>
        ) : (
          <MarkButton key={mark} story={story} mark={mark} label={step.done} />
        )}
        <div className="mt-1 flex flex-wrap gap-3">
          <UndoButton story={story} />
          <ReadingTaker
            story={story}
            units={units}
            layer={layerId}
            cups={toRead}
            expected={{
              resin: cure ? sampleAt(cure.life, Math.max(0, nowMin)).tempC : story.batch.request.roomTempC,
              room: story.batch.request.roomTempC,
            }}
          />
          {next && (
            <button className="button button-quiet min-h-16" onClick={() => leaveOut(next.mix.id)}>
              Go on without it
            </button>
          )}
          {takeIn && (
            <button className="button button-quiet min-h-16" onClick={takeIn}>
              Stir it after all
            </button>
          )}
          <NoteTaker story={story} />
          <AllAmountsDialog story={story} />
          <AutoReadingsSwitch />
        </div>
        {cure && <Believed bands={cure} aim={null} cup={{ limits: cure.cupLimits }} units={units} />}
        <Cautions ids={plan.cautions} />
      </section>
    </Place>
  )
}

interface CupNow {
  readonly cup: Cup
  readonly life: CupLife | undefined
  /** From the stop-stir of its own mix; null while that is not stirred. */
  readonly nowMin: number | null
  /** It is stirred by itself. */
  readonly apart?: MixApart
}

/** It is neither thin any more nor too stiff yet: what the hands wait for. */
function drawsString({ life, nowMin }: CupNow): boolean {
  const string = life?.string
  if (!string || nowMin === null || nowMin < string.openMin) return false
  return string.closeMin === null || nowMin < string.closeMin
}

function sinceStirred(sitting: Sitting | undefined, nowMs: number): number | null {
  return sitting?.stage === 'running' ? (nowMs - sitting.stopStirAtMs) / 60_000 : null
}

interface CupsProps {
  readonly story: BatchStory
  readonly cups: readonly CupNow[]
  readonly units: UnitChoice
}

/** Every cup in its own cure: thin, drawing a string, or too late. */
function Cups({ story, cups, units }: CupsProps) {
  if (cups.length < 2) return null
  return (
    <ul className="my-2 grid grid-cols-1 gap-2 sm:grid-cols-2" aria-label="The cups now">
      {cups.map(({ cup, life, nowMin, apart }) => (
        <li key={cup.id} className="border-line rounded-lg border px-3 py-1.5" data-cup={cup.id}>
          <span className="font-semibold">{wordCup(cup)}</span>, {printQuantity(cup.massG, units.mass)}
          {wordContents(cup, units)
            .map((part, k) => `${k === 0 ? ': ' : ', '}${part}`)
            .join('')}
          <span className="block">
            {nowMin === null ? 'Not stirred yet: a mix of its own' : life && wordCupLife(life, nowMin)}
          </span>
          {apart && nowMin !== null && (
            <ReadingTaker
              story={story}
              units={units}
              layer={apart.mix.id}
              name={apart.mix.name ?? ''}
              expected={{
                resin: sampleAt(apart.followed, Math.max(0, nowMin)).tempC,
                room: story.batch.request.roomTempC,
              }}
            />
          )}
        </li>
      ))}
    </ul>
  )
}

function notchesOf({ cups }: SittingCure) {
  const [first] = cups
  if (!first?.string) return []
  const { openMin, bestMin, closeMin } = first.string
  return [{ key: 'string', label: 'string', openMin, bestMin, closeMin }]
}
