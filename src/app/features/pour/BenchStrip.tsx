import { useEffect, useRef } from 'react'
import { Radio } from 'lucide-react'
import type { Reading } from '#core/timing/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { REFUSAL_WORDS } from '#words/instruments.ts'
import { saveSettings } from '#data/shelfCommands.ts'
import { useSay } from '#app/components/undo.tsx'
import { useNowMs } from '#app/platform/clock.ts'
import { instrumentOf, useBenchLink, useKeeper, type BenchLink } from '#app/platform/instruments.ts'
import { ofLayer, useRecord } from '#app/platform/marks.ts'
import { useSettings } from '#app/platform/queries.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { goneBy } from './goneBy.ts'

interface BenchStripProps {
  readonly story: BatchStory
  readonly readings: readonly Reading[]
  readonly nowMin: number
  readonly units: UnitChoice
  /** Whose sitting it is; the pour's own where none is said. */
  readonly layer?: string | undefined
  /** The cup of a divided mix that the probe stands in. */
  readonly cup?: string | undefined
}

/** What the bench instruments show now, and the readings they take by themselves; nothing where none are linked. */
export function BenchStrip({ story, readings, nowMin, units, layer, cup }: BenchStripProps) {
  const link = useBenchLink()
  const nowMs = useNowMs(1000)
  const settings = useSettings()
  useAutoReadings(story, { link, readings, nowMin, nowMs, on: settings.autoReadings, layer, cup })
  if (link.state === 'off') return null
  return (
    <p className="mt-1 flex flex-wrap items-center gap-x-5 text-lg" data-bench={link.state}>
      <Radio className="size-5" aria-hidden />
      <Shown kind="thermometer" {...{ link, nowMs, units }} />
      <Shown kind="room" {...{ link, nowMs, units }} />
      {link.state !== 'live' && (
        <span role="status">
          {link.state === 'lost'
            ? 'The instruments are out of reach; trying again.'
            : 'Opening the instruments …'}
        </span>
      )}
    </p>
  )
}

/** Whether the instruments may take readings without a tap; nothing where none are linked. */
export function AutoReadingsSwitch() {
  const link = useBenchLink()
  const { db } = usePlatform()
  const say = useSay()
  const settings = useSettings()
  if (link.state === 'off') return null
  const set = (autoReadings: boolean) =>
    void saveSettings(db, { ...settings, autoReadings }).catch((problem: Error) => say(problem.message))
  return (
    <label className="flex min-h-16 cursor-pointer items-center gap-3">
      <input
        type="checkbox"
        className="accent-needle size-6"
        checked={settings.autoReadings}
        onChange={(event) => set(event.target.checked)}
      />
      Take readings by itself
    </label>
  )
}

interface ShownProps {
  readonly kind: 'thermometer' | 'room'
  readonly link: BenchLink
  readonly nowMs: number
  readonly units: UnitChoice
}

function Shown({ kind, link, nowMs, units }: ShownProps) {
  const found = instrumentOf(link, kind, nowMs)
  if (!found) return null
  const { instrument, sample, silent } = found
  const { name } = instrument.last!
  if (sample) {
    const remark = sample.remarks.includes('unitChanged')
      ? ' (its unit changed; converted)'
      : sample.remarks.includes('restarted')
        ? ' (started again)'
        : ''
    return (
      <span data-instrument={kind}>
        {name}{' '}
        <strong className="font-display text-xl">{printQuantity(sample.value, units.temperature)}</strong>
        {remark}
        {sample.remarks.includes('clockMoved') && ' (its own clock is off; yours counts)'}
      </span>
    )
  }
  return (
    <span className="text-stop" role="status" data-instrument={kind}>
      {name} {silent || !instrument.refused ? 'fell silent' : REFUSAL_WORDS[instrument.refused]}
    </span>
  )
}

/** One reading of a probe says nearly all the next would: every few minutes is enough. */
const PROBE_EVERY_MIN = 3
const ROOM_EVERY_MIN = 20
/** The resin's warmth tells something until its bed has cooled. */
const PROBE_UNTIL_MIN = 90

interface AutoReadings {
  readonly link: BenchLink
  readonly readings: readonly Reading[]
  readonly nowMin: number
  readonly nowMs: number
  readonly on: boolean
  readonly layer: string | undefined
  readonly cup: string | undefined
}

/** Takes what the probe and the room sensor show as readings, in one tab only. */
function useAutoReadings(
  story: BatchStory,
  { link, readings, nowMin, nowMs, on, layer, cup }: AutoReadings,
): void {
  const keeps = useKeeper()
  const record = useRecord(story.batch.id)
  const busy = useRef(false)
  const { school } = useSettings()
  const probe = instrumentOf(link, 'thermometer', nowMs)
  const room = instrumentOf(link, 'room', nowMs)
  const since = (kind: Reading['kind']) =>
    nowMin - (readings.findLast((reading) => reading.kind === kind)?.atMin ?? -Infinity)
  const steady = probe?.sample && nowMs - probe.instrument.steadySinceMs > 1500
  const wantsProbe =
    steady && nowMin > 1 && nowMin < PROBE_UNTIL_MIN && since('temperature') >= PROBE_EVERY_MIN
  const wantsRoom = room?.sample && since('room') >= ROOM_EVERY_MIN && nowMin < PROBE_UNTIL_MIN
  const take = !keeps || !on ? null : wantsProbe ? 'probe' : wantsRoom ? 'room' : null
  const tempC = (take === 'probe' ? probe : room)?.sample?.value
  useEffect(() => {
    if (take === null || tempC === undefined || busy.current) return
    busy.current = true
    void record({
      kind: 'reading',
      ...ofLayer(layer),
      reading:
        take === 'probe'
          ? goneBy({ kind: 'temperature', by: 'probe', tempC, ...(cup === undefined ? {} : { cup }) }, school)
          : { kind: 'room', tempC },
    })
      .catch(() => undefined)
      .finally(() => (busy.current = false))
    // What is shown moves all the time; only the wish to take a reading starts one.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [take, record])
}
