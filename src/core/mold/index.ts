export { boxOf, HAND_SMOOTH, perimeterMm, polygonOf, type Box, type Outline, type Point } from './outline.ts'
export { type RingSpacing } from './rings.ts'
export { brimVolumeMl, layerAreaMm2, waterFillOverDrawn, type Mold } from './mold.ts'
export { beadsIn } from './beads.ts'
