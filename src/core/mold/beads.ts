import { HAND_SMOOTH, islandsOf, polygonOf, type Outline, type Point } from './outline.ts'
import { ringsInside, type RingSpacing } from './rings.ts'

type Beads = readonly (readonly Point[])[]

/** Insets cost milliseconds and the same mold is planned at every keystroke; the last ones are kept. */
const KEPT = 64
const kept = new Map<string, Beads>()

/** The rings a hand pipes inside that outline, as closed lines in mm; the same question gets the same answer back. */
export function beadsIn(outline: Outline, spacing: RingSpacing): Beads {
  const key = JSON.stringify([outline, spacing.marginMm, spacing.spacingMm])
  const known = kept.get(key)
  if (known) return known
  const beads = ringsInside(polygonOf(outline, HAND_SMOOTH), spacing, islandsOf(outline))
  if (kept.size >= KEPT) kept.delete(kept.keys().next().value!)
  kept.set(key, beads)
  return beads
}
