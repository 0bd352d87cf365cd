import { Link } from 'react-router'
import { Palette, Plus, X } from 'lucide-react'
import {
  dividedOrder,
  fromSurplus,
  inksOf,
  layersOnPieces,
  kindId,
  kindName,
  laidIn,
  mayLieInPart,
  movedInto,
  techniqueOn,
  withoutOrder,
  type BatchRequest,
  type BedSaid,
  type Colourway,
  type PieceOrder,
} from '#core/batch/index.ts'
import type { Colour } from '#core/colour/index.ts'
import type { Mold } from '#core/mold/index.ts'
import { isDrawn, isInked, standsAlone, TECHNIQUES, type TechniqueId } from '#core/technique/index.ts'
import { wordMoved } from '#words/pattern.ts'
import { mixedDensityGPerMl } from '#core/resin/index.ts'
import { printQuantity } from '#core/units/index.ts'
import { BedField } from '#app/components/BedField.tsx'
import { CountField } from '#app/components/CountField.tsx'
import { useSay } from '#app/components/undo.tsx'
import { useUnits } from '#app/platform/queries.ts'
import { TextField } from '#app/components/TextField.tsx'
import { ZoneFields } from '#app/components/ZoneFields.tsx'
import type { InputsProps } from './inputsProps.ts'
import { usePatternLink } from './patternLink.ts'

/** How many pieces of which mold, and in which colourways. */
export function Pieces({ draft, stock, problems, change }: InputsProps) {
  const { pieces } = draft
  const units = useUnits()
  const say = useSay()
  // What lies on some of the pieces alone follows them.
  const put = (next: readonly PieceOrder[]) =>
    change({ pieces: next, layers: layersOnPieces(draft.layers, next) })
  const set = (place: number, order: PieceOrder) => put(pieces.map((each, k) => (k === place ? order : each)))
  /** Into another mold: what is said of them goes along by the area, and what that changed is told. */
  const move = (order: PieceOrder, mold: Mold) => {
    const { request, scaled } = movedInto(draft, order, mold)
    const parts = ({ pieces, cups, inclusions, layers }: BatchRequest) => ({
      pieces,
      cups,
      inclusions,
      layers,
    })
    change(parts(request))
    if (scaled.length > 0) say(wordMoved(mold.name, scaled, units), () => change(parts(draft)))
  }
  const unused = stock.molds.find((mold) => !isIn(mold, pieces))
  return (
    <fieldset className="flex min-w-0 flex-col gap-2">
      <legend className="mb-1 text-sm font-medium">Pieces</legend>
      {pieces.map((order, k) => (
        <div
          key={kindId(order)}
          className="border-line flex flex-col gap-2 [&+&]:border-t [&+&]:pt-3"
          data-order={kindId(order)}
        >
          <OrderLine
            order={order}
            no={k + 1}
            problem={problems[`pieces.${k}.bed.on.frac`]}
            molds={stock.molds.filter((mold) => mold.id === order.mold.id || !isIn(mold, pieces))}
            draft={draft}
            set={(changed) => set(k, changed)}
            move={(mold) => move(order, mold)}
            divide={() =>
              put(pieces.flatMap((each) => (each === order ? dividedOrder(order, draft) : [each])))
            }
            leaveOut={pieces.length > 1 ? () => put(withoutOrder(order, draft)) : null}
          />
          {order.colourway && (
            <ColourwayFields
              colourway={order.colourway}
              inks={isInked(techniqueOn(order, draft)) ? inksOf(draft) : []}
              problem={problems[`pieces.${k}.colourway.name`]}
              onChange={(colourway) => set(k, { ...order, colourway })}
            />
          )}
        </div>
      ))}
      {Object.entries(problems)
        .filter(
          ([path]) =>
            path.startsWith('pieces') && !path.includes('.colourway.') && !path.includes('.bed.on.'),
        )
        .map(([path, problem]) => (
          <p key={path} className="text-stop text-sm">
            {problem}
          </p>
        ))}
      {unused && (
        <button
          type="button"
          className="button button-quiet self-start"
          onClick={() => put([...pieces, { mold: unused, count: 1, pattern: null }])}
        >
          <Plus className="size-4" aria-hidden /> Another mold
        </button>
      )}
    </fieldset>
  )
}

function isIn({ id }: Mold, pieces: readonly PieceOrder[]): boolean {
  return pieces.some(({ mold }) => mold.id === id)
}

interface OrderLineProps {
  readonly order: PieceOrder
  readonly no: number
  /** What is wrong with the part of the floor that its base lies on. */
  readonly problem: string | undefined
  readonly molds: readonly Mold[]
  readonly draft: BatchRequest
  readonly set: (order: PieceOrder) => void
  readonly move: (mold: Mold) => void
  readonly divide: () => void
  /** Null where it is the only one. */
  readonly leaveOut: (() => void) | null
}

