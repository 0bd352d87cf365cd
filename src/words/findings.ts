import type { Finding } from '#core/plan/index.ts'
import { wordLayer } from './mixes.ts'
import { printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'
import { wordWarming } from './inUnits.ts'
import { printWindow } from './minutes.ts'
import { wordRefused } from './score.ts'

const percent = (share: number) => `${(100 * share).toFixed(share < 0.1 ? 1 : 0)} %`

/** What a finding says: what is the matter and why, and what no plan can do but a person; what a plan can do are its remedies. */
export interface WordedFinding {
  readonly title: string
  readonly text: string
  readonly byHand: string | null
}

/** The finding in words, with quantities in the person's units. */
export function wordFinding(finding: Finding, units: UnitChoice): WordedFinding {
  return { byHand: null, ...told(finding, units) }
}

type Told = Omit<WordedFinding, 'byHand'> & { readonly byHand?: string }

function told(finding: Finding, units: UnitChoice): Told {
  const mm = (value: number) => printQuantity(value, units.length)
  const g = (value: number) => printQuantity(value, units.mass)
  const ml = (value: number) => printQuantity(value, units.volume)
  const temp = (value: number) => printQuantity(value, units.temperature, 0)
  switch (finding.kind) {
    case 'overfilled':
      return {
        title: `${finding.moldName} would overflow`,
        text: `The layers together stand ${mm(finding.overMm)} above its ${mm(finding.depthMm)}.`,
      }
    case 'surplusTooLittle':
      return {
        title: `Too little is left for ${finding.moldName}`,
        text: `What the mix leaves over lies ${mm(finding.bedMm)} deep in it; ${mm(finding.leastMm)} or more are wanted.`,
      }
    case 'bedTooThin':
      return {
        title: `Thin bed in ${finding.moldName}`,
        text: `This technique wants ${mm(finding.leastMm)} or more, planned is ${mm(finding.bedMm)}. Below that expect bald spots, and no room for anything to spread.`,
      }
    case 'noLipForLayer':
      return {
        title: `No lip for the ${finding.layerName} of ${finding.moldName}`,
        text: `${mm(finding.layerMm)} poured after demolding need a rim that holds them; there is ${mm(finding.lipMm)}.`,
      }
    case 'cupsTakeMore':
      return {
        title: `The cups of the ${finding.layer.name ?? 'pour'} take more than its mix`,
        text: `Together they ask for ${g(finding.overG)} that are not there.`,
      }
    case 'cupOverloaded':
      return {
        title: `Too much colour in the cup ${finding.cupName}`,
        text: `${finding.colours.join(' and ')} ${finding.colours.length === 1 ? 'is' : 'are'} ${percent(finding.share)} of it by weight; ${percent(finding.mostShare)} is the most that cures and pours as it should.`,
        byHand: 'Or tint a larger cup.',
      }
    case 'notMixedIn':
      return {
        title: `${finding.colourName} is no colour for resin`,
        text: 'Paints with solvent, pens and varnishes lie on what is hard; in resin they keep it soft.',
        byHand: 'Take another colour, or make it a painted layer.',
      }
    case 'inLayer': {
      const { title, text } = told(finding.finding, units)
      return {
        title: `In the ${finding.layer.name ?? 'layer'}: ${title}`,
        text,
        byHand: 'Open the layer: what would help stands there.',
      }
    }
    case 'layerOnNothing':
      return {
        title: `The ${finding.layer.name ?? 'layer'} is laid on nothing`,
        text: 'The molds it was meant for are not in this batch.',
      }
    case 'scoopUnweighed':
      return {
        title: `A scoop of ${finding.colourName} was never weighed`,
        text: 'How much of it goes in is not known, so neither load nor shelf can count it.',
        byHand: 'Weigh one scoop on the shelf, once.',
      }
    case 'fillDisagrees':
      return {
        title: `Measures of ${finding.moldName} disagree`,
        text: `Its water fill is ${(100 * finding.fillOverDrawn).toFixed(0)} % of outline × depth. Sloping walls explain a little. The water fill is used.`,
        byHand: 'Check width, depth and the unit of the water on the shelf.',
      }
    case 'notEnoughMolds':
      return {
        title: `Not enough of ${finding.moldName}`,
        text: `${finding.wanted} wanted, ${finding.owned} on the shelf.`,
        byHand: 'Or pour the rest as a second batch once these are out of their molds.',
      }
    case 'noCupBigEnough':
      return {
        title: 'No cup is big enough',
        text: `${ml(finding.volumeMl)} with room to stir is more than any usual cup, and so much resin heats itself fast.`,
      }
    case 'ratioOff':
      if (finding.by === 'weighing')
        return {
          title: `${(100 * Math.abs(finding.error)).toFixed(0)} % too much ${finding.error > 0 ? 'A' : 'B'}, as it was weighed`,
          text: 'Resin forgives about 3 %: it may stay soft, or not cure at all.',
          byHand: 'Lay nothing over it before it is hard.',
        }
      return {
        title: `Ratio ${(100 * finding.error).toFixed(1)} % off by ${finding.by}`,
        text: `The ${finding.by === 'volume' ? 'lines of the cup' : 'steps of the scale'} are too coarse for so small a mix; resin forgives about 3 %.`,
        byHand: `Measure ${finding.by === 'volume' ? 'by weight' : 'on a finer scale'}, or mix more.`,
      }
    case 'moreWhiteThanUsual':
      return {
        title: 'More white than the usual portion',
        text: `The beads take ${g(finding.portionG)}; people who portion ${g(finding.usualG)} by habit would run out half way.`,
        byHand: 'Portion what is said here.',
      }
    case 'holeUnknown':
      return {
        title: `No window is known for a hole of ${mm(finding.holeMm)}`,
        text: `Beads of ${mm(finding.leastMm)} to ${mm(finding.mostMm)} were simulated; beyond them the nearest stands in.`,
      }
    case 'noInk':
      return {
        title: 'No ink chosen',
        text: 'White alone on a clear bed: fine if meant.',
        byHand: 'Otherwise pick inks above.',
      }
    case 'muddyPair':
      return {
        title: `${finding.one} and ${finding.other} turn muddy where they meet`,
        text: 'Their overlap is neither of the two.',
        byHand: 'Keep them apart, put white between, or test the pair on a card first.',
      }
    case 'noWhite':
      return {
        title: 'No white chosen',
        text: 'Bloom and petri both live from the white.',
        byHand: 'Pick a white paste or white ink above.',
      }
    case 'shortSettle':
      return {
        title: 'Short settle',
        text: `${printSpan(finding.settleMin)} is less than ${printSpan(finding.leastMin)}: white on moving ink travels with it.`,
      }
    case 'cupFirst':
      return {
        title: 'The cup has to be emptied first',
        text: `By ${printSpan(finding.decantMin)} this cup must be empty; the rest is waited in the mold, ${printSpan(finding.waitInMoldMin)} until the white.`,
      }
    case 'tooFast':
      return {
        title: 'Too fast for these hands in this room',
        text: 'Even poured at once the resin is past its best when the white could go in.',
        byHand: 'A slower resin would leave more time.',
      }
    case 'whiteStiffens':
      return {
        title: 'The white stiffens in its bag',
        text: `It comes out as a bead that closes over until ${printSpan(finding.workableMin)}; the last bead is planned for ${printSpan(finding.lastBeadMin)}.`,
      }
    case 'overloaded':
      return {
        title: `More drops than the bed of ${finding.moldName} carries`,
        text: `Ink and white are ${(100 * finding.share).toFixed(0)} % of its bed; above a few percent it stays soft. ${finding.fewer} of the ${finding.drops} drops a piece are too many.`,
      }
    case 'decantedAfterGel':
      return {
        title: 'The model expected a gelled cup',
        text: `Decanted at ${printSpan(finding.markedMin)}, but by its figures this resin gels in the cup at ${printSpan(finding.gelMin)}. Yours is slower, or the mark is wrong.`,
        byHand: 'Trust the toothpick, not these times.',
      }
    case 'inkLate':
      return {
        title: 'Last inks land late',
        text: `They drop ${printSpan(finding.byMin)} after the resin stops spreading them.`,
        byHand: 'Or drop faster: a hand that drops by habit is quicker than one that aims.',
      }
    case 'windowMissed':
      return {
        title: `${finding.capacity.pieces} pieces do not fit the window`,
        text: `“${finding.capacity.stepTitle}” runs from ${printSpan(finding.capacity.beginMin)} to ${printSpan(finding.capacity.endMin)}${windowWords(finding.capacity.window)}; a piece takes ${finding.capacity.perPieceMin.toFixed(1)} min.`,
        byHand: 'A slower resin would leave more time.',
      }
    case 'cupsWarm':
      return {
        title: 'The cups never come to rest beside the film',
        text: finding.cup
          ? `When the film would take them, ${finding.cup.name ?? 'the clear cup'} (${g(finding.cup.massG)}) ${Number.isFinite(finding.cup.kPerMin) ? `warms by ${wordWarming(finding.cup.kPerMin, units)} a minute` : 'hardly runs any more'}; above ${wordWarming(finding.mostKPerMin, units)} it runs under the film instead of floating on. “${finding.stepTitle}” has no moment.`
          : `This film never gets as thick as “${finding.stepTitle}” wants it.`,
        byHand:
          'A slower resin, a cooler room or smaller cups have one; with some resins it does not happen.',
      }
    case 'pouredAlone':
      return {
        title: `${finding.wayName} does not share its pour`,
        text: 'Its cups are weighed for it alone, or alcohol is sprayed over it: pieces that are laid another way want neither.',
      }
    case 'objectUnmeasured':
      return {
        title: 'How large is the object?',
        text: 'What stays on it is not in the amounts: the sheet would be that much thinner.',
        byHand: 'Say how high it is, and how far round.',
      }
    case 'lipTaken':
      return {
        title: `${finding.moldName}: ${mm(finding.lipMm)} of lip are left`,
        text: `The pour stays as deep as it was poured; with what comes over it ${mm(finding.lipMm)} are left of the ${mm(finding.wantedMm)} that were planned.`,
        byHand: 'A thinner layer leaves the lip.',
      }
    case 'clearWalls':
      return {
        title: `Clear walls in ${finding.moldName}`,
        text: 'Over a raised edge ink gathers in the middle: poured at once, the edge stays clear.',
        byHand: 'Or leave it clear, for a coloured back or varnish on the edge.',
      }
    case 'sharpLip':
      return {
        title: `${finding.moldName}: its lip will be sharp`,
        text: 'Resin creeps up at the wall, and a raised edge ends in a thin sharp line. Wet-sand the edge only: a sanded face needs a clear coat.',
      }
    case 'onOil':
      return {
        title: `The ${finding.layer.name ?? 'layer'} lies on silicone oil`,
        text: `There is oil in the ${finding.underName}: what is laid over it crawls back from it and does not hold.`,
        byHand: 'Or leave the oil out, and marble it without. On the other side of the piece it holds.',
      }
    case 'oneCup':
      return {
        title: 'One cup meets nothing',
        text: 'What is held back is to meet another colour: two cups at least, one of them may stay clear.',
        byHand: 'Add a cup to those of the pour.',
      }
    case 'stepLate':
      return {
        title: `${finding.stepTitle}: late by ${printSpan(finding.byMin)}`,
        text: `Its window closes at ${printSpan(finding.closeMin)}, before the hands get to it.`,
        byHand: 'Fewer pieces, or a cooler room, leave it more time.',
      }
    case 'stepNever':
      return {
        title: `${finding.stepTitle}: its moment does not come`,
        text: 'In this room the resin does not reach it within the time it is followed.',
        byHand: 'A warmer room, or another resin, brings it.',
      }
    case 'editRefused':
      return { title: 'Something you wrote on the order cannot be so', text: wordRefused(finding.refused) }
    case 'orderBroken':
      return {
        title: `${finding.stepTitle}: against the order`,
        text: finding.why,
        byHand: 'You may do it all the same; the log keeps what you wrote.',
      }
    case 'heatOnAlcohol':
      return {
        title: `${finding.stepTitle}: alcohol is in the air`,
        text: `${finding.why} Open bottles, tinted cups and bags give it off as well: leave the heat out, or where the way itself has it, before any ink.`,
      }
    case 'minuteOutside':
      return {
        title: `${finding.stepTitle}: your minute is ${finding.is === 'early' ? 'too early' : 'too late'}`,
        text: `By the model its window is ${printWindow({ openMin: finding.fromMin, closeMin: finding.toMin })}.`,
        byHand: 'The plan goes by your minute; what comes of it is worth writing down.',
      }
    case 'minuteNotKept':
      return {
        title: `${finding.stepTitle}: at ${printSpan(finding.beginMin)}, not at ${printSpan(finding.atMin)}`,
        text: 'Hands are busy, or the resin is not poured, at the minute you chose.',
      }
    case 'longWait':
      return {
        title: `${finding.stepTitle}: only at ${printSpan(finding.atMin)}`,
        text: 'This resin stays thin for that long in this room: somebody has to be there then.',
        byHand: 'A quicker resin is there sooner, and so is a warmer room.',
      }
    case 'neverReached':
      return {
        title: `${finding.stepTitle}: not within three weeks`,
        text: 'In a room this cool the resin stalls before it gets there.',
        byHand: 'A warmer place for the days on the rack does it as well.',
      }
    case 'cupRunsAway':
      return {
        title: `The cup ${finding.cupName === undefined ? '' : `of ${finding.cupName} `}would run away`,
        text: `It must be empty by ${printSpan(finding.stopMin)}; planned is ${printSpan(finding.emptiedMin)}. Forgotten it peaks near ${temp(finding.peakTempC)}.`,
        byHand: 'Hot or smoking: outside, spread thin on a tray, do not seal.',
      }
    case 'bedRunsHot':
      return {
        title: 'The bed itself would run hot',
        text: `At this room temperature ${mm(finding.depthMm)} reach ${temp(finding.peakTempC)} after ${printSpan(finding.peakMin)} instead of curing quietly.`,
        byHand: 'A slower resin stays cooler, and so does a mold with a thicker wall.',
      }
    case 'layerRunsHot':
      return {
        title: `The ${wordLayer({ ...finding.layer, poured: true })} would run hot`,
        text: `${mm(finding.depthMm)} at once reach ${temp(finding.peakTempC)}, ${printSpan(finding.peakMin)} after its stop-stir: it yellows, cracks and cooks what is laid in.`,
        byHand: 'A slower resin stays cooler.',
      }
    case 'deeperThanSheet':
      return {
        title: `Deeper than the sheet of ${finding.resinName} allows`,
        text: `Its data sheet allows ${mm(finding.greatestMm)} in one pour; the ${wordLayer({ ...finding.layer, poured: true })} of ${finding.moldName} is ${mm(finding.depthMm)}.`,
        byHand: 'Or take a resin made for it; the sheet has the last word.',
      }
    case 'barelyCovered':
      return {
        title: `Next to nothing covers the inclusions of ${finding.moldName}`,
        text: `Base, back and lip leave ${mm(Math.max(0, finding.fillMm))} for the pour over them; ${mm(finding.leastMm)} or more hold them down.`,
        byHand: 'A deeper mold would hold more.',
      }
    case 'displacesAll':
      return {
        title: `The inclusions fill ${finding.moldName}`,
        text: `${ml(finding.volumeMl)} of them are as much as the whole layer over them.`,
        byHand: 'Check the figure: it is the water they push up, not their weight.',
      }
    case 'displacedUnknown':
      return {
        title: 'Inclusions take the place of resin',
        text: 'Their volume is not said, so the layer over them is mixed for a full mold and some is left.',
        byHand: 'Drop them into a measured cup of water and read the rise.',
      }
    case 'proudWithoutCoat':
      return {
        title: 'What stands proud needs a coat',
        text: 'Stones and petals that break the surface catch and fray.',
      }
    default:
      return finding satisfies never
  }
}

function windowWords(window: { readonly openMin: number; readonly closeMin: number | null } | null): string {
  if (!window) return ', and the resin never gets there'
  return `, the window is ${printWindow(window)}`
}
