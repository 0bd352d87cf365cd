import { useState } from 'react'
import { Plus, X } from 'lucide-react'
import { UPRIGHT, type FillMark, type Mold, type Outline } from '#core/mold/index.ts'
import { USUAL_WALL, type WallMaterial } from '#core/resin/index.ts'
import { moldSchema } from '#schema/mold.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { SHAPE_WORDS } from '#words/vocabulary.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { MoldDrawing } from '#app/components/MoldDrawing.tsx'
import { MeasuresFields } from '#app/components/MeasuresFields.tsx'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { useUnits } from '#app/platform/queries.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { DrawnOutlineFields } from './DrawnOutline.tsx'
import { NumberField } from '#app/components/NumberField.tsx'
import { ItemDialog, TextField } from './ItemDialog.tsx'

const FIRST: Readonly<Record<Outline['shape'], Outline>> = {
  circle: { shape: 'circle', acrossMm: 100 },
  square: { shape: 'square', acrossMm: 95, cornerMm: 10 },
  rectangle: { shape: 'rectangle', widthMm: 200, heightMm: 120, cornerMm: 8 },
  hexagon: { shape: 'hexagon', acrossMm: 95 },
  octagon: { shape: 'octagon', acrossMm: 120 },
  oval: { shape: 'oval', widthMm: 150, heightMm: 100 },
  flower: { shape: 'flower', acrossMm: 200, petals: 8 },
  heart: { shape: 'heart', widthMm: 120 },
  drawn: {
    shape: 'drawn',
    points: [
      { x: -50, y: -35 },
      { x: 50, y: -35 },
      { x: 50, y: 35 },
      { x: -50, y: 35 },
    ],
    islands: [],
  },
}

const WALL_WORDS: Readonly<Record<WallMaterial, string>> = {
  silicone: 'silicone',
  plastic: 'rigid plastic',
  glass: 'glass',
}

const MEASURES: Readonly<Record<string, string>> = {
  acrossMm: 'Across',
  widthMm: 'Width',
  heightMm: 'Height',
  cornerMm: 'Corner radius',
}

