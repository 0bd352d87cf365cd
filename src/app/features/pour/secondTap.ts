import type { MouseEvent } from 'react'

/** The second tap of a double one: meant for what lay there a moment ago, whatever has come under it since. Keys are no taps. */
export function isSecondTap({ detail }: Pick<MouseEvent, 'detail'>): boolean {
  return detail > 1
}
