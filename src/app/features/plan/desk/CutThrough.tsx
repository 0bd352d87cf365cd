import { memo, useState } from 'react'
import {
  markedIn,
  drawnOf,
  firstPoured,
  inksOf,
  isHeld,
  withStarted,
  type BatchRequest,
  type Face,
  type LaterLayer,
  type MoldFill,
} from '#core/batch/index.ts'
import { profileOf, shortestAcrossMm } from '#core/mold/index.ts'
import {
  stepThat,
  takesCups,
  TECHNIQUES,
  whitensWhatIsRaised,
  type TechniqueId,
  type HeldLie,
} from '#core/technique/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { shortWhen } from '#words/layers.ts'
import { wordLayer } from '#words/mixes.ts'
import { AddLayer } from '#app/components/AddLayer.tsx'
import { onFinished, POUR_DESK, slabsOf, spreadOut, type Slab } from './slabs.ts'

interface CutThroughProps {
  /** As it was last worked out. */
  readonly request: BatchRequest
  /** As they are said by now. */
  readonly layers: readonly LaterLayer[]
  readonly fills: readonly MoldFill[]
  readonly units: UnitChoice
  /** The layer whose desk is open. */
  readonly open: string
  readonly onOpen: (id: string) => void
  readonly change: (changes: Partial<BatchRequest>) => void
}

/** Pixels of the drawing: what holds the piece, and where its labels begin. */
const HIGH = 292
const PIECE = { left: 6, width: 118, top: 8 }
const LABELS_LEFT = 150
const LABEL_GAP = 46

/** What the open side and the side against the mold are. */
const SIDES: Readonly<Record<Face, readonly [open: string, mold: string]>> = {
  open: ['face', 'back'],
  mold: ['back', 'face'],
  undecided: ['face or back', 'face or back'],
}

