import { useState } from 'react'
import { Tabs } from 'radix-ui'
import type { Colour } from '#core/colour/index.ts'
import { brimVolumeMl, waterFillOverDrawn, type Mold, type Outline } from '#core/mold/index.ts'
import { layPattern, type Pattern } from '#core/pattern/index.ts'
import { weightRatio, type Resin } from '#core/resin/index.ts'
import { printQuantity } from '#core/units/index.ts'
import { removeItem, type Shelf, type ShelfItem } from '#data/shelfCommands.ts'
import { inUnits } from '#words/inUnits.ts'
import { wordMark } from '#words/pattern.ts'
import { COLOUR_KIND_WORDS, CONFIDENCE_WORDS, ratioWords } from '#words/vocabulary.ts'
import { MoldDrawing } from '#app/components/MoldDrawing.tsx'
import { EmptyPlace, Place } from '#app/components/Place.tsx'
import { useSay } from '#app/components/undo.tsx'
import { useColours, useMolds, usePatterns, useResins, useUnits } from '#app/platform/queries.ts'
import { useSupplies } from '#app/platform/stock.ts'
import { download } from '#app/platform/download.ts'
import { supplyCsv } from '#formats/supplyCsv.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { ColourForm } from './ColourForm.tsx'
import { LearnedBands } from './LearnedBands.tsx'
import { LearnedOfResin } from './LearnedOfResin.tsx'
import { MoldCareLine } from './MoldCareLine.tsx'
import { MoldForm } from './MoldForm.tsx'
import { PatternForm } from './PatternForm.tsx'
import { ResinForm } from './ResinForm.tsx'
import { SupplyCard } from './SupplyCard.tsx'
import { SupplyForm } from './SupplyForm.tsx'

/** Sets and commissions have a place of their own, recipes stand where a plan is begun. */
type ShelfTab = Exclude<Shelf, 'orders' | 'recipes'>
type Tab = ShelfTab | 'bands'

type Editing = { readonly shelf: Shelf; readonly id: string | null } | null

const TABS: readonly { readonly id: ShelfTab; readonly name: string; readonly add: string | null }[] = [
  { id: 'resins', name: 'Resins', add: 'Add a resin' },
  { id: 'molds', name: 'Molds', add: 'Add a mold' },
  { id: 'colours', name: 'Colours', add: 'Add a colour' },
  { id: 'patterns', name: 'Patterns', add: null },
  { id: 'supplies', name: 'Supplies', add: 'Add a supply' },
]

