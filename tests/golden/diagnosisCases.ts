import type { CauseId, FaultId, RunFacts } from '#core/journal/index.ts'

/**
 * What the trade's fault table says caused it, for runs that differ from a faultless one in what is named. Written before the rules, from common practice with
 * no published source; minutes and grams are made up.
 */
export interface DiagnosisCase {
  readonly fault: FaultId
  readonly run: Partial<RunFacts>
  readonly cause: CauseId
}

const window = { openMin: 22, bestMin: 25, closeMin: 30 }

/** A bloom in which nothing went wrong that the run could show. */
export const FAULTLESS: RunFacts = {
  technique: 'bloom',
  white: { atMin: 25, ...window },
  laid: null,
  pulled: null,
  inkLateMin: 0,
  settledMin: 6,
  inkAfterWhite: false,
  shapedAfterMin: 1,
  shapedLateMin: -3,
  cupTempC: 40,
  roomTempC: 21,
  stirMin: 3,
  ratioError: 0,
  dose: 'translucent',
  holeMm: 3,
  spacingMm: 10,
  marginMm: 7,
  whiteNeededG: 14,
  glitterMetWhite: false,
  mica: false,
  pigmented: true,
  overloaded: null,
  muddyPair: null,
  shiftedColour: null,
  levelSkipped: false,
  coverSkipped: false,
  coveredAfterMin: 3,
  feathered: true,
  feather: { fromMin: 48, toMin: 85 },
  loadShare: 0.03,
  narrowShare: 0,
  inFormH: null,
  raisedEdge: null,
  overMm: -1,
  bedMm: 5,
  lipMm: 2,
  backed: true,
  demoldEarlyH: -2,
  leftoverG: 4,
}

const at = (atMin: number) => ({ white: { atMin, ...window } })

const CLOUD = { openMin: 30, closeMin: 43 }

