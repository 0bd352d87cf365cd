interface ObjectDrawingProps {
  readonly title: string
  readonly className?: string
  /** Of what ran down it; drawn in ink where nothing is said. */
  readonly hexes?: readonly string[]
  readonly mirrored?: boolean
}

/** Where runs begin and how far down they come, of an object 48 high. */
const RUNS = [
  [17, 30],
  [20, 38],
  [23, 26],
  [26, 40],
  [29, 33],
  [31, 24],
] as const

/** What a pour ran down, upturned as it stood; a drawing of no object in particular. */
export function ObjectDrawing({ title, className, hexes = [], mirrored = false }: ObjectDrawingProps) {
  return (
    <svg viewBox="0 0 48 48" className={className} role="img" aria-label={title}>
      <g transform={mirrored ? 'translate(48 0) scale(-1 1)' : undefined}>
        <path d="M16 8 H32 L35 43 H13Z" fill="var(--clear)" stroke="var(--ink)" strokeLinejoin="round" />
        {RUNS.map(([x, y], k) => (
          <path
            key={x}
            d={`M${x} 9.5 V${y}`}
            stroke={hexes.length > 0 ? hexes[k % hexes.length] : 'var(--ink)'}
            strokeLinecap="round"
            strokeWidth={hexes.length > 0 ? 3 : 1.5}
          />
        ))}
      </g>
    </svg>
  )
}
