import { isMixedIn, type Colour } from '../colour/index.ts'
import { gets, type Technique } from '../technique/index.ts'
import { pipedOn } from './bags.ts'
import type { Drops } from './cups.ts'
import { broughtInto, divided, overloadsOf, type Bag, type CupLoad } from './layerCups.ts'
import type { MoldFill } from './layers.ts'
import { dividedMixes, droppedInRound, type Mix } from './mixes.ts'
import type { BatchRequest } from './request.ts'

/** The colours that meet on one piece of the pour, by how they came there; each once. */
export interface Contents {
  /** What was dropped on it. */
  readonly dropped: readonly Colour[]
  /** What cups were tinted with that it was poured from. */
  readonly poured: readonly Colour[]
  /** What bags were tinted with that were piped on it, the white's among them. */
  readonly piped: readonly Colour[]
}

/**
 * What lies on pieces of that kind. A bag that no bead of any piece names was filled for the hand, and counts on all of them.
 */
export function contentsOf(
  fill: MoldFill,
  request: Pick<BatchRequest, 'colours' | 'cups' | 'bags' | 'white'>,
  fills: readonly MoldFill[],
): Contents {
  const { colours, cups, bags = [], white } = request
  const dropped = Array.from({ length: fill.rounds }, (_, round) => droppedInRound(fill, round)).flat()
  const names = new Set(dropped.map(({ what }) => what))
  const lies = ({ id }: Bag) =>
    pipesOn(fill, request, id) || !fills.some((each) => pipesOn(each, request, id))
  return {
    dropped: colours.filter(({ name }) => names.has(name)),
    poured: once(cups.flatMap((cup) => cup.colours.map(({ colour }) => colour))),
    piped: once(
      [...bags.filter(lies), { colours: white.colours ?? [] }].flatMap((bag) =>
        bag.colours.map(({ colour }) => colour),
      ),
    ),
  }
}

/** What steps give pieces beside their patterns, and how many pieces each gives it to. */
export function givenOn(
  { steps }: Pick<Technique, 'steps'>,
  fills: readonly MoldFill[],
): readonly (Drops & { readonly pieces: number })[] {
  const ways = fills.flatMap(({ count, technique }) => Array.from({ length: count }, () => technique))
  return steps.flatMap((step) => {
    if (!step.gives) return []
    const on = ways.filter((way, k) => gets(step, way) && (step.on?.includes(k + 1) ?? true))
    return on.length > 0 ? [{ ...step.gives, pieces: on.length }] : []
  })
}

function pipesOn(fill: MoldFill, request: Pick<BatchRequest, 'bags'>, id: string): boolean {
  return pipedOn(fill, request).some(({ bag }) => bag?.id === id)
}

function once(colours: readonly Colour[]): readonly Colour[] {
  return [...new Map(colours.map((colour) => [colour.id, colour])).values()]
}

/** A cup or a bag with more of a kind of colour in it than it carries. */
export interface OverloadedCup extends CupLoad {
  /** The mix it was filled from. */
  readonly mix: Mix
  readonly cupName: string
}

/** Every cup and bag of pour and layers that holds more than it carries; not what can be mixed into none at all. */
export function overloadedCups(
  request: BatchRequest,
  technique: Technique,
  mixes: readonly Mix[],
): readonly OverloadedCup[] {
  return dividedMixes(request, technique, mixes).flatMap(({ mix, cups }) => {
    const parts = divided(cups, mix.dividedG)
    return cups.flatMap((cup): OverloadedCup[] => {
      const cupG = mix.cups.find(({ id }) => id === cup.id)?.massG ?? 0
      if (cupG <= 0) return []
      return overloadsOf(cup, cupG, broughtInto(cup, parts))
        .filter(({ colourKind }) => isMixedIn({ kind: colourKind }))
        .map((load) => ({ mix, cupName: cup.name, ...load }))
    })
  })
}
