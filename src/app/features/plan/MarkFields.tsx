import type { Bag } from '#core/batch/index.ts'
import { withZone, zoneOf, type DropLayout, type Mark, type Zone } from '#core/pattern/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { DRAG_WORDS, LAYOUT_WORDS, STREWN_WORDS } from '#words/pattern.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { NumberField } from '#app/components/NumberField.tsx'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { CountField } from '#app/components/CountField.tsx'

interface MarkFieldsProps {
  readonly mark: Mark
  readonly inkNames: readonly string[]
  /** Bags beside the white's. */
  readonly bags: readonly Pick<Bag, 'id' | 'name'>[]
  readonly units: UnitChoice
  /** Sentences about figures that are wrong. */
  readonly problems: readonly string[]
  readonly change: (mark: Mark) => void
}

/** The figures a mark is made from. */
export function MarkFields({ mark, inkNames, bags, units, problems, change }: MarkFieldsProps) {
  const length = (label: string, value: number, set: (mm: number) => Mark, hint?: string) => (
    <QuantityField
      key={label}
      label={label}
      dimension="length"
      unit={units.length}
      value={value}
      onChange={(next) => change(set(next ?? Number.NaN))}
      {...(hint && { hint })}
    />
  )
  return (
    <div className="mt-2 grid grid-cols-2 gap-3">
      <OwnFields mark={mark} inkNames={inkNames} length={length} change={change} />
      <ZoneFields mark={mark} length={length} change={change} />
      <OutOf mark={mark} bags={bags} change={change} />
      <ul className="text-stop col-span-2 list-disc pl-5 text-sm empty:hidden" role="status">
        {problems.map((problem) => (
          <li key={problem}>{problem}</li>
        ))}
      </ul>
    </div>
  )
}

/** Out of which bag a bead is piped; not asked where there is the white's alone. */
function OutOf({ mark, bags, change }: Pick<MarkFieldsProps, 'mark' | 'bags' | 'change'>) {
  if (mark.kind !== 'rings' && mark.kind !== 'spiral' && mark.kind !== 'lines') return null
  if (bags.length === 0) return null
  return (
    <ChoiceField
      label="Out of"
      value={bags.some(({ id }) => id === mark.bag) ? mark.bag! : WHITE_BAG}
      choices={[{ id: WHITE_BAG, name: 'the white' }, ...bags.map(({ id, name }) => ({ id, name }))]}
      onChange={(id) => change({ ...mark, bag: id === WHITE_BAG ? undefined : id })}
    />
  )
}

const WHITE_BAG = 'white'

type LengthField = (label: string, value: number, set: (mm: number) => Mark, hint?: string) => React.ReactNode

interface OwnFieldsProps {
  readonly mark: Mark
  readonly inkNames: readonly string[]
  readonly length: LengthField
  readonly change: (mark: Mark) => void
}

function OwnFields({ mark, inkNames, length, change }: OwnFieldsProps) {
  switch (mark.kind) {
    case 'drops':
      return <DropFields mark={mark} inkNames={inkNames} length={length} change={change} />
    case 'rings':
    case 'spiral':
    case 'lines':
      return (
        <>
          {length(
            'From the wall',
            mark.marginMm,
            (marginMm) => ({ ...mark, marginMm }),
            'White at the wall sticks',
          )}
          {length('Apart', mark.spacingMm, (spacingMm) => ({ ...mark, spacingMm }))}
          {mark.kind === 'rings' && <RingCount mark={mark} change={change} />}
          {mark.kind === 'lines' && (
            <NumberField
              label="Turned by, °"
              value={mark.angleDeg}
              onChange={(angleDeg) => change({ ...mark, angleDeg })}
            />
          )}
        </>
      )
    case 'petals':
      return (
        <>
          <Counted label="Petals" value={mark.count} onChange={(count) => change({ ...mark, count })} />
          <ChoiceField
            label="Dragged"
            value={mark.drag}
            choices={choicesOf(DRAG_WORDS)}
            onChange={(drag) => change({ ...mark, drag })}
          />
          {length('Off the rim', mark.fromRimMm, (fromRimMm) => ({ ...mark, fromRimMm }))}
          <NumberField
            label="Turned by, °"
            value={mark.turnDeg}
            onChange={(turnDeg) => change({ ...mark, turnDeg })}
          />
        </>
      )
    case 'across':
      return (
        <>
          {length('Apart', mark.spacingMm, (spacingMm) => ({ ...mark, spacingMm }))}
          {length('Off the rim', mark.fromRimMm, (fromRimMm) => ({ ...mark, fromRimMm }))}
          <NumberField
            label="Turned by, °"
            value={mark.angleDeg}
            onChange={(angleDeg) => change({ ...mark, angleDeg })}
          />
        </>
      )
    case 'swirl':
      return (
        <>
          {length('Reach', mark.reachMm, (reachMm) => ({ ...mark, reachMm }))}
          {length('Right of the middle', mark.at.x, (x) => ({ ...mark, at: { ...mark.at, x } }))}
          {length('Above the middle', mark.at.y, (y) => ({ ...mark, at: { ...mark.at, y } }))}
        </>
      )
    case 'sprinkle':
      return <SprinkleFields mark={mark} length={length} change={change} />
    default:
      return mark satisfies never
  }
}

