import {
  startedLayer,
  USUAL_REQUEST,
  USUAL_WHITE,
  type BatchRequest,
  type DosedColour,
  type LaterLayer,
  type LayerCup,
  type PieceOrder,
  type Recipe,
} from '#core/batch/index.ts'
import type { Colour, ColourKind } from '#core/colour/index.ts'
import { UPRIGHT, type Mold, type Outline } from '#core/mold/index.ts'
import { newFlower, WHOLE, type Mark, type Pattern, type PatternMark } from '#core/pattern/index.ts'
import { ARCHETYPES, USUAL_WALL } from '#core/resin/index.ts'
import type { LayerStartId } from '#core/technique/index.ts'

/** Jobs that anybody can begin from. Names, molds and colours are made up; depths, doses and waits are common practice with no source. */

const { quick, medium, slow } = ARCHETYPES

function colour(id: string, name: string, kind: ColourKind, hex: string): Colour {
  return { id: `recipe-${id}`, name, kind, hex }
}

const CHALK = colour('chalk', 'White paste', 'whitePaste', '#f6f4ee')
const MILK = colour('milk', 'White ink', 'whiteInk', '#fbfbf8')
const TARN = colour('tarn', 'Tarn', 'alcoholInk', '#1b6f86')
const HEATHER = colour('heather', 'Heather', 'alcoholInk', '#7a4a8c')
const BRACKEN = colour('bracken', 'Bracken', 'alcoholInk', '#b5662b')
const GORSE = colour('gorse', 'Gorse', 'alcoholInk', '#d9a520')
const PYRITE = colour('pyrite', 'Pyrite', 'metallicInk', '#b39a54')
const MOSS = colour('moss', 'Moss', 'alcoholInk', '#4f7a3a')
const PEAT = colour('peat', 'Peat paste', 'paste', '#2b2622')
const LOCH = colour('loch', 'Loch paste', 'paste', '#1f3a57')
const BLUSH = colour('blush', 'Blush tint', 'resinTint', '#d98f8a')
const MIST = colour('mist', 'Mist tint', 'resinTint', '#9fb7c4')
const PEWTER = colour('pewter', 'Pewter mica', 'mica', '#9a9ea3')
const FLAKES = colour('flakes', 'Copper flakes', 'glitter', '#b87447')
const LEAFGOLD = colour('gold', 'Gold powder', 'gildingPowder', '#c9a23f')
const RUST_PAINT = colour('rust', 'Rust paint', 'paint', '#8c4a2f')
const FERN_PAINT = colour('fern', 'Fern paint', 'paint', '#4d6b3c')
const GLOSS = colour('gloss', 'Gloss varnish', 'varnish', '#f3efe2')

function mold(id: string, name: string, outline: Outline, depthMm: number, more: Partial<Mold> = {}): Mold {
  return {
    id: `recipe-${id}`,
    name,
    outline,
    depthMm,
    waterFillMl: null,
    ...UPRIGHT,
    count: 8,
    cavities: 1,
    wall: USUAL_WALL,
    ...more,
  }
}

const COASTER = mold('coaster', 'Coaster, 10 cm', { shape: 'circle', acrossMm: 100 }, 10)
const RAISED = mold('raised', 'Coaster with a raised edge', { shape: 'circle', acrossMm: 100 }, 11, {
  edge: { heightMm: 4, widthMm: 6 },
})
const HEXAGON = mold('hexagon', 'Hexagon, 9 cm', { shape: 'hexagon', acrossMm: 90 }, 10)
const LONG_TRAY = mold(
  'tray',
  'Long tray',
  { shape: 'rectangle', widthMm: 300, heightMm: 150, cornerMm: 18 },
  15,
)
const STAR = mold('star', 'Eight-limbed tray', { shape: 'flower', acrossMm: 200, petals: 8 }, 15)
const BOWL = mold('bowl', 'Trinket bowl', { shape: 'circle', acrossMm: 120 }, 30)
const CHARM = mold('charm', 'Charm disc', { shape: 'circle', acrossMm: 35 }, 5, { cavities: 8 })
const DISH = mold('dish', 'Ready-made dish', { shape: 'circle', acrossMm: 60 }, 9, { stays: true, count: 12 })
const SHEET = mold('sheet', 'Round sheet, 22 cm', { shape: 'circle', acrossMm: 220 }, 4)
const BLOCK = mold('block', 'Block', { shape: 'rectangle', widthMm: 90, heightMm: 60, cornerMm: 3 }, 24)

type Pieces = readonly (readonly [Mold, number, Partial<PieceOrder>?])[]

