import {
  rulesInForce,
  stepRule,
  type Risk,
  type StepId,
  type Technique,
  type ToolId,
} from '../technique/index.ts'

/**
 * The usual cautions, worded for the bench. They never replace the product's own safety data sheet, local codes or
 * licensed practice. Flash points of ethanol and isopropyl alcohol lie near 13 and 12 C (closed cup, from memory of the
 * handbooks): both give off a flammable vapour in any heated room.
 */
export const CAUTIONS = {
  skin: {
    title: 'Gloves',
    text: 'Uncured resin and hardener can make skin and airways allergic for good. Nitrile gloves, eyes covered; wash skin with soap, never with solvent.',
  },
  air: {
    title: 'Air',
    text: 'Ventilate without a draft across the pour. If the air stays poor, a respirator with organic-vapour cartridges.',
  },
  flame: {
    title: 'No flame, no heat gun',
    text: 'Alcohol in inks gives off vapour that catches fire at room temperature. Nothing hot until it has evaporated.',
  },
  runaway: {
    title: 'A full cup heats itself',
    text: 'Left standing it can boil, fume and melt the cup. Hot or smoking: carry it outside on a tray, spread it thin, do not seal it, do not breathe the fumes.',
  },
  noAlcohol: {
    title: 'Nothing with alcohol from here',
    text: 'Ink or alcohol after the white pushes the petals out of shape.',
  },
  stillInk: { title: 'Wait for still ink', text: 'White on moving ink travels with it.' },
  dust: {
    title: 'Wet-sand only',
    text: 'Sand edges wet, with a dust mask; a sanded face needs a clear coat.',
  },
  solvent: {
    title: 'Solvent in the air',
    text: 'Varnish and paint pens give off vapour that burns and harms: open window, no flame, a respirator with organic-vapour cartridges if the air stays poor.',
  },
  stillSoft: {
    title: 'Not cured yet',
    text: 'A leathery sheet is uncured resin: nitrile gloves, and keep it from children.',
  },
  food: {
    title: 'Not for food',
    text: "Not food-contact or dishwasher safe unless the resin's own documents say so. Hot cups need a resin or coat rated for it.",
  },
} as const satisfies Readonly<Record<Risk | 'flame' | 'noAlcohol' | 'stillInk', Caution>>

interface Caution {
  readonly title: string
  readonly text: string
}

export type CautionId = keyof typeof CAUTIONS

/** The sentence that stands wherever cautions are shown. */
export const DEFERRAL =
  'The safety data sheets of your products, local codes and licensed practice come before anything said here.'

/** Prep that no note can stand in for: without it someone can get hurt. */
export const NEVER_WITHOUT: readonly ToolId[] = ['gloves', 'air', 'sheet']

/** Cautions that belong at that step: its own, and those of the order rules in force. */
export function cautionsAt(technique: Technique, id: StepId): readonly CautionId[] {
  const step = stepRule(technique, id)
  const fromRules = step.place === 'rack' ? [] : rulesInForce(technique, id).map(cautionOf)
  return [...new Set([...fromRules, ...(step.risks ?? [])])]
}

function cautionOf(rule: Technique['order'][number]): CautionId {
  switch (rule.kind) {
    case 'noFlameWith':
      return 'flame'
    case 'neverAfter':
      return 'noAlcohol'
    case 'waitBetween':
      return 'stillInk'
    default:
      return rule satisfies never
  }
}
