import type { Recipe } from '#core/batch/index.ts'
import { recipe, dosed, cup, layer, bottle, PLAIN } from './begin.ts'
import { CHALK, PEAT, LOCH, BLUSH, MIST, PEWTER, LEAFGOLD, GLOSS, COASTER, HEXAGON, medium } from './stock.ts'

export const IN_CUPS: readonly Recipe[] = [
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
    'covered',
    'Crystals under a misty film, covered at once',
    'A thin film with a breath of blue, crystals pressed into it once it holds them, the rest of the same mix over them minutes later.',
    [[HEXAGON, 1]],
    {
      technique: 'covered',
      face: 'mold',
      resin: medium,
      inclusions: { volumeMl: 5, proud: false },
      cups: [cup('mist', { by: 'firstPour' }, dosed(MIST, 0.1))],
      layers: [],
    },
  ),
  recipe(
    'seededHalf',
    'Seeds in one half, a moor in the other',
    'Poppy seeds strewn on the skim where it stays clear, three colours in falling portions beside them: both halves poured into one joint while they are wet.',
    [[HEXAGON, 2]],
    {
      technique: 'zones',
      face: 'mold',
      resin: medium,
      cups: [
        { ...cup('clear', { by: 'share', frac: 0.5 }), name: 'Clear half' },
        cup('loch', { by: 'share', frac: 0.25 }, dosed(LOCH, 0.05)),
        cup('peat', { by: 'share', frac: 0.15 }, dosed(PEAT, 0.2)),
        cup('blush', { by: 'share', frac: 0.1 }, dosed(BLUSH, 0.3)),
      ],
      score: [
        {
          kind: 'added',
          id: 'seeds',
          work: { by: 'puts', what: 'poppy seeds', seconds: 40 },
          pieces: null,
          before: 'zones',
        },
        { kind: 'leftOut', step: 'setStones' },
        { kind: 'leftOut', step: 'swirl' },
      ],
      layers: [],
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
]
