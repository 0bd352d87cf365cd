import type { TechniqueId } from './registry.ts'
import type { Drying, HandsOn, RackWait, Risk, StepRule } from './technique.ts'
import type { ToolId } from './tools.ts'

/** When a layer is laid on what is there already. */
export type LayerWhen =
  /** In the mold, while what lies under it takes a print. */
  | 'bonds'
  /** In the mold, on the next day. */
  | 'nextDay'
  /** In the mold or dish, on what is hard or dry. */
  | 'hard'
  /** Into the lip of the piece that is out of its mold. */
  | 'demolded'
  /** On the finished piece, each on what is hard or dry. */
  | 'finished'

interface WhenRule {
  /** Whether the piece still lies in its mold then. */
  readonly inMold: boolean
  /** Whether the layer takes its depth out of the mold; what lies on the finished piece does not. */
  readonly takesRoom: boolean
  readonly waits: readonly RackWait[]
  /** How it joins what it lies on, common practice. */
  readonly detail: string
  /** What comes of laying it sooner. */
  readonly early: string
  readonly late?: string
}

const UNDER: RackWait = { by: 'under', stage: 'footprint' }

/** Every moment at which a layer can be laid, in the order a piece goes through them. */
export const LAYER_WHENS: Readonly<Record<LayerWhen, WhenRule>> = {
  bonds: {
    inMold: true,
    takesRoom: true,
    waits: [UNDER, { by: 'dry' }],
    detail: 'Set but still taking a fingerprint through a glove: the layers bond while both are reactive.',
    early: 'What lies under it is still too soft: it would run into it.',
    late: 'Scuff the bare layer lightly under a wet pad and let it dry: it no longer bonds by itself.',
  },
  nextDay: {
    inMold: true,
    takesRoom: true,
    waits: [{ by: 'nextDay' }, { by: 'dry' }],
    detail:
      'Hard by now, so it holds by grip: scuff the back lightly under a wet pad, rinse, let it dry free of dust, then pour.',
    early: 'What lies under it cannot be scuffed yet: it would tear.',
  },
  hard: {
    inMold: true,
    takesRoom: true,
    waits: [{ by: 'previous' }],
    detail: 'On what is hard, or dry to the touch right through; free of dust.',
    early: 'What lies under it still gives, or is not dry: what is laid on it now wrinkles or comes off.',
  },
  demolded: {
    inMold: false,
    takesRoom: true,
    waits: [{ by: 'previous' }],
    detail:
      'Into the lip of the demolded piece: scuff the back lightly under a wet pad, rinse, let it dry free of dust, then pour.',
    early: 'The piece still bends: what is poured into its lip now sets crooked.',
  },
  finished: {
    inMold: false,
    takesRoom: false,
    waits: [{ by: 'previous' }],
    detail: 'On the finished piece, level and free of dust.',
    early: 'The piece is not hard yet: it prints, and what is laid on it now may wrinkle.',
  },
}

export type WayId =
  | 'plain'
  | 'bloom'
  | 'petri'
  | 'swirledPetri'
  | 'laidIn'
  | 'stepped'
  | 'crackle'
  | 'marbled'
  | 'coat'
  | 'lampFilm'
  | 'heatCoat'
  | 'paint'
  | 'solventPaint'
  | 'varnish'
  | 'transfer'
  | 'gilding'

/** A way of laying a layer that comes after the pour, as data. */
export interface LayerWay {
  readonly name: string
  /** What it is laid from: a mix of its own, a product that is mixed as its own sheet says, or a bottle. */
  readonly from: 'mix' | 'product' | 'bottle'
  /** The way of a pour whose inks and white go into it: its sitting goes through the steps of that. */
  readonly draws?: TechniqueId
  /** Before the layer's name: what the hands do. */
  readonly verb: string
  readonly done: string
  /** Of what is not told by when it is laid. */
  readonly detail?: string
  /** What comes of laying it sooner, where that is its own. */
  readonly early?: string
  readonly handsOn: HandsOn
  readonly needs: readonly ToolId[]
  readonly risks: readonly Risk[]
  readonly dries?: Drying
  /** Nothing that is laid over it holds. */
  readonly repels?: true
  /** The moments it can be laid at, the usual one first. */
  readonly whens: readonly LayerWhen[]
}

