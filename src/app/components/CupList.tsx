import { Plus, X } from 'lucide-react'
import type { Dose, DosedColour, LayerCup, Portion } from '#core/batch/index.ts'
import { isMixedIn, type Colour } from '#core/colour/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { DOSE_KIND_WORDS, PORTION_WORDS } from '#words/layers.ts'
import { ChoiceField } from './ChoiceField.tsx'
import { NumberField } from './NumberField.tsx'
import { QuantityField } from './QuantityField.tsx'
import { TextField } from './TextField.tsx'

interface CupListProps {
  readonly cups: readonly LayerCup[]
  readonly colours: readonly Colour[]
  readonly units: UnitChoice
  /** By path from the layer: "cups.0.portion.g". */
  readonly problems: Readonly<Record<string, string>>
  readonly onChange: (cups: readonly LayerCup[]) => void
}

/** What a mix is divided into, each with its portion and its colours; what they leave stays clear. */
export function CupList({ cups, colours, units, problems, onChange }: CupListProps) {
  const tints = colours.filter(isMixedIn)
  const set = (place: number, cup: LayerCup) => onChange(cups.map((each, k) => (k === place ? cup : each)))
  return (
    <div className="flex flex-col gap-2" data-cups>
      {cups.map((cup, k) => (
        <div key={cup.id} className="border-line flex flex-col gap-2 rounded-lg border p-2" data-cup={cup.id}>
          <CupFields
            cup={cup}
            tints={tints}
            units={units}
            restTaken={cups.some((each) => each !== cup && each.portion.by === 'rest')}
            problemOf={(path) => problems[`cups.${k}.${path}`]}
            onChange={(changed) => set(k, changed)}
          />
          <button
            type="button"
            className="button button-quiet self-start px-3"
            onClick={() => onChange(cups.filter((each) => each !== cup))}
          >
            <X className="size-4" aria-hidden /> No cup {cup.name}
          </button>
        </div>
      ))}
      <button
        type="button"
        className="button button-quiet self-start px-3"
        onClick={() => onChange([...cups, nextCup(cups, tints)])}
      >
        <Plus className="size-4" aria-hidden /> {cups.length === 0 ? 'Tint it' : 'One more cup'}
      </button>
      <p className="text-stop text-sm empty:hidden">{problems['cups']}</p>
      {cups.length > 0 && (
        <p className="text-ink-soft text-sm">What the cups leave of the mix stays clear.</p>
      )}
    </div>
  )
}

/** The first takes all of the mix, every other a share of it. */
function nextCup(cups: readonly LayerCup[], tints: readonly Colour[]): LayerCup {
  const taken = new Set(cups.map(({ id }) => id))
  let no = cups.length + 1
  while (taken.has(`cup${no}`)) no++
  const used = new Set(cups.flatMap((cup) => cup.colours.map(({ colour }) => colour.id)))
  const colour =
    tints.find(({ id, kind }) => kind === 'paste' && !used.has(id)) ?? tints.find(({ id }) => !used.has(id))
  const portion: Portion = cups.length === 0 ? { by: 'rest' } : { by: 'share', frac: 0.25 }
  return {
    id: `cup${no}`,
    name: colour?.name ?? `Cup ${no}`,
    portion,
    colours: colour ? [{ colour, dose: USUAL_DOSE }] : [],
  }
}

const PORTIONS: readonly Portion['by'][] = ['share', 'mass', 'rest']
const DOSES: readonly Dose['by'][] = ['dropsPerG', 'share', 'drops', 'mass', 'scoops']

interface CupFieldsProps {
  readonly cup: LayerCup
  readonly tints: readonly Colour[]
  readonly units: UnitChoice
  readonly restTaken: boolean
  readonly problemOf: (path: string) => string | undefined
  readonly onChange: (cup: LayerCup) => void
}

