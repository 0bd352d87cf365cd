import * as v from 'valibot'
import {
  levelOf,
  MOST_CUPS,
  ofOneMix,
  pouredOn,
  takesRoom,
  zoneFrac,
  type Dose,
  type LaterLayer,
  type LayerCup,
  type ZonePlace,
} from '#core/batch/index.ts'
import {
  isLaidInto,
  JOB_IDS,
  LAYER_WAYS,
  LAYER_WHENS,
  takesCups,
  TECHNIQUES,
  type LayerWhen,
  type TechniqueId,
  type WayId,
} from '#core/technique/index.ts'
import { amount, idSchema, text } from './amount.ts'
import { cupColoursSchema, share } from './doses.ts'
import { drawnSchema, holeSchema } from './drawn.ts'
import { resinSchema } from './resin.ts'
import { scoreSchema } from './score.ts'

const ways = Object.keys(LAYER_WAYS) as [WayId, ...WayId[]]
const whens = Object.keys(LAYER_WHENS) as [LayerWhen, ...LayerWhen[]]

const portionSchema = v.variant(
  'by',
  [
    v.object({ by: v.literal('share'), frac: share('share of the mix in a cup') }),
    v.object({ by: v.literal('mass'), g: amount('resin in a cup', 'g', { above: 0, atMost: 10_000 }) }),
    v.object({ by: v.literal('rest') }),
    v.object({ by: v.literal('firstPour') }),
    v.object({
      by: v.literal('cups'),
      of: v.pipe(
        v.array(v.object({ cup: idSchema, frac: share('share of a cup that goes on into another') })),
        v.minLength(1, 'a cup is poured from no other, expected one or more'),
        v.maxLength(24, 'more than 24 cups poured into one'),
        v.readonly(),
      ),
    }),
    v.object({
      by: v.literal('ownMix'),
      g: amount('resin of a small mix of its own', 'g', { above: 0, atMost: 10_000 }),
    }),
    v.object({ by: v.literal('bottle') }),
  ],
  'portion of a cup is none of share, mass, rest, firstPour, cups, ownMix, bottle',
)

/** Bags beside the white's. */
export const bagsSchema = v.pipe(
  v.array(
    v.object({
      id: idSchema,
      name: text('name of the bag'),
      colours: cupColoursSchema,
      holeMm: v.optional(holeSchema),
    }),
  ),
  v.maxLength(6, 'more than 6 bags beside the white'),
  v.check((bags) => isUnique(bags.map(({ id }) => id)), 'two bags have one id'),
  v.readonly(),
)

const cupSchema = v.object({
  id: idSchema,
  name: text('name of the cup'),
  portion: portionSchema,
  colours: cupColoursSchema,
})

/** What one mix is divided into. */
export const cupsSchema = v.pipe(
  v.array(cupSchema),
  v.maxLength(MOST_CUPS, `more than ${MOST_CUPS} cups in one mix`),
  v.check(
    (cups) => cups.filter(({ portion }) => portion.by === 'rest').length <= 1,
    'two cups of a mix take its rest, expected one',
  ),
  v.check(
    (cups) => cups.filter(({ portion }) => portion.by === 'firstPour').length <= 1,
    'two cups take all that is poured first, expected one',
  ),
  v.check((cups) => isUnique(cups.map(({ id }) => id)), 'two cups of a mix have one id'),
  v.check(
    (cups) => cups.every((cup, k) => pouredOn(cup).every(({ cup: id }) => comesBefore(cups, id, k))),
    'a cup is poured from one that does not come before it, from the first pour or from a mix of its own, expected earlier cups of the same mix',
  ),
  v.check(
    (cups) => cups.every(({ id }) => givenOn(cups, id) <= 1 + ROUNDING),
    'more of a cup goes on into others than it holds, expected 100 % at most',
  ),
)

/** Shares are said in tenths of a percent. */
const ROUNDING = 1e-9

function comesBefore(cups: readonly LayerCup[], id: string, place: number): boolean {
  return ofOneMix(cups.slice(0, place)).some((cup) => cup.id === id && cup.portion.by !== 'firstPour')
}

/** How much of a cup goes on into others. */
function givenOn(cups: readonly LayerCup[], id: string): number {
  const all = cups.flatMap(pouredOn).filter(({ cup }) => cup === id)
  return all.reduce((sum, { frac }) => sum + frac, 0)
}

