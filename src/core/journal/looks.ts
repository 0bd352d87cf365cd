import type { FaultId } from './faults.ts'

/** How a finished piece is looked at; common practice. */
export type Look = 'black' | 'tilted' | 'touched' | 'thoughtBack'

export const LOOKS: readonly Look[] = ['black', 'tilted', 'touched', 'thoughtBack']

/** The look that shows each fault best. */
export const LOOK_OF: Readonly<Record<FaultId, Look>> = {
  blobs: 'black',
  lines: 'black',
  gaps: 'black',
  distorted: 'black',
  pockets: 'black',
  wallWhite: 'black',
  ranTogether: 'black',
  hardFront: 'black',
  clearWalls: 'black',
  clearRim: 'black',
  smallInk: 'black',
  muddy: 'black',
  pale: 'black',
  colourTurned: 'black',
  micaSpots: 'tilted',
  curdled: 'tilted',
  specks: 'tilted',
  microBubbles: 'tilted',
  baldSpots: 'tilted',
  dust: 'tilted',
  gilding: 'tilted',
  floating: 'tilted',
  step: 'touched',
  noLip: 'touched',
  tilted: 'touched',
  soft: 'touched',
  bendy: 'touched',
  flattened: 'touched',
  sharpLip: 'touched',
  stuckMold: 'touched',
  outOfWhite: 'thoughtBack',
  tooMuch: 'thoughtBack',
}
