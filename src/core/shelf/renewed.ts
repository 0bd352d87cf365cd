import type { BatchRequest, DosedColour } from '../batch/index.ts'
import type { Colour } from '../colour/index.ts'
import type { Mold } from '../mold/index.ts'
import type { Resin } from '../resin/index.ts'

/** What a plan is made of, as the shelf has it now. */
export interface Shelf {
  readonly resins: readonly Resin[]
  readonly molds: readonly Mold[]
  readonly colours: readonly Colour[]
}

export interface Renewed {
  /** Names of what the shelf has otherwise than the plan, each once. */
  readonly changed: readonly string[]
  /** The plan with all of it as the shelf has it. */
  readonly request: BatchRequest
}

/** A plan beside the shelf of today. What the shelf no longer has stays in the plan as it was and counts as unchanged. */
export function renewedFrom(request: BatchRequest, shelf: Shelf): Renewed {
  const changed = new Set<string>()
  const now = <Item extends Named>(own: Item, items: readonly Item[]): Item => {
    const found = items.find(({ id }) => id === own.id)
    if (!found || isSame(found, own)) return own
    changed.add(found.name)
    return found
  }
  const { layers, pieces, colours, resin, cups, bags, white } = request
  const dosedNow = (all: readonly DosedColour[]) =>
    all.map((dosed) => ({ ...dosed, colour: now(dosed.colour, shelf.colours) }))
  const cupNow = <Filled extends { readonly colours: readonly DosedColour[] }>(cup: Filled): Filled => ({
    ...cup,
    colours: dosedNow(cup.colours),
  })
  const renewed = {
    ...request,
    resin: now(resin, shelf.resins),
    pieces: pieces.map((order) => ({ ...order, mold: now(order.mold, shelf.molds) })),
    colours: colours.map((colour) => now(colour, shelf.colours)),
    cups: cups.map(cupNow),
    ...(bags && { bags: bags.map(cupNow) }),
    white: white.colours ? { ...white, colours: dosedNow(white.colours) } : white,
    layers: layers.map((layer) => ({
      ...layer,
      resin: layer.resin && now(layer.resin, shelf.resins),
      cups: layer.cups.map(cupNow),
      ...(layer.drawn && {
        drawn: { ...layer.drawn, colours: layer.drawn.colours.map((each) => now(each, shelf.colours)) },
      }),
    })),
  }
  return { changed: [...changed], request: renewed }
}

interface Named {
  readonly id: string
  readonly name: string
}

/** Whether two records say the same, whatever the order of their fields; one that is undefined is not there. */
function isSame(one: unknown, other: unknown): boolean {
  if (typeof one !== 'object' || typeof other !== 'object' || one === null || other === null)
    return Object.is(one, other)
  const said = (record: object) => Object.entries(record).filter(([, value]) => value !== undefined)
  const [ones, others] = [said(one), new Map(said(other))]
  return ones.length === others.size && ones.every(([key, value]) => isSame(value, others.get(key)))
}
