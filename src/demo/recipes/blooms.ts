import { USUAL_WHITE, type Recipe } from '#core/batch/index.ts'
import { newFlower, WHOLE, type Mark } from '#core/pattern/index.ts'
import { recipe, dosed, cup, layer, DARK_BACK, pattern, alone, BLOOM } from './begin.ts'
import {
  CHALK,
  MILK,
  TARN,
  HEATHER,
  BRACKEN,
  GORSE,
  MOSS,
  LOCH,
  PEWTER,
  COASTER,
  HEXAGON,
  LONG_TRAY,
  STAR,
  slow,
} from './stock.ts'

/** Three flowers side by side, each a group of its own. */
const THREE_FLOWERS = pattern('three', 45_000, [
  ...[-85, 0, 85].flatMap((x, k) =>
    newFlower({ acrossMm: 170, marginMm: 6, spacingMm: 9, petals: 7 }).map((mark) => ({
      mark: placedAt(mark, x),
      group: `g${k + 1}`,
    })),
  ),
])

function placedAt(mark: Mark, x: number): Mark {
  const at = { x, y: 0 }
  if (mark.kind === 'swirl') return { ...mark, at }
  const disc = { kind: 'disc', at, acrossMm: 76 } as const
  if (mark.kind === 'drops')
    return mark.layout.kind === 'scatter' ? { ...mark, layout: { ...mark.layout, zone: disc } } : mark
  return 'zone' in mark ? { ...mark, zone: disc } : mark
}

const GLITTER_HEART = pattern('glitter', 7854, [
  ...alone(
    { kind: 'sprinkle', what: 'glitter', area: { kind: 'disc', at: { x: 0, y: 0 }, acrossMm: 22 } },
    { kind: 'rings', zone: WHOLE, marginMm: 7, spacingMm: 9, most: 3, startDeg: 0, nextByDeg: 120 },
    { kind: 'petals', zone: WHOLE, count: 8, drag: 'outwards', turnDeg: 0, fromRimMm: 4 },
  ),
])

const FEATHER = pattern('feather', 7015, [
  ...alone(
    {
      kind: 'drops',
      inkNo: null,
      layout: { kind: 'scatter', zone: WHOLE, fromWallMm: 8, count: 20, seed: 4 },
    },
    { kind: 'lines', zone: WHOLE, marginMm: 7, spacingMm: 9, angleDeg: 0 },
    { kind: 'across', zone: WHOLE, spacingMm: 12, angleDeg: 90, fromRimMm: 4 },
  ),
])

const MICA_AND_WHITE = pattern('mica', 7854, [
  ...alone(
    {
      kind: 'drops',
      inkNo: null,
      layout: { kind: 'scatter', zone: WHOLE, fromWallMm: 8, count: 24, seed: 5 },
    },
    {
      kind: 'rings',
      zone: WHOLE,
      marginMm: 7,
      spacingMm: 20,
      most: 2,
      startDeg: 0,
      nextByDeg: 90,
      bag: 'pewter',
    },
    { kind: 'rings', zone: WHOLE, marginMm: 17, spacingMm: 20, most: 2, startDeg: 45, nextByDeg: 90 },
    { kind: 'petals', zone: WHOLE, count: 8, drag: 'both', turnDeg: 0, fromRimMm: 4 },
  ),
])

export const BLOOMS: readonly Recipe[] = [
  recipe(
    'coasters',
    'Coasters on peat',
    'Four blooms of one mix, a dark back for the petals to stand against.',
    [[COASTER, 4]],
    {
      ...BLOOM,
      colours: [TARN, HEATHER, CHALK],
      layers: [DARK_BACK],
    },
  ),
  recipe(
    'white-flowers',
    'White flowers, glitter hearts',
    'No inks: white alone, glitter kept to the centre.',
    [[COASTER, 3, { pattern: GLITTER_HEART }]],
    {
      ...BLOOM,
      colours: [CHALK],
      layers: [DARK_BACK],
    },
  ),
  recipe(
    'three-flowers',
    'Long tray of three flowers',
    'Each flower moves as one; a crackle back of a slower resin, which decides its days.',
    [[LONG_TRAY, 1, { pattern: THREE_FLOWERS }]],
    {
      ...BLOOM,
      colours: [TARN, BRACKEN, GORSE, CHALK],
      layers: [
        layer('crackle', 'crackle', {
          resin: slow,
          cups: [
            cup('loch', { by: 'rest' }, dosed(LOCH, 0.2)),
            cup('pewter', { by: 'share', frac: 0.2 }, { colour: PEWTER, dose: { by: 'share', frac: 0.02 } }),
          ],
        }),
      ],
    },
  ),
  recipe(
    'limbs',
    'Bloom in narrow limbs',
    'Closer rings and fewer petals where the outline is narrow.',
    [[STAR, 1]],
    {
      ...BLOOM,
      colours: [MOSS, GORSE, CHALK],
      white: { ...USUAL_WHITE, ringSpacingMm: 8, rimMarginMm: 5, petals: 8 },
      layers: [DARK_BACK],
    },
  ),
  recipe(
    'mica-then-white',
    'Mica rings, then white',
    'A ring of pewter out of a bag of its own, white inside it; one tool drags both.',
    [[COASTER, 4, { pattern: MICA_AND_WHITE }]],
    {
      ...BLOOM,
      colours: [HEATHER, TARN, CHALK],
      bags: [
        {
          id: 'pewter',
          name: 'Pewter bag',
          colours: [{ colour: PEWTER, dose: { by: 'share', frac: 0.02 } }],
        },
      ],
      layers: [DARK_BACK],
    },
  ),
  recipe(
    'feather',
    'Feather field',
    'Parallel beads, dragged across, one this way, the next that way.',
    [[HEXAGON, 4, { pattern: FEATHER }]],
    {
      ...BLOOM,
      colours: [HEATHER, TARN, CHALK],
      layers: [DARK_BACK],
    },
  ),
  recipe(
    'two-colourways',
    'Two colourways',
    'One bloom, one kind of mold, inks of their own.',
    [
      [COASTER, 2, { colourway: { id: 'cool', name: 'Cool', inks: [TARN.id, HEATHER.id] } }],
      [COASTER, 2, { colourway: { id: 'warm', name: 'Warm', inks: [BRACKEN.id, GORSE.id] } }],
    ],
    { ...BLOOM, colours: [TARN, HEATHER, BRACKEN, GORSE, CHALK], layers: [DARK_BACK] },
  ),
  recipe(
    'two-ways',
    'A bloom and a petri of one mix',
    'By one clock; a lip that was poured too full is sanded and coated.',
    [
      [COASTER, 1],
      [HEXAGON, 1, { technique: 'petri' }],
    ],
    {
      ...BLOOM,
      colours: [TARN, MOSS, CHALK, MILK],
      jobs: ['trimRim', 'sandEdges'],
      layers: [layer('clearCoat', 'clearCoat')],
    },
  ),
]
