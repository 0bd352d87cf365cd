import type { LaterLayer } from '#core/batch/index.ts'
import type { WrittenOf } from '#words/score.ts'
import { useEffect, useId, useState } from 'react'
import type { LivePlan } from '#core/plan/index.ts'
import type { TimedEvent } from '#core/runsheet/index.ts'
import { printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'
import { FEEL_WORDS } from '#words/vocabulary.ts'
import type { School } from '#words/schools.ts'
import { sampleAt } from '#app/components/lifeAt.ts'
import { pourSpan, stripNotches } from '#app/components/notches.ts'
import { Strip } from '#app/components/Strip.tsx'
import { markWords } from './markWords.ts'

interface ReplayProps {
  readonly plan: LivePlan['plan']
  readonly bands: LivePlan['bands']
  readonly marks: readonly TimedEvent[]
  readonly layers: readonly LaterLayer[]
  readonly request: WrittenOf
  readonly titleOf: (key: string) => string
  readonly units: UnitChoice
  readonly school: School
  /** Of which layer the run is; null for the pour. */
  readonly of?: string | null
}

const FRAME_MS = 100
/** A pour of an hour is seen again in twenty seconds. */
const MINUTES_A_FRAME = 0.3

/** The run once more on the strip: a needle that can be drawn or set going, and what had been marked by then. */
export function Replay({
  plan,
  bands,
  marks,
  layers,
  request,
  titleOf,
  units,
  school,
  of = null,
}: ReplayProps) {
  const id = useId()
  const span = pourSpan(plan)
  const [atMin, setAtMin] = useState(span.toMin)
  const [plays, setPlays] = useState(false)
  useEffect(() => {
    if (!plays) return
    const timer = setInterval(() => setAtMin((min) => Math.min(span.toMin, min + MINUTES_A_FRAME)), FRAME_MS)
    return () => clearInterval(timer)
  }, [plays, span.toMin])
  const goes = plays && atMin < span.toMin
  const made = marks.filter(({ min }) => min <= atMin)
  const done = Object.fromEntries(
    made.flatMap(({ event, min }) => (event.kind === 'done' ? [[event.key, min] as const] : [])),
  )
  const last = made.at(-1)
  const lastKey = last?.event.kind === 'done' ? last.event.key : null
  const lastStep = plan.steps.find((turn) => turn.key === lastKey)
  const now = sampleAt(plan.life, atMin)
  return (
    <div data-replay>
      <Strip
        life={plan.life}
        span={span}
        notches={stripNotches(plan.steps, 'pour', done, bands)}
        nowMin={atMin}
        size="medium"
        units={units}
        lead={school}
        label={of === null ? 'The run on the strip' : `The run of the ${of} on the strip`}
      />
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <button
          className="button button-quiet"
          onClick={() => {
            if (!goes && atMin >= span.toMin) setAtMin(0)
            setPlays(!goes)
          }}
        >
          {goes ? 'Hold' : of === null ? 'Play the run again' : `Play the ${of} again`}
        </button>
        <label htmlFor={id} className="sr-only">
          {of === null ? 'Minute of the run' : `Minute of the ${of}`}
        </label>
        <input
          id={id}
          type="range"
          className="accent-needle min-h-11 min-w-40 flex-1"
          min={0}
          max={span.toMin}
          step={0.25}
          value={atMin}
          aria-valuetext={printSpan(atMin)}
          onChange={(event) => {
            setPlays(false)
            setAtMin(event.target.valueAsNumber)
          }}
        />
        <p className="w-full text-sm" aria-live="off">
          {printSpan(atMin)}: {printQuantity(now.tempC, units.temperature, 0)}, {FEEL_WORDS[now.feel]}
          {last &&
            `; last mark ${markWords(last.event, { turn: lastStep, layers, request, titleOf }, units)} at ${printSpan(last.min)}`}
        </p>
      </div>
    </div>
  )
}
