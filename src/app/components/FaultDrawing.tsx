import type { ReactNode } from 'react'
import type { FaultId } from '#core/journal/index.ts'
import { CLEAR, GOLD, INK, SECOND_INK, WHITE } from './drawingColours.ts'

const MUD = '#6b5434'

/** The face of a round piece, 42 across in a square of 48. */
function Face({ fill = INK, children }: { fill?: string; children?: ReactNode }) {
  return (
    <>
      <circle cx="24" cy="24" r="21" fill={fill} stroke="currentColor" strokeWidth="1.5" />
      {children}
    </>
  )
}

const PETAL = 'M24 22 C18 15 19 7 24 5 C29 7 30 15 24 22Z'

function Petals({ count = 6, turned = 0, fill = WHITE }: { count?: number; turned?: number; fill?: string }) {
  return Array.from({ length: count }, (_, k) => (
    <path key={k} d={PETAL} fill={fill} transform={`rotate(${turned + (360 * k) / 6} 24 24)`} />
  ))
}

function Dots({
  at,
  r,
  fill = WHITE,
}: {
  at: readonly (readonly [number, number])[]
  r: number
  fill?: string
}) {
  return at.map(([x, y]) => <circle key={`${x} ${y}`} cx={x} cy={y} r={r} fill={fill} />)
}

/** A piece from the side, on its face. */
function Slab({ d, fill = INK }: { d: string; fill?: string }) {
  return <path d={d} fill={fill} stroke="currentColor" strokeWidth="1.5" strokeLinejoin="round" />
}

/** Walls and floor of a mold from the side. */
function MoldWalls({ d = 'M4 14 V38 H44 V14' }: { d?: string }) {
  return <path d={d} fill="none" stroke="currentColor" strokeWidth="3" strokeLinejoin="round" />
}

const FINE = [
  [14, 16],
  [20, 11],
  [31, 15],
  [35, 23],
  [27, 27],
  [16, 28],
  [22, 36],
  [33, 34],
  [12, 22],
  [25, 20],
] as const

