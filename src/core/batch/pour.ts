import {
  changedWay,
  endedAs,
  together,
  TECHNIQUES,
  waysOf,
  written,
  type Judged,
  type Technique,
} from '../technique/index.ts'
import { pieceCount } from './pieces.ts'
import type { BatchRequest } from './request.ts'
import { EXCESS_DENSITY_KG_PER_M3 } from './dose.ts'

/** All that a pour's technique hangs on. */
type Poured = Pick<
  BatchRequest,
  'technique' | 'ownWay' | 'pieces' | 'white' | 'bedMm' | 'measured' | 'score' | 'colours' | 'bags' | 'cups'
>

/** The pour of that batch: of one way, or of the several that its pieces are laid in; brought to another end where it was. */
export function techniqueOfPour(request: Poured): Technique {
  return scored(request).pour
}

/** What becomes of each thing that somebody wrote on the order of the hands. */
export function judgedScore(request: Poured): readonly Judged[] {
  return scored(request).judged
}

function scored(request: Poured): ReturnType<typeof written> {
  const ways = waysOf(request).map((id) => changedWay(TECHNIQUES[id], request.ownWay))
  const { dose, holeMm } = request.white
  const piped = ways.find(({ white }) => white.by === 'bag') ?? ways[0]!
  const pour = together(ways, {
    excessDensityKgPerM3: EXCESS_DENSITY_KG_PER_M3[dose],
    holeMm,
    bedDepthMm: request.bedMm ?? piped.bed.usualMm,
  })
  return written(endedAs(pour, request.measured?.ended), request.score ?? [], {
    colours: request.colours,
    pieces: pieceCount(request),
    bags: request.bags ?? [],
    cups: request.cups.map(({ id }) => id),
  })
}