function recipe(
  id: string,
  name: string,
  note: string,
  pieces: Pieces,
  request: Partial<BatchRequest> & Pick<BatchRequest, 'resin'>,
): Recipe {
  const orders = pieces.map(([of, count, more = {}]): PieceOrder => ({
    mold: of,
    count,
    pattern: null,
    ...more,
  }))
  return {
    id: `shipped-${id}`,
    name,
    note,
    request: { ...USUAL_REQUEST, name, colours: [], ...request, pieces: orders },
  }
}

const dosed = (of: Colour, dropsPerG: number): DosedColour => ({
  colour: of,
  dose: { by: 'dropsPerG', drops: dropsPerG },
})

function cup(id: string, portion: LayerCup['portion'], ...colours: readonly DosedColour[]): LayerCup {
  return { id, name: `${id[0]!.toUpperCase()}${id.slice(1)}`, portion, colours }
}

function layer(start: LayerStartId, id: string, more: Partial<LaterLayer> = {}): LaterLayer {
  return { ...startedLayer(start, id), ...more }
}

const DARK_BACK = layer('back', 'back', { cups: [cup('peat', { by: 'rest' }, dosed(PEAT, 0.2))] })

const bottle = (id: string, of: Colour, drops: number) => [
  cup(id, { by: 'bottle' }, { colour: of, dose: { by: 'drops', drops } }),
]

function pattern(id: string, areaMm2: number, marks: readonly Omit<PatternMark, 'id'>[]): Pattern {
  return {
    id: `recipe-${id}`,
    name: 'Its own',
    forAreaMm2: areaMm2,
    marks: marks.map((each, k) => ({ id: `m${k + 1}`, ...each })),
  }
}

const alone = (...marks: readonly Mark[]) => marks.map((mark) => ({ mark }))

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

const BLOOM = { technique: 'bloom', resin: quick } as const
const PETRI = { technique: 'petri', resin: medium, white: { ...USUAL_WHITE, dose: 'ink' } } as const
const PLAIN = { technique: 'plain', face: 'open' } as const

