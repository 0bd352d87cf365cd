export {
  emptyPattern,
  usualBloom,
  usualPetri,
  WHOLE,
  type DropLayout,
  type Mark,
  type MarkKind,
  type Pattern,
  type PatternMark,
  type SprinkleArea,
  type Zone,
} from './pattern.ts'
export { beadLengthMm, type Bead } from './beads.ts'
export {
  inkOfDrop,
  layPattern,
  type LaidDrop,
  type LaidPattern,
  type LaidSprinkle,
  type LaidStroke,
} from './lay.ts'
export { newMark } from './newMark.ts'
export {
  mirroredPattern,
  movedTo,
  placeOf,
  scaledPattern,
  withFewerDrops,
  withWiderBeads,
  withZone,
  zoneOf,
  type ScaleChange,
  type ScaledPattern,
} from './scale.ts'