/** What each fault looks like, so that it is chosen by its looks and not by its name. */
const DRAWN: Readonly<Record<FaultId, ReactNode>> = {
  blobs: (
    <Face>
      <Dots
        at={[
          [16, 17],
          [31, 16],
          [33, 31],
          [17, 33],
        ]}
        r={5}
      />
    </Face>
  ),
  lines: (
    <Face>
      {[7, 12, 17].map((r) => (
        <circle key={r} cx="24" cy="24" r={r} fill="none" stroke={WHITE} strokeWidth="1.5" />
      ))}
    </Face>
  ),
  gaps: (
    <Face>
      <Petals count={3} />
      <path d="M24 24 L24 44 A20 20 0 0 1 6 33Z" fill={CLEAR} />
    </Face>
  ),
  distorted: (
    <Face>
      <path d="M24 24 C14 20 8 14 12 9 C22 8 20 18 24 24Z" fill={WHITE} />
      <path d="M24 24 C32 10 40 14 41 20 C37 26 30 22 24 24Z" fill={WHITE} />
      <path d="M24 24 C30 30 29 42 20 42 C15 37 20 30 24 24Z" fill={WHITE} />
    </Face>
  ),
  ranTogether: (
    <Face fill={SECOND_INK}>
      <path d="M3 24 A21 21 0 0 1 45 24 C34 30 15 19 3 24Z" fill={INK} opacity="0.35" />
      <path d="M4 28 C18 20 28 36 44 27 C40 40 9 42 4 28Z" fill={INK} opacity="0.3" />
    </Face>
  ),
  hardFront: (
    <Face>
      <path d="M3 24 A21 21 0 0 0 45 24Z" fill={SECOND_INK} />
      <path d="M3 24 H45" stroke="currentColor" strokeWidth="2.5" />
    </Face>
  ),
  pockets: (
    <Face>
      <Petals />
      <Dots
        at={[
          [24, 12],
          [33, 19],
          [33, 30],
          [24, 36],
          [14, 30],
          [15, 18],
        ]}
        r={3}
        fill={GOLD}
      />
    </Face>
  ),
  wallWhite: (
    <Face>
      <path d="M10 14 A17 17 0 0 1 29 8" fill="none" stroke={WHITE} strokeWidth="4" />
    </Face>
  ),
  micaSpots: (
    <Face>
      <Dots
        at={[
          [15, 20],
          [29, 14],
          [32, 29],
          [20, 33],
        ]}
        r={3}
        fill={GOLD}
      />
    </Face>
  ),
  smallInk: (
    <Face fill={CLEAR}>
      <Dots
        at={[
          [17, 18],
          [31, 18],
          [24, 32],
        ]}
        r={4}
        fill={INK}
      />
    </Face>
  ),
  curdled: (
    <Face>
      <path d="M10 18 l5 3 3 -5 4 6 6 -5 4 6 6 -3" fill="none" stroke={WHITE} strokeWidth="2" />
      <path d="M9 30 l6 -3 3 5 5 -6 5 5 5 -5 5 4" fill="none" stroke={WHITE} strokeWidth="2" />
    </Face>
  ),
  clearWalls: (
    <Face fill={CLEAR}>
      <circle cx="24" cy="24" r="11" fill={INK} />
    </Face>
  ),
  clearRim: (
    <Face fill={CLEAR}>
      <circle cx="24" cy="24" r="17" fill={INK} />
    </Face>
  ),
  muddy: (
    <Face>
      <path d="M24 3 A21 21 0 0 1 24 45Z" fill={SECOND_INK} />
      <path d="M17 5 C26 16 18 32 24 45 L32 43 C36 30 24 18 30 4Z" fill={MUD} />
    </Face>
  ),
  specks: (
    <Face>
      <Dots at={FINE} r={1} />
    </Face>
  ),
  microBubbles: (
    <Face>
      {FINE.map(([x, y]) => (
        <circle key={`${x} ${y}`} cx={x} cy={y} r="2" fill="none" stroke={WHITE} strokeWidth="0.8" />
      ))}
    </Face>
  ),
  baldSpots: (
    <Face>
      <path d="M12 18 C16 12 24 16 22 22 C18 26 11 24 12 18Z" fill={CLEAR} />
      <path d="M28 30 C34 26 38 32 33 36 C28 38 25 34 28 30Z" fill={CLEAR} />
    </Face>
  ),
  step: <Slab d="M4 22 H24 V27 H44 V38 H4Z" />,
  floating: (
    <>
      <Slab d="M4 16 H44 V38 H4Z" fill={CLEAR} />
      <Dots
        at={[
          [14, 17],
          [25, 15],
          [35, 18],
        ]}
        r={4}
        fill={INK}
      />
    </>
  ),
  noLip: (
    <>
      <path d="M7 13 Q24 8 41 13 V36 H7Z" fill={INK} />
      <MoldWalls />
    </>
  ),
  outOfWhite: (
    <Face>
      <path
        d="M24 10 A14 14 0 1 1 12 17"
        fill="none"
        stroke={WHITE}
        strokeWidth="3"
        strokeDasharray="30 4 6 4 3 5 2 6 1 60"
      />
    </Face>
  ),
  tooMuch: (
    <>
      <path d="M12 18 L15 42 H33 L36 18Z" fill={CLEAR} />
      <path d="M10 8 L15 42 H33 L38 8" fill="none" stroke="currentColor" strokeWidth="2" />
    </>
  ),
  tilted: (
    <>
      <path d="M7 18 L41 28 V36 H7Z" fill={INK} />
      <MoldWalls />
    </>
  ),
  soft: (
    <>
      <Slab d="M4 26 Q16 27 20 31 Q24 34 28 31 Q32 27 44 26 V38 H4Z" />
      <path d="M24 6 V29" stroke="currentColor" strokeWidth="4" strokeLinecap="round" />
    </>
  ),
  bendy: <Slab d="M4 18 Q24 42 44 18 L44 25 Q24 48 4 25Z" />,
  flattened: <Slab d="M4 28 Q10 34 16 35 H32 Q38 34 44 28 L44 33 Q38 39 32 40 H16 Q10 39 4 33Z" />,
  stuckMold: (
    <>
      <path d="M7 20 H41 V36 H7Z" fill={INK} />
      <MoldWalls d="M4 14 V38 H26 l3 -6 -4 -4 5 -5" />
    </>
  ),
  sharpLip: <Slab d="M4 10 L8 24 H40 L44 10 V38 H4Z" />,
  colourTurned: (
    <Face>
      <path d="M24 3 A21 21 0 0 1 24 45Z" fill={SECOND_INK} />
    </Face>
  ),
  dust: (
    <Face>
      <path
        d="M11 15 C18 10 20 22 28 17 M26 34 C30 28 34 36 38 29"
        fill="none"
        stroke={WHITE}
        strokeWidth="1.2"
      />
      <Dots
        at={[
          [17, 30],
          [32, 13],
        ]}
        r={1.4}
      />
    </Face>
  ),
  gilding: (
    <Face>
      <path d="M6 24 C14 20 20 28 26 22 C34 16 38 26 43 22" fill="none" stroke={GOLD} strokeWidth="3" />
      <Dots
        at={[
          [16, 32],
          [29, 31],
          [36, 34],
          [23, 14],
        ]}
        r={1.4}
        fill={GOLD}
      />
    </Face>
  ),
  pale: (
    <Face fill="#cfd9da">
      <Petals fill="#eef0ec" />
    </Face>
  ),
}

/** A fault, drawn. */
export function FaultDrawing({ fault, className = '' }: { fault: FaultId; className?: string }) {
  return (
    <svg viewBox="0 0 48 48" className={className} aria-hidden data-fault-drawing={fault}>
      {DRAWN[fault]}
    </svg>
  )
}