type Of<Kind extends Mark['kind']> = Extract<Mark, { kind: Kind }>

function RingCount({ mark, change }: { readonly mark: Of<'rings'>; readonly change: (mark: Mark) => void }) {
  return (
    <>
      <label className="col-span-2 flex min-h-11 items-center gap-3 text-sm">
        <input
          type="checkbox"
          className="size-5"
          checked={mark.most === null}
          onChange={(event) => change({ ...mark, most: event.target.checked ? null : FIRST_RINGS })}
        />
        As many as there is room for
      </label>
      {mark.most !== null && (
        <Counted label="Rings at most" value={mark.most} onChange={(most) => change({ ...mark, most })} />
      )}
      <NumberField
        label="Begun at, °"
        value={mark.startDeg}
        onChange={(startDeg) => change({ ...mark, startDeg })}
      />
      <NumberField
        label="Next further by, °"
        value={mark.nextByDeg}
        onChange={(nextByDeg) => change({ ...mark, nextByDeg })}
      />
    </>
  )
}

const FIRST_RINGS = 3

function DropFields({
  mark,
  inkNames,
  length,
  change,
}: Omit<OwnFieldsProps, 'mark'> & { readonly mark: Of<'drops'> }) {
  const { layout } = mark
  const lay = (next: DropLayout): Mark => ({ ...mark, layout: next })
  return (
    <>
      <ChoiceField
        label="Ink"
        value={mark.inkNo === null ? 'turn' : String(mark.inkNo)}
        choices={[
          { id: 'turn', name: 'each in turn' },
          ...inkNames.map((name, no) => ({ id: String(no), name: `${no + 1}: ${name}` })),
          ...(mark.inkNo !== null && mark.inkNo >= inkNames.length
            ? [{ id: String(mark.inkNo), name: `${mark.inkNo + 1}: not in this plan` }]
            : []),
        ]}
        onChange={(id) => change({ ...mark, inkNo: id === 'turn' ? null : Number(id) })}
      />
      <ChoiceField
        label="Laid"
        value={layout.kind}
        choices={choicesOf(LAYOUT_WORDS)}
        onChange={(kind) => change(lay(firstLayout(kind, layout)))}
      />
      {layout.kind !== 'single' && (
        <Counted label="Drops" value={layout.count} onChange={(count) => change(lay({ ...layout, count }))} />
      )}
      {layout.kind !== 'single' &&
        length(
          layout.kind === 'ring' ? 'From the wall' : 'Bare at the rim',
          layout.fromWallMm,
          (fromWallMm) => lay({ ...layout, fromWallMm }),
        )}
      {layout.kind === 'scatter' && (
        <button
          type="button"
          className="button button-quiet col-span-2"
          onClick={() => change(lay({ ...layout, seed: (layout.seed + 1) % 1000 }))}
        >
          Scatter them anew
        </button>
      )}
      {layout.kind === 'single' && (
        <>
          {length('Right of the middle', layout.at.x, (x) => lay({ ...layout, at: { ...layout.at, x } }))}
          {length('Above the middle', layout.at.y, (y) => lay({ ...layout, at: { ...layout.at, y } }))}
        </>
      )}
    </>
  )
}

