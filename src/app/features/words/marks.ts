import { termsIn, type Term } from '#words/terms.ts'

/** A term where it stands on the page. */
export interface Mark {
  readonly term: Term
  readonly range: Range
}

/** Text that is typed, pressed or drawn: a mark there would be in the way. */
const UNMARKED = 'a, button, label, input, select, textarea, summary, svg, [role="tab"], [data-unmarked]'
/** Each of these tells a word once. */
const PART = 'section, fieldset, .sheet, [role="dialog"], [data-step], main'

/** Every term under those roots, once a part of the page, in the order of the page. */
export function marksUnder(roots: readonly Element[]): readonly Mark[] {
  const told = new Map<Element, Set<string>>()
  return roots.flatMap((root) => textNodes(root).flatMap((node) => marksIn(node, told)))
}

function textNodes(root: Element): readonly Text[] {
  const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT)
  const nodes: Text[] = []
  while (walker.nextNode()) nodes.push(walker.currentNode as Text)
  return nodes
}

function marksIn(node: Text, told: Map<Element, Set<string>>): readonly Mark[] {
  const found = termsIn(node.data)
  const holder = node.parentElement
  if (found.length === 0 || !holder || holder.closest(UNMARKED)) return []
  const part = holder.closest(PART)
  if (!part) return []
  const words = told.get(part) ?? new Set<string>()
  told.set(part, words)
  return found.flatMap(({ term, from, to }) => {
    if (words.has(term.id)) return []
    words.add(term.id)
    const range = new Range()
    range.setStart(node, from)
    range.setEnd(node, to)
    return [{ term, range }]
  })
}

/** A tap as far as a word goes: where, and on what. */
export interface Tap {
  readonly clientX: number
  readonly clientY: number
  readonly target: unknown
}

/** The mark that was tapped; null where there is none, or where something that lies over it was. */
export function markAt(marks: readonly Mark[], { clientX: x, clientY: y, target }: Tap): Mark | null {
  const isIn = ({ left, right, top, bottom }: DOMRect) => x >= left && x <= right && y >= top && y <= bottom
  const holds = (range: Range) => (target as Node).contains(range.startContainer)
  return marks.find(({ range }) => [...range.getClientRects()].some(isIn) && holds(range)) ?? null
}
