import { inksOf, type BatchRequest } from '#core/batch/index.ts'
import { isWhite } from '#core/colour/index.ts'

interface PigmentEdgeProps {
  readonly request: Pick<BatchRequest, 'colours' | 'cups' | 'layers'>
  readonly className?: string
}

/** The batch's own colours as a stripe: its inks, what its cups and layers are tinted with, and its white. It stands beside the batch's name and says nothing alone. */
export function PigmentEdge({ request, className = 'h-1.5' }: PigmentEdgeProps) {
  const hexes = pigmentsOf(request)
  const share = 100 / hexes.length
  const stops = hexes.map((hex, k) => `${hex} ${k * share + share * 0.2}% ${(k + 1) * share - share * 0.2}%`)
  return (
    <div
      className={`w-full rounded-full ${className}`}
      style={{ background: hexes.length === 1 ? hexes[0] : `linear-gradient(to right, ${stops.join(', ')})` }}
      data-pigments={hexes.length}
      aria-hidden
    />
  )
}

function pigmentsOf({ colours, cups, layers }: PigmentEdgeProps['request']): readonly string[] {
  const tinted = [...cups, ...layers.flatMap((layer) => layer.cups)].flatMap((cup) =>
    cup.colours.map(({ colour }) => colour),
  )
  const all = [...inksOf({ colours }), ...tinted, ...colours.filter(isWhite)]
  const hexes = [...new Set(all.map(({ hex }) => hex))]
  return hexes.length > 0 ? hexes : ['var(--clear)']
}