/** Resins, molds and colours at hand. */
export function ShelfPlace() {
  const resins = useResins().data ?? []
  const molds = useMolds().data ?? []
  const colours = useColours().data ?? []
  const patterns = usePatterns().data ?? []
  const kept = useSupplies() ?? []
  const supplies = kept.map(({ supply }) => supply)
  const [tab, setTab] = useState<Tab>('resins')
  const shelf: ShelfTab = tab === 'bands' ? 'resins' : tab
  const [editing, setEditing] = useState<Editing>(null)
  const close = () => setEditing(null)
  const edit = (id: string) => setEditing({ shelf, id })
  const current = TABS.find((tab) => tab.id === shelf)!
  return (
    <Place
      title="Shelf"
      lead="Batches keep the copy they were planned with: changing something here changes the plans to come."
      actions={
        tab !== 'bands' &&
        current.add !== null && (
          <button className="button button-main" onClick={() => setEditing({ shelf, id: null })}>
            {current.add}
          </button>
        )
      }
    >
      <Tabs.Root value={tab} onValueChange={(value) => setTab(value as Tab)}>
        <Tabs.List className="mb-4 flex flex-wrap gap-2" aria-label="Shelves">
          {TABS.map((tab) => (
            <Tabs.Trigger
              key={tab.id}
              value={tab.id}
              className="button button-quiet data-[state=active]:border-press data-[state=active]:bg-sunken data-[state=active]:border-2"
            >
              {tab.name} ({{ resins, molds, colours, patterns, supplies }[tab.id].length})
            </Tabs.Trigger>
          ))}
          <Tabs.Trigger
            value="bands"
            className="button button-quiet data-[state=active]:border-press data-[state=active]:bg-sunken data-[state=active]:border-2"
          >
            Learned timing
          </Tabs.Trigger>
        </Tabs.List>
        <Tabs.Content value="bands">
          <LearnedBands />
        </Tabs.Content>
        <Tabs.Content value="resins">
          <Items shelf="resins" items={resins} edit={edit} view={(resin) => <ResinCard resin={resin} />} />
        </Tabs.Content>
        <Tabs.Content value="molds">
          <Items shelf="molds" items={molds} edit={edit} view={(mold) => <MoldCard mold={mold} />} />
        </Tabs.Content>
        <Tabs.Content value="colours">
          <Items
            shelf="colours"
            items={colours}
            edit={edit}
            view={(colour) => <ColourCard colour={colour} />}
          />
        </Tabs.Content>
        <Tabs.Content value="patterns">
          <Items
            shelf="patterns"
            items={patterns}
            edit={edit}
            view={(pattern) => <PatternCard pattern={pattern} />}
            empty="Keep one from the pattern of a plan; it is scaled to any mold it is laid in."
          />
        </Tabs.Content>
        <Tabs.Content value="supplies">
          {kept.some(({ movements }) => movements.length > 0) && (
            <button
              className="button button-quiet mb-4"
              onClick={() => download('nublo-supplies.csv', 'text/csv', supplyCsv(kept))}
            >
              Save the entries as CSV
            </button>
          )}
          <Items
            shelf="supplies"
            items={supplies}
            edit={edit}
            view={(supply) => <SupplyCard kept={kept.find((each) => each.supply.id === supply.id)!} />}
            empty="Put bottles, bags and cups here to know before a pour what is short, and what a piece costs."
          />
        </Tabs.Content>
      </Tabs.Root>
      {editing?.shelf === 'resins' && (
        <ResinForm first={resins.find(({ id }) => id === editing.id) ?? null} close={close} />
      )}
      {editing?.shelf === 'molds' && (
        <MoldForm first={molds.find(({ id }) => id === editing.id) ?? null} close={close} />
      )}
      {editing?.shelf === 'supplies' && (
        <SupplyForm
          first={supplies.find(({ id }) => id === editing.id) ?? null}
          resins={resins}
          colours={colours}
          close={close}
        />
      )}
      {editing?.shelf === 'patterns' && (
        <PatternForm first={patterns.find(({ id }) => id === editing.id)!} close={close} />
      )}
      {editing?.shelf === 'colours' && (
        <ColourForm first={colours.find(({ id }) => id === editing.id) ?? null} close={close} />
      )}
    </Place>
  )
}

interface ItemsProps<Kind extends Shelf> {
  readonly shelf: Kind
  readonly items: readonly ShelfItem[Kind][]
  readonly edit: (id: string) => void
  readonly view: (item: ShelfItem[Kind]) => React.ReactNode
  readonly empty?: string
}

function Items<Kind extends Shelf>({ shelf, items, edit, view, empty = CHOSEN_FROM }: ItemsProps<Kind>) {
  const { db } = usePlatform()
  const say = useSay()
  const remove = async (item: ShelfItem[Kind]) => {
    const removed = await removeItem(db, shelf, item.id)
    say(`${item.name} is off the shelf.`, () => void removed?.restore())
  }
  if (items.length === 0) return <EmptyPlace title="This shelf is empty">{empty}</EmptyPlace>
  return (
    <ul className="grid grid-cols-1 gap-4 sm:grid-cols-2 lg:grid-cols-3">
      {items.map((item) => (
        <li key={item.id} className="sheet flex flex-col justify-between gap-3" data-item={item.id}>
          {view(item)}
          <div className="flex gap-2">
            <button
              className="button button-quiet"
              onClick={() => edit(item.id)}
              aria-label={`Change ${item.name}`}
            >
              Change
            </button>
            <button
              className="button button-quiet"
              onClick={() => void remove(item).catch((problem: Error) => say(problem.message))}
              aria-label={`Remove ${item.name}`}
            >
              Remove
            </button>
          </div>
        </li>
      ))}
    </ul>
  )
}

const CHOSEN_FROM = 'Add what you have; plans choose from it.'