export const CASES: readonly DiagnosisCase[] = [
  { fault: 'blobs', run: at(14), cause: 'whiteEarly' },
  { fault: 'blobs', run: { ...at(17), dose: 'milky' }, cause: 'whiteEarly' },
  { fault: 'blobs', run: { dose: 'opaque' }, cause: 'whiteStrong' },
  { fault: 'blobs', run: { dose: 'milky' }, cause: 'whiteStrong' },
  { fault: 'blobs', run: { ...at(21), dose: 'opaque' }, cause: 'whiteStrong' },
  { fault: 'blobs', run: {}, cause: 'whiteDrips' },
  { fault: 'blobs', run: at(34), cause: 'whiteDrips' },
  { fault: 'lines', run: at(38), cause: 'whiteLate' },
  { fault: 'lines', run: { ...at(33), roomTempC: 19 }, cause: 'whiteLate' },
  { fault: 'lines', run: { roomTempC: 14 }, cause: 'cold' },
  { fault: 'lines', run: { holeMm: 2 }, cause: 'beadThin' },
  { fault: 'lines', run: { ...at(36), holeMm: 2 }, cause: 'whiteLate' },
  { fault: 'gaps', run: at(37), cause: 'whiteLate' },
  { fault: 'gaps', run: { spacingMm: 17 }, cause: 'ringsWide' },
  { fault: 'gaps', run: { holeMm: 2 }, cause: 'beadThin' },
  { fault: 'distorted', run: { inkAfterWhite: true }, cause: 'inkAfterWhite' },
  { fault: 'distorted', run: { settledMin: 1 }, cause: 'whiteOnMovingInk' },
  { fault: 'distorted', run: { levelSkipped: true }, cause: 'notLevel' },
  { fault: 'distorted', run: { inkAfterWhite: true, settledMin: 2 }, cause: 'inkAfterWhite' },
  { fault: 'pockets', run: { glitterMetWhite: true }, cause: 'glitterInWhite' },
  { fault: 'pockets', run: {}, cause: 'glitterInWhite' },
  { fault: 'wallWhite', run: { marginMm: 1.5 }, cause: 'beadAtWall' },
  { fault: 'wallWhite', run: {}, cause: 'beadAtWall' },
  { fault: 'micaSpots', run: { mica: true }, cause: 'muchMica' },
  { fault: 'smallInk', run: { inkLateMin: 5 }, cause: 'inkLate' },
  { fault: 'smallInk', run: { roomTempC: 15 }, cause: 'cold' },
  { fault: 'curdled', run: { shapedAfterMin: 9, shapedLateMin: 5 }, cause: 'toolLate' },
  {
    fault: 'curdled',
    run: { technique: 'petri', white: null, shapedAfterMin: null, shapedLateMin: null },
    cause: 'toolLate',
  },
  {
    fault: 'ranTogether',
    run: { technique: 'cloud', white: null, pulled: { atMin: 18, moment: CLOUD } },
    cause: 'pulledEarly',
  },
  {
    fault: 'ranTogether',
    run: { technique: 'cloud', white: null, pulled: { atMin: 35, moment: null } },
    cause: 'cupsWarmed',
  },
  {
    fault: 'hardFront',
    run: { technique: 'cloud', white: null, pulled: { atMin: 60, moment: CLOUD } },
    cause: 'pulledLate',
  },
  {
    fault: 'clearWalls',
    run: { technique: 'petri', white: null, raisedEdge: { centreAgain: false } },
    cause: 'raisedEdge',
  },
  { fault: 'clearRim', run: { technique: 'petri', white: null }, cause: 'notToWall' },
  { fault: 'muddy', run: { muddyPair: ['Ember', 'Dusk'] }, cause: 'muddyPair' },
  { fault: 'muddy', run: {}, cause: 'muddyPair' },
  { fault: 'specks', run: { stirMin: 3 }, cause: 'pigmentUnmixed' },
  { fault: 'microBubbles', run: { roomTempC: 16 }, cause: 'cold' },
  { fault: 'microBubbles', run: { roomTempC: 23 }, cause: 'stirredFast' },
  { fault: 'baldSpots', run: { bedMm: 1.5 }, cause: 'filmThin' },
  { fault: 'step', run: { feathered: false }, cause: 'notFeathered' },
  { fault: 'floating', run: {}, cause: 'pouredAtOnce' },
  {
    fault: 'floating',
    run: { technique: 'inclusions', white: null, laid: { atMin: 12, openMin: 20, closeMin: 33 } },
    cause: 'laidEarly',
  },
  {
    fault: 'baldSpots',
    run: { technique: 'inclusions', white: null, bedMm: 3, laid: { atMin: 12, openMin: 20, closeMin: 33 } },
    cause: 'laidEarly',
  },
  { fault: 'noLip', run: { overMm: 1.5 }, cause: 'overfilled' },
  { fault: 'outOfWhite', run: { whiteNeededG: 56 }, cause: 'whiteUnderestimated' },
  { fault: 'tooMuch', run: { leftoverG: 60 }, cause: 'guessedMix' },
  { fault: 'tilted', run: { levelSkipped: true }, cause: 'notLevel' },
  { fault: 'tilted', run: {}, cause: 'notLevel' },
  { fault: 'soft', run: { stirMin: 1.4 }, cause: 'shortStir' },
  { fault: 'soft', run: { ratioError: 0.09 }, cause: 'wrongRatio' },
  { fault: 'soft', run: { roomTempC: 14 }, cause: 'cold' },
  { fault: 'soft', run: { stirMin: 1.5, roomTempC: 18 }, cause: 'shortStir' },
  { fault: 'bendy', run: { demoldEarlyH: 5 }, cause: 'demoldedSoon' },
  { fault: 'bendy', run: { demoldEarlyH: -20 }, cause: 'heatedSoon' },
  { fault: 'flattened', run: {}, cause: 'leftFormSoon' },
  { fault: 'stuckMold', run: {}, cause: 'flame' },
  { fault: 'sharpLip', run: { lipMm: 0 }, cause: 'overfilled' },
  { fault: 'sharpLip', run: {}, cause: 'meniscus' },
  { fault: 'colourTurned', run: { shiftedColour: 'Ember' }, cause: 'inkNature' },
  { fault: 'dust', run: { coveredAfterMin: 40 }, cause: 'uncovered' },
  { fault: 'dust', run: { coverSkipped: true, coveredAfterMin: null }, cause: 'uncovered' },
  { fault: 'gilding', run: {}, cause: 'gildedSoon' },
  { fault: 'pale', run: { backed: false }, cause: 'noBack' },
]