const DAY_MIN = 1440
const RESIN_TOOLS: readonly ToolId[] = ['scale', 'cups', 'sticks']
/** The air that hours of drying are told for (common practice says a room). */
export const USUAL_AIR = { tempC: 21, humidityPercent: 50 } as const
/** Overnight is touch-dry (common practice; the tin says more). */
const OVERNIGHT: Drying = { by: 'solvent', openMin: DAY_MIN / 2, bestMin: DAY_MIN }

/** A pour of its own on what is there. */
function drawnAs(draws: TechniqueId, name: string, how: string): LayerWay {
  return {
    name,
    from: 'mix',
    draws,
    verb: 'Pour the',
    done: 'Laid',
    detail: `A pour of its own on what is there, by its own clock: ${how}`,
    handsOn: { by: 'decant' },
    needs: RESIN_TOOLS,
    risks: ['runaway', 'skin', 'air'],
    whens: IN_A_CAVITY,
  }
}

/** Inks and white run off what has no wall round it. */
const IN_A_CAVITY: readonly LayerWhen[] = ['bonds', 'nextDay', 'demolded', 'hard']

/** Every way there is; a new one is one more entry. Figures are common practice with no published source. */
export const LAYER_WAYS: Readonly<Record<WayId, LayerWay>> = {
  plain: {
    name: 'Poured',
    from: 'mix',
    verb: 'Pour the',
    done: 'Poured',
    handsOn: { by: 'decant' },
    needs: RESIN_TOOLS,
    risks: ['runaway', 'skin', 'air'],
    whens: ['bonds', 'nextDay', 'demolded', 'hard', 'finished'],
  },
  bloom: drawnAs('bloom', 'Bloom', 'rest, decant, ink, white, petals.'),
  petri: drawnAs('petri', 'Petri', 'decant, an ink drop, a white drop on it.'),
  swirledPetri: drawnAs(
    'swirledPetri',
    'Swirled petri',
    'drops as in a petri, one swirl once this layer draws a string.',
  ),
  laidIn: drawnAs(
    'inclusions',
    'Poured, with things laid into it',
    'poured thin, its bubbles chased, what lies in it laid in once it draws a string.',
  ),
  stepped: drawnAs(
    'plain',
    'Poured, with steps of its own',
    'poured clear or tinted, its bubbles chased; the order of its steps is yours.',
  ),
  crackle: {
    name: 'Crackle',
    from: 'mix',
    verb: 'Pour the',
    done: 'Crackled',
    detail:
      'The dark first, strongly inked, right to the wall; at once the mica on it, wet in wet, in a thin line here and there: it spreads by itself into a net of fine veins. Touch nothing. With ink in it no flame, now or later.',
    handsOn: { by: 'decant' },
    needs: RESIN_TOOLS,
    risks: ['runaway', 'skin', 'air', 'solvent'],
    whens: IN_A_CAVITY,
  },
  marbled: {
    name: 'Marbled, with a trace of oil',
    from: 'mix',
    verb: 'Pour the',
    done: 'Marbled',
    detail:
      'On a side that nobody sees and nothing is laid on: white in the surplus, one drop of silicone oil to a small cup of it, stirred in lightly; dark ink dropped in opens it into cells. No flame over ink, now or later.',
    handsOn: { by: 'decant' },
    needs: [...RESIN_TOOLS, 'oil'],
    risks: ['runaway', 'skin', 'air', 'solvent'],
    repels: true,
    whens: IN_A_CAVITY,
  },
  coat: {
    name: 'Coated',
    from: 'mix',
    verb: 'Pour the',
    done: 'Coated',
    detail: 'Level, dust free, thin. Covers scratches, stones that stand proud and sanded faces.',
    handsOn: { by: 'secondsEach', seconds: 120 },
    needs: RESIN_TOOLS,
    risks: ['skin', 'air'],
    whens: ['finished'],
  },
  lampFilm: {
    name: 'Lamp-cured film',
    from: 'bottle',
    verb: 'Lay the',
    done: 'Cured',
    detail:
      'A bought product: as thin and under its lamp as long as its own sheet says, and under no other lamp. Do not look into the light, keep skin out of it; what is uncured irritates.',
    early: 'A piece that is not hard yet may curl under the lamp, which warms and pulls it.',
    handsOn: { by: 'secondsEach', seconds: 240 },
    needs: ['air', 'wipes', 'lamp'],
    risks: ['skin', 'air'],
    dries: { openMin: 2, bestMin: 5 },
    whens: ['finished', 'hard'],
  },
  heatCoat: {
    name: 'Heat-resistant coat',
    from: 'product',
    verb: 'Pour the',
    done: 'Heat coat on',
    detail: "Where hot things will stand. Mix and wait as the coat's own sheet says.",
    handsOn: { by: 'secondsEach', seconds: 120 },
    needs: RESIN_TOOLS,
    risks: ['skin', 'air', 'food'],
    whens: ['finished'],
  },
  paint: {
    name: 'Painted or drawn, water-based',
    from: 'bottle',
    verb: 'Paint the',
    done: 'Painted',
    detail: 'Thin, on a clean dry surface. What is still damp under resin stays cloudy.',
    handsOn: { by: 'secondsEach', seconds: 180 },
    needs: ['wipes'],
    risks: [],
    dries: { by: 'water', openMin: 120, bestMin: DAY_MIN / 2 },
    whens: ['hard', 'finished'],
  },
  solventPaint: {
    name: 'Solvent paint',
    from: 'bottle',
    verb: 'Paint the',
    done: 'Painted',
    detail: 'Open window, no flame and no heat near it. Dry right through before resin goes over it.',
    handsOn: { by: 'secondsEach', seconds: 180 },
    needs: ['air', 'sticks', 'wipes'],
    risks: ['solvent'],
    dries: OVERNIGHT,
    whens: ['hard', 'finished'],
  },
  varnish: {
    name: 'Pen or varnish',
    from: 'bottle',
    verb: 'Pen or varnish the',
    done: 'Edge done',
    detail: 'Open window, no flame near solvent. Touch-dry by next day.',
    handsOn: { by: 'secondsEach', seconds: 180 },
    needs: ['air'],
    risks: ['solvent'],
    dries: OVERNIGHT,
    whens: ['finished', 'hard'],
  },
  transfer: {
    name: 'Transfer graphic',
    from: 'bottle',
    verb: 'Lay the',
    done: 'Transferred',
    detail:
      'Cut it out, press it on face down, soak the paper off, let it dry; wipe the residue off with alcohol, nothing hot near it, and let that dry too before resin goes over it.',
    handsOn: { by: 'secondsEach', seconds: 300 },
    needs: ['air', 'wipes'],
    risks: ['solvent'],
    dries: { by: 'water', openMin: 180, bestMin: DAY_MIN / 2 },
    whens: ['demolded', 'hard', 'finished'],
  },
  gilding: {
    name: 'Gilding powder in a drop of alcohol',
    from: 'bottle',
    verb: 'Gild the',
    done: 'Gilded',
    detail: 'A drop or two of alcohol to a pinch of powder: nothing hot until it has evaporated.',
    handsOn: { by: 'secondsEach', seconds: 180 },
    needs: ['air', 'wipes'],
    risks: ['solvent'],
    dries: { by: 'solvent', openMin: 60, bestMin: 120 },
    whens: ['finished', 'hard'],
  },
}

