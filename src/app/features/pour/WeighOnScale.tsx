import { useEffect, useRef, useState } from 'react'
import { adviseWeighing, type Pouring, type WeighAdvice } from '#core/instruments/index.ts'
import type { Mix } from '#core/batch/index.ts'
import { weighedOf } from '#core/runsheet/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { useSay } from '#app/components/undo.tsx'
import { useNowMs } from '#app/platform/clock.ts'
import { instrumentOf, SIMULATED_FEED, tellBench, useBenchLink } from '#app/platform/instruments.ts'
import { ofLayer, useRecord } from '#app/platform/marks.ts'
import { useSettings } from '#app/platform/queries.ts'
import type { BatchStory } from '#app/platform/stories.ts'

interface WeighOnScaleProps {
  readonly story: BatchStory
  readonly mix: Mix
  /** Whose sitting it is; the pour's own where none is said. */
  readonly layer?: string | undefined
  readonly units: UnitChoice
}

/** A pouring counts once the scale has been still for so long. */
const STILL_MS = 2000
/** Resin forgives a few percent of ratio; a good scale and a steady hand stay within half of one. */
const FORGIVEN_FRAC = 0.005

/** Weighing against the scale: what to add next, live, and what to do when a part was overshot. */
export function WeighOnScale({ story, mix, layer, units }: WeighOnScaleProps) {
  const link = useBenchLink()
  const nowMs = useNowMs(250)
  const { feed } = useSettings()
  const record = useRecord(story.batch.id)
  const say = useSay()
  const [poured, setPoured] = useState<readonly Pouring[] | null>(null)
  const [fromG, setFromG] = useState(0)
  const scale = instrumentOf(link, 'scale', nowMs)
  const { measuring } = story.batch.request
  const { a: aG, b: bG } = mix.parts.byWeight
  const toleranceG = Math.max(2 * measuring.graduationG, FORGIVEN_FRAC * bG)
  const advice = poured && adviseWeighing({ resin: mix.resin, wanted: { aG, bG }, poured, toleranceG })
  const shownG = scale?.sample?.value ?? null
  const landedG = shownG === null ? 0 : shownG - fromG
  const still = scale?.sample && nowMs - scale.instrument.steadySinceMs > STILL_MS
  const isIn = advice?.kind === 'add' && still && landedG >= advice.g - toleranceG
  const take = () => {
    if (advice?.kind !== 'add' || shownG === null) return
    setPoured((before) => [...(before ?? []), { part: advice.part, g: landedG }])
    setFromG(shownG)
  }
  const taken = useRef(take)
  useEffect(() => {
    taken.current = take
  })
  useEffect(() => {
    if (isIn) taken.current()
  }, [isIn])
  const right = advice?.kind === 'right' ? advice : null
  useEffect(() => {
    if (right)
      void record({ kind: 'weighed', ...ofLayer(layer), aG: right.aG, bG: right.bG }).catch(
        (problem: Error) => say(problem.message),
      )
    // Told once, when it has become right.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [right === null])
  if (link.state === 'off') return null
  if (!scale)
    return (
      <p className="mb-4">
        {link.state === 'lost'
          ? 'The scale is out of reach; weigh by its own display.'
          : 'No scale on the bench yet.'}
      </p>
    )
  const begin = () => {
    setPoured([])
    setFromG(shownG ?? 0)
  }
  return (
    <section className="sheet mb-4" aria-label="On the scale" data-weighing={advice?.kind ?? 'waiting'}>
      <p className="text-ink-soft text-lg" role="status">
        {scale.instrument.last!.name}:{' '}
        {shownG === null ? 'no figure; weigh by its own display' : printQuantity(shownG, units.mass)}
      </p>
      {advice === null && (
        <button className="button button-main min-h-16" disabled={shownG === null} onClick={begin}>
          The empty cup is on it
        </button>
      )}
      {advice && <Advice advice={advice} landedG={landedG} toleranceG={toleranceG} units={units} />}
      {advice?.kind === 'add' && (
        <div className="mt-3 flex flex-wrap gap-3">
          <button className="button button-quiet min-h-16" disabled={landedG <= 0} onClick={take}>
            {advice.part} is in
          </button>
          <button className="button button-quiet min-h-16" onClick={begin}>
            Begin again
          </button>
          {feed === SIMULATED_FEED && (
            <button
              className="button button-quiet min-h-16"
              disabled={!still || advice.g - landedG < 0.1}
              onClick={() => void tellBench({ do: 'pour', targetG: advice.g - landedG })}
            >
              Let the simulated hand pour
            </button>
          )}
        </div>
      )}
      {advice === null && weighedOf(story.events, layer) && (
        <p className="mt-2">Weighed already: {weighedWords(weighedOf(story.events, layer)!, units)}.</p>
      )}
    </section>
  )
}

function weighedWords({ aG, bG }: { readonly aG: number; readonly bG: number }, units: UnitChoice): string {
  return `${printQuantity(aG, units.mass)} of A and ${printQuantity(bG, units.mass)} of B`
}

interface AdviceProps {
  readonly advice: WeighAdvice
  readonly landedG: number
  readonly toleranceG: number
  readonly units: UnitChoice
}

function Advice({ advice, landedG, toleranceG, units }: AdviceProps) {
  const g = (value: number) => printQuantity(value, units.mass)
  if (advice.kind === 'right') {
    return (
      <p className="text-good font-display text-4xl font-semibold" role="status">
        Right: {weighedWords(advice, units)}
        <span className="block text-xl">
          ratio off by {(100 * Math.abs(advice.ratioError)).toFixed(2)} %. Stir now.
        </span>
      </p>
    )
  }
  const { part, because } = advice
  const leftG = advice.g - landedG
  return (
    <>
      {because && (
        <p className="text-lg font-medium">
          {because.overshot} went {g(because.byG)} over. Never spoon it out: the other part follows, and the
          mix becomes {g(because.totalG)}.
        </p>
      )}
      <p className="font-display text-6xl font-semibold" role="status">
        {leftG >= -toleranceG
          ? `Add ${g(Math.max(0, leftG))} of ${part}`
          : `${part} is ${g(-leftG)} over: stop`}
      </p>
    </>
  )
}
