import {
  startedLayer,
  USUAL_REQUEST,
  USUAL_WHITE,
  type BatchRequest,
  type DosedColour,
  type LaterLayer,
  type LayerCup,
  type PieceOrder,
  type Recipe,
} from '#core/batch/index.ts'
import type { Colour } from '#core/colour/index.ts'
import type { Mold } from '#core/mold/index.ts'
import type { Mark, Pattern, PatternMark } from '#core/pattern/index.ts'
import type { LayerStartId } from '#core/technique/index.ts'
import { medium, PEAT, quick } from './stock.ts'

type Pieces = readonly (readonly [Mold, number, Partial<PieceOrder>?])[]

export function recipe(
  id: string,
  name: string,
  note: string,
  pieces: Pieces,
  request: Partial<BatchRequest> & Pick<BatchRequest, 'resin'>,
): Recipe {
  const orders = pieces.map(([of, count, more = {}]): PieceOrder => ({
    mold: of,
    count,
    pattern: null,
    ...more,
  }))
  return {
    id: `shipped-${id}`,
    name,
    note,
    request: { ...USUAL_REQUEST, name, colours: [], ...request, pieces: orders },
  }
}

export const dosed = (of: Colour, dropsPerG: number): DosedColour => ({
  colour: of,
  dose: { by: 'dropsPerG', drops: dropsPerG },
})

export function cup(id: string, portion: LayerCup['portion'], ...colours: readonly DosedColour[]): LayerCup {
  return { id, name: `${id[0]!.toUpperCase()}${id.slice(1)}`, portion, colours }
}

export function layer(start: LayerStartId, id: string, more: Partial<LaterLayer> = {}): LaterLayer {
  return { ...startedLayer(start, id), ...more }
}

export const DARK_BACK = layer('back', 'back', { cups: [cup('peat', { by: 'rest' }, dosed(PEAT, 0.2))] })

export const bottle = (id: string, of: Colour, drops: number) => [
  cup(id, { by: 'bottle' }, { colour: of, dose: { by: 'drops', drops } }),
]

export function pattern(id: string, areaMm2: number, marks: readonly Omit<PatternMark, 'id'>[]): Pattern {
  return {
    id: `recipe-${id}`,
    name: 'Its own',
    forAreaMm2: areaMm2,
    marks: marks.map((each, k) => ({ id: `m${k + 1}`, ...each })),
  }
}

export const alone = (...marks: readonly Mark[]) => marks.map((mark) => ({ mark }))

export const BLOOM = { technique: 'bloom', resin: quick } as const
export const PETRI = { technique: 'petri', resin: medium, white: { ...USUAL_WHITE, dose: 'ink' } } as const
export const PLAIN = { technique: 'plain', face: 'open' } as const
