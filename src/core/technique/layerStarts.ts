import type { LayerWhen, WayId } from './layerWays.ts'
import type { LayerStartId } from './technique.ts'

/** What a layer is begun from when it is added to a piece: a name, a way and the usual depth, all of which can be changed. */
export interface LayerStart {
  readonly name: string
  readonly way: WayId
  readonly when: LayerWhen
  /** Null takes what is free up to the lip; 0 for what has no depth to speak of. */
  readonly depthMm: number | null
}

/** A flood coat over a finished piece is so thick (common practice, from memory). */
const COAT_MM = 1.5

/** Layers as casters speak of them. */
export const LAYER_STARTS: Readonly<Record<LayerStartId, LayerStart>> = {
  secondPour: { name: 'second pour', way: 'plain', when: 'bonds', depthMm: null },
  // Beds as deep as a bloom's usual one and a little thinner than a petri's: from memory.
  bloomLayer: { name: 'bloom layer', way: 'bloom', when: 'bonds', depthMm: 5 },
  petriLayer: { name: 'petri layer', way: 'petri', when: 'bonds', depthMm: 4 },
  swirledLayer: { name: 'swirled petri layer', way: 'swirledPetri', when: 'bonds', depthMm: 4 },
  laidInLayer: { name: 'layer with things in it', way: 'laidIn', when: 'bonds', depthMm: 3 },
  // As a first plain pour usually is: from memory.
  steppedLayer: { name: 'next pour', way: 'stepped', when: 'bonds', depthMm: 3 },
  back: { name: 'back layer', way: 'plain', when: 'bonds', depthMm: 2 },
  crackle: { name: 'crackle back', way: 'crackle', when: 'bonds', depthMm: 2 },
  marbled: { name: 'marbled side', way: 'marbled', when: 'bonds', depthMm: 2 },
  clearCoat: { name: 'clear coat', way: 'coat', when: 'finished', depthMm: COAT_MM },
  lampFilm: { name: 'film', way: 'lampFilm', when: 'finished', depthMm: 0 },
  heatCoat: { name: 'heat-resistant coat', way: 'heatCoat', when: 'finished', depthMm: COAT_MM },
  paint: { name: 'painted layer', way: 'paint', when: 'hard', depthMm: 0 },
  solventPaint: { name: 'solvent paint', way: 'solventPaint', when: 'hard', depthMm: 0 },
  varnish: { name: 'edge', way: 'varnish', when: 'finished', depthMm: 0 },
  transfer: { name: 'transfer', way: 'transfer', when: 'demolded', depthMm: 0 },
  gilding: { name: 'gilding', way: 'gilding', when: 'finished', depthMm: 0 },
}
