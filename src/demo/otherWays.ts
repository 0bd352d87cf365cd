import { startedLayer, USUAL_WHITE } from '#core/batch/index.ts'
import { fine, good, named, request, tinted, type DemoBatch } from './sketch.ts'
import { COLOURS } from './stock.ts'

/** What was tried before the bloom: one batch of each other way, the oldest first. */
export const OTHER_WAYS: readonly DemoBatch[] = [
  {
    id: 'demo-way-nested',
    request: request({
      name: 'Hearts within hearts',
      technique: 'nested',
      pieces: [['Heart dish', 1]],
      resin: 'Pebble Two-to-One',
      colours: [],
      cups: [
        tinted('Slate paste', 0.2, { by: 'dropsPerG', drops: 0.1 }),
        tinted('Pewter mica', 0.25, { by: 'share', frac: 0.02 }),
        tinted('Chalk paste', 0.15, { by: 'dropsPerG', drops: 0.1 }),
      ],
    }),
    poursBeforeH: 24 * 84,
    lateMin: 0,
    notes: [],
    outcomes: [fine(4, 'The white line wants to be thinner.')],
  },
  {
    id: 'demo-way-dirty-cup',
    request: request({
      name: 'Marbled hexagons',
      technique: 'dirtyCup',
      face: 'open',
      pieces: [['Hexagon coaster', 2]],
      resin: 'Pebble Two-to-One',
      colours: [],
      cups: [
        tinted('Slate paste', 0.3, { by: 'dropsPerG', drops: 0.2 }),
        tinted('Chalk paste', 0.3, { by: 'dropsPerG', drops: 0.1 }),
        tinted('Pewter mica', 0.4, { by: 'share', frac: 0.02 }),
      ],
      layers: [
        {
          ...startedLayer('varnish', 'varnish'),
          cups: [
            {
              id: 'pewter',
              name: 'Pewter',
              portion: { by: 'bottle' },
              colours: [{ colour: named(COLOURS, 'Pewter mica'), dose: { by: 'drops', drops: 3 } }],
            },
          ],
        },
      ],
    }),
    poursBeforeH: 24 * 79,
    lateMin: 0,
    notes: ['One stroke each'],
    outcomes: [fine(4), fine(3, 'A second stroke was one too many.')],
  },
  {
    id: 'demo-way-cloud',
    request: request({
      name: 'Estuary cloud',
      technique: 'cloud',
      pieces: [['Charm disc', 4]],
      resin: 'Pebble Two-to-One',
      colours: [],
      roomTempC: 20,
      cups: [
        tinted('Slate paste', 0.5, { by: 'dropsPerG', drops: 0.1 }),
        tinted('Chalk paste', 0.5, { by: 'dropsPerG', drops: 0.1 }),
      ],
    }),
    poursBeforeH: 24 * 74,
    lateMin: 0,
    notes: ['Small ones first'],
    outcomes: [fine(4, 'Smoke along the seam.'), fine(4), fine(3), fine(4)],
  },
  {
    id: 'demo-way-drip',
    request: request({
      name: 'Bottle dripped over, a scalloped bowl from the rest',
      technique: 'drip',
      face: 'open',
      pieces: [['Flower tray', 1]],
      resin: 'Tidepool Slow',
      colours: [],
      lipMm: 0,
      bedMm: 2.5,
      object: { heightMm: 180, aroundMm: 230 },
      cups: [tinted('Pewter mica', 0.4, { by: 'share', frac: 0.02 })],
      jobs: ['trimRim', 'drape'],
    }),
    poursBeforeH: 24 * 69,
    lateMin: 0,
    notes: ['Lifted after five minutes'],
    outcomes: [fine(4, 'The bowl stands a little crooked.'), fine(5, 'The bottle: even runs, no bare spot.')],
  },
  {
    id: 'demo-way-swirl',
    request: request({
      name: 'Swirled ovals',
      technique: 'swirledPetri',
      pieces: [['Oval dish', 2]],
      resin: 'Pebble Two-to-One',
      colours: ['Petrel', 'Plum', 'Milk drop'],
      white: { ...USUAL_WHITE, dose: 'ink' },
    }),
    poursBeforeH: 24 * 62,
    lateMin: 0,
    notes: ['It drew a string'],
    outcomes: [good(5, 'Ribbons all the way round.'), good(4)],
  },
  {
    id: 'demo-way-inclusions',
    request: request({
      name: 'Seed heads under drops',
      technique: 'inclusions',
      face: 'open',
      pieces: [['Oval dish', 1]],
      resin: 'Tidepool Slow',
      colours: [],
      bedMm: 4,
      inclusions: { volumeMl: 4, proud: false },
      layers: [
        {
          ...startedLayer('petriLayer', 'petriLayer'),
          drawn: {
            colours: ['Fern', 'Saffron', 'Milk drop'].map((name) => named(COLOURS, name)),
            white: { ...USUAL_WHITE, dose: 'ink' },
            rounds: null,
            patterns: {},
          },
        },
      ],
    }),
    poursBeforeH: 24 * 55,
    lateMin: 0,
    notes: [],
    outcomes: [fine(4, 'The drops were laid the next morning.')],
  },
]