/** Under which name it is marked that a layer's mix is divided and its cups are tinted. */
export function tintedKey(layerId: string): string {
  return `${layerId}.tinted`
}

/** Under which name it is marked that a finger found what a step left dry. */
export function dryKey(stepId: string): string {
  return `${stepId}.dry`
}

/** Under which id a cup of a layer is stirred by itself; a layer's id has no dot. */
export function mixOfCup(layerId: string, cupId: string): string {
  return `${layerId}.${cupId}`
}

/** Which layer a mix is of: its own, or that of one cup of it, which has the layer's id before a dot. */
export function layerOfMix(mixId: string): string {
  return mixId.split('.')[0]!
}

/** A layer as far as its step on the rack goes. */
export interface LayerToLay {
  readonly id: string
  readonly name: string
  readonly way: WayId
  readonly when: LayerWhen
}

/** The step of the rack that lays it. */
export function layerStep({ id, name, way, when }: LayerToLay): StepRule {
  const { from, verb, done, detail, early, handsOn, needs, risks, dries } = LAYER_WAYS[way]
  const { waits, detail: joined, early: soft, late } = LAYER_WHENS[when]
  return {
    id,
    title: `${verb} ${name}`,
    noun: `the ${name}`,
    short: name,
    detail: detail ?? joined,
    done,
    early: early ?? soft,
    ...(late && { late }),
    place: 'rack',
    per: 'batch',
    moment: { by: 'rack' },
    handsOn,
    ...(from === 'mix' && { takes: 'ownMix' as const }),
    ...(from === 'product' && { takes: 'product' as const }),
    ...(from === 'bottle' && { takes: 'bottles' as const }),
    needs,
    brings: [],
    risks,
    waits,
    lays: from,
    ...(dries && { dries }),
  }
}