/** One piece cut through, to scale, as it lies in its mold: each layer opens what it takes. */
export const CutThrough = memo(function CutThrough({
  request,
  layers,
  fills,
  units,
  open,
  onOpen,
  change,
}: CutThroughProps) {
  const [chosen, setChosen] = useState<string | null>(null)
  const fill = fills.find(({ id }) => id === chosen) ?? fills[0]!
  const slabs = slabsOf(fill, request)
  const over = onFinished(fill, request)
  const { mold } = fill
  const heightMm = Math.max(mold.depthMm, ...slabs.map(({ topMm }) => topMm))
  const pxPerMm = HIGH / heightMm
  const y = (mm: number) => PIECE.top + HIGH - mm * pxPerMm
  const labelled = slabs.filter(({ opens, layer }) => opens !== POUR_DESK || layer?.poured)
  const wanted = labelled.map(({ bottomMm, topMm }) => y((bottomMm + topMm) / 2))
  const deep = Math.max(HIGH + PIECE.top, labelled.length * LABEL_GAP)
  const at = spreadOut(wanted, { gap: LABEL_GAP, from: 24, to: deep - 20 })
  const [openSide, moldSide] = SIDES[request.face]
  // What was left out this moment is drawn until the piece is worked out without it; there is nothing of it to open.
  const isThere = (id: string) => id === POUR_DESK || layers.some((layer) => layer.id === id)
  return (
    <section aria-labelledby="cut-heading" className="mb-5" data-cut-through>
      <h2 id="cut-heading" className="text-xl">
        The piece, cut through
      </h2>
      {fills.length > 1 && (
        <select
          className="field mt-2"
          aria-label="Which piece is cut through"
          value={fill.id}
          onChange={(event) => setChosen(event.target.value)}
        >
          {fills.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      )}
      <p className="text-ink-soft mt-1 flex justify-between text-xs">
        <span>{openSide}, the open side</span>
        {fill.lipMm > 0.05 && <span>{printQuantity(fill.lipMm, units.length)} free to the rim</span>}
      </p>
      <div className="relative" style={{ height: deep + 6 }}>
        <svg
          className="absolute inset-0 size-full"
          role="img"
          aria-label={`${fill.name}, ${printQuantity(mold.depthMm, units.length)} deep, to scale: ${slabs.map((slab) => nameOf(slab, fill)).join(', ')}`}
        >
          <Wall fill={fill} y={y} />
          <g clipPath="url(#cut-inside)">
            {[...slabs].reverse().map((slab) => (
              <SlabShape key={slab.id} slab={slab} fill={fill} request={request} y={y} open={open} />
            ))}
          </g>
          <WallLine fill={fill} y={y} />
          {labelled.map((slab, k) => (
            <polyline
              key={slab.id}
              points={`${PIECE.left + PIECE.width * slab.toX} ${wanted[k]} ${LABELS_LEFT - 12} ${at[k]} ${LABELS_LEFT} ${at[k]}`}
              fill="none"
              stroke={slab.opens === open ? 'var(--needle)' : 'var(--edge)'}
            />
          ))}
        </svg>
        <ol>
          {[...labelled].reverse().map((slab) => (
            <li
              key={slab.id}
              className="absolute right-0"
              style={{ left: LABELS_LEFT, top: at[labelled.indexOf(slab)]! - 22 }}
            >
              <button
                type="button"
                className="aria-pressed:border-needle aria-pressed:bg-raised hover:bg-sunken min-h-11 w-full cursor-pointer rounded-lg border border-transparent px-2 text-left text-sm leading-tight aria-pressed:border-2"
                aria-pressed={slab.opens === open}
                disabled={!isThere(slab.opens)}
                data-opens={slab.opens}
                onClick={() => onOpen(slab.opens)}
              >
                <span className="block truncate font-semibold first-letter:uppercase">
                  {nameOf(slab, fill)}
                </span>
                <span className="text-ink-soft block truncate text-xs">{lineOf(slab, fill, units)}</span>
              </button>
            </li>
          ))}
        </ol>
      </div>
      <p className="text-ink-soft text-xs">
        {moldSide}, against the {mold.stays ? 'dish' : 'silicone'}
      </p>
      {over.length > 0 && (
        <ul className="mt-2 flex flex-wrap gap-2" aria-label="On the finished piece">
          {over.map((layer) => (
            <li key={layer.id}>
              <button
                type="button"
                className="border-line aria-pressed:border-needle min-h-11 cursor-pointer rounded-lg border px-3 text-left text-sm aria-pressed:border-2"
                aria-pressed={layer.id === open}
                disabled={!isThere(layer.id)}
                data-opens={layer.id}
                onClick={() => onOpen(layer.id)}
              >
                {layer.name || 'Without a name'}, on the finished piece
              </button>
            </li>
          ))}
        </ul>
      )}
      <div className="no-print mt-2">
        <AddLayer
          label="Add a layer"
          text={layers.length === 0 ? 'No layer over it; add one …' : 'Add one more on top …'}
          onAdd={(start) => {
            const next = withStarted(layers, start, { at: layers.length })
            change({ layers: next })
            onOpen(next.at(-1)!.id)
          }}
        />
      </div>
    </section>
  )
})

function nameOf({ layer, later }: Slab, fill: MoldFill): string {
  if (later) return later.name || 'Without a name'
  const { name, holdsBack } = TECHNIQUES[fill.technique]
  // A film and its colours tell which way they are of.
  if (layer && holdsBack) return capital(wordLayer(layer, fill.technique))
  const way = name.toLowerCase()
  return layer ? `${capital(wordLayer(layer, fill.technique))}, ${way}` : way
}

function lineOf({ layer, later }: Slab, fill: MoldFill, units: UnitChoice): string {
  const depth = layer ? printQuantity(layer.depthMm, units.length) : 'no resin'
  if (later) return `${depth}, ${shortWhen(later.when)}`
  if (layer && isHeld(layer) !== whitensWhatIsRaised(TECHNIQUES[fill.technique])) return depth
  const whiteMm = fill.layers.find(({ name, poured }) => name === null && !poured)?.depthMm ?? 0
  return whiteMm > 0.05 ? `${depth}, white ${printQuantity(whiteMm, units.length)}` : depth
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1)
}