const amountSchema = v.variant(
  'by',
  [
    v.object({ by: v.literal('depth'), mm: amount('depth of the layer', 'mm', { above: 0, atMost: 200 }) }),
    v.object({ by: v.literal('share'), frac: share('share of the room left free') }),
    v.object({ by: v.literal('rest') }),
    v.object({
      by: v.literal('volume'),
      ml: amount('volume of the layer', 'ml', { above: 0, atMost: 20_000 }),
    }),
    v.object({ by: v.literal('beside') }),
    v.object({ by: v.literal('none') }),
  ],
  'amount of a layer is none of depth, share, rest, volume, beside, none',
)

const ZONE_PLACES: readonly [ZonePlace, ...ZonePlace[]] = ['side', 'middle', 'edge', 'spots']

export const zoneSchema = v.object({
  place: v.picklist(ZONE_PLACES, `part of a piece is none of ${ZONE_PLACES.join(', ')}`),
  frac: share('share of the piece that a layer lies on'),
})

/** Doses that say how much one piece gets, without any resin. */
const BY_PIECE: readonly Dose['by'][] = ['drops', 'mass', 'scoops']

/** Whether that way of a layer is that of a pour of which this holds. */
function draws(way: WayId, holds: (technique: TechniqueId) => boolean): boolean {
  const technique = LAYER_WAYS[way].draws
  return technique !== undefined && holds(technique)
}

const layerSchema = v.pipe(
  v.object({
    id: idSchema,
    name: text('name of the layer'),
    way: v.picklist(ways, `way of laying is none of ${ways.join(', ')}`),
    when: v.picklist(whens, `moment of a layer is none of ${whens.join(', ')}`),
    amount: amountSchema,
    zone: v.optional(v.nullable(zoneSchema), null),
    only: v.optional(
      v.nullable(
        v.pipe(
          v.array(idSchema),
          v.minLength(1, 'a layer is laid in no mold, expected one or more, or all'),
          v.maxLength(20, 'more than 20 molds of one layer'),
          v.readonly(),
        ),
      ),
      null,
    ),
    resin: v.optional(v.nullable(resinSchema), null),
    cups: v.optional(cupsSchema, []),
    drawn: v.optional(v.nullable(drawnSchema)),
    score: v.optional(scoreSchema),
    setIn: v.optional(
      v.nullable(
        v.object({ volumeMl: amount('volume of what is laid in', 'ml', { atLeast: 0, atMost: 5000 }) }),
      ),
    ),
  }),
  v.check(
    ({ way, drawn }) => !drawn || LAYER_WAYS[way].draws !== undefined,
    ({ input: { way } }) => `inks and white go into no layer laid as "${way}", expected nothing of them`,
  ),
  v.check(
    ({ way, setIn }) => !setIn || draws(way, isLaidInto),
    ({ input: { way } }) => `nothing is laid into a layer laid as "${way}", expected nothing of it`,
  ),
  v.check(
    ({ way, amount: { by } }) => LAYER_WAYS[way].draws === undefined || by === 'depth',
    ({ input: { way } }) =>
      `a layer laid as "${way}" is as deep as its inks and white need, expected a depth`,
  ),
  v.check(
    ({ way, zone }) => LAYER_WAYS[way].draws === undefined || zone === null,
    ({ input: { way } }) => `a layer laid as "${way}" lies all over its piece, expected no part of it`,
  ),
  v.check(
    ({ way, cups }) =>
      LAYER_WAYS[way].draws === undefined ||
      cups.length === 0 ||
      (draws(way, (technique) => takesCups(TECHNIQUES[technique])) && ofOneMix(cups).length === cups.length),
    ({ input: { way } }) =>
      draws(way, (technique) => takesCups(TECHNIQUES[technique]))
        ? `a layer laid as "${way}" is divided from its one mix, expected no cup that is a mix of its own`
        : `a layer laid as "${way}" is laid from one clear mix, expected no cups`,
  ),
  v.check(
    ({ way, score }) => !score || LAYER_WAYS[way].draws !== undefined,
    ({ input: { way } }) => `a layer laid as "${way}" is one step, expected nothing written on its order`,
  ),
  v.check(
    ({ way, when }) => LAYER_WAYS[way].whens.includes(when),
    ({ input: { way, when } }) =>
      `a layer laid as "${way}" cannot be laid at "${when}", expected ${LAYER_WAYS[way].whens.join(' or ')}`,
  ),
  v.check(
    ({ way, amount: { by } }) => (by === 'none') === (LAYER_WAYS[way].from === 'bottle'),
    ({ input: { way } }) =>
      LAYER_WAYS[way].from === 'bottle'
        ? `a layer laid as "${way}" has no resin, expected an amount of none`
        : `a layer laid as "${way}" has resin, expected a depth, a share, the rest or a volume`,
  ),
  v.check(
    ({ way, cups }) =>
      cups.every(({ portion: { by } }) => (by === 'bottle') === (LAYER_WAYS[way].from === 'bottle')),
    ({ input: { way } }) =>
      LAYER_WAYS[way].from === 'bottle'
        ? `a layer laid as "${way}" is laid from bottles, expected every cup to be one`
        : `a layer laid as "${way}" has resin, expected none of its cups to be a bottle`,
  ),
  v.check(
    ({ way, cups }) =>
      LAYER_WAYS[way].from !== 'bottle' ||
      cups.every(({ colours }) => colours.every(({ dose: { by } }) => BY_PIECE.includes(by))),
    'what comes from a bottle is counted for each piece, expected drops, a weight or scoops',
  ),
  v.check(
    ({ when, amount: { by } }) => LAYER_WHENS[when].takesRoom || (by !== 'share' && by !== 'rest'),
    'a layer on the finished piece fills no mold, expected a depth or a volume',
  ),
)

