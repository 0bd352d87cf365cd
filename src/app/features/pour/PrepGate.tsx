import { useState, type ReactNode } from 'react'
import { Check } from 'lucide-react'
import type { BatchRequest } from '#core/batch/index.ts'
import type { BatchPlan, Finding } from '#core/plan/index.ts'
import type { PrepItem } from '#core/runsheet/index.ts'
import { CAUTIONS, DEFERRAL } from '#core/safety/index.ts'
import type { ToolGroup } from '#core/technique/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { wordPrep } from '#words/prep.ts'
import { gravityOf } from '#core/plan/index.ts'
import { wordFinding } from '#words/findings.ts'
import { Callout } from '#app/components/Callout.tsx'
import { Place } from '#app/components/Place.tsx'
import { useSay } from '#app/components/undo.tsx'
import { ofLayer, useRecord } from '#app/platform/marks.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { AllAmountsDialog } from './AllAmountsDialog.tsx'
import { OutOfSight, SoundTest } from './SoundTest.tsx'
import { ShelfAtTheGate } from './ShelfAtTheGate.tsx'
import { keepTicks, keptTicks, type Ticks } from './ticks.ts'

interface PrepGateProps {
  readonly story: BatchStory
  readonly plan: BatchPlan
  readonly units: UnitChoice
}

/** Before any resin is mixed: every item ticked, or gone without with a note. */
export function PrepGate({ story, plan, units }: PrepGateProps) {
  return (
    <Gate
      story={story}
      request={story.batch.request}
      prep={plan.prep}
      lead={`${story.batch.request.name}. Everything after stop-stir is against the clock: nothing is fetched then.`}
      stops={stopsOf(plan.findings)}
      units={units}
      below={
        <section aria-label="Out of sight" className="mb-4">
          <SoundTest />
          <OutOfSight story={story} plan={plan} stopStirAtMs={null} />
        </section>
      }
    >
      <ShelfAtTheGate story={story} />
    </Gate>
  )
}

/** What no gate lets pass unread. */
export function stopsOf(findings: readonly Finding[]): readonly Finding[] {
  return findings.filter((finding) => gravityOf(finding) === 'stop')
}

interface GateProps {
  readonly story: BatchStory
  /** Whose sitting it is; the pour's own where none is said. */
  readonly layer?: string | undefined
  /** Whose inks, hole and marks the items name. */
  readonly request: BatchRequest
  readonly prep: readonly PrepItem[]
  readonly lead: string
  readonly stops: readonly Finding[]
  readonly units: UnitChoice
  readonly children?: ReactNode
  /** After the button: it comes by the next key once the last item is ticked. */
  readonly below?: ReactNode
}

