import { Plus, X } from 'lucide-react'
import type { FreeTime } from '#core/rack/index.ts'
import type { LifeHours } from '#schema/life.ts'
import { CountField } from '#app/components/CountField.tsx'
import { deviceZone } from '#app/platform/rackPlan.ts'
import { useSettingsChange } from './settingsChange.ts'

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']
const NEW_STRETCH: FreeTime = { from: '18:00', to: '22:00' }

/** When the person is awake and free, and how much the room holds: what the rack plans by. */
export function FreeHoursSheet() {
  const { settings, change } = useSettingsChange()
  const { hours } = settings
  const set = (changes: Partial<LifeHours>) => change({ hours: { ...hours, ...changes } })
  return (
    <section className="sheet" aria-labelledby="free-hours">
      <h2 id="free-hours" className="mb-1 text-xl">
        Free hours and places
      </h2>
      <p className="text-ink-soft mb-3">
        When you are awake and free to pour or demold. A stretch that ends before it begins runs past
        midnight.
      </p>
      <ul className="flex flex-col">
        {DAYS.map((name, day) => (
          <li key={name} className="border-line border-t py-2 first:border-t-0">
            <Stretches
              name={name}
              free={hours.week[day] ?? []}
              onChange={(free) => set({ week: hours.week.map((each, k) => (k === day ? free : each)) })}
            />
          </li>
        ))}
      </ul>
      <OtherDays hours={hours} set={set} />
      <div className="mt-4 grid grid-cols-2 gap-4">
        <Count
          label="Molds that can stand level"
          value={settings.levelPlaces}
          onChange={(levelPlaces) => levelPlaces >= 1 && levelPlaces <= 500 && change({ levelPlaces })}
        />
        <Count
          label="Covers"
          value={settings.covers}
          onChange={(covers) => covers >= 1 && covers <= 500 && change({ covers })}
        />
        <Count
          label="Forms for draping"
          value={settings.forms}
          onChange={(forms) => forms >= 1 && forms <= 500 && change({ forms })}
        />
      </div>
      <label className="mt-4 flex flex-col gap-1 text-sm font-medium">
        Whose clock the hours are told by
        <select
          className="field font-normal"
          value={hours.zone ?? ''}
          onChange={(event) => set({ zone: event.target.value || null })}
        >
          <option value="">Wherever this device is ({deviceZone()})</option>
          {Intl.supportedValuesOf('timeZone').map((zone) => (
            <option key={zone} value={zone}>
              {zone}
            </option>
          ))}
        </select>
      </label>
    </section>
  )
}

function Count(props: Parameters<typeof CountField>[0]) {
  return (
    <div className="flex items-center justify-between gap-2 text-sm font-medium">
      <span aria-hidden>{props.label}</span>
      <CountField {...props} />
    </div>
  )
}

interface StretchesProps {
  readonly name: string
  readonly free: readonly FreeTime[]
  readonly onChange: (free: FreeTime[]) => void
}

function Stretches({ name, free, onChange }: StretchesProps) {
  return (
    <div className="flex flex-wrap items-center gap-2" data-day={name}>
      <span className="w-24 shrink-0 font-medium">{name}</span>
      {free.length === 0 && <span className="text-ink-soft">not free</span>}
      {free.map((stretch, k) => {
        const set = (changes: Partial<FreeTime>) =>
          onChange(free.map((each, at) => (at === k ? { ...each, ...changes } : each)))
        return (
          <span key={k} className="flex max-w-full items-center gap-1">
            <TimeField label={`${name}, free from`} value={stretch.from} onChange={(from) => set({ from })} />
            <span aria-hidden>to</span>
            <TimeField label={`${name}, free until`} value={stretch.to} onChange={(to) => set({ to })} />
            <button
              className="button button-quiet px-3"
              aria-label={`${name}: not free from ${stretch.from} to ${stretch.to}`}
              onClick={() => onChange(free.filter((_each, at) => at !== k))}
            >
              <X className="size-4" aria-hidden />
            </button>
          </span>
        )
      })}
      {free.length < 8 && (
        <button
          className="button button-quiet px-3"
          aria-label={`${name}: another free stretch`}
          onClick={() => onChange([...free, NEW_STRETCH])}
        >
          <Plus className="size-4" aria-hidden />
        </button>
      )}
    </div>
  )
}

interface TimeFieldProps {
  readonly label: string
  readonly value: string
  readonly onChange: (value: string) => void
}

function TimeField({ label, value, onChange }: TimeFieldProps) {
  return (
    <input
      type="time"
      className="field w-36 min-w-0"
      aria-label={label}
      value={value}
      onChange={(event) => event.target.value && onChange(event.target.value)}
    />
  )
}

interface OtherDaysProps {
  readonly hours: LifeHours
  readonly set: (changes: Partial<LifeHours>) => void
}

/** Days that are not like the others: away, or free all day. */
function OtherDays({ hours, set }: OtherDaysProps) {
  const { otherDays } = hours
  const add = (on: string) => {
    if (!on || otherDays.some((day) => day.on === on)) return
    set({ otherDays: [...otherDays, { on, free: [] }].sort((one, other) => one.on.localeCompare(other.on)) })
  }
  return (
    <div className="border-line border-t pt-3">
      <label className="flex flex-wrap items-center gap-3 text-sm font-medium">
        Another day with hours of its own
        <input type="date" className="field w-44 font-normal" onChange={(event) => add(event.target.value)} />
      </label>
      <ul>
        {otherDays.map((day, k) => (
          <li key={day.on} className="flex flex-wrap items-center gap-2 py-2">
            <Stretches
              name={day.on}
              free={day.free}
              onChange={(free) =>
                set({ otherDays: otherDays.map((each, at) => (at === k ? { ...each, free } : each)) })
              }
            />
            <button
              className="button button-quiet px-3"
              onClick={() => set({ otherDays: otherDays.filter((_each, at) => at !== k) })}
            >
              As every week
            </button>
          </li>
        ))}
      </ul>
    </div>
  )
}
