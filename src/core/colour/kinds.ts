/** What a colour is made of, as far as the bench needs to know. */
export type ColourKind =
  | 'alcoholInk'
  | 'metallicInk'
  | 'whiteInk'
  | 'whitePaste'
  | 'paste'
  | 'liquidTint'
  | 'waterInk'
  | 'mica'
  | 'powder'
  | 'glitter'
  | 'solventPaint'
  | 'paint'
  | 'pen'
  | 'varnish'
  | 'gildingPowder'

/** What follows from what a colour is made of. Common practice without a published source; densities from memory. */
export interface KindFacts {
  /** Gives off a vapour that burns: alcohol, or a stronger solvent that harms as well. */
  readonly vapour: 'alcohol' | 'solvent' | null
  readonly state: 'liquid' | 'paste' | 'solid'
  /** What it does in thin resin while that still flows. */
  readonly settles: 'sinks' | 'floats' | 'staysUp'
  /** Most of it in a cup of resin, as a share by weight, before that stays soft or stiffens; 0 for what is never mixed in. */
  readonly mostShare: number
  /** As it stands in its bottle or jar. */
  readonly gPerMl: number
}

const INK: KindFacts = {
  vapour: 'alcohol',
  state: 'liquid',
  settles: 'staysUp',
  mostShare: 0.05,
  gPerMl: 0.85,
}
const PASTE: KindFacts = { vapour: null, state: 'paste', settles: 'sinks', mostShare: 0.06, gPerMl: 1.3 }
const ON_TOP: KindFacts = {
  vapour: 'solvent',
  state: 'liquid',
  settles: 'staysUp',
  mostShare: 0,
  gPerMl: 0.95,
}

/** Every kind there is; a new one is one more entry. */
export const COLOUR_KINDS: Readonly<Record<ColourKind, KindFacts>> = {
  alcoholInk: INK,
  metallicInk: { ...INK, settles: 'sinks', gPerMl: 0.95 },
  whiteInk: { ...INK, settles: 'sinks', gPerMl: 1 },
  whitePaste: PASTE,
  paste: PASTE,
  liquidTint: { vapour: null, state: 'liquid', settles: 'staysUp', mostShare: 0.06, gPerMl: 1.1 },
  // Water keeps resin from curing through: much less of it than of anything else.
  waterInk: { vapour: null, state: 'liquid', settles: 'staysUp', mostShare: 0.02, gPerMl: 1 },
  mica: { vapour: null, state: 'solid', settles: 'sinks', mostShare: 0.06, gPerMl: 0.4 },
  powder: { vapour: null, state: 'solid', settles: 'sinks', mostShare: 0.06, gPerMl: 0.6 },
  glitter: { vapour: null, state: 'solid', settles: 'sinks', mostShare: 0.1, gPerMl: 0.7 },
  solventPaint: ON_TOP,
  paint: { vapour: null, state: 'liquid', settles: 'staysUp', mostShare: 0.05, gPerMl: 1.2 },
  pen: ON_TOP,
  varnish: ON_TOP,
  gildingPowder: { vapour: null, state: 'solid', settles: 'floats', mostShare: 0.05, gPerMl: 0.6 },
}
