/** One row of the fault table: common practice, with no published source. */
export interface Fault {
  readonly symptom: string
  readonly cause: string
  readonly nextTime: string
  /** Null when nothing can be done for this piece. */
  readonly rescue: string | null
}

function fault(symptom: string, cause: string, nextTime: string, rescue: string | null): Fault {
  return { symptom, cause, nextTime, rescue }
}

export const FAULTS = {
  blobs: fault(
    'Opaque blobs on the face',
    'White too strong or too early; drips, ring starts',
    'Thinner white, later; stagger the ring starts; break blobs at the surface',
    'None; a dark back hides some',
  ),
  lines: fault(
    'Lines that never bloomed',
    'Too late, too cold, or the bead too thin',
    'Earlier; a slower hand; rings closer',
    'Low heat while it still flows, before any alcohol; dark back',
  ),
  gaps: fault('Gaps left open', 'Too late, or rings too wide apart', 'Earlier; rings closer', 'Dark back'),
  distorted: fault(
    'Petals pushed out of shape',
    'Ink or alcohol after the white; white while ink moved; not level',
    'Keep the order; wait for the ink to stop; level',
    null,
  ),
  pockets: fault(
    'Petals broken into pockets',
    'Glitter met the white',
    'Glitter only in the margin or the back, finer, or none',
    null,
  ),
  wallWhite: fault('White stuck at the wall', 'The bead touched the wall', 'Leave a rim margin', null),
  micaSpots: fault('Mica spots', 'Too much or too coarse mica', 'Less, finer, or interference pigment', null),
  smallInk: fault(
    'Ink did not spread',
    'Dropped late or cold',
    'Earlier; warmer',
    'Low heat before more ink',
  ),
  curdled: fault('Curdled, torn film', 'Swirled or dragged after the ink had skinned', 'Sooner', null),
  ranTogether: fault(
    'Colours ran into one',
    'Pulled while the film was thin, or out of a cup that still warmed',
    'Later; smaller cups, a cooler room or a slower resin',
    null,
  ),
  hardFront: fault(
    'A hard edge where colours should billow',
    'Pulled when the film had thickened',
    'Sooner',
    'Gild the edge, so that it looks meant',
  ),
  clearWalls: fault(
    'Clear walls',
    'Ink drifts to the middle of a raised edge',
    'Resin in the centre, ink, resin in the centre again',
    'Coloured back or edge varnish',
  ),
  clearRim: fault(
    'Clear rim',
    'Colour was not taken to the wall',
    'Run a stick round the wall',
    'Edge varnish',
  ),
  muddy: fault(
    'Muddy brown',
    'Complementary inks overlapped',
    'Test the pair; keep them apart; white between',
    null,
  ),
  specks: fault(
    'White specks',
    'Undermixed or overloaded pigment',
    'Mix longer, use less',
    'Dab matching pigment, clear coat',
  ),
  microBubbles: fault(
    'Micro-bubbles',
    'Cold resin, fast stirring, bubbles left in the cup',
    'Warm part A, rest, brief heat on the cup',
    'Clear coat',
  ),
  baldSpots: fault('Bald spots', 'Fluid resin in a thin film', 'Let it thicken first', 'Second thin coat'),
  step: fault(
    'A step at the joint',
    'Hard edge of the first pour',
    'Feather the edge while it still wipes: the plan says when',
    'Sand wet and clear coat',
  ),
  floating: fault('Floating inclusions', 'The full depth poured at once', 'A thin base first', null),
  noLip: fault(
    'Overfilled, no lip',
    "The mold's whole volume was mixed, the back forgotten",
    'Plan the layers',
    'Spoon out while it flows',
  ),
  outOfWhite: fault(
    'Ran out of white',
    'Size underestimated',
    'Grams from the bead length',
    'Smooth the dots, widen the rings',
  ),
  tooMuch: fault('Too much mixed', 'A guess', 'Area times thickness', 'Route leftovers to small molds'),
  tilted: fault('Thick on one side', 'Not level, or the board warped', 'Level; a thick board', 'Flood coat'),
  soft: fault(
    'Soft or sticky after days',
    'Short stirring, wrong ratio, cold',
    'Three minutes, weigh, warm',
    'A warm place; scrape and recoat',
  ),
  bendy: fault(
    'Bendy at demold, curls',
    'Too soon, or heat before full cure',
    'Wait',
    'Press flat, warm, cool flat',
  ),
  flattened: fault(
    'Bowl flattened',
    'Left its form too soon',
    'Days in the form',
    'Warm gently, back into the form',
  ),
  stuckMold: fault(
    'Stuck or torn mold',
    'Flame, a thin mold, an overflow hook',
    'No torch; ease out all round',
    null,
  ),
  sharpLip: fault('Sharp lip, overhang', 'Meniscus or overfill', 'Stop lower', 'Wet-sand or file'),
  colourTurned: fault(
    'Colour changed on curing',
    'Nature of the ink: the wet look misleads',
    'A swatch card for every ink',
    null,
  ),
  dust: fault('Hair, dust', 'Left uncovered', 'Cover at once', 'Wet-sand, clear coat'),
  gilding: fault('Gilding drifted', 'Gilded too soon', 'Wait until it stays', null),
  pale: fault('Pale, pastel', 'Transparent without a back', 'Dark back', 'Add a back layer'),
} as const satisfies Record<string, Fault>

export type FaultId = keyof typeof FAULTS
