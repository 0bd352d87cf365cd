import type { CauseId, QuestionId, RunFacts } from '#core/journal/index.ts'
import { printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'
import { printWindow } from './minutes.ts'

/** What a cause is called, and the one change for next time. */
export const CAUSE_WORDS: Readonly<Record<CauseId, { readonly name: string; readonly next: string }>> = {
  whiteEarly: { name: 'White too early', next: 'wait for the window, or let the cup rest longer' },
  whiteLate: { name: 'White too late', next: 'lay the bag out before you stir; pipe as the window opens' },
  whiteStrong: { name: 'White too strong', next: 'thinner: see-through on a wiped stick' },
  whiteDrips: {
    name: 'Drips where rings start',
    next: 'stagger the starts, break drips at the surface, or pipe a spiral',
  },
  beadThin: { name: 'Bead too thin', next: 'a slower hand, a hole of 3 mm' },
  ringsWide: { name: 'Rings too far apart', next: 'rings 10 mm apart' },
  cold: { name: 'Too cold', next: 'a warmer room, part A warmed' },
  inkLate: { name: 'Ink dropped late', next: 'inks open before the bed is poured' },
  inkAfterWhite: { name: 'Ink after the white', next: 'nothing with alcohol once white is in' },
  whiteOnMovingInk: { name: 'White on moving ink', next: 'wait until the inks stand still' },
  notLevel: { name: 'Not level', next: 'a thick board, levelled both ways' },
  glitterInWhite: {
    name: 'Glitter met the white',
    next: 'glitter in the margin or the back, finer, or none',
  },
  beadAtWall: { name: 'The bead touched the wall', next: 'a rim margin of 7 mm' },
  muchMica: { name: 'Too much or too coarse mica', next: 'less, finer, or interference pigment' },
  toolLate: { name: 'The tool came after the film had skinned', next: 'drag and swirl at once' },
  pulledEarly: { name: 'Pulled too early', next: 'wait until the film has thickened' },
  cupsWarmed: {
    name: 'The cups still warmed by themselves',
    next: 'smaller cups, a cooler room or a slower resin',
  },
  pulledLate: { name: 'Pulled too late', next: 'pull as the moment opens' },
  raisedEdge: {
    name: 'Ink drifts to the middle of a raised edge',
    next: 'resin in the centre, ink, resin in the centre again',
  },
  notToWall: { name: 'Colour was not taken to the wall', next: 'run a stick round the wall' },
  muddyPair: { name: 'Two inks that make mud met', next: 'keep them apart, put white between' },
  pigmentUnmixed: { name: 'Pigment undermixed or overloaded', next: 'mix longer, use less' },
  stirredFast: { name: 'Stirred too hard', next: 'slower, with a flat stick; let the cup rest' },
  filmThin: { name: 'A thin film of fluid resin', next: 'at least 3 mm, or let it thicken first' },
  notFeathered: {
    name: 'The first edge was not feathered',
    next: 'wipe it while it still wipes: the plan says when',
  },
  pouredAtOnce: { name: 'The full depth poured at once', next: 'a thin base first' },
  laidEarly: { name: 'Laid in too soon', next: 'wait until the base draws a slow string' },
  overfilled: { name: 'The mold was filled too far', next: 'leave a lip of 2 mm' },
  whiteUnderestimated: { name: 'The white was underestimated', next: 'portion what the beads need' },
  guessedMix: { name: 'The mix was a guess', next: 'weigh what the plan says' },
  shortStir: { name: 'Stirred too short', next: 'three minutes by the clock' },
  wrongRatio: { name: 'A and B out of ratio', next: 'weigh both into one cup' },
  demoldedSoon: { name: 'Demolded too soon', next: 'wait until it is stiff' },
  heatedSoon: { name: 'Heat before full cure', next: 'no heat for a week' },
  leftFormSoon: { name: 'It left its form too soon', next: 'days in the form' },
  flame: { name: 'Flame or strong heat on the mold', next: 'no torch on silicone' },
  moldWorn: { name: 'A thin or worn mold', next: 'ease it out all round; retire it' },
  meniscus: { name: 'Resin climbed the wall', next: 'stop lower' },
  inkNature: { name: 'The ink is another colour cured', next: 'a swatch card for every ink' },
  uncovered: { name: 'It lay uncovered', next: 'cover at once' },
  gildedSoon: { name: 'Gilded too soon', next: 'wait until the line stays' },
  moisture: { name: 'Damp in the resin', next: 'dry cups and tools, bottles closed, no damp room' },
  tooMuchInk: { name: 'Too much ink or alcohol', next: 'fewer drops: a few percent of the resin' },
  narrowZone: { name: 'Too narrow for white to flow', next: 'one bead along the middle, or a wider mold' },
  noBack: { name: 'Nothing behind it', next: 'a back layer: choose it dark, to carry white petals' },
}

/** The one change for next time, in the plan's own minutes where they are known. */
export function wordNext(cause: CauseId, facts: RunFacts | null): string {
  if (cause !== 'notFeathered' || !facts?.feather) return CAUSE_WORDS[cause].next
  const { fromMin, toMin } = facts.feather
  return `wipe the edge at ${printSpan(fromMin)} to ${printSpan(toMin)}`
}

/** A question that only the person can answer, so put that yes speaks for the cause. */
export const QUESTION_WORDS: Readonly<Record<QuestionId, string>> = {
  ringStartsDripped: 'Are the blobs where rings began or ended?',
  handWasFast: 'Was the hand fast, the bead thinner than usual?',
  boardWasLevel: 'Is the piece thicker on one side, or was the board off level?',
  stirredHard: 'Was it stirred hard or with a whisk?',
  heatUsed: 'Was it warmed, or did it lie in the sun, before a week was over?',
  flameUsed: 'Was a torch or strong heat used in the mold?',
  wasDamp: 'Was anything damp: the room, a cup, a stick, what was laid in?',
  inkWasAdded: 'Did more ink or alcohol go on than planned?',
}

function wordLoad({ cupName, colours, share, mostShare }: NonNullable<RunFacts['overloaded']>): string {
  return `${colours.join(' and ')} came to ${(100 * share).toFixed(1)} % of ${cupName}; it carries ${(100 * mostShare).toFixed(0)} %`
}

/** What of the run speaks for a cause that it shows, with its figures; null where there is nothing to add. */
export function wordEvidence(cause: CauseId, facts: RunFacts, units: UnitChoice): string | null {
  const mm = (value: number | null) => printQuantity(value ?? 0, units.length)
  switch (cause) {
    case 'whiteEarly':
    case 'whiteLate':
      return wordWhite(facts, units)
    case 'whiteStrong':
      return `the white was ${facts.dose}, not see-through`
    case 'beadThin':
      return `the hole was ${mm(facts.holeMm)}`
    case 'ringsWide':
      return `the beads lay ${mm(facts.spacingMm)} apart`
    case 'cold':
      return `the room had ${printQuantity(facts.roomTempC, units.temperature, 0)}`
    case 'inkLate':
      return `the first ink came ${printSpan(facts.inkLateMin ?? 0)} after ink stops spreading`
    case 'inkAfterWhite':
      return 'ink was marked after the white'
    case 'whiteOnMovingInk':
      return `white ${printSpan(Math.max(0, facts.settledMin ?? 0))} after the ink`
    case 'notLevel':
      return 'the level was passed over at the gate'
    case 'glitterInWhite':
      return 'the pattern strews glitter where beads lie'
    case 'beadAtWall':
      return `the rim margin was ${mm(facts.marginMm)}`
    case 'muchMica':
      return 'mica was in the batch'
    case 'toolLate':
      return `the tool came ${printSpan(Math.max(0, facts.shapedLateMin ?? 0))} after its window`
    case 'pulledEarly':
    case 'pulledLate':
      return facts.pulled?.moment
        ? `pulled at ${printSpan(facts.pulled.atMin)}; its moment was ${printSpan(facts.pulled.moment.openMin)} to ${printSpan(facts.pulled.moment.closeMin)}`
        : null
    case 'cupsWarmed':
      return facts.pulled?.moment === null ? 'no minute was both the film’s and the cups’' : null
    case 'raisedEdge':
      return facts.raisedEdge && !facts.raisedEdge.centreAgain
        ? 'poured into the centre once, before the ink'
        : null
    case 'muddyPair':
      return facts.muddyPair && `${facts.muddyPair[0]} and ${facts.muddyPair[1]} make mud`
    case 'notFeathered':
      return 'no wiped edge was marked'
    case 'overfilled':
      return facts.overMm > 0 ? `the layers were ${mm(facts.overMm)} too deep` : 'no lip was planned'
    case 'filmThin':
      return `the bed was ${mm(facts.bedMm)}`
    case 'laidEarly':
      return (
        facts.laid &&
        `laid in at ${printSpan(facts.laid.atMin)}; the base was ready from ${printSpan(facts.laid.openMin)}`
      )
    case 'whiteUnderestimated':
      return `the beads needed ${printQuantity(facts.whiteNeededG ?? 0, units.mass)}`
    case 'shortStir':
      return `stirred for ${Math.round((facts.stirMin ?? 0) * 60)} s`
    case 'wrongRatio':
      return `as weighed ${(100 * Math.abs(facts.ratioError ?? 0)).toFixed(0)} % too much ${(facts.ratioError ?? 0) > 0 ? 'A' : 'B'}`
    case 'demoldedSoon':
      return `demolded ${printSpan(60 * (facts.demoldEarlyH ?? 0))} before it was stiff`
    case 'inkNature':
      return `${facts.shiftedColour} is another colour cured`
    case 'uncovered':
      return facts.coverSkipped
        ? 'the cover was passed over at the gate'
        : `covered ${printSpan(facts.coveredAfterMin ?? 0)} after the last stroke`
    case 'tooMuchInk':
      return facts.overloaded?.isLiquid
        ? wordLoad(facts.overloaded)
        : `ink and white were ${(100 * facts.loadShare).toFixed(0)} % of its bed`
    case 'pigmentUnmixed':
      return facts.overloaded && wordLoad(facts.overloaded)
    case 'narrowZone':
      return `${(100 * facts.narrowShare).toFixed(0)} % of its beads lie where it is narrow`
    case 'leftFormSoon':
      return facts.inFormH === null ? null : `it was in its form for ${printSpan(60 * facts.inFormH)}`
    case 'noBack':
      return 'no back was planned'
    default:
      return null
  }
}

function wordWhite({ white, cupTempC }: RunFacts, units: UnitChoice): string | null {
  if (!white) return null
  const cup =
    cupTempC === null ? '' : `; the cup had reached ${printQuantity(cupTempC, units.temperature, 0)}`
  return `white at ${printSpan(white.atMin)}; the window was ${printWindow(white)}, best at ${printSpan(white.bestMin)}${cup}`
}
