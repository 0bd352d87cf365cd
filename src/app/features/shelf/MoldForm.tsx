import { useState } from 'react'
import type { Mold, Outline } from '#core/mold/index.ts'
import { USUAL_WALL, type WallMaterial } from '#core/resin/index.ts'
import { moldSchema } from '#schema/mold.ts'
import { SHAPE_WORDS } from '#words/vocabulary.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { MoldDrawing } from '#app/components/MoldDrawing.tsx'
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
