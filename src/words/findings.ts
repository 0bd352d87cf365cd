import type { CupStrategy } from '#core/batch/index.ts'
import type { Finding, Way } from '#core/plan/index.ts'
import { wordLayer } from './mixes.ts'
import { printQuantity, printSpan, type UnitChoice } from '#core/units/index.ts'

/** What a finding says: what is the matter, why, and what to do. */
export interface WordedFinding {
  readonly title: string
  readonly text: string
}

/** The finding in words, with quantities in the person's units. */
export function wordFinding(finding: Finding, units: UnitChoice): WordedFinding {
  const mm = (value: number) => printQuantity(value, units.length)
  const g = (value: number) => printQuantity(value, units.mass)
  const ml = (value: number) => printQuantity(value, units.volume)
  const temp = (value: number) => printQuantity(value, units.temperature, 0)
  switch (finding.kind) {
    case 'overfilled':
      return {
        title: `${finding.moldName} would overflow`,
        text: `The layers together stand ${mm(finding.overMm)} above its ${mm(finding.depthMm)}. Pour a thinner bed or back.`,
      }
    case 'bedTooThin':
      return {
        title: `Thin bed in ${finding.moldName}`,
        text: `This technique wants ${mm(finding.leastMm)} or more, planned is ${mm(finding.bedMm)}. Below that expect bald spots, and no room for anything to spread.`,
      }
    case 'noLipForBack':
      return {
        title: `No lip for the back of ${finding.moldName}`,
        text: `A back of ${mm(finding.backMm)} poured after demolding needs a rim that holds it; there is ${mm(finding.lipMm)}. Plan a thinner bed, or pour the back in the mold.`,
      }
    case 'fillDisagrees':
      return {
        title: `Measures of ${finding.moldName} disagree`,
        text: `Its water fill is ${(100 * finding.fillOverDrawn).toFixed(0)} % of outline × depth. Sloping walls explain a little; otherwise check width, depth and the unit of the water. The water fill is used.`,
      }
    case 'notEnoughMolds':
      return {
        title: `Not enough of ${finding.moldName}`,
        text: `${finding.wanted} wanted, ${finding.owned} on the shelf. Pour fewer, or in two turns.`,
      }
    case 'noCupBigEnough':
      return {
        title: 'No cup is big enough',
        text: `${ml(finding.volumeMl)} with room to stir is more than any usual cup, and so much resin heats itself fast. Split it into several mixes.`,
      }
    case 'ratioOff':
      return {
        title: `Ratio ${(100 * finding.error).toFixed(1)} % off by ${finding.by}`,
        text: `The ${finding.by === 'volume' ? 'lines of the cup' : 'steps of the scale'} are too coarse for so small a mix. Mix more, or measure ${finding.by === 'volume' ? 'by weight' : 'on a finer scale'}: resin forgives about 3 %.`,
      }
    case 'moreWhiteThanUsual':
      return {
        title: 'More white than the usual portion',
        text: `The beads take ${g(finding.portionG)}; people who portion ${g(finding.usualG)} by habit would run out half way.`,
      }
    case 'noInk':
      return {
        title: 'No ink chosen',
        text: 'White alone on a clear bed: fine if meant, otherwise pick inks.',
      }
    case 'muddyPair':
      return {
        title: `${finding.one} and ${finding.other} turn muddy where they meet`,
        text: 'Their overlap is neither of the two. Keep them apart, put white between, or test the pair on a card first.',
      }
    case 'noWhite':
      return {
        title: 'No white chosen',
        text: 'Bloom and petri both live from the white. Pick a white paste or white ink.',
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
        text: 'Even poured at once the resin is past its best when the white could go in. Fewer pieces, a cooler room, or a slower resin.',
      }
    case 'whiteGels':
      return {
        title: 'The white gels in its bag',
        text: `Portioned so early it stops flowing at ${printSpan(finding.gelMin)}, before the last bead at ${printSpan(finding.lastBeadMin)}. Mix the white's portion later as a small mix of its own, or pour sooner.`,
      }
    case 'decantedAfterGel':
      return {
        title: 'The model expected a gelled cup',
        text: `Decanted at ${printSpan(finding.markedMin)}, but by its figures this resin gels in the cup at ${printSpan(finding.gelMin)}. Yours is slower, or the mark is wrong: trust the toothpick, not these times.`,
      }
    case 'inkLate':
      return {
        title: 'Last inks land late',
        text: `They drop ${printSpan(finding.byMin)} after the resin stops spreading them. Fewer pieces a mix, or fewer drops.`,
      }
    case 'windowMissed':
      return {
        title: `${finding.capacity.pieces} pieces do not fit the window`,
        text: `“${finding.capacity.stepTitle}” runs from ${printSpan(finding.capacity.beginMin)} to ${printSpan(finding.capacity.endMin)}${windowWords(finding.capacity.window)}; a piece takes ${finding.capacity.perPieceMin.toFixed(1)} min. ${finding.ways.map((way) => wordWay(way, units)).join(' ')}`,
      }
    case 'neverReached':
      return {
        title: `${finding.stepTitle}: not within three weeks`,
        text: 'In a room this cool the resin stalls before it gets there. Warm the room.',
      }
    case 'cupRunsAway':
      return {
        title: 'The cup would run away',
        text: `It must be empty by ${printSpan(finding.stopMin)}; planned is ${printSpan(finding.emptiedMin)}. Forgotten it peaks near ${temp(finding.peakTempC)}. Split the mix or decant sooner. Hot or smoking: outside, spread thin on a tray, do not seal.`,
      }
    case 'bedRunsHot':
      return {
        title: 'The bed itself would run hot',
        text: `At this room temperature ${mm(finding.depthMm)} reach ${temp(finding.peakTempC)} after ${printSpan(finding.peakMin)} instead of curing quietly. Cooler room, thinner bed or a slower resin.`,
      }
    case 'layerRunsHot': {
      const inTwo = finding.layer === 'back' || finding.inTwo
      return {
        title: finding.layer === 'back' ? 'The back would run hot' : 'The second pour would run hot',
        text: `${mm(finding.depthMm)} at once reach ${temp(finding.peakTempC)}, ${printSpan(finding.peakMin)} after its stop-stir: it yellows, cracks and cooks what is laid in. ${inTwo ? 'A' : 'Choose two pours, each when the last one still takes a print; or a'} cooler room, a slower resin${finding.layer === 'back' ? ' or a thinner back' : ', a thicker base or back'}.`,
      }
    }
    case 'deeperThanSheet':
      return {
        title: `Deeper than the sheet of ${finding.resinName} allows`,
        text: `Its data sheet allows ${mm(finding.greatestMm)} in one pour; the ${wordLayer(finding.layer)} of ${finding.moldName} is ${mm(finding.depthMm)}. Pour it in two goes, or thinner, or with a resin made for it.`,
      }
    case 'barelyCovered':
      return {
        title: `Next to nothing covers the inclusions of ${finding.moldName}`,
        text: `Base, back and lip leave ${mm(Math.max(0, finding.fillMm))} for the pour over them; ${mm(finding.leastMm)} or more hold them down. A thinner base or back, or a deeper mold.`,
      }
    case 'displacesAll':
      return {
        title: `The inclusions fill ${finding.moldName}`,
        text: `${ml(finding.volumeMl)} of them are as much as the whole second pour. Check the figure: it is the water they push up, not their weight.`,
      }
    case 'displacedUnknown':
      return {
        title: 'Inclusions take the place of resin',
        text: 'Their volume is not said, so the second pour is mixed for a full mold and some is left. Drop them into a measured cup of water and read the rise.',
      }
    case 'proudWithoutCoat':
      return {
        title: 'What stands proud needs a coat',
        text: 'Stones and petals that break the surface catch and fray. Plan a clear coat afterwards.',
      }
    default:
      return finding satisfies never
  }
}