export const RECIPES: readonly Recipe[] = [
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
  recipe('petri', 'Petri on black', 'Cells all the way to the wall, black behind them.', [[HEXAGON, 2]], {
    ...PETRI,
    colours: [TARN, HEATHER, MILK],
    layers: [DARK_BACK],
  }),
  recipe(
    'swirled-petri',
    'Swirled petri',
    'A few metallic drops first, then colour and white; one even swirl once it draws a string; black behind it.',
    [[COASTER, 2]],
    {
      ...PETRI,
      technique: 'swirledPetri',
      resin: quick,
      colours: [PYRITE, TARN, HEATHER, MILK],
      layers: [DARK_BACK],
    },
  ),
  recipe(
    'petri-over-clear',
    'Petri over clear',
    'A clear base, and on it a petri with drops of its own: the cells hang in the depth.',
    [[BOWL, 1]],
    {
      technique: 'plain',
      face: 'open',
      resin: medium,
      bedMm: 6,
      layers: [
        layer('petriLayer', 'petriLayer', {
          drawn: {
            colours: [MOSS, TARN, MILK],
            white: { ...USUAL_WHITE, dose: 'ink' },
            rounds: null,
            patterns: {},
          },
        }),
      ],
    },
  ),
  recipe(
    'transfer',
    'Flakes and a transfer',
    'Flakes stirred into a clear coaster; a graphic on its demolded back, dark in the lip behind it.',
    [[COASTER, 2]],
    {
      technique: 'plain',
      face: 'mold',
      resin: medium,
      bedMm: 5,
      lipMm: 2,
      cups: [cup('flakes', { by: 'rest' }, { colour: FLAKES, dose: { by: 'mass', g: 1 } })],
      layers: [
        layer('transfer', 'transfer'),
        layer('back', 'back', {
          when: 'demolded',
          cups: [cup('peat', { by: 'rest' }, dosed(PEAT, 0.2))],
        }),
      ],
    },
  ),
  recipe(
    'raised-edge',
    'Petri with a raised edge',
    'Resin into the centre, ink and white, resin into the centre again: the colour runs out over the edge. Its sharp lip is wet-sanded.',
    [[RAISED, 3]],
    {
      ...PETRI,
      technique: 'raisedPetri',
      lipMm: 1,
      colours: [BRACKEN, GORSE, MILK],
      jobs: ['trimRim', 'sandEdges', 'feet'],
    },
  ),
  recipe(
    'flowers-within',
    'Flowers within',
    'Half of it poured, dried flowers laid in while it draws a string, two thinner pours over them: in one it would run hot.',
    [[BLOCK, 2]],
    {
      technique: 'inclusions',
      face: 'mold',
      resin: slow,
      inclusions: { volumeMl: 6, proud: false },
      bedMm: 8,
      layers: [
        layer('secondPour', 'secondPour', { amount: { by: 'depth', mm: 7 } }),
        layer('secondPour', 'thirdPour', {
          name: 'third pour',
          when: 'nextDay',
          amount: { by: 'depth', mm: 7 },
        }),
      ],
    },
  ),
  recipe(
    'crystals',
    'Crystals in a film, charms from the rest',
    'What the bowls leave over is poured into charm discs.',
    [
      [BOWL, 1],
      [CHARM, 8, { surplus: true }],
    ],
    {
      technique: 'inclusions',
      face: 'mold',
      resin: slow,
      bedMm: 4,
      leastMixG: 90,
      inclusions: { volumeMl: 8, proud: true },
    },
  ),
  recipe(
    'flakes',
    'Flakes in the mix, dark in the lip',
    'Copper flakes all through; a dark line is poured into the lip once it is demolded.',
    [[HEXAGON, 3]],
    {
      ...PLAIN,
      resin: medium,
      lipMm: 1,
      cups: [cup('flakes', { by: 'rest' }, { colour: FLAKES, dose: { by: 'share', frac: 0.03 } })],
      layers: [
        layer('back', 'back', {
          when: 'demolded',
          amount: { by: 'depth', mm: 1 },
          cups: [cup('peat', { by: 'rest' }, dosed(PEAT, 0.2))],
        }),
      ],
    },
  ),
  recipe(
    'dishes',
    'Painted dishes',
    'A film in ready-made dishes, a painted layer that only dries, a film over it.',
    [[DISH, 10]],
    {
      ...PLAIN,
      resin: slow,
      bedMm: 2,
      layers: [
        layer('paint', 'paint', { cups: bottle('rust', RUST_PAINT, 4) }),
        layer('secondPour', 'film', { name: 'film', when: 'hard', amount: { by: 'depth', mm: 2 } }),
      ],
    },
  ),
  recipe(
    'painted-depths',
    'A painting between four pours',
    'Thin clear pours, painted between: each is hard before the brush comes.',
    [[BLOCK, 1]],
    {
      ...PLAIN,
      resin: slow,
      bedMm: 4,
      layers: [
        layer('paint', 'paint', { name: 'far bank', cups: bottle('rust', RUST_PAINT, 3) }),
        layer('secondPour', 'second', { name: 'second film', when: 'hard', amount: { by: 'depth', mm: 4 } }),
        layer('paint', 'paint2', { name: 'reeds', cups: bottle('fern', FERN_PAINT, 3) }),
        layer('secondPour', 'third', { name: 'third film', when: 'hard', amount: { by: 'depth', mm: 4 } }),
        layer('paint', 'paint3', { name: 'near leaves', cups: bottle('fern', FERN_PAINT, 2) }),
        layer('secondPour', 'fourth', { name: 'last film', when: 'hard', amount: { by: 'depth', mm: 4 } }),
      ],
    },
  ),
  recipe(
    'dirty-cup',
    'Marbled from a dirty cup',
    'Clear pockets with stones, three tints and white stacked in a cup and poured out of it in a stroke; varnished, sealed, heat-coated.',
    [[COASTER, 4]],
    {
      technique: 'dirtyCup',
      face: 'open',
      resin: medium,
      cups: [
        cup('blush', { by: 'share', frac: 0.35 }, dosed(BLUSH, 0.3)),
        cup('mist', { by: 'share', frac: 0.35 }, dosed(MIST, 0.3)),
        cup('chalk', { by: 'share', frac: 0.1 }, dosed(CHALK, 0.2)),
        cup('peat', { by: 'share', frac: 0.2 }, dosed(PEAT, 0.2)),
      ],
      layers: [
        layer('varnish', 'varnish', { cups: bottle('gloss', GLOSS, 6) }),
        layer('clearCoat', 'clearCoat', { name: 'seal' }),
        layer('heatCoat', 'heatCoat'),
      ],
    },
  ),
  recipe(
    'swirled',
    'Two tones, swirled',
    'A 2:1 resin; the molds are full, and what they hold together is known.',
    [[COASTER, 6]],
    {
      technique: 'zones',
      face: 'mold',
      resin: medium,
      lipMm: 1,
      cups: [
        cup('mist', { by: 'share', frac: 0.5 }, dosed(MIST, 0.3)),
        cup('pewter', { by: 'share', frac: 0.5 }, { colour: PEWTER, dose: { by: 'share', frac: 0.02 } }),
      ],
    },
  ),
  recipe(
    'halves',
    'Halves with a gilded seam',
    'Two tints side by side at one height over a clear base; the seam is gilded once it is hard.',
    [[COASTER, 2]],
    {
      ...PLAIN,
      resin: medium,
      bedMm: 3,
      layers: [
        layer('secondPour', 'left', {
          name: 'left half',
          zone: { place: 'side', frac: 0.5 },
          amount: { by: 'depth', mm: 4 },
          cups: [cup('blush', { by: 'rest' }, dosed(BLUSH, 0.3))],
        }),
        layer('secondPour', 'right', {
          name: 'right half',
          zone: { place: 'side', frac: 0.5 },
          amount: { by: 'beside' },
          cups: [cup('mist', { by: 'rest' }, dosed(MIST, 0.3))],
        }),
        layer('gilding', 'gilding', { cups: bottle('gold', LEAFGOLD, 1) }),
      ],
    },
  ),
  recipe(
    'clouds',
    'Two-tone clouds with a gilded seam',
    'A clear film, two tints that rest in small cups until they are pulled together; gold along the line where they meet.',
    [[COASTER, 1]],
    {
      technique: 'cloud',
      face: 'mold',
      resin: medium,
      cups: [
        cup('blush', { by: 'share', frac: 0.5 }, dosed(BLUSH, 0.3)),
        cup('mist', { by: 'share', frac: 0.5 }, dosed(MIST, 0.3)),
      ],
    },
  ),
  recipe(
    'nested',
    'Nested lines with stones in the centre',
    'Four see-through colours and a thin white line, each inside the last in the outline’s own shape; stones set into the clear centre.',
    [[HEXAGON, 2]],
    {
      technique: 'nested',
      face: 'mold',
      resin: medium,
      cups: [
        cup('loch', { by: 'share', frac: 0.2 }, dosed(LOCH, 0.05)),
        cup('mist', { by: 'share', frac: 0.2 }, dosed(MIST, 0.3)),
        cup('chalk', { by: 'share', frac: 0.05 }, dosed(CHALK, 0.2)),
        cup('blush', { by: 'share', frac: 0.2 }, dosed(BLUSH, 0.3)),
        cup('pewter', { by: 'share', frac: 0.1 }, { colour: PEWTER, dose: { by: 'share', frac: 0.02 } }),
      ],
      layers: [layer('back', 'back', { cups: [cup('peat', { by: 'rest' }, dosed(PEAT, 0.2))] })],
    },
  ),
  recipe(
    'nestedSwirl',
    'Nested lines, swirled with white',
    'Three see-through colours about a clear centre, a white line over them in the outline’s own shape, swirled in a few places while it opens.',
    [[HEXAGON, 2]],
    {
      technique: 'nestedSwirl',
      face: 'mold',
      resin: medium,
      colours: [CHALK],
      cups: [
        cup('loch', { by: 'share', frac: 0.25 }, dosed(LOCH, 0.05)),
        cup('blush', { by: 'share', frac: 0.25 }, dosed(BLUSH, 0.3)),
        cup('mist', { by: 'share', frac: 0.25 }, dosed(MIST, 0.3)),
      ],
      layers: [
        layer('back', 'back', {
          cups: [cup('pewter', { by: 'rest' }, { colour: PEWTER, dose: { by: 'share', frac: 0.02 } })],
        }),
      ],
    },
  ),
  recipe(
    'drip',
    'A vase dripped over, a bowl from the rest',
    'Poured over an upturned vase; what runs off is a sheet that is bent into a bowl while it is leathery.',
    [[SHEET, 1]],
    {
      technique: 'drip',
      face: 'open',
      resin: medium,
      lipMm: 0,
      bedMm: 2.5,
      object: { heightMm: 140, aroundMm: 260 },
      form: { acrossMm: 150, deepMm: 60 },
      cups: [
        cup('mist', { by: 'share', frac: 0.4 }, dosed(MIST, 0.3)),
        cup('blush', { by: 'share', frac: 0.3 }, dosed(BLUSH, 0.3)),
      ],
      jobs: ['trimRim', 'drape', 'sandEdges'],
    },
  ),
  recipe(
    'draped',
    'Draped bowl',
    'A thin sheet, bent over its form while it is leathery; days in the form, or it flattens again.',
    [[SHEET, 1]],
    {
      ...PLAIN,
      resin: slow,
      lipMm: 0,
      bedMm: 2.5,
      form: { acrossMm: 150, deepMm: 60 },
      cups: [
        cup('mist', { by: 'share', frac: 0.4 }, dosed(MIST, 0.3)),
        cup('pewter', { by: 'share', frac: 0.1 }, { colour: PEWTER, dose: { by: 'share', frac: 0.02 } }),
      ],
      jobs: ['trimRim', 'drape', 'sandEdges'],
    },
  ),
]
