import { startedLayer, USUAL_WHITE, type BatchRequest, type LaterLayer } from '#core/batch/index.ts'
import type { Order } from '#core/shelf/index.ts'
import { OTHER_WAYS } from './otherWays.ts'
import { good, named, request, type DemoBatch } from './sketch.ts'
import { COLOURS, MOLDS } from './stock.ts'

const SLATE = named(COLOURS, 'Slate paste')
const DARK_BACK: LaterLayer = {
  ...startedLayer('back', 'back'),
  cups: [
    {
      id: 'slate',
      name: 'Slate',
      portion: { by: 'rest' },
      colours: [{ colour: SLATE, dose: { by: 'dropsPerG', drops: 0.2 } }],
    },
  ],
}

/** Twelve finished batches, one on the rack, of an invented spring at the spare-room table. */
export const BATCHES: readonly DemoBatch[] = [
  {
    id: 'demo-1',
    request: request({
      name: 'First lagoon coasters',
      pieces: [['Round coaster', 2]],
      resin: 'Heron Quick',
      colours: ['Lagoon', 'Dusk', 'Chalk paste'],
    }),
    poursBeforeH: 24 * 44,
    lateMin: 18,
    notes: ['Looked for the bag'],
    outcomes: [
      {
        rating: 2,
        timing: 'tooLate',
        faults: ['lines', 'gaps'],
        note: 'Bag was not cut when the window opened.',
      },
      { rating: 2, timing: 'tooLate', faults: ['lines'], note: '' },
    ],
  },
  {
    id: 'demo-2',
    request: request({
      name: 'Lagoon coasters',
      pieces: [['Round coaster', 4]],
      resin: 'Heron Quick',
      colours: ['Lagoon', 'Dusk', 'Chalk paste'],
      layers: [DARK_BACK],
    }),
    triedAgainst: 'demo-1',
    poursBeforeH: 24 * 37,
    lateMin: 0.5,
    notes: ['Looks right'],
    probedMin: [8, 14],
    outcomes: [good(5, 'The set to repeat.'), good(4), good(5), good(4, 'One ring start dripped.')],
  },
  {
    id: 'demo-3',
    request: request({
      name: 'Rosehip hexagons',
      pieces: [['Hexagon coaster', 3]],
      resin: 'Heron Quick',
      colours: ['Rosehip', 'Plum', 'Saffron', 'Chalk paste'],
      roomTempC: 19,
      white: { ...USUAL_WHITE, dose: 'milky' },
    }),
    poursBeforeH: 24 * 30,
    lateMin: -5,
    notes: ['White looked strong'],
    probedMin: [10],
    // A cold bottle: by the clock its white went in too soon.
    ranAt: 0.95,
    outcomes: [
      {
        rating: 2,
        timing: 'tooEarly',
        faults: ['blobs'],
        tags: [
          { fault: 'blobs', side: 'front', x: 0.31, y: 0.42 },
          { fault: 'blobs', side: 'front', x: 0.62, y: 0.7 },
        ],
        note: 'White too strong and too soon.',
      },
      { rating: 3, timing: 'tooEarly', faults: ['blobs'], note: '' },
      { rating: 3, timing: null, faults: ['muddy'], note: 'Saffron met plum.' },
    ],
  },
  {
    id: 'demo-4',
    request: request({
      name: 'Petrel petri ovals',
      technique: 'petri',
      pieces: [['Oval dish', 2]],
      resin: 'Tidepool Slow',
      colours: ['Petrel', 'Fern', 'Milk drop'],
      white: { ...USUAL_WHITE, dose: 'ink' },
    }),
    poursBeforeH: 24 * 22,
    lateMin: 1,
    notes: [],
    outcomes: [
      good(4, 'Cells all the way to the wall.'),
      { rating: 3, timing: 'right', faults: ['clearRim'], note: '' },
    ],
  },
  {
    id: 'demo-5',
    request: request({
      name: 'Plum flower tray',
      pieces: [['Flower tray', 1]],
      resin: 'Pebble Two-to-One',
      colours: ['Plum', 'Rosehip', 'Chalk paste'],
      roomTempC: 22,
      bedMm: 7,
      layers: [DARK_BACK],
      white: { ...USUAL_WHITE, ringSpacingMm: 12, rimMarginMm: 8, petals: 16 },
    }),
    poursBeforeH: 24 * 15,
    lateMin: 1,
    notes: ['Looks right'],
    outcomes: [good(5, 'Given away the same day it was ready.')],
  },
  {
    id: 'demo-6',
    request: request({
      name: 'Ember heart dishes',
      pieces: [['Heart dish', 2]],
      resin: 'Heron Quick',
      colours: ['Ember', 'Saffron', 'Chalk paste'],
      roomTempC: 20,
    }),
    poursBeforeH: 24 * 6,
    lateMin: 2,
    notes: ['Bubbles'],
    probedMin: [9, 15],
    outcomes: [
      good(4),
      { rating: 3, timing: 'right', faults: ['microBubbles', 'pale'], note: 'Wants a dark back.' },
    ],
  },
  {
    id: 'demo-7',
    request: request({
      name: 'Dusk octagon and coasters',
      pieces: [
        ['Octagon tray', 1],
        ['Round coaster', 3],
      ],
      resin: 'Heron Quick',
      colours: ['Dusk', 'Lagoon', 'Sloe', 'Chalk paste'],
      layers: [DARK_BACK],
    }),
    poursBeforeH: 5.2,
    lateMin: 1,
    notes: [],
    outcomes: [],
  },
  ...OTHER_WAYS,
]

const ORDERED: readonly (readonly [string, number])[] = [
  ['Hexagon coaster', 4],
  ['Oval dish', 1],
]

/** The spare-room table is free all day: whenever the demo is opened, somebody is there before a back has to be poured. */
export const FREE_HOURS = {
  week: Array.from({ length: 7 }, () => [{ from: '06:00', to: '23:00' }]),
  otherDays: [],
}

/** Kept for later; days from now, and an hour of that day on this device's clock, where something is fixed. */
export const PLANNED: readonly {
  readonly id: string
  readonly starts: { readonly inDays: number; readonly hour: number } | null
  readonly promisedInDays: number | null
  readonly orderId: string | null
  readonly request: BatchRequest
}[] = [
  {
    id: 'demo-8',
    starts: { inDays: 1, hour: 15 },
    promisedInDays: 14,
    orderId: null,
    request: request({
      name: 'Saffron soft squares',
      pieces: [['Soft-square coaster', 4]],
      resin: 'Heron Quick',
      colours: ['Saffron', 'Ember', 'Rosehip', 'Chalk paste'],
      layers: [DARK_BACK],
    }),
  },
  {
    id: 'demo-9',
    starts: null,
    promisedInDays: 20,
    orderId: 'demo-fair',
    request: request({
      name: 'Petrel hexagons for the fair',
      pieces: [['Hexagon coaster', 3]],
      resin: 'Heron Quick',
      colours: ['Petrel', 'Fern', 'Chalk paste'],
      layers: [{ ...DARK_BACK, when: 'nextDay' }],
      jobs: ['sandEdges', 'feet'],
    }),
  },
]

/** What was asked for. */
export const ORDERS: readonly (Omit<Order, 'dueOn'> & { readonly dueInDays: number | null })[] = [
  {
    id: 'demo-fair',
    name: 'Winter fair table',
    dueInDays: 20,
    lines: ORDERED.map(([name, count]) => {
      const mold = named(MOLDS, name)
      return { moldId: mold.id, moldName: mold.name, count }
    }),
    note: 'Greens and dark blue only.',
  },
]
