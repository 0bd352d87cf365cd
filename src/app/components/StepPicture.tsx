import type { ReactNode } from 'react'
import { gestureOf, sceneAt, type Gesture, type Scene, type Technique } from '#core/technique/index.ts'
import { CLEAR, GOLD, INK, SECOND_INK, WHITE } from './drawingColours.ts'

/*
 * Pictures of what the hands do, 80 x 60: the mold and what lies in it by then, from the side, and over it the tool that is at work. What lies there is
 * drawn from the technique's own steps, so that a new way has its pictures by itself.
 */

const LINE = 'var(--ink)'
const WORK = 'var(--needle)'
const FLOOR = 52
const BED_TOP = 42
const FULL_TOP = 36
const [LEFT, RIGHT] = [14, 66]

function Stroke({ d, width = 2, stroke = LINE }: { d: string; width?: number; stroke?: string }) {
  return (
    <path
      d={d}
      fill="none"
      stroke={stroke}
      strokeWidth={width}
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  )
}

function Block({
  x,
  width,
  top,
  fill,
  base = FLOOR,
}: {
  x: number
  width: number
  top: number
  fill: string
  base?: number
}) {
  return <rect x={x} y={top} width={width} height={base - top} fill={fill} />
}

/** A cup from the side, with so much in it. */
function Cup({
  at,
  fill = CLEAR,
  turned = 0,
  small = false,
}: {
  at: readonly [number, number]
  fill?: string
  turned?: number
  small?: boolean
}) {
  return (
    <g transform={`translate(${at[0]} ${at[1]}) rotate(${turned}) scale(${small ? 0.65 : 1})`}>
      <path d="M-7 -2 L-5 9 H5 L7 -2Z" fill={fill} />
      <Stroke d="M-8 -9 L-5 9 H5 L8 -9" />
    </g>
  )
}

const LYING: Readonly<Record<NonNullable<Scene['raised']>, ReactNode>> = {
  meeting: (
    <>
      <Block x={LEFT} width={28} top={FULL_TOP} fill={INK} base={BED_TOP + 4} />
      <path d={`M38 ${FULL_TOP} C46 38 34 42 44 ${BED_TOP + 4} H${RIGHT} V${FULL_TOP}Z`} fill={SECOND_INK} />
    </>
  ),
  inParts: (
    <>
      <Block x={LEFT} width={18} top={FULL_TOP} fill={INK} base={BED_TOP + 4} />
      <Block x={LEFT + 18} width={16} top={FULL_TOP} fill={CLEAR} base={BED_TOP + 4} />
      <Block x={LEFT + 34} width={18} top={FULL_TOP} fill={SECOND_INK} base={BED_TOP + 4} />
    </>
  ),
  inLines: (
    <>
      <Block x={LEFT} width={52} top={FULL_TOP} fill={CLEAR} base={BED_TOP + 4} />
      {[LEFT, RIGHT - 8].map((x) => (
        <Block key={x} x={x} width={8} top={FULL_TOP} fill={INK} base={BED_TOP + 4} />
      ))}
      {[LEFT + 8, RIGHT - 15].map((x) => (
        <Block key={x} x={x} width={7} top={FULL_TOP} fill={SECOND_INK} base={BED_TOP + 4} />
      ))}
    </>
  ),
  inLayers: (
    <>
      <Block x={LEFT} width={52} top={FULL_TOP} fill={INK} base={BED_TOP + 4} />
      {[LEFT + 10, RIGHT - 18].map((x) => (
        <Block key={x} x={x} width={8} top={FULL_TOP} fill={WHITE} base={BED_TOP + 4} />
      ))}
      <Block x={33} width={14} top={FULL_TOP} fill={SECOND_INK} base={BED_TOP + 4} />
    </>
  ),
  overAll: <Block x={LEFT} width={52} top={FULL_TOP} fill={SECOND_INK} base={BED_TOP} />,
  inCentre: <Block x={LEFT} width={52} top={FULL_TOP} fill={CLEAR} base={BED_TOP} />,
}

const COLUMNS = [20, 31, 42, 53]

/** What lies in the mold, without it. */
function Inside({ bed, inks, white, whiteOver, raised, setIn }: Scene) {
  return (
    <>
      {bed && <Block x={LEFT} width={52} top={BED_TOP} fill={CLEAR} />}
      {inks &&
        COLUMNS.map((x, k) => (
          <path
            key={x}
            d={`M${x - 4} ${FLOOR} Q${x} ${BED_TOP - 4} ${x + 4} ${FLOOR}Z`}
            fill={k % 2 === 0 ? INK : SECOND_INK}
          />
        ))}
      {white &&
        !whiteOver &&
        COLUMNS.map((x) => (
          <path key={x} d={`M${x - 2} ${FLOOR} Q${x} ${BED_TOP + 1} ${x + 2} ${FLOOR}Z`} fill={WHITE} />
        ))}
      {raised && LYING[raised]}
      {white &&
        whiteOver &&
        COLUMNS.map((x) => (
          <path key={x} d={`M${x - 3} ${FULL_TOP} Q${x} ${FLOOR} ${x + 3} ${FULL_TOP}Z`} fill={WHITE} />
        ))}
      {setIn &&
        [26, 40, 51].map((x) => (
          <path key={x} d={`M${x} ${BED_TOP + 2} l4 2 l-1 4 l-5 0 l-1 -4Z`} fill={GOLD} />
        ))}
    </>
  )
}

