export {
  areaMm2,
  boxOf,
  HAND_SMOOTH,
  isInside,
  islandsOf,
  openAreaMm2,
  perimeterMm,
  polygonOf,
  type Box,
  type Outline,
  type Point,
} from './outline.ts'
export { longestAcrossMm, shortestAcrossMm } from './across.ts'
export { drawnOutline, type DrawingProblem } from './drawn.ts'
export { further, inset, narrowZones, ringsInside, within } from './rings.ts'
export { evenPoints, lineLength } from './line.ts'
export { heightOfMm, profileOf, volumeUpToMl, type FillMark } from './fillCurve.ts'
export {
  brimVolumeMl,
  edgeHeightMm,
  layerAreaMm2,
  cavityAbove,
  placesOf,
  UPRIGHT,
  waterFillOverDrawn,
  type Mold,
  type RaisedEdge,
} from './mold.ts'
