import { useState, type ReactNode } from 'react'
import { BookOpen } from 'lucide-react'
import { Dialog } from 'radix-ui'
import { Link } from 'react-router'
import { fromRecipe, movedInto, type BatchRequest, type Recipe } from '#core/batch/index.ts'
import type { Shelf } from '#core/shelf/index.ts'
import { readRecipe, writeRecipe, type RecipeFileProblem } from '#formats/recipeFile.ts'
import { removeItem, saveItem } from '#data/shelfCommands.ts'
import { wordMoved } from '#words/pattern.ts'
import { wordRecipe } from '#words/recipes.ts'
import { Sheet } from '#app/components/Sheet.tsx'
import { useSay } from '#app/components/undo.tsx'
import { dateOf } from '#app/components/when.ts'
import { download } from '#app/platform/download.ts'
import { useRecipes, useUnits } from '#app/platform/queries.ts'
import { useShippedRecipes } from '#app/platform/shippedRecipes.ts'
import { useBriefs } from '#app/platform/stories.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { FullMolds, SoMuchResin } from './BeginFromAmount.tsx'
import { KeepAsRecipe } from './KeepAsRecipe.tsx'

interface BeginFromProps {
  readonly draft: BatchRequest
  /** The draft where nothing is wrong with it. */
  readonly sound: BatchRequest | null
  readonly stock: Shelf
  readonly take: (draft: BatchRequest) => void
}

/** What a plan can be begun from: a recipe, a run of the log, so much resin, or molds that are full; and keeping this plan as a recipe. */
export function BeginFrom({ draft, sound, stock, take }: BeginFromProps) {
  const [isOpen, setIsOpen] = useState(false)
  const begin = (request: BatchRequest) => {
    take(request)
    setIsOpen(false)
  }
  return (
    <Dialog.Root open={isOpen} onOpenChange={setIsOpen}>
      <Dialog.Trigger className="button button-quiet">
        <BookOpen className="size-4" aria-hidden /> Recipes
      </Dialog.Trigger>
      <Sheet title="Begin from" className="inset-x-2 top-2 max-h-[96vh] max-w-2xl">
        <Recipes draft={draft} stock={stock} begin={begin} />
        {sound && <KeepAsRecipe request={sound} />}
        <LatestRuns close={() => setIsOpen(false)} />
        {sound && <SoMuchResin draft={sound} begin={begin} />}
        {sound && <FullMolds draft={sound} begin={begin} />}
      </Sheet>
    </Dialog.Root>
  )
}

interface RecipesProps {
  readonly draft: BatchRequest
  readonly stock: Shelf
  readonly begin: (request: BatchRequest) => void
}

const ITS_OWN = 'own'

