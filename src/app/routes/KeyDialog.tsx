import { Dialog } from 'radix-ui'

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
      <Dialog.Portal>
        <Dialog.Overlay className="bg-sunken/80 fixed inset-0 z-40" />
        <Dialog.Content
          className="bg-raised border-edge fixed inset-x-3 top-[10vh] z-50 mx-auto max-w-md rounded-2xl border p-5"
          aria-describedby={undefined}
        >
          <Dialog.Title className="font-display mb-3 text-2xl font-semibold">Keys</Dialog.Title>
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
          <Dialog.Close className="button button-quiet mt-4">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
