import { dosesFor, firstPoured, type LayerCup, type Portion } from '#core/batch/index.ts'
import { isMixedIn, type Colour } from '#core/colour/index.ts'
import type { HeldBack } from '#core/technique/index.ts'
import { BEGUN_DOSES } from './doses.ts'

/** One cup more: the first takes all of the mix, every other a share of it. */
export function nextCup(cups: readonly LayerCup[], tints: readonly Colour[]): LayerCup {
  const taken = new Set(cups.map(({ id }) => id))
  let no = cups.length + 1
  while (taken.has(`cup${no}`)) no++
  const used = new Set(cups.flatMap((cup) => cup.colours.map(({ colour }) => colour.id)))
  const colour =
    tints.find(({ id, kind }) => kind === 'paste' && !used.has(id)) ?? tints.find(({ id }) => !used.has(id))
  const portion: Portion = cups.length === 0 ? { by: 'rest' } : { by: 'share', frac: 0.25 }
  return {
    id: `cup${no}`,
    name: colour?.name ?? `Cup ${no}`,
    portion,
    colours: colour ? [{ colour, dose: BEGUN_DOSES[dosesFor(colour.kind)[0]!] }] : [],
  }
}

/** As many cups as a way wants, and two where two of its usual share are no more than there is. */
export function begunAs(
  { leastCups, begunFrac }: Pick<HeldBack, 'leastCups' | 'begunFrac'>,
  cups: readonly LayerCup[],
  colours: readonly Colour[],
): readonly LayerCup[] {
  const count = Math.max(leastCups, 2 * begunFrac <= 1 ? 2 : 1)
  const poured = firstPoured(cups)
  const held = cups.filter((each) => each !== poured)
  if (held.length >= count || leastCups === 0) return cups
  const tints = colours.filter(isMixedIn)
  const first = held[0] ?? nextCup(cups, tints)
  const portion = { by: 'share', frac: begunFrac } as const
  const all = count === 1 ? [first] : [first, nextCup([...cups, first], tints)]
  return [...all.map((cup) => ({ ...cup, portion })), ...(poured ? [poured] : [])]
}