/** A mold: its outline, depth, and the water it holds where that was measured. */
export function MoldForm({ first, close }: { first: Mold | null; close: () => void }) {
  const { newId } = usePlatform()
  const units = useUnits()
  const [draft, setDraft] = useState<Mold>(
    () =>
      first ?? {
        id: newId(),
        name: '',
        outline: FIRST.circle,
        depthMm: 10,
        waterFillMl: null,
        ...UPRIGHT,
        count: 1,
        cavities: 1,
        wall: USUAL_WALL,
      },
  )
  const change = (changes: Partial<Mold>) => setDraft((last) => ({ ...last, ...changes }))
  const outline = (changes: Record<string, number>) =>
    change({ outline: { ...draft.outline, ...changes } as Outline })
  const sizes = Object.entries(draft.outline).filter(([name]) => name in MEASURES) as [string, number][]
  const drawable = sizes.every(([, size]) => size > 0 || size === 0)
  return (
    <ItemDialog
      title={first ? `Change ${first.name}` : 'A mold'}
      shelf="molds"
      schema={moldSchema}
      draft={draft}
      close={close}
    >
      <TextField label="Name" value={draft.name} onChange={(name) => change({ name })} />
      <ChoiceField
        label="Outline"
        value={draft.outline.shape}
        choices={(Object.keys(SHAPE_WORDS) as Outline['shape'][]).map((id) => ({
          id,
          name: SHAPE_WORDS[id],
        }))}
        onChange={(shape) => change({ outline: FIRST[shape] })}
      />
      {sizes.map(([name, size]) => (
        <QuantityField
          key={`${draft.outline.shape}-${name}`}
          label={MEASURES[name]!}
          dimension="length"
          unit={units.length}
          value={size}
          onChange={(value) => outline({ [name]: value ?? Number.NaN })}
        />
      ))}
      {draft.outline.shape === 'drawn' && (
        <DrawnOutlineFields
          outline={draft.outline}
          units={units}
          change={(drawn) => change({ outline: drawn })}
        />
      )}
      {draft.outline.shape === 'flower' && (
        <NumberField
          label="Petals of the outline"
          value={draft.outline.petals}
          onChange={(petals) => outline({ petals })}
        />
      )}
      <QuantityField
        label="Depth"
        dimension="length"
        unit={units.length}
        value={draft.depthMm}
        onChange={(value) => change({ depthMm: value ?? Number.NaN })}
      />
      <QuantityField
        label="Water to the brim"
        dimension="volume"
        unit={units.volume}
        value={draft.waterFillMl}
        emptyAllowed
        onChange={(waterFillMl) => change({ waterFillMl })}
        hint={`Of one cavity. Empty: outline × depth. ${units.mass === 'g' ? '1 g of water is 1 ml.' : 'An ounce of water by weight is nearly a fluid ounce.'}`}
      />
      <MeasuresFields
        legend="Raised edge of the piece"
        value={draft.edge ?? null}
        measures={[
          { name: 'heightMm', label: 'Edge height' },
          { name: 'widthMm', label: 'Edge width' },
        ]}
        units={units}
        onChange={(edge) => change({ edge })}
        hint="Where the mold is deeper along its wall than in the middle. Its depth is the deepest."
      />
      <PartFills fills={draft.partFills} units={units} onChange={(partFills) => change({ partFills })} />
      <label className="flex min-h-11 cursor-pointer items-center gap-2 text-sm">
        <input
          type="checkbox"
          className="accent-needle size-5 shrink-0"
          checked={draft.stays}
          onChange={() => change({ stays: !draft.stays })}
        />
        A ready-made dish: the piece stays in it
      </label>
      <NumberField label="How many of it" value={draft.count} onChange={(count) => change({ count })} />
      <NumberField
        label="Cavities in each"
        value={draft.cavities}
        onChange={(cavities) => change({ cavities })}
        hint="Pieces of this outline that one mold casts"
      />
      <ChoiceField
        label="Made of"
        value={draft.wall.material}
        choices={(Object.keys(WALL_WORDS) as WallMaterial[]).map((id) => ({ id, name: WALL_WORDS[id] }))}
        onChange={(material) => change({ wall: { ...draft.wall, material } })}
        hint="It takes up the resin’s warmth: a thick wall keeps a deep layer cooler."
      />
      <QuantityField
        label="Thickness of its floor and wall"
        dimension="length"
        unit={units.length}
        value={draft.wall.mm}
        onChange={(mm) => change({ wall: { ...draft.wall, mm: mm ?? Number.NaN } })}
      />
      {drawable && <MoldDrawing outline={draft.outline} title="The outline" className="size-32" />}
    </ItemDialog>
  )
}

/** As many as tell a shape at a bench. */
const MOST_FILLS = 2

interface PartFillsProps {
  readonly fills: readonly FillMark[]
  readonly units: UnitChoice
  readonly onChange: (fills: readonly FillMark[]) => void
}

/** Water up to heights below the brim, where the walls slope or bulge. */
function PartFills({ fills, units, onChange }: PartFillsProps) {
  const set = (place: number, changes: Partial<FillMark>) =>
    onChange(fills.map((fill, k) => (k === place ? { ...fill, ...changes } : fill)))
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="text-sm font-medium">Water up to a part of its height</legend>
      {fills.map((fill, k) => (
        <div key={k} className="flex items-end gap-2">
          <QuantityField
            label="Height"
            dimension="length"
            unit={units.length}
            value={fill.depthMm}
            onChange={(value) => set(k, { depthMm: value ?? Number.NaN })}
          />
          <QuantityField
            label="holds"
            dimension="volume"
            unit={units.volume}
            value={fill.ml}
            onChange={(value) => set(k, { ml: value ?? Number.NaN })}
          />
          <button
            type="button"
            className="button button-quiet mb-1 px-3"
            aria-label="Leave this fill out"
            onClick={() => onChange(fills.filter((_each, at) => at !== k))}
          >
            <X className="size-4" aria-hidden />
          </button>
        </div>
      ))}
      {fills.length < MOST_FILLS && (
        <button
          type="button"
          className="button button-quiet self-start px-3"
          onClick={() => onChange([...fills, { depthMm: Number.NaN, ml: Number.NaN }])}
        >
          <Plus className="size-4" aria-hidden /> A part fill, where walls are not upright
        </button>
      )}
    </fieldset>
  )
}