interface Drawn {
  readonly fill: MoldFill
  readonly y: (mm: number) => number
}

/** The cavity from one wall to the other, up to where the layers stand. */
function outlineOf({ fill, y }: Drawn): string {
  const { mold } = fill
  const middle = PIECE.left + PIECE.width / 2
  if (mold.edge) {
    const { heightMm, widthMm } = mold.edge
    const half = PIECE.width / 2
    const inner = half * (1 - (2 * widthMm) / shortestAcrossMm(mold.outline))
    const corner = (x: number, mm: number) => `${middle + x} ${y(mm)}`
    const right = [corner(inner, heightMm), corner(inner, 0), corner(half, 0), corner(half, mold.depthMm)]
    const left = [corner(-half, mold.depthMm), corner(-half, 0), corner(-inner, 0), corner(-inner, heightMm)]
    return `M${[...left, ...right].join(' L')}`
  }
  const side = (sign: number) =>
    profileOf(mold).map(
      ({ heightMm, widthFrac }) => `${middle + (sign * widthFrac * PIECE.width) / 2} ${y(heightMm)}`,
    )
  return `M${[...side(-1).reverse(), ...side(1)].join(' L')}`
}

function Wall(drawn: Drawn) {
  return (
    <clipPath id="cut-inside">
      <path d={`${outlineOf(drawn)} Z`} />
      <rect x={PIECE.left} y={-500} width={PIECE.width} height={500 + PIECE.top} />
    </clipPath>
  )
}

function WallLine(drawn: Drawn) {
  return <path d={outlineOf(drawn)} fill="none" stroke="var(--edge)" strokeWidth={3} />
}

interface SlabShapeProps extends Drawn {
  readonly slab: Slab
  readonly request: BatchRequest
  readonly open: string
}

/** A layer in its colours: those of its cups side by side; a line where it has no depth. */
function SlabShape({ slab, fill, request, y, open }: SlabShapeProps) {
  const { bottomMm, topMm, fromX, toX, later } = slab
  const drawing = drawnInSlab(slab, fill, request)
  const [left, right] = [fromX, toX].map((x) => PIECE.left + x * PIECE.width) as [number, number]
  const [top, bottom] = [y(topMm), y(bottomMm)]
  const height = Math.max(3, bottom - top)
  const box = { left, width: right - left, top, height }
  return (
    <g data-slab={slab.id}>
      <Fill box={box} hexes={hexesOf(slab, fill, request)} clear={later ? BACK_CLEAR : 'var(--clear)'} />
      {drawing && <Drawing box={box} {...drawing} />}
      <rect
        x={left}
        y={top}
        width={right - left}
        height={height}
        fill="none"
        stroke={slab.opens === open ? 'var(--needle)' : 'var(--line)'}
        strokeWidth={slab.opens === open ? 2 : 1}
      />
    </g>
  )
}

const BACK_CLEAR = 'color-mix(in oklab, var(--clear) 55%, var(--cloud))'

interface Box {
  readonly left: number
  readonly width: number
  readonly top: number
  readonly height: number
}

function Fill({
  box,
  hexes,
  clear,
}: {
  readonly box: Box
  readonly hexes: readonly string[]
  readonly clear: string
}) {
  const shown = hexes.length > 0 ? hexes : [clear]
  const each = box.width / shown.length
  return shown.map((hex, k) => (
    <rect key={k} x={box.left + k * each} y={box.top} width={each} height={box.height} fill={hex} />
  ))
}

function hexesOf({ layer, later }: Slab, fill: MoldFill, request: BatchRequest): readonly string[] {
  if (layer && !later && !layer.poured) return ['var(--cloud)']
  const technique = TECHNIQUES[fill.technique]
  const { holdsBack } = technique
  const isTinted = takesCups(technique) && (!holdsBack || (layer !== null && isHeld(layer)))
  const first = holdsBack && firstPoured(request.cups)
  const isFirst = first !== undefined && layer?.poured === true && !isHeld(layer)
  const own = isFirst ? [first] : isTinted ? request.cups.filter((each) => each !== first) : []
  const cups = later ? later.cups : own
  const hexes = cups.map(({ colours: [first] }) => first?.colour.hex ?? 'var(--clear)')
  if (later || !isTinted) return hexes
  return holdsBack ? CUT[holdsBack.lies](hexes) : hexes
}

