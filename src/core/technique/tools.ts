/** What stands ready on the bench before any resin is mixed, worded for the prep gate. */
export const TOOLS = {
  gloves: 'Nitrile gloves on, a spare pair in reach; eye protection for pouring',
  air: 'Window or extractor running, no draft across the molds; respirator if the air is poor',
  sheet: 'Safety data sheets of resin and inks read; no flame and no food on the bench',
  level: 'Board is thick and level in both directions',
  molds: 'Molds clean, dry, in place: dust lifted with tape, rims whole',
  cover: 'Cover that keeps dust off without touching',
  scale: 'Scale on, set to grams, empty cup tared',
  cups: 'Mixing cup and stir stick',
  clock: 'Clock in sight, sound tried',
  whiteCup: 'Small cup for the white, white paste or ink beside it',
  bag: 'Piping bag standing in a cup, hole cut to size',
  scissors: 'Scissors for a wider hole',
  inks: 'Inks shaken, opened, in the order of use',
  needle: 'White ink in its needle bottle, cap and wipe beside it',
  inclusions: 'Inclusions dry and sealed, laid out in their order, tweezers beside them',
  sticks: 'Skewers and toothpicks laid out, one for every colour',
  wipes: 'Wipes and a waste bag',
  brush: 'Soft brush or blunt stick for bubbles at the wall',
  heat: 'Heat gun on low, away from the inks',
  layerColours: 'Colours for the layer, weighed apart',
} as const

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