function Bench({ scene }: { scene: Scene }) {
  return (
    <>
      {scene.piece === 'free' ? (
        <>
          <Inside {...scene} />
          <Stroke
            d={`M${LEFT} ${scene.raised ? FULL_TOP : BED_TOP} V${FLOOR} H${RIGHT} V${scene.raised ? FULL_TOP : BED_TOP}Z`}
            width={1}
          />
        </>
      ) : scene.piece === 'inForm' ? (
        <Stroke d="M12 34 Q40 66 68 34" width={6} stroke={CLEAR} />
      ) : (
        <>
          <Inside {...scene} />
          <Stroke d={`M${LEFT} 32 V${FLOOR} H${RIGHT} V32`} width={3} stroke="var(--edge)" />
        </>
      )}
      {scene.object && (
        <path d={`M33 22 H47 L50 ${FLOOR - 2} H30Z`} fill="var(--raised)" stroke={LINE} strokeWidth={1.5} />
      )}
    </>
  )
}

const TOOLS: Readonly<Record<Gesture, ReactNode>> = {
  stir: (
    <>
      <Cup at={[40, 24]} />
      <Stroke d="M43 4 L39 28" width={2.5} stroke={WORK} />
    </>
  ),
  stirAgain: (
    <>
      <Cup at={[28, 18]} fill={INK} small />
      <Cup at={[52, 18]} fill={SECOND_INK} small />
      <Stroke d="M31 3 L28 20 M55 3 L52 20" stroke={WORK} />
    </>
  ),
  wait: (
    <>
      <circle cx={40} cy={16} r={10} fill="none" stroke={LINE} strokeWidth={2} />
      <Stroke d="M40 10 V16 L45 19" stroke={WORK} />
    </>
  ),
  divide: (
    <>
      <Cup at={[26, 14]} turned={50} />
      <Cup at={[46, 23]} fill={INK} small />
      <Cup at={[60, 23]} fill={SECOND_INK} small />
    </>
  ),
  pour: (
    <>
      <Cup at={[32, 12]} turned={75} />
      <Stroke d="M42 14 Q46 20 45 38" width={3} stroke={CLEAR} />
    </>
  ),
  pourOver: (
    <>
      <Cup at={[24, 8]} turned={70} />
      <Stroke d="M34 10 Q40 12 40 20 M33 22 L31 36 M47 22 L49 38" width={3} stroke={CLEAR} />
    </>
  ),
  lift: (
    <>
      <path d="M34 4 H46 L48 26 H32Z" fill="var(--raised)" stroke={LINE} strokeWidth={1.5} />
      <Stroke d="M58 26 V8 M54 12 L58 7 L62 12" stroke={WORK} />
    </>
  ),
  warm: (
    <>
      <Stroke d="M30 4 H50 L46 14 H34Z" />
      <Stroke d="M36 18 q3 4 0 8 M44 18 q3 4 0 8" stroke={WORK} />
      {[24, 40, 56].map((x) => (
        <circle key={x} cx={x} cy={32} r={2} fill="none" stroke={LINE} />
      ))}
    </>
  ),
  drop: (
    <>
      <Stroke d="M36 2 H44 V12 L40 20 L36 12Z" />
      <path d="M40 23 q-3 5 0 7 q3 -2 0 -7Z" fill={INK} />
    </>
  ),
  pipe: (
    <>
      <path d="M30 2 H52 L42 26Z" fill={WHITE} stroke={LINE} strokeWidth={1.5} strokeLinejoin="round" />
      <Stroke d="M42 27 V36" width={3} stroke={WHITE} />
      <Stroke d="M40 30 H26 M30 27 L25 30 L30 33" stroke={WORK} />
    </>
  ),
  draw: (
    <>
      <Stroke d="M54 4 L40 44" width={2.5} />
      <Stroke d="M40 30 q-10 -8 -14 0 M30 26 L25 31 L32 32" stroke={WORK} />
    </>
  ),
  set: (
    <>
      <Stroke d="M34 4 L39 28 M48 4 L43 28" />
      <path d="M41 27 l4 3 l-2 5 l-5 -1 l-1 -5Z" fill={GOLD} />
    </>
  ),
  raise: (
    <>
      <Cup at={[28, 12]} turned={75} fill={INK} small />
      <Cup at={[56, 12]} turned={-75} fill={SECOND_INK} small />
      <Stroke d="M34 15 Q37 20 36 34" width={3} stroke={INK} />
      <Stroke d="M50 15 Q47 20 48 34" width={3} stroke={SECOND_INK} />
    </>
  ),
  stack: (
    <>
      <Cup at={[26, 8]} turned={70} fill={INK} small />
      <g transform="translate(46 20)">
        <path d="M-6 3 L-5 9 H5 L6 3Z" fill={SECOND_INK} />
        <path d="M-7 -2 L-6 3 H6 L7 -2Z" fill={WHITE} />
        <Stroke d="M-8 -9 L-5 9 H5 L8 -9" />
      </g>
      <Stroke d="M33 10 Q40 10 41 17" width={2.5} stroke={INK} />
    </>
  ),
  gild: (
    <>
      <Stroke d="M54 3 L45 22" width={2.5} />
      <path d="M46 20 l-6 12 l9 -9Z" fill={GOLD} />
      <Stroke d="M40 33 V48" width={2} stroke={GOLD} />
    </>
  ),
  spritz: (
    <>
      <Stroke d="M54 10 H62 V28 H54Z M54 10 L48 8" />
      {[
        [42, 8],
        [36, 13],
        [42, 16],
        [33, 21],
        [40, 24],
        [30, 30],
      ].map(([x, y]) => (
        <circle key={`${x} ${y}`} cx={x} cy={y} r={1.4} fill={WORK} />
      ))}
    </>
  ),
  cover: <Stroke d="M6 54 V22 H74 V54" width={2.5} stroke={WORK} />,
  wipeEdge: <Stroke d="M70 8 L62 38 M56 33 q6 6 9 2" width={2.5} stroke={WORK} />,
  look: (
    <>
      <Stroke d="M26 15 Q40 2 54 15 Q40 27 26 15Z" />
      <circle cx={40} cy={14.5} r={4} fill={WORK} />
    </>
  ),
  trim: (
    <>
      <Stroke d="M4 30 H12" width={3} stroke={CLEAR} />
      <path d="M10 26 L38 18 L40 22 L12 30Z" fill={WORK} />
    </>
  ),
  drape: (
    <>
      <Stroke d="M14 14 Q40 40 66 14" width={4} stroke={CLEAR} />
      <Stroke d="M40 4 V16 M36 12 L40 17 L44 12" stroke={WORK} />
    </>
  ),
  free: <Stroke d="M40 34 V26 M36 30 L40 25 L44 30" stroke={WORK} />,
  sand: (
    <>
      <path d="M56 30 l14 4 l-2 6 l-14 -4Z" fill="var(--under)" stroke={LINE} />
      <Stroke d="M58 22 q6 -4 12 0 M68 18 L71 23 L65 24" stroke={WORK} />
    </>
  ),
  mount: (
    <>
      {[20, 60].map((x) => (
        <circle key={x} cx={x} cy={55} r={3} fill={WORK} />
      ))}
    </>
  ),
  use: <Stroke d="M30 20 L37 28 L52 8" width={3} stroke={WORK} />,
  brush: (
    <>
      <Stroke d="M58 4 L46 26" width={3} />
      <path d="M47 23 l-7 12 l10 -9Z" fill={WORK} />
    </>
  ),
}