const FIRST_COUNT = 12
const FIRST_FROM_WALL_MM = 10

function firstLayout(kind: DropLayout['kind'], last: DropLayout): DropLayout {
  if (kind === 'single') return { kind, at: { x: 0, y: 0 } }
  const count = last.kind === 'single' ? FIRST_COUNT : last.count
  const fromWallMm = last.kind === 'single' ? FIRST_FROM_WALL_MM : last.fromWallMm
  return kind === 'ring'
    ? { kind, count, fromWallMm }
    : { kind, count, fromWallMm, zone: { kind: 'piece' }, seed: 7 }
}

function SprinkleFields({
  mark,
  length,
  change,
}: Omit<OwnFieldsProps, 'mark' | 'inkNames'> & { readonly mark: Of<'sprinkle'> }) {
  const { area } = mark
  return (
    <>
      <ChoiceField
        label="Strewn"
        value={mark.what}
        choices={choicesOf(STREWN_WORDS)}
        onChange={(what) => change({ ...mark, what })}
      />
      <ChoiceField
        label="Where"
        value={area.kind}
        choices={[
          { id: 'rim', name: 'along the rim' },
          { id: 'disc', name: 'in a disc' },
          { id: 'piece', name: 'all over' },
        ]}
        onChange={(kind) =>
          change({
            ...mark,
            area: kind === 'rim' ? { kind, widthMm: 8 } : kind === 'disc' ? FIRST_DISC : { kind },
          })
        }
      />
      {area.kind === 'rim' &&
        length('Width of the band', area.widthMm, (widthMm) => ({ ...mark, area: { ...area, widthMm } }))}
      {area.kind === 'disc' && <DiscFields mark={mark} disc={area} length={length} />}
    </>
  )
}

const FIRST_DISC = { kind: 'disc', at: { x: 0, y: 0 }, acrossMm: 30 } as const

/** Whether a mark works in all of the piece or in a disc of it. */
function ZoneFields({ mark, length, change }: Omit<OwnFieldsProps, 'inkNames'>) {
  const zone = zoneOf(mark)
  if (zone === null || mark.kind === 'sprinkle') return null
  return (
    <>
      <ChoiceField
        label="Where"
        value={zone.kind}
        choices={[
          { id: 'piece', name: 'the whole piece' },
          { id: 'disc', name: 'a disc of it' },
        ]}
        onChange={(kind) => change(withZone(mark, kind === 'disc' ? FIRST_DISC : { kind }))}
      />
      {zone.kind === 'disc' && <DiscFields mark={mark} disc={zone} length={length} />}
    </>
  )
}

function DiscFields({
  mark,
  disc,
  length,
}: {
  readonly mark: Mark
  readonly disc: Extract<Zone, { kind: 'disc' }>
  readonly length: LengthField
}) {
  return (
    <>
      {length('Disc across', disc.acrossMm, (acrossMm) => withZone(mark, { ...disc, acrossMm }))}
      {length('Right of the middle', disc.at.x, (x) => withZone(mark, { ...disc, at: { ...disc.at, x } }))}
      {length('Above the middle', disc.at.y, (y) => withZone(mark, { ...disc, at: { ...disc.at, y } }))}
    </>
  )
}

interface NumberProps {
  readonly label: string
  readonly value: number
  readonly onChange: (value: number) => void
}

function Counted({ label, value, onChange }: NumberProps) {
  return (
    <div className="flex flex-col gap-1">
      <span className="text-sm font-medium">{label}</span>
      <CountField label={label} value={value} onChange={onChange} />
    </div>
  )
}

function choicesOf<Id extends string>(words: Readonly<Record<Id, string>>) {
  return (Object.keys(words) as Id[]).map((id) => ({ id, name: words[id] }))
}
