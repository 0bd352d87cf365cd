import type { ReactNode } from 'react'
import { usePrinting } from './printing.ts'

/** What a place prints in its own stead; it is there only while it prints. */
export function OnPaper({ children }: { readonly children: ReactNode }) {
  if (!usePrinting()) return null
  return (
    <div className="paper" data-paper>
      {children}
    </div>
  )
}