function Recipes({ draft, stock, begin }: RecipesProps) {
  const { db, newId } = usePlatform()
  const say = useSay()
  const fail = (problem: Error) => say(problem.message)
  const units = useUnits()
  const kept = useRecipes().data ?? []
  const shipped = useShippedRecipes()
  const [mold, setMold] = useState(ITS_OWN)
  const [told, setTold] = useState<readonly string[]>([])
  const lay = (recipe: Recipe) => {
    const made = fromRecipe(recipe, draft, stock)
    const into = stock.molds.find(({ id }) => id === mold)
    if (!into) return begin(made)
    const { request, scaled } = movedInto(made, made.pieces[0]!, into)
    begin(request)
    if (scaled.length > 0) say(wordMoved(into.name, scaled, units))
  }
  const open = async (file: File | undefined) => {
    if (!file) return
    const read = readRecipe(await file.text())
    if (!read.ok) return setTold(linesOf(read.problem))
    const taken = kept.some(({ id }) => id === read.value.id)
    const recipe = taken ? { ...read.value, id: newId() } : read.value
    await saveItem(db, 'recipes', recipe)
    setTold([`${recipe.name} is among the recipes.`])
  }
  const letGo = async ({ id, name }: Recipe) => {
    const removed = await removeItem(db, 'recipes', id)
    say(`${name} is let go.`, () => void removed?.restore().catch(fail))
  }
  return (
    <section aria-labelledby="recipes-heading">
      <h3 id="recipes-heading" className="text-lg">
        A recipe
      </h3>
      <label className="mt-1 flex items-center gap-2 text-sm">
        <span className="whitespace-nowrap">Laid into</span>
        <select
          className="field w-auto max-w-full"
          value={mold}
          onChange={(event) => setMold(event.target.value)}
        >
          <option value={ITS_OWN}>its own molds</option>
          {stock.molds.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      {kept.length === 0 ? (
        <p className="text-ink-soft text-sm">None kept yet: keep this plan below, or open a recipe file.</p>
      ) : (
        <ul>
          {kept.map((recipe) => (
            <RecipeLine key={recipe.id} recipe={recipe} begin={() => lay(recipe)}>
              <button
                className="button button-quiet px-3"
                aria-label={`Let go of ${recipe.name}`}
                onClick={() => void letGo(recipe).catch(fail)}
              >
                Let go
              </button>
            </RecipeLine>
          ))}
        </ul>
      )}
      <label className="button button-quiet has-focus-visible:outline-needle mt-2 cursor-pointer has-focus-visible:outline-3">
        Open a recipe file
        <input
          type="file"
          accept=".json,application/json"
          className="sr-only"
          onChange={(event) => {
            void open(event.target.files?.[0]).catch(fail)
            event.target.value = ''
          }}
        />
      </label>
      <details className="mt-3">
        <summary className="min-h-11 cursor-pointer content-center font-medium">
          {shipped.length} recipes to begin from
        </summary>
        <p className="text-ink-soft text-sm">
          Made-up names and colours, figures of common practice: put your own resin and colours in. Each is
          planned anew for your room and hands.
        </p>
        <ul>
          {shipped.map((recipe) => (
            <RecipeLine key={recipe.id} recipe={recipe} begin={() => lay(recipe)} />
          ))}
        </ul>
      </details>
      <ul className="mt-1 list-disc pl-5 text-sm empty:hidden" role="status">
        {told.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </section>
  )
}

interface RecipeLineProps {
  readonly recipe: Recipe
  readonly begin: () => void
  readonly children?: ReactNode
}

function RecipeLine({ recipe, begin, children }: RecipeLineProps) {
  const { id, name, note } = recipe
  return (
    <li className="border-line flex flex-wrap items-center gap-2 border-t py-2" data-recipe={id}>
      <span className="min-w-40 flex-1">
        <span className="font-semibold">{name}</span>
        <span className="text-ink-soft block text-sm">{wordRecipe(recipe)}</span>
        {note && <span className="block text-sm">{note}</span>}
      </span>
      <button className="button button-main px-4" onClick={begin}>
        Begin
      </button>
      <button
        className="button button-quiet px-3"
        aria-label={`Save ${name} as a file`}
        onClick={() => download(`${fileName(name)}.recipe.json`, 'application/json', writeRecipe(recipe))}
      >
        File
      </button>
      {children}
    </li>
  )
}

function linesOf(problem: RecipeFileProblem): readonly string[] {
  if (problem.kind === 'notJson')
    return [`This is no recipe file: ${problem.detail}. Expected JSON. Nothing was kept.`]
  return [...problem.lines, 'Nothing was kept.']
}

/** A name that every file system takes. */
function fileName(name: string): string {
  return (
    name
      .trim()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .slice(0, 60) || 'recipe'
  )
}

const LATEST_RUNS = 5

/** What was stirred last, to be made again as it was poured. */
function LatestRuns({ close }: { readonly close: () => void }) {
  const runs = useBriefs({ index: 'stirredAtMs', value: 0, latest: LATEST_RUNS }) ?? []
  if (runs.length === 0) return null
  return (
    <section className="border-line mt-4 border-t pt-3" aria-labelledby="runs-heading">
      <h3 id="runs-heading" className="text-lg">
        Something that was poured
      </h3>
      <ul className="text-sm">
        {runs.map(({ id, name, stirredAtMs }) => (
          <li key={id}>
            <Link className="inline-flex min-h-11 items-center" to={`/plan?repeat=${id}`} onClick={close}>
              {name}, {dateOf(stirredAtMs ?? 0)}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}