/** The gate of the pour, or of the sitting of a later layer. */
export function Gate({ story, layer, request, prep, lead, stops, units, children, below }: GateProps) {
  const { batch } = story
  const ticksOf = layer === undefined ? batch.id : `${batch.id}.${layer}`
  const [ticks, setTicks] = useState(() => keptTicks(ticksOf))
  const record = useRecord(batch.id)
  const say = useSay()
  const set = (tool: string, tick: Ticks[string]) => {
    const next = { ...ticks, [tool]: tick }
    setTicks(next)
    keepTicks(ticksOf, next)
  }
  const open = prep.filter((item) => !isSettled(ticks[item.tool], item))
  const pass = () => {
    const overruled = prep.flatMap((item) => {
      const tick = ticks[item.tool]
      return tick?.kind === 'without' && item.mayGoWithout
        ? [{ tool: item.tool, note: tick.note.trim() }]
        : []
    })
    void record({ kind: 'gatePassed', ...ofLayer(layer), overruled }).catch((problem: Error) =>
      say(problem.message),
    )
  }
  return (
    <Place title="Before the clock" lead={lead}>
      {children}
      <div className="mb-4 flex flex-col gap-2">
        {stops.map((finding, k) => {
          const { title, text, byHand } = wordFinding(finding, units)
          return (
            <Callout key={k} gravity="stop" title={title}>
              {text} {byHand}
            </Callout>
          )
        })}
        <Callout gravity="warn" title={`${CAUTIONS.skin.title}, ${CAUTIONS.air.title.toLowerCase()}`}>
          {CAUTIONS.skin.text} {CAUTIONS.air.text} {DEFERRAL}
        </Callout>
      </div>
      {GROUPS.map(([group, name]) => {
        const own = prep.filter((item) => item.group === group)
        if (own.length === 0) return null
        const there = own.filter((item) => isSettled(ticks[item.tool], item)).length
        return (
          <section key={group} aria-labelledby={`gate-${group}`} className="mb-4" data-group={group}>
            <h2 id={`gate-${group}`} className="mb-2 flex items-baseline gap-3 text-xl">
              {name}
              <span className={`text-base ${there === own.length ? 'text-good' : 'text-ink-soft'}`}>
                {there} of {own.length}
              </span>
            </h2>
            <ul className="grid grid-cols-1 gap-2 md:grid-cols-2">
              {own.map((item) => (
                <PrepRow
                  key={item.tool}
                  item={item}
                  text={wordPrep(item, request, units)}
                  tick={ticks[item.tool]}
                  set={(tick) => set(item.tool, tick)}
                />
              ))}
            </ul>
          </section>
        )
      })}
      <div className="border-line bg-surface at-foot sticky mt-4 flex flex-wrap items-center gap-4 border-t py-3">
        <button
          className="button button-main min-h-16 grow basis-56 text-xl"
          disabled={open.length > 0}
          onClick={pass}
        >
          The bench is ready
        </button>
        <AllAmountsDialog story={story} />
        <p className="text-ink-soft" role="status">
          {open.length === 0 ? 'All there.' : `${open.length} still open`}
        </p>
      </div>
      {below}
    </Place>
  )
}

const GROUPS: readonly (readonly [ToolGroup, string])[] = [
  ['yourself', 'Yourself'],
  ['table', 'The table'],
  ['cups', 'Scale and cups'],
  ['colours', 'Colours'],
]

function isSettled(tick: Ticks[string] | undefined, { mayGoWithout }: PrepItem): boolean {
  return tick?.kind === 'ready' || (mayGoWithout && tick?.kind === 'without' && tick.note.trim() !== '')
}

interface PrepRowProps {
  readonly item: PrepItem
  readonly text: string
  readonly tick: Ticks[string] | undefined
  readonly set: (tick: Ticks[string]) => void
}

function PrepRow({ item, text, tick, set }: PrepRowProps) {
  const ready = tick?.kind === 'ready'
  const without = tick?.kind === 'without' ? tick : null
  return (
    <li
      className={`rounded-xl border p-2 ${isSettled(tick, item) ? 'border-good bg-good-ground' : 'border-edge bg-raised'}`}
      data-tool={item.tool}
    >
      <div className="flex items-center gap-2">
        <button
          role="checkbox"
          aria-checked={ready}
          className="flex min-h-16 flex-1 cursor-pointer items-center gap-3 px-2 text-left"
          onClick={() => set(ready ? { kind: 'open' } : { kind: 'ready' })}
        >
          <span
            className={`flex size-8 shrink-0 items-center justify-center rounded-md border-2 ${ready ? 'border-good' : 'border-edge'}`}
          >
            {ready && <Check className="text-good size-6" aria-hidden />}
          </span>
          <span>
            {text}
            {!item.mayGoWithout && (
              <span className="text-caution block text-sm font-semibold">Not without it</span>
            )}
            {item.neededFor.length > 0 && (
              <span className="text-ink-soft block text-sm">
                for: {item.neededFor.join('; ').toLowerCase()}
              </span>
            )}
          </span>
        </button>
        {!ready && item.mayGoWithout && (
          <button
            className="text-ink-soft min-h-16 cursor-pointer px-3 text-sm underline"
            aria-expanded={without !== null}
            onClick={() => set(without ? { kind: 'open' } : { kind: 'without', note: '' })}
          >
            Go without
          </button>
        )}
      </div>
      {without && (
        <label className="mt-1 block px-2 pb-2 text-sm">
          Why that is all right
          <input
            className="field mt-1"
            value={without.note}
            onChange={(event) => set({ kind: 'without', note: event.target.value })}
            autoFocus
          />
        </label>
      )}
    </li>
  )
}
