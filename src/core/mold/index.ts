export {
  areaMm2,
  boxOf,
  HAND_SMOOTH,
  isInside,
  islandsOf,
  perimeterMm,
  polygonOf,
  type Box,
  type Outline,
  type Point,
} from './outline.ts'
export { drawnOutline, type DrawingProblem } from './drawn.ts'
export { inset, narrowZones, type RingSpacing } from './rings.ts'
export { brimVolumeMl, layerAreaMm2, waterFillOverDrawn, type Mold } from './mold.ts'
export { beadsIn } from './beads.ts'