/** What is drawn in place of the mold: the cup alone while all of the resin is in it. */
function standsIn(gesture: Gesture, { bed }: Scene): ReactNode {
  if (gesture === 'stir') return <></>
  return gesture === 'wait' && !bed ? <Cup at={[40, 44]} /> : null
}

interface PictureProps {
  readonly gesture: Gesture
  readonly scene: Scene
  readonly className?: string | undefined
}

const EMPTY = { bed: false, inks: false, white: false, whiteOver: false, raised: null, setIn: false } as const

/** It stands beside words that say the same. */
function Picture({ gesture, scene, className = 'h-15 w-20' }: PictureProps) {
  const isLifted = gesture === 'free' && scene.piece === 'inMold'
  return (
    <svg viewBox="0 0 80 60" className={`shrink-0 ${className}`} aria-hidden data-picture={gesture}>
      {standsIn(gesture, scene) ?? <Bench scene={isLifted ? { ...scene, ...EMPTY } : scene} />}
      {isLifted && (
        <g transform="translate(0 -32)">
          <Inside {...scene} />
        </g>
      )}
      {TOOLS[gesture]}
    </svg>
  )
}

interface StepPictureProps {
  readonly technique: Pick<Technique, 'steps' | 'holdsBack'>
  readonly at: number
  readonly className?: string
}

/** The step at that place in its technique. */
export function StepPicture({ technique, at, className }: StepPictureProps) {
  return (
    <Picture gesture={gestureOf(technique.steps[at]!)} scene={sceneAt(technique, at)} className={className} />
  )
}

const ON_A_POUR: Scene = {
  piece: 'inMold',
  bed: true,
  inks: true,
  white: false,
  whiteOver: false,
  raised: null,
  setIn: false,
  object: false,
}

/** What laying a layer on a pour looks like, in its mold or out of it. */
export function LayerPicture({ gesture, inMold }: { gesture: Gesture; inMold: boolean }) {
  return <Picture gesture={gesture} scene={{ ...ON_A_POUR, piece: inMold ? 'inMold' : 'free' }} />
}
