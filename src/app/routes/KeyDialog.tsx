import { Dialog } from 'radix-ui'
import { Sheet } from '#app/components/Sheet.tsx'

export interface KeyedPlace {
  readonly to: string
  readonly name: string
  readonly key: string
}

const OTHERS = [
  ['Enter or space', 'Mark the step at hand, in a pour'],
  ['u', 'Undo the last mark, in a pour'],
  ['r', 'Reading, in a pour'],
  ['n', 'Note, in a pour'],
  ['w', 'Words of the trade on this page'],
  ['?', 'This list'],
] as const

interface KeyDialogProps {
  readonly places: readonly KeyedPlace[]
  readonly close: () => void
}

/** The keys that work, as a list. */
export function KeyDialog({ places, close }: KeyDialogProps) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && close()}>
      <Sheet title="Keys" className="inset-x-3 top-[10vh] max-h-[80vh] max-w-md">
        <dl className="grid grid-cols-[9rem_1fr] gap-y-2">
          {[...places.map((place) => [`g, then ${place.key}`, place.name] as const), ...OTHERS].map(
            ([keys, what]) => (
              <div key={keys} className="contents">
                <dt className="font-semibold">{keys}</dt>
                <dd>{what}</dd>
              </div>
            ),
          )}
        </dl>
      </Sheet>
    </Dialog.Root>
  )
}
