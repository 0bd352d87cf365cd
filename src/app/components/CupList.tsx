import { Plus, X } from 'lucide-react'
import { firstPoured, ofOneMix, pouredOn, type LayerCup, type Portion } from '#core/batch/index.ts'
import { isMixedIn, type Colour } from '#core/colour/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { PORTION_WORDS } from '#words/layers.ts'
import { ChoiceField } from './ChoiceField.tsx'
import { nextCup } from './begunCups.ts'
import { CupColours } from './CupColours.tsx'
import { NumberField } from './NumberField.tsx'
import { QuantityField } from './QuantityField.tsx'
import { TextField } from './TextField.tsx'

interface CupListProps {
  readonly cups: readonly LayerCup[]
  readonly colours: readonly Colour[]
  readonly units: UnitChoice
  /** Whether a cup can be stirred by itself, later than the mix. */
  readonly apart?: boolean
  /** What is poured before the cups, where they wait for it: a cup can be all of that. */
  readonly first?: string
  /** What shares are shares of. */
  readonly whole?: string
  /** By path from the layer: "cups.0.portion.g". */
  readonly problems: Readonly<Record<string, string>>
  readonly onChange: (cups: readonly LayerCup[]) => void
}

/** What a mix is divided into, each with its portion and its colours; what they leave stays clear. */
export function CupList({
  cups,
  colours,
  units,
  apart = false,
  first,
  whole = 'the mix',
  problems,
  onChange,
}: CupListProps) {
  const tints = colours.filter(isMixedIn)
  const tinted = firstPoured(cups)
  const set = (place: number, cup: LayerCup) => onChange(cups.map((each, k) => (k === place ? cup : each)))
  return (
    <div className="flex flex-col gap-2" data-cups>
      {cups.map((cup, k) => (
        <div key={cup.id} className="border-line flex flex-col gap-2 rounded-lg border p-2" data-cup={cup.id}>
          <CupFields
            cup={cup}
            before={ofOneMix(cups.slice(0, k)).filter((each) => each !== tinted)}
            apart={apart}
            whole={whole}
            tints={tints}
            units={units}
            firstTaken={first === undefined || (tinted !== undefined && tinted !== cup)}
            restTaken={cups.some((each) => each !== cup && each.portion.by === 'rest')}
            problemOf={(path) => problems[`cups.${k}.${path}`]}
            onChange={(changed) => set(k, changed)}
          />
          <button
            type="button"
            className="button button-quiet self-start px-3"
            onClick={() => onChange(without(cups, cup))}
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
        <p className="text-ink-soft text-sm">
          What the cups leave of {whole} stays clear
          {first !== undefined && !tinted && `, and so does the ${first} that is poured first`}.
        </p>
      )}
    </div>
  )
}

/** A bottle holds nothing of a mix. */
const PORTIONS: readonly Portion['by'][] = ['share', 'mass', 'rest', 'firstPour', 'cups', 'ownMix']

interface CupFieldsProps {
  readonly cup: LayerCup
  /** The cups that can be poured into it. */
  readonly before: readonly LayerCup[]
  readonly apart: boolean
  readonly whole: string
  readonly tints: readonly Colour[]
  readonly units: UnitChoice
  readonly restTaken: boolean
  readonly firstTaken: boolean
  readonly problemOf: (path: string) => string | undefined
  readonly onChange: (cup: LayerCup) => void
}

function CupFields({
  cup,
  before,
  apart,
  whole,
  tints,
  units,
  restTaken,
  firstTaken,
  problemOf,
  onChange,
}: CupFieldsProps) {
  const { portion, colours } = cup
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
          choices={PORTIONS.filter(
            (by) => by === portion.by || isPossible(by, { restTaken, firstTaken, apart, before }),
          ).map((id) => ({ id, name: PORTION_WORDS[id] }))}
          onChange={(by) => onChange({ ...cup, portion: begunPortion(by, before) })}
        />
        {portion.by === 'share' && (
          <NumberField
            label={`% of ${whole}`}
            value={Math.round(1000 * portion.frac) / 10}
            onChange={(percent) => onChange({ ...cup, portion: { by: 'share', frac: percent / 100 } })}
            problem={problemOf('portion.frac')}
          />
        )}
        {(portion.by === 'mass' || portion.by === 'ownMix') && (
          <QuantityField
            label="Resin in it"
            dimension="mass"
            unit={units.mass}
            value={portion.g}
            onChange={(g) => onChange({ ...cup, portion: { by: portion.by, g: g ?? Number.NaN } })}
            problem={problemOf('portion.g')}
          />
        )}
      </div>
      {portion.by === 'cups' && (
        <div className="grid grid-cols-2 gap-3" data-poured-from>
          {before.map(({ id, name }) => (
            <NumberField
              key={id}
              label={`% of ${name}`}
              value={Math.round(1000 * (pouredOn(cup).find((each) => each.cup === id)?.frac ?? 0)) / 10}
              onChange={(percent) => onChange({ ...cup, portion: poured(before, cup, { id, percent }) })}
              problem={problemOf(`portion.of.${placeIn(cup, id)}.frac`) ?? problemOf('portion.of')}
            />
          ))}
        </div>
      )}
      <CupColours
        name={cup.name}
        colours={colours}
        tints={tints}
        problemOf={problemOf}
        onChange={(next) => onChange({ ...cup, colours: next })}
      />
    </>
  )
}

function isPossible(
  by: Portion['by'],
  {
    restTaken,
    firstTaken,
    apart,
    before,
  }: Pick<CupFieldsProps, 'restTaken' | 'firstTaken' | 'apart' | 'before'>,
): boolean {
  if (by === 'rest') return !restTaken
  if (by === 'firstPour') return !firstTaken
  if (by === 'ownMix') return apart
  return by !== 'cups' || before.length > 0
}

function begunPortion(by: Portion['by'], before: readonly LayerCup[]): Portion {
  switch (by) {
    case 'share':
      return { by, frac: 0.25 }
    case 'mass':
    case 'ownMix':
      return { by, g: 10 }
    case 'cups':
      return { by, of: before.map(({ id }) => ({ cup: id, frac: 0.5 })) }
    case 'rest':
    case 'firstPour':
    case 'bottle':
      return { by }
    default:
      return by satisfies never
  }
}

/** Which of the cups that are poured into it that one is, as problems count them. */
function placeIn(cup: LayerCup, id: string): number {
  return pouredOn(cup).findIndex((each) => each.cup === id)
}

/** In the order of the cups; one of which nothing is poured on is left out. */
function poured(
  before: readonly LayerCup[],
  cup: LayerCup,
  { id, percent }: { readonly id: string; readonly percent: number },
): Portion {
  const of = before.flatMap((each) => {
    const frac =
      each.id === id ? percent / 100 : (pouredOn(cup).find((own) => own.cup === each.id)?.frac ?? 0)
    return frac === 0 ? [] : [{ cup: each.id, frac }]
  })
  return { by: 'cups', of }
}

/** The cups without that one; what was to be poured from it comes from the others. */
function without(cups: readonly LayerCup[], gone: LayerCup): readonly LayerCup[] {
  return cups
    .filter((each) => each !== gone)
    .map((cup) => {
      const of = pouredOn(cup).filter((each) => each.cup !== gone.id)
      if (of.length === pouredOn(cup).length) return cup
      return { ...cup, portion: of.length > 0 ? { by: 'cups', of } : { by: 'share', frac: 0.25 } }
    })
}