function windowWords(window: { readonly openMin: number; readonly closeMin: number | null } | null): string {
  if (!window) return ', and the resin never gets there'
  return `, the window from ${printSpan(window.openMin)} to ${window.closeMin === null ? 'the end' : printSpan(window.closeMin)}`
}

const STRATEGY_WAYS: Readonly<Record<CupStrategy, string>> = {
  rest: 'Resting it all in one cup',
  split: 'Resting it in two cups of half the depth',
  atOnce: 'Pouring at once and waiting in the mold',
}

function effectWords({ windowMin, fits }: { readonly windowMin: number; readonly fits: boolean }): string {
  if (windowMin === 0) return 'never opens the window'
  return `makes the window ${printSpan(windowMin)} long${fits ? ': they fit' : ', still too short'}`
}

function wordWay(way: Way, units: UnitChoice): string {
  switch (way.kind) {
    case 'fewerPieces':
      return `${way.pieces} pieces would fit; pour the rest as a second mix.`
    case 'stagger': {
      const [first, ...others] = way.stagger.mixes
      const starts = others.map((mix) => `+${printSpan(mix.startsAfterMin)}`).join(', ')
      return `As ${way.stagger.mixes.length} mixes of ${first!.pieces} or so, stirred to the end at 0, ${starts}: no two windows at once, done after ${printSpan(way.stagger.lastsMin)}.`
    }
    case 'coolerRoom':
      return `A room of ${printQuantity(way.roomTempC, units.temperature, 0)} ${effectWords(way)}.`
    case 'strategy':
      return `${STRATEGY_WAYS[way.strategy]} ${effectWords(way)}.`
    case 'otherResin':
      return `A resin like “${way.name}” ${effectWords(way)}.`
    case 'widerRings':
      return `Beads ${printQuantity(way.byMm, units.length)} farther apart take ${way.perPieceMin.toFixed(1)} min a piece${way.fits ? ': they fit' : ', still too slow'}.`
    default:
      return way satisfies never
  }
}
