/** Where hands look for it: on themselves, on the table, at the scale, among the colours. */
export type ToolGroup = 'yourself' | 'table' | 'cups' | 'colours'

interface Tool {
  readonly group: ToolGroup
  readonly text: string
}

/** What stands ready on the bench before any resin is mixed, worded for the prep gate. */
export const TOOLS = {
  gloves: { group: 'yourself', text: 'Nitrile gloves on, a spare pair in reach; eye protection for pouring' },
  air: {
    group: 'yourself',
    text: 'Window or extractor running, no draft across the molds; respirator if the air is poor',
  },
  sheet: {
    group: 'yourself',
    text: 'Safety data sheets of resin and inks read; no flame and no food on the bench',
  },
  level: { group: 'table', text: 'Board is thick and level in both directions' },
  molds: { group: 'table', text: 'Molds clean, dry, in place: dust lifted with tape, rims whole' },
  cover: { group: 'table', text: 'Cover that keeps dust off without touching' },
  scale: { group: 'cups', text: 'Scale on, in the unit of this plan, empty cup tared' },
  cups: { group: 'cups', text: 'Mixing cup and stir stick' },
  clock: { group: 'table', text: 'Clock in sight, sound tried' },
  whiteCup: { group: 'cups', text: 'Small cup for the white, and what tints it' },
  bag: { group: 'cups', text: 'Piping bag standing in a cup, hole cut to size' },
  scissors: { group: 'cups', text: 'Scissors for a wider hole' },
  inks: { group: 'colours', text: 'Inks shaken, opened, in the order of use' },
  needle: { group: 'colours', text: 'White ink in its needle bottle, cap and wipe beside it' },
  strewn: { group: 'colours', text: 'What is strewn, in a shaker or on a dry brush' },
  inclusions: {
    group: 'colours',
    text: 'Inclusions dry and sealed, laid out in their order, tweezers beside them',
  },
  putIn: { group: 'colours', text: 'What is put in, clean and dry, in its order' },
  warmWater: { group: 'table', text: 'A bowl of warm water, a towel beside it' },
  powder: { group: 'colours', text: 'Gilding powder, a drop of alcohol in a lid, a fine brush' },
  stones: { group: 'colours', text: 'Stones clean and dry, tweezers beside them' },
  object: { group: 'table', text: 'The object clean and dry, upturned; its drip place, a cup on paper' },
  lamp: { group: 'table', text: 'The film’s own lamp, turned away from eyes and skin' },
  oil: {
    group: 'colours',
    text: 'Silicone oil in its dropper, far from everything that is to be coated; its own cloth',
  },
  spritz: { group: 'table', text: 'Alcohol in a spray bottle, closed, far from any heat' },
  sticks: { group: 'table', text: 'Skewers and toothpicks laid out, one for every colour' },
  wipes: { group: 'table', text: 'Wipes and a waste bag' },
  brush: { group: 'table', text: 'Soft brush or blunt stick for bubbles at the wall' },
  heat: { group: 'table', text: 'Heat gun on low, away from the inks' },
  tints: { group: 'colours', text: 'Colours to tint with, a stick for each' },
  smallCups: { group: 'cups', text: 'Small cups, weighed empty' },
  moreBags: { group: 'cups', text: 'More piping bags, each in its cup, hole cut to size' },
  bottles: { group: 'colours', text: 'Bottles shaken, closed until they are wanted' },
} as const satisfies Record<string, Tool>

export type ToolId = keyof typeof TOOLS

/** Asked for at every pour, whatever the technique. */
export const ALWAYS_NEEDED: readonly ToolId[] = [
  'gloves',
  'air',
  'sheet',
  'level',
  'molds',
  'cover',
  'scale',
  'cups',
  'clock',
]