/** Names under which something else is marked, mixed or waited for. */
const TAKEN = new Set<string>([
  ...['pour', 'first', 'bed', 'tint'],
  ...JOB_IDS,
  ...Object.values(TECHNIQUES).flatMap(({ steps }) => steps.map(({ id }) => id)),
])

/** What is laid after the pour. Names that the pour itself uses are no layer's. */
export const layersSchema = v.pipe(
  v.array(layerSchema),
  v.maxLength(12, 'more than 12 layers after the pour'),
  v.check((layers) => isUnique(layers.map(({ id }) => id)), 'two layers have one id'),
  v.check(
    (layers) => layers.every(({ id }) => !TAKEN.has(id) && !id.includes('.')),
    'a layer has the id of a step or of the pour, or a dot in it, expected a name of its own',
  ),
  v.check(
    (layers) => layers.filter(({ amount: { by } }) => by === 'rest').length <= 1,
    'two layers take the rest of the mold, expected one; the other takes a share',
  ),
  v.check(
    (layers) => sharesOf(layers) <= 1 + 1e-9,
    'the shares of the room left free come to more than all of it',
  ),
  v.check(
    (layers) => layers.every((layer, k) => layer.amount.by !== 'beside' || liesBeside(layers, k)),
    'a layer lies beside none, expected one before it that takes room in the same pieces, both on a part of them',
  ),
  v.check(
    (layers) => layers.every((layer) => levelFrac(layers, layer) <= 1 + ROUNDING),
    'layers beside each other lie on more than the whole piece, expected parts that come to 100 % at most',
  ),
) satisfies v.GenericSchema<unknown, readonly LaterLayer[]>

/** What a check on layers is told of each. */
type Checked = Pick<LaterLayer, 'way' | 'when' | 'amount' | 'zone' | 'only'>

function liesBeside(layers: readonly Checked[], place: number): boolean {
  const [layer, before] = [layers[place]!, layers[place - 1]]
  return (
    before !== undefined &&
    [layer, before].every((each) => takesRoom(each) && each.zone !== null) &&
    JSON.stringify(layer.only) === JSON.stringify(before.only)
  )
}

/** Of the piece's area, what the layers at that one's height lie on. */
function levelFrac(layers: readonly Checked[], layer: Checked): number {
  const level = levelOf(layers, layer)
  return layers
    .filter((each) => levelOf(layers, each) === level)
    .reduce((sum, each) => sum + zoneFrac(each), 0)
}

function sharesOf(layers: readonly { readonly amount: LaterLayer['amount'] }[]): number {
  return layers.reduce((sum, { amount: each }) => sum + (each.by === 'share' ? each.frac : 0), 0)
}

function isUnique(ids: readonly string[]): boolean {
  return new Set(ids).size === ids.length
}
