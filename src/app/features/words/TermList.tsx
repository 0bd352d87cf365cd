import { Dialog } from 'radix-ui'
import type { Term } from '#words/terms.ts'
import { Sheet } from '#app/components/Sheet.tsx'

/** The words on the page, with what they mean. */
export function TermList({ terms, close }: { readonly terms: readonly Term[]; readonly close: () => void }) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && close()}>
      <Sheet title="Words on this page" className="inset-x-3 top-[6vh] max-h-[88vh] max-w-xl" unmarked>
        <dl className="flex flex-col gap-3">
          {terms.map(({ id, word, meaning }) => (
            <div key={id}>
              <dt className="font-semibold">{word}</dt>
              <dd>{meaning}</dd>
            </div>
          ))}
        </dl>
        {terms.length === 0 && <p>No word of the trade stands here.</p>}
      </Sheet>
    </Dialog.Root>
  )
}
