import type { Cup } from '#core/batch/index.ts'
import type { CupLife, SittingCure, SittingPlan } from '#core/plan/index.ts'
import type { Sitting } from '#core/runsheet/index.ts'
import { TINT, tintedKey } from '#core/technique/index.ts'
import { printClock, printQuantity, type UnitChoice } from '#core/units/index.ts'
import { wordCup } from '#words/mixes.ts'
import { wordContents } from '#words/takes.ts'
import { wordCupLife } from '#words/cupLife.ts'
import { sampleAt } from '#app/components/lifeAt.ts'
import { Place } from '#app/components/Place.tsx'
import { Strip } from '#app/components/Strip.tsx'
import { TakesList } from '#app/components/TakesList.tsx'
import { useNowMs } from '#app/platform/clock.ts'
import { useSettings } from '#app/platform/queries.ts'
import { useWakeLock } from '#app/platform/signals.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { Believed } from './Believed.tsx'
import { AutoReadingsSwitch, BenchStrip } from './BenchStrip.tsx'
import { Cautions } from './Cautions.tsx'
import { CupWarning } from './CupWarning.tsx'
import { HeldAside } from './HeldAside.tsx'
import { MarkButton } from './MarkButton.tsx'
import { NoteTaker } from './NoteTaker.tsx'
import { ReadingTaker } from './ReadingTaker.tsx'
import { useSimulatedBench } from './SimulatedBench.tsx'
import { Signs } from './StandingLine.tsx'
import { UndoButton } from './UndoButton.tsx'

interface LiveSittingProps {
  readonly story: BatchStory
  readonly layerId: string
  readonly plan: SittingPlan
  readonly lead: string
  readonly sitting: Extract<Sitting, { stage: 'running' }>
  readonly done: Readonly<Record<string, number>>
  readonly units: UnitChoice
}

/** A layer's mix is stirred: its clock, what goes into which cup, how each of them stands, and one button. */
export function LiveSitting({ story, layerId, plan, lead, sitting, done, units }: LiveSittingProps) {
  const nowMs = useNowMs(250)
  const nowMin = (nowMs - sitting.stopStirAtMs) / 60_000
  const { cure, mix } = plan
  const { school } = useSettings()
  useWakeLock(true)
  const parts = mix!.cups.filter(({ holds }) => holds === 'part')
  const tints = parts.length > 0 && done[tintedKey(layerId)] === undefined
  const [step, mark] = tints ? [TINT, tintedKey(layerId)] : [plan, layerId]
  const takes = plan.takes.filter(({ of }) => of === (tints ? 'portion' : 'pour'))
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
    <Place
      title={lead}
      actions={
        <p className="font-display text-5xl font-semibold" role="timer" aria-label="Since stop-stir">
          {printClock(nowMin * 60)}
        </p>
      }
    >
      <HeldAside story={story} />
      <section aria-label="The step at hand" data-step={mark}>
        <h2 className="text-4xl sm:text-5xl">{step.title}</h2>
        <p className="my-2 max-w-prose text-lg">{step.detail}</p>
        <TakesList takes={takes} units={units} className="font-display my-2 text-2xl sm:text-3xl" />
        {cure && (
          <>
            <Signs life={cure.life} nowMin={nowMin} units={units} />
            <Cups cups={mix!.cups} cure={cure} nowMin={nowMin} units={units} />
            <BenchStrip
              story={story}
              readings={sitting.readings}
              nowMin={nowMin}
              units={units}
              layer={layerId}
            />
            <CupWarning limits={cure.cupLimits} nowMin={nowMin} units={units} />
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
        <MarkButton key={mark} story={story} mark={mark} label={step.done} />
        <div className="mt-1 flex flex-wrap gap-3">
          <UndoButton story={story} />
          <ReadingTaker
            story={story}
            units={units}
            layer={layerId}
            expected={{
              resin: cure ? sampleAt(cure.life, Math.max(0, nowMin)).tempC : story.batch.request.roomTempC,
              room: story.batch.request.roomTempC,
            }}
          />
          <NoteTaker story={story} />
          <AutoReadingsSwitch />
        </div>
        {cure && <Believed bands={cure} aim={null} units={units} />}
        <Cautions ids={plan.cautions} />
      </section>
    </Place>
  )
}

interface CupsProps {
  readonly cups: readonly Cup[]
  readonly cure: SittingCure
  readonly nowMin: number
  readonly units: UnitChoice
}

/** Every cup in its own cure: thin, drawing a string, or too late. */
function Cups({ cups, cure, nowMin, units }: CupsProps) {
  if (cups.length < 2) return null
  return (
    <ul className="my-2 grid gap-2 sm:grid-cols-2" aria-label="The cups now">
      {cups.map((cup) => {
        const life: CupLife | undefined = cure.cups.find(({ id }) => id === cup.id)
        return (
          <li key={cup.id} className="border-line rounded-lg border px-3 py-1.5" data-cup={cup.id}>
            <span className="font-semibold">{wordCup(cup)}</span>, {printQuantity(cup.massG, units.mass)}
            {wordContents(cup, units)
              .map((part, k) => `${k === 0 ? ': ' : ', '}${part}`)
              .join('')}
            {life && <span className="block">{wordCupLife(life, nowMin)}</span>}
          </li>
        )
      })}
    </ul>
  )
}

function notchesOf({ cups }: SittingCure) {
  const [first] = cups
  if (!first?.string) return []
  const { openMin, bestMin, closeMin } = first.string
  return [{ key: 'string', label: 'string', openMin, bestMin, closeMin }]
}
