import { useState, type ReactNode } from 'react'
import { Dialog } from 'radix-ui'
import * as v from 'valibot'
import { ok, type Result } from '#core/units/index.ts'
import { saveItem, type Shelf, type ShelfItem } from '#data/shelfCommands.ts'
import { issueLines } from '#schema/issues.ts'
import { Sheet } from '#app/components/Sheet.tsx'
import { useSay } from '#app/components/undo.tsx'
import { usePlatform } from '#app/platform/studio.tsx'

interface ItemDialogProps<Kind extends Shelf> {
  readonly title: string
  readonly shelf: Kind
  readonly schema: v.GenericSchema<unknown, ShelfItem[Kind]>
  readonly draft: ShelfItem[Kind]
  readonly close: () => void
  /** Finishes what is to be stored from what else was typed, or says why it cannot. */
  readonly complete?: (draft: ShelfItem[Kind]) => Promise<Result<ShelfItem[Kind], string>>
  readonly children: ReactNode
}

/** A form for one thing on the shelf. What is wrong is said when it is to be stored, and from then on at once; nothing wrong is stored. */
export function ItemDialog<Kind extends Shelf>({
  title,
  shelf,
  schema,
  draft,
  close,
  complete,
  children,
}: ItemDialogProps<Kind>) {
  const { db } = usePlatform()
  const say = useSay()
  const [problem, setProblem] = useState<string | null>(null)
  const [tried, setTried] = useState(false)
  const read = v.safeParse(schema, draft)
  const save = async () => {
    setTried(true)
    if (!read.success) return
    const whole = complete ? await complete(read.output) : ok(read.output)
    setProblem(whole.ok ? null : whole.problem)
    if (!whole.ok) return
    const { undo } = await saveItem(db, shelf, whole.value)
    say(
      `${whole.value.name} is on the shelf.`,
      () => void undo().catch((problem: Error) => say(problem.message)),
    )
    close()
  }
  return (
    <Dialog.Root open onOpenChange={(open) => !open && close()}>
      <Sheet title={title} className="inset-x-3 top-[5vh] max-h-[90vh] max-w-2xl">
        <form
          onSubmit={(event) => {
            event.preventDefault()
            void save().catch((problem: Error) => say(problem.message))
          }}
        >
          <div className="grid grid-cols-1 gap-4 sm:grid-cols-2">{children}</div>
          {tried && !read.success && (
            <ul className="text-stop mt-4 list-disc pl-5 text-sm" role="alert">
              {issueLines(read.issues).map((line) => (
                <li key={line}>{line.replace(/^[\w.]+: /, '')}</li>
              ))}
            </ul>
          )}
          <p className="text-stop mt-4 text-sm empty:hidden" role="alert">
            {problem}
          </p>
          <div className="mt-5 flex gap-3">
            <button className="button button-main">Put on the shelf</button>
            <button type="button" className="button button-quiet" onClick={close}>
              Leave as it was
            </button>
          </div>
        </form>
      </Sheet>
    </Dialog.Root>
  )
}

/** A short text. */
export function TextField({
  label,
  value,
  onChange,
}: {
  label: string
  value: string
  onChange: (value: string) => void
}) {
  return (
    <label className="flex flex-col gap-1 text-sm font-medium">
      {label}
      <input
        className="field text-base font-normal"
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  )
}
