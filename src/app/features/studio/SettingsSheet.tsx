import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { useUnits } from '#app/platform/queries.ts'
import { buzz, chime } from '#app/platform/signals.ts'
import { currencyOf } from '#app/platform/stock.ts'
import { UNIT_CHOICES } from '#words/vocabulary.ts'
import { SCHOOL_WORDS, type School } from '#words/schools.ts'
import { inUnits } from '#words/inUnits.ts'
import { InstrumentsField } from './InstrumentsField.tsx'
import { MeasuredHands } from './MeasuredHands.tsx'
import { useSettingsChange } from './settingsChange.ts'

const SCHOOLS: readonly School[] = ['minutes', 'temperature', 'string']
const REGION = 'region'

/** How the app speaks, looks and signals; each change is kept at once. */
export function SettingsSheet() {
  const { settings, change } = useSettingsChange()
  const units = useUnits()
  return (
    <section className="sheet" aria-labelledby="settings">
      <h2 id="settings" className="mb-3 text-xl">
        Settings
      </h2>
      <div className="flex flex-col gap-4">
        <ChoiceField
          label="Units"
          value={settings.units}
          choices={UNIT_CHOICES}
          onChange={(id) => change({ units: id })}
          hint="Any field takes any unit; this is what is shown."
        />
        <ChoiceField
          label="Light"
          value={settings.theme}
          choices={[
            { id: 'system', name: 'As the device' },
            { id: 'light', name: 'Paper' },
            { id: 'dark', name: 'Dim bench' },
          ]}
          onChange={(theme) => change({ theme })}
        />
        <QuantityField
          label="Usual room temperature"
          dimension="temperature"
          unit={units.temperature}
          value={settings.roomTempC}
          onChange={(value) => value !== null && value >= 10 && value <= 40 && change({ roomTempC: value })}
          problem={undefined}
          hint={inUnits('10 to 40 °C; new plans start with it.', units)}
        />
        <ChoiceField
          label="The sign you trust"
          value={settings.school}
          choices={SCHOOLS.map((id) => ({ id, name: SCHOOL_WORDS[id] }))}
          onChange={(school) => change({ school })}
          hint="The strip leads with it and keeps the other two in sight. Go by the temperature, and a cup read as warm as at its moment is due."
        />
        <ChoiceField
          label="Currency"
          value={settings.money.currency ?? REGION}
          choices={[
            {
              id: REGION,
              name: `That of the device's region (${currencyOf({ money: { ...settings.money, currency: null } })})`,
            },
            ...Intl.supportedValuesOf('currency').map((id) => ({ id, name: id })),
          ]}
          onChange={(id) => change({ money: { ...settings.money, currency: id === REGION ? null : id } })}
          hint="Amounts already entered are not converted."
        />
        <InstrumentsField settings={settings} change={change} />
        <MeasuredHands settings={settings} use={(hands) => change({ hands })} />
        <Switch
          label="Sound when a window opens"
          on={settings.sound}
          onChange={(sound) => change({ sound })}
          test={chime}
        />
        <Switch
          label="Buzz when a window opens"
          on={settings.vibration}
          onChange={(vibration) => change({ vibration })}
          test={buzz}
        />
      </div>
    </section>
  )
}

function Switch({
  label,
  on,
  onChange,
  test,
}: {
  label: string
  on: boolean
  onChange: (on: boolean) => void
  test: () => void
}) {
  return (
    <div className="flex flex-wrap items-center justify-between gap-3">
      <label className="flex min-h-11 cursor-pointer items-center gap-3 font-medium">
        <input
          type="checkbox"
          className="accent-needle size-6"
          checked={on}
          onChange={(event) => onChange(event.target.checked)}
        />
        {label}
      </label>
      <button className="button button-quiet" onClick={test}>
        Try it
      </button>
    </div>
  )
}
