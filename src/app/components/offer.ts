/** What was said last, and how it is taken back; null where it cannot be. */
export interface Offer {
  readonly id: number
  readonly text: string
  readonly undo: (() => void) | null
}

export interface SaidProps {
  readonly offer: Offer | null
  readonly gone: () => void
}