function OrderLine({ order, no, problem, molds, draft, set, move, divide, leaveOut }: OrderLineProps) {
  const patternLink = usePatternLink()
  const units = useUnits()
  const name = kindName(order)
  return (
    <>
      <div className="flex min-w-0 items-center gap-2">
        <select
          className="field"
          aria-label={`Mold ${no}`}
          value={order.mold.id}
          // Two colourways of one mold stay in it.
          disabled={draft.pieces.filter(({ mold }) => mold.id === order.mold.id).length > 1}
          onChange={(event) => move(molds.find((mold) => mold.id === event.target.value) ?? order.mold)}
        >
          {molds.map((mold) => (
            <option key={mold.id} value={mold.id}>
              {mold.name}
            </option>
          ))}
        </select>
        {leaveOut && (
          <button
            type="button"
            className="button button-quiet px-3"
            aria-label={`Leave out ${name}`}
            onClick={leaveOut}
          >
            <X className="size-4" aria-hidden />
          </button>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <CountField
          label={`Pieces of ${name}`}
          value={order.count}
          onChange={(count) => set({ ...order, count })}
        />
        {isDrawn(techniqueOn(order, draft)) && (
          <Link
            className="button button-quiet px-3"
            to={patternLink(kindId(order))}
            aria-label={`Pattern of ${name}`}
          >
            Pattern
          </Link>
        )}
        <button
          type="button"
          className="button button-quiet px-3"
          aria-label={`Another colourway of ${name}`}
          onClick={divide}
        >
          <Palette className="size-4" aria-hidden /> Colourway
        </button>
      </div>
      {!order.surplus && (
        <BedField
          label={bedLabel(techniqueOn(order, draft))}
          units={units}
          gPerMl={mixedDensityGPerMl(draft.resin)}
          usual={
            draft.bedMm === null || Number.isNaN(draft.bedMm)
              ? `as usual; or ${units.length === 'in' ? '0.2 in, 2 fl oz' : '5 mm, 50 ml, 60 g'}`
              : printQuantity(draft.bedMm, units.length)
          }
          bed={order.bed}
          onChange={(bed) =>
            set(withBed(order, bed && { ...bed, ...(order.bed?.on && { on: order.bed.on }) }))
          }
        />
      )}
      {order.bed && !order.surplus && mayLieInPart(TECHNIQUES[techniqueOn(order, draft)]) && (
        <ZoneFields
          label="Where it lies"
          zone={order.bed.on ?? null}
          problem={problem}
          onChange={(on) => set(withBed(order, { ...order.bed!, on: on ?? undefined }))}
        />
      )}
      {(draft.pieces.length > 1 || order.technique) && (
        <label className="flex items-center gap-2 text-sm">
          <span className="whitespace-nowrap">Laid as</span>
          <select
            className="field"
            aria-label={`How ${name} is laid`}
            value={techniqueOn(order, draft)}
            onChange={(event) => set(laidIn(order, event.target.value as TechniqueId, draft.technique))}
          >
            {waysBeside(draft.technique).map((way) => (
              <option key={way.id} value={way.id}>
                {way.name}
                {way.id === draft.technique ? ', as the batch' : ''}
              </option>
            ))}
          </select>
        </label>
      )}
      {draft.pieces.length > 1 && (
        <label className="flex min-h-11 cursor-pointer items-center gap-2 text-sm">
          <input
            type="checkbox"
            className="accent-needle size-5 shrink-0"
            aria-label={`Mold ${no}: poured from what is left`}
            checked={order.surplus === true}
            onChange={() => set(fromSurplus(order, order.surplus !== true))}
          />
          Poured from what the mix leaves over
        </label>
      )}
    </>
  )
}

function bedLabel(way: TechniqueId): string {
  if (TECHNIQUES[way].pouredOver) return 'Sheet, or poured over each'
  return isDrawn(way) ? 'Bed in each' : 'Base in each'
}

function withBed({ bed: _before, ...order }: PieceOrder, bed: BedSaid | undefined): PieceOrder {
  return bed ? { ...order, bed } : order
}

interface ColourwayFieldsProps {
  readonly colourway: Colourway
  /** Of the batch; none where these pieces are laid without. */
  readonly inks: readonly Colour[]
  readonly problem: string | undefined
  readonly onChange: (colourway: Colourway) => void
}

/** Its name, and which of the batch's inks go on these pieces. */
function ColourwayFields({ colourway, inks, problem, onChange }: ColourwayFieldsProps) {
  const toggle = (id: string) =>
    onChange({
      ...colourway,
      inks: colourway.inks.includes(id)
        ? colourway.inks.filter((each) => each !== id)
        : [...colourway.inks, id],
    })
  return (
    <div className="border-line ml-3 flex flex-col gap-2 border-l-2 pl-3">
      <TextField
        label="Colourway"
        value={colourway.name}
        problem={problem}
        onChange={(name) => onChange({ ...colourway, name })}
      />
      {inks.length > 0 && (
        <fieldset>
          <legend className="mb-1 text-sm">Inks of {colourway.name || 'this colourway'}</legend>
          <div className="flex flex-wrap gap-x-4">
            {inks.map(({ id, name, hex }) => (
              <label key={id} className="flex min-h-11 cursor-pointer items-center gap-2 text-sm">
                <input
                  type="checkbox"
                  className="accent-needle size-5 shrink-0"
                  checked={colourway.inks.includes(id)}
                  onChange={() => toggle(id)}
                />
                <span
                  className="border-edge size-5 rounded-full border"
                  style={{ background: hex }}
                  aria-hidden
                />
                {name}
              </label>
            ))}
          </div>
        </fieldset>
      )}
    </div>
  )
}

/** The ways a piece can be laid in beside that one; some share their pour with none. */
function waysBeside(own: TechniqueId) {
  return standsAlone(TECHNIQUES[own])
    ? [TECHNIQUES[own]]
    : Object.values(TECHNIQUES).filter((way) => !standsAlone(way))
}