function ResinCard({ resin }: { resin: Resin }) {
  const units = useUnits()
  return (
    <div>
      <h2 className="text-xl">{resin.name}</h2>
      <p className="font-display text-2xl font-semibold">{ratioWords(resin.ratio)}</p>
      <p className="text-sm">
        {weightRatio(resin).toFixed(3)} parts of A by weight for each of B; A{' '}
        {resin.densityAGPerMl.toFixed(2)}, B {resin.densityBGPerMl.toFixed(2)} g/ml
      </p>
      <p className="text-sm">
        {Number(resin.flow.viscosityAtRefPaS.toPrecision(2))} Pa·s mixed at{' '}
        {printQuantity(25, units.temperature, 0)}
      </p>
      <p className="text-ink-soft mt-1 text-sm">
        {resin.source} ({CONFIDENCE_WORDS[resin.confidence]})
      </p>
      <LearnedOfResin resin={resin} />
    </div>
  )
}

function MoldCard({ mold }: { mold: Mold }) {
  const units = useUnits()
  const off = waterFillOverDrawn(mold)
  return (
    <div className="flex gap-4">
      <MoldDrawing outline={mold.outline} title={mold.name} className="size-24 shrink-0" />
      <div>
        <h2 className="text-xl">{mold.name}</h2>
        <p className="text-sm">
          {mold.count} of them{mold.cavities > 1 && ` with ${mold.cavities} cavities each`},{' '}
          {printQuantity(mold.depthMm, units.length)} deep
        </p>
        <p className="text-sm">
          holds {printQuantity(brimVolumeMl(mold), units.volume)}{' '}
          {mold.waterFillMl === null ? '(outline × depth)' : '(water fill)'}
        </p>
        {off !== null && (
          <p className="text-ink-soft text-sm">{(100 * off).toFixed(0)} % of outline × depth</p>
        )}
        <MoldCareLine mold={mold} />
      </div>
    </div>
  )
}

/** A round mold of the area a pattern was drawn for. */
function roundFor({ forAreaMm2 }: Pattern): Outline {
  const acrossMm = Math.sqrt((4 * forAreaMm2) / Math.PI)
  return { shape: 'circle', acrossMm }
}

function PatternCard({ pattern }: { pattern: Pattern }) {
  const units = useUnits()
  const outline = roundFor(pattern)
  return (
    <div className="flex gap-4">
      <MoldDrawing
        outline={outline}
        laid={layPattern(pattern, outline)}
        title={`${pattern.name} in a round mold of its area`}
        className="size-24 shrink-0"
      />
      <div className="min-w-0">
        <h2 className="text-xl">{pattern.name}</h2>
        <ul className="text-ink-soft text-sm">
          {pattern.marks.map(({ id, mark }) => (
            <li key={id}>{inUnits(wordMark(mark, []), units)}</li>
          ))}
        </ul>
      </div>
    </div>
  )
}

/** Of the same colour, the smaller ones beside its cured swatch. */
function otherSwatches({ wetHex, lampHex, underWhiteHex, pairs = [] }: Colour): readonly string[] {
  return [wetHex, lampHex, underWhiteHex, ...pairs.map(({ hex }) => hex)].filter((hex) => hex !== undefined)
}

function wordSwatches({ wetHex, lampHex, underWhiteHex, pairs = [] }: Colour): string {
  const small = [
    ...(wetHex ? ['wet'] : []),
    ...(lampHex ? ['by a lamp'] : []),
    ...(underWhiteHex ? ['under white'] : []),
    ...(pairs.length > 0 ? [`with ${pairs.length === 1 ? 'another colour' : `${pairs.length} others`}`] : []),
  ]
  return small.length > 0 ? `; small: ${small.join(', ')}` : ''
}

function ColourCard({ colour }: { colour: Colour }) {
  return (
    <div className="flex items-center gap-4">
      <span className="flex shrink-0 items-end" aria-hidden>
        <span className="border-edge size-14 rounded-full border" style={{ background: colour.hex }} />
        {otherSwatches(colour).map((hex, k) => (
          <span
            key={k}
            className="border-edge -ml-3 size-8 rounded-full border"
            style={{ background: hex }}
          />
        ))}
      </span>
      <div>
        <h2 className="text-xl">{colour.name}</h2>
        <p className="text-ink-soft text-sm">
          {COLOUR_KIND_WORDS[colour.kind]}
          {wordSwatches(colour)}
        </p>
      </div>
    </div>
  )
}
