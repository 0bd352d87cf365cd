import { useRef } from 'react'
import { Link } from 'react-router'
import { Popover } from 'radix-ui'
import type { Mark } from './marks.ts'

/** What a word means, beside where it stands. */
export function Meaning({ mark, close }: { readonly mark: Mark; readonly close: () => void }) {
  const anchor = useRef({ getBoundingClientRect: () => mark.range.getBoundingClientRect() })
  return (
    <Popover.Root open onOpenChange={(open) => !open && close()}>
      <Popover.Anchor virtualRef={anchor} />
      <Popover.Portal>
        <Popover.Content
          className="bg-raised border-edge z-50 max-w-xs rounded-xl border p-4 shadow-lg outline-none"
          sideOffset={4}
          collisionPadding={8}
          aria-label={mark.term.word}
          data-unmarked
          data-meaning={mark.term.id}
        >
          <p className="font-display text-lg font-semibold">{mark.term.word}</p>
          <p className="mt-1">{mark.term.meaning}</p>
          <Link
            className="mt-1 inline-flex min-h-11 items-center text-sm"
            to="/handbook#words"
            onClick={close}
          >
            All words
          </Link>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
