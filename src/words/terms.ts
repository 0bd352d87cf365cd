/** A word of the trade that a newcomer may not know, and what it means here. */
export interface Term {
  readonly id: string
  readonly word: string
  readonly meaning: string
  /** How it stands in running text; null for a word that also means something everyday and is told in the handbook alone. */
  readonly found: RegExp | null
}

/** Common practice; the product's own where it says so. */
export const TERMS: readonly Term[] = [
  {
    id: 'stopStir',
    word: 'Stop-stir',
    meaning: 'The moment stirring ends. The clock starts here, not at the first pour.',
    found: /stop-stir/i,
  },
  {
    id: 'rest',
    word: 'Rest',
    meaning: 'Leaving the mixed resin in the deep cup, where its own mass warms it.',
    found: null,
  },
  {
    id: 'decant',
    word: 'Decant',
    meaning: 'Pouring from the cup into the molds.',
    found: /decant(?:s|ed|ing)?/i,
  },
  { id: 'bed', word: 'Bed', meaning: 'The clear layer poured first.', found: /beds?/i },
  {
    id: 'face',
    word: 'Face',
    meaning: 'The side on show: normally the one against the silicone. What is laid first ends on top.',
    found: null,
  },
  {
    id: 'white',
    word: 'White',
    meaning: 'The heavy pigment that makes bloom and petri work: it sinks, spreads and carries ink along.',
    found: null,
  },
  {
    id: 'bead',
    word: 'Bead',
    meaning: 'The piped line of white. The hole is the cut in the bag it comes out of.',
    found: /beads?/i,
  },
  { id: 'petal', word: 'Petal', meaning: 'A bead dragged by a tool.', found: /petals?/i },
  {
    id: 'blob',
    word: 'Blob',
    meaning: 'An opaque dot on the face where too much white fell through.',
    found: /blobs?/i,
  },
  { id: 'gap', word: 'Gap', meaning: 'Face left clear.', found: null },
  {
    id: 'lip',
    word: 'Lip',
    meaning: 'The rim left above an under-filled piece; it holds a back layer like a tray.',
    found: /lips?/i,
  },
  {
    id: 'back',
    word: 'Back layer',
    meaning: 'A coloured coat over the back; inks in clear resin show against it.',
    found: /back layers?/i,
  },
  {
    id: 'threads',
    word: 'Threads',
    meaning: 'A toothpick touched to the surface lifts a string: thick enough to swirl, too thick to level.',
    found: /threads?/i,
  },
  {
    id: 'feather',
    word: 'Feather',
    meaning: 'Wiping drips and thin edges off the rim while they still wipe; later they set as a sharp lip.',
    found: /feather(?:s|ed|ing)?/i,
  },
  {
    id: 'bloomNumber',
    word: 'Bloom number',
    meaning:
      'How far white of this dose and hole still sinks and spreads on this bed: too high and it falls through, too low and lines stay lines. The product’s own figure.',
    found: /bloom number/i,
  },
  {
    id: 'viscosity',
    word: 'Viscosity',
    meaning: 'How thick a liquid is. Water has 1 mPa·s, honey about 10,000.',
    found: /viscosity/i,
  },
  {
    id: 'workingTime',
    word: 'Working time',
    meaning:
      'Also pot life: how long the mixed resin stays workable left in its cup, where it heats itself. Poured thin it lasts longer.',
    found: /working times?|pot life/i,
  },
  {
    id: 'gel',
    word: 'Gel',
    meaning: 'The moment it no longer flows, hours before it is hard.',
    found: /gel(?:s|led|ling)?/i,
  },
  {
    id: 'footprint',
    word: 'Takes a print',
    meaning: 'Set, and a gloved finger still leaves its print: a new layer bonds to it by itself.',
    found: /takes a print|taking a fingerprint|footprint/i,
  },
  {
    id: 'leathery',
    word: 'Leathery',
    meaning: 'Bends like soft plastic without sticking: ready to be draped over a form.',
    found: /leathery/i,
  },
  {
    id: 'drape',
    word: 'Drape',
    meaning: 'Laying a bendy sheet over a bowl or cup so that it hardens in that shape.',
    found: /drap(?:e|es|ed|ing)/i,
  },
  {
    id: 'scuff',
    word: 'Scuff',
    meaning: 'Roughening a hard face lightly under a wet pad so that the next layer grips it.',
    found: /scuff(?:ed|ing)?/i,
  },
  {
    id: 'petri',
    word: 'Petri',
    meaning: 'Cells like those in a dish: a drop of ink with a drop of white on it sinks as one cell.',
    found: /petri/i,
  },
  {
    id: 'glass',
    word: 'Glass transition',
    meaning: 'The temperature at which cured resin goes from stiff to bendy. It rises as it cures.',
    found: /glass transition/i,
  },
  {
    id: 'conversion',
    word: 'Conversion',
    meaning: 'Which share of resin and hardener has reacted.',
    found: /conversion/i,
  },
  {
    id: 'cavity',
    word: 'Cavity',
    meaning: 'One hollow of a mold, which casts one piece.',
    found: /cavit(?:y|ies)/i,
  },
  {
    id: 'waterFill',
    word: 'Water fill',
    meaning: 'How much water the mold holds to the brim: the surest measure of what it takes.',
    found: /water fill/i,
  },
  {
    id: 'tare',
    word: 'Tare',
    meaning: 'Setting the scale to zero with the empty cup on it.',
    found: /tared?/i,
  },
  {
    id: 'inclusion',
    word: 'Inclusion',
    meaning: 'Something laid into the resin: flowers, stones, flakes. Dry and sealed, or it bubbles.',
    found: /inclusions?/i,
  },
  {
    id: 'excessDensity',
    word: 'Excess density',
    meaning: 'How much heavier than the resin the white is; that is what makes it sink.',
    found: /excess density/i,
  },
]

export interface FoundTerm {
  readonly term: Term
  readonly from: number
  readonly to: number
}

const MARKED = TERMS.filter((term) => term.found !== null)
const ANY = new RegExp(
  `(?<![\\p{L}-])(?:${MARKED.map(({ found }) => `(${found!.source})`).join('|')})(?![\\p{L}-])`,
  'giu',
)

/** What was looked through lately: a page that changes a figure keeps nearly all of its texts. */
const lookedThrough = new Map<string, readonly FoundTerm[]>()
const LOOKED_THROUGH_MAX = 2000

/** Every term in that text, in its order. */
export function termsIn(text: string): readonly FoundTerm[] {
  const known = lookedThrough.get(text)
  if (known) return known
  if (lookedThrough.size >= LOOKED_THROUGH_MAX) lookedThrough.clear()
  const found = findIn(text)
  lookedThrough.set(text, found)
  return found
}

function findIn(text: string): readonly FoundTerm[] {
  return [...text.matchAll(ANY)].map((match) => {
    const which = match.slice(1).findIndex((group) => group !== undefined)
    return { term: MARKED[which]!, from: match.index, to: match.index + match[0].length }
  })
}