function CupFields({ cup, tints, units, restTaken, problemOf, onChange }: CupFieldsProps) {
  const { portion, colours } = cup
  const free = tints.filter(({ id }) => !colours.some(({ colour }) => colour.id === id))
  const setColours = (next: readonly DosedColour[]) => onChange({ ...cup, colours: next })
  return (
    <>
      <TextField
        label="Cup"
        value={cup.name}
        problem={problemOf('name')}
        onChange={(name) => onChange({ ...cup, name })}
      />
      <div className="grid grid-cols-[1fr_6.5rem] gap-3">
        <ChoiceField
          label="Portion"
          value={portion.by}
          choices={PORTIONS.filter((by) => by === portion.by || by !== 'rest' || !restTaken).map((id) => ({
            id,
            name: PORTION_WORDS[id],
          }))}
          onChange={(by) => onChange({ ...cup, portion: begunPortion(by) })}
        />
        {portion.by === 'share' && (
          <NumberField
            label="% of the mix"
            value={Math.round(1000 * portion.frac) / 10}
            onChange={(percent) => onChange({ ...cup, portion: { by: 'share', frac: percent / 100 } })}
            problem={problemOf('portion.frac')}
          />
        )}
        {portion.by === 'mass' && (
          <QuantityField
            label="Resin in it"
            dimension="mass"
            unit={units.mass}
            value={portion.g}
            onChange={(g) => onChange({ ...cup, portion: { by: 'mass', g: g ?? Number.NaN } })}
            problem={problemOf('portion.g')}
          />
        )}
      </div>
      {colours.map((dosed, k) => (
        <DoseFields
          key={dosed.colour.id}
          dosed={dosed}
          problem={problemOf(`colours.${k}.dose.${FIGURE_OF[dosed.dose.by]}`)}
          onChange={(next) => setColours(colours.map((each, at) => (at === k ? next : each)))}
          onLeaveOut={() => setColours(colours.filter((each) => each !== dosed))}
        />
      ))}
      <p className="text-stop text-sm empty:hidden">{problemOf('colours')}</p>
      {free.length > 0 && (
        <select
          className="field"
          aria-label={`Add a colour to ${cup.name}`}
          value=""
          onChange={(event) => {
            const colour = free.find(({ id }) => id === event.target.value)
            if (colour) setColours([...colours, { colour, dose: USUAL_DOSE }])
          }}
        >
          <option value="" disabled>
            {colours.length === 0 ? 'Clear; add a colour …' : 'One more colour …'}
          </option>
          {free.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      )}
    </>
  )
}

function begunPortion(by: Portion['by']): Portion {
  if (by === 'share') return { by, frac: 0.25 }
  return by === 'mass' ? { by, g: 10 } : { by }
}

/** The one figure of each dose. */
const FIGURE_OF = {
  dropsPerG: 'drops',
  share: 'frac',
  drops: 'drops',
  mass: 'g',
  scoops: 'scoops',
} as const satisfies Readonly<Record<Dose['by'], string>>

interface DoseFieldsProps {
  readonly dosed: DosedColour
  readonly problem: string | undefined
  readonly onChange: (dosed: DosedColour) => void
  readonly onLeaveOut: () => void
}

function DoseFields({ dosed: { colour, dose }, problem, onChange, onLeaveOut }: DoseFieldsProps) {
  return (
    <div className="flex items-end gap-2">
      <span
        className="border-edge mb-2 size-7 shrink-0 rounded-full border"
        style={{ background: colour.hex }}
        aria-hidden
      />
      <div className="grid flex-1 grid-cols-[4.5rem_1fr] gap-2">
        <NumberField
          label={colour.name}
          value={figureOf(dose)}
          problem={problem}
          onChange={(value) => onChange({ colour, dose: withFigure(dose, value) })}
        />
        <ChoiceField
          label="counted in"
          value={dose.by}
          choices={DOSES.map((id) => ({ id, name: DOSE_KIND_WORDS[id] }))}
          onChange={(by) => onChange({ colour, dose: BEGUN_DOSES[by] })}
        />
      </div>
      <button
        type="button"
        className="button button-quiet mb-1 px-3"
        aria-label={`No ${colour.name}`}
        onClick={onLeaveOut}
      >
        <X className="size-4" aria-hidden />
      </button>
    </div>
  )
}

const BEGUN_DOSES: { readonly [By in Dose['by']]: Extract<Dose, { by: By }> } = {
  dropsPerG: { by: 'dropsPerG', drops: 0.2 },
  share: { by: 'share', frac: 0.01 },
  drops: { by: 'drops', drops: 5 },
  mass: { by: 'mass', g: 0.5 },
  scoops: { by: 'scoops', scoops: 1 },
}
const USUAL_DOSE: Dose = BEGUN_DOSES.dropsPerG

function figureOf(dose: Dose): number {
  switch (dose.by) {
    case 'dropsPerG':
    case 'drops':
      return dose.drops
    case 'share':
      return Math.round(10_000 * dose.frac) / 100
    case 'mass':
      return dose.g
    case 'scoops':
      return dose.scoops
    default:
      return dose satisfies never
  }
}

function withFigure(dose: Dose, value: number): Dose {
  switch (dose.by) {
    case 'dropsPerG':
    case 'drops':
      return { ...dose, drops: value }
    case 'share':
      return { ...dose, frac: value / 100 }
    case 'mass':
      return { ...dose, g: value }
    case 'scoops':
      return { ...dose, scoops: value }
    default:
      return dose satisfies never
  }
}
