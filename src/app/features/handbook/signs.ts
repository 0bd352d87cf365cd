import { BLOOM_WINDOW, STAGES } from '#core/resin/index.ts'

/** Stages with the criterion the product uses and the practice each explains. */
export const SIGNS: readonly {
  readonly stage: string
  readonly criterion: string
  readonly practice: string
}[] = [
  {
    stage: 'Inks spread freely',
    criterion: `More than ${STAGES.inkSpreads.closesPerPa} /Pa of flow still to come`,
    practice: 'Ink dropped early spreads, dropped late it stays small.',
  },
  {
    stage: 'Pipe the white',
    criterion: `Bloom number ${BLOOM_WINDOW.tooLateBelow.toFixed(0)} to ${BLOOM_WINDOW.tooEarlyAbove.toFixed(0)}, best ${BLOOM_WINDOW.bestTo.toFixed(0)} to ${BLOOM_WINDOW.bestFrom.toFixed(0)}, with a 3 mm hole over a 5 mm bed`,
    practice: 'About 20 minutes in the cup and 5 in the mold at 21 °C; sooner when warm, later when cold.',
  },
  {
    stage: 'String stage',
    criterion: `${STAGES.string.closesPerPa} to ${STAGES.string.opensPerPa} /Pa of flow still to come`,
    practice: 'A toothpick touched to the surface lifts a thread.',
  },
  {
    stage: 'Cup must be empty',
    criterion: '50 °C in the cup, at the latest 55 °C or four fifths of the way to gel',
    practice: 'A deep cup runs away.',
  },
  {
    stage: 'Gel',
    criterion: 'Conversion 0.60 (Flory 1953 gives 0.577 for an ideal amine and epoxide)',
    practice: 'It no longer flows; edges are feathered shortly before.',
  },
  {
    stage: 'Footprint',
    criterion: 'From gel until the glass transition passes the room by 5 K',
    practice: 'Set, still takes a print through a glove: back layers bond.',
  },
  {
    stage: 'Leathery',
    criterion: 'Glass transition 14 to 4 K below the room',
    practice: 'Bends like soft plastic: ready to drape, 6 to 7 hours for a quick resin.',
  },
  {
    stage: 'Demold',
    criterion: 'Glass transition 5 K above the room; from the room on it is bendy',
    practice: 'About a day; a quick resin sooner.',
  },
  {
    stage: 'Use',
    criterion: 'Less than 0.4 % of conversion a day, at least 7 days after the last layer',
    practice: 'A week.',
  },
]