const beside = (hexes: readonly string[]) => hexes

/** Cups across the cut: closed lines are cut twice, about the centre; of a stroke what lay on top is outermost. */
const CUT: Readonly<Record<HeldLie, (hexes: readonly string[]) => readonly string[]>> = {
  meeting: beside,
  inParts: beside,
  inCentre: beside,
  overAll: beside,
  inLines: (hexes) => [...hexes, 'var(--clear)', ...[...hexes].reverse()],
  inLayers: (hexes) => [...[...hexes].reverse(), ...hexes],
}

/** In which way the slab is laid, and with which inks: the pour's, or those of a layer that is drawn. Null where nothing goes into it. */
function drawnInSlab({ layer, later }: Slab, fill: MoldFill, request: BatchRequest) {
  if (!layer?.poured) return null
  const technique = TECHNIQUES[fill.technique]
  if (!later && isHeld(layer) !== whitensWhatIsRaised(technique)) return null
  if (!later) return { way: fill.technique, inks: fill.inks.map(({ hex }) => hex) }
  const way = markedIn(later)
  return way && { way, inks: inksOf(drawnOf(later, request)).map(({ hex }) => hex) }
}

/** What goes into the bed, as a sign of it: inks on the floor and white that comes down through them, drops with a rim of ink, or things laid in. */
function Drawing({
  box,
  way,
  inks,
}: {
  readonly box: Box
  readonly way: TechniqueId
  readonly inks: readonly string[]
}) {
  const technique = TECHNIQUES[way]
  const { left, width, top, height } = box
  switch (technique.white.by) {
    case 'bag': {
      const each = width / Math.max(1, inks.length)
      const petal = width / PETALS
      return (
        <g>
          {inks.map((hex, k) => (
            <rect
              key={hex + k}
              x={left + k * each}
              y={top + height * (k % 2 === 0 ? 0.68 : 0.76)}
              width={each}
              height={height}
              fill={hex}
              opacity={0.75}
            />
          ))}
          {Array.from({ length: PETALS }, (_, k) => (
            <path
              key={k}
              d={`M${left + k * petal} ${top} q${petal * 0.3} ${height * 0.15} ${petal * 0.42} ${height * (k % 2 === 0 ? 0.8 : 0.6)} q${petal * 0.25} ${-height * 0.6} ${petal * 0.58} ${-height * (k % 2 === 0 ? 0.8 : 0.6)} Z`}
              fill="var(--cloud)"
              opacity={0.85}
            />
          ))}
        </g>
      )
    }
    case 'needle':
      return (
        <g>
          {Array.from({ length: CELLS }, (_, k) => {
            const cell = {
              cx: left + ((k + 0.5) * width) / CELLS,
              cy: top + height * (k % 2 === 0 ? 0.5 : 0.62),
            }
            const rx = (0.42 * width) / CELLS
            return (
              <g key={k}>
                <ellipse
                  {...cell}
                  rx={rx}
                  ry={height * 0.36}
                  fill={inks[k % inks.length] ?? 'var(--clear)'}
                />
                <ellipse {...cell} rx={rx * 0.55} ry={height * 0.24} fill="var(--cloud)" opacity={0.85} />
              </g>
            )
          })}
        </g>
      )
    case 'none':
      return stepThat(technique, 'lays') ? (
        <g fill="var(--edge)">
          {STONES.map(([x, size]) => (
            <ellipse
              key={x}
              cx={left + x * width}
              cy={top + 2}
              rx={size * width}
              ry={Math.min(height * 0.35, size * width * 0.7)}
            />
          ))}
        </g>
      ) : null
    default:
      return technique.white satisfies never
  }
}

const PETALS = 4
const CELLS = 6
const STONES = [
  [0.2, 0.07],
  [0.5, 0.1],
  [0.78, 0.06],
] as const
