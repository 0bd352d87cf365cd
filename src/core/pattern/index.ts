export {
  emptyPattern,
  scatteredDrops,
  sortsOf,
  usualBloom,
  usualLine,
  usualPetri,
  WHOLE,
  type DropLayout,
  type Mark,
  type MarkKind,
  type MarkSort,
  type Pattern,
  type PatternMark,
  type SprinkleArea,
  type Zone,
} from './pattern.ts'
export { beadLengthMm, holeOfBeadMm, LAID_WIDTH_PER_HOLE, type Bead } from './beads.ts'
export {
  inkOfDrop,
  layPattern,
  type LaidDrop,
  type LaidPattern,
  type LaidSprinkle,
  type LaidStroke,
} from './lay.ts'
export {
  carried,
  entriesOf,
  freeGroup,
  freeId,
  middleOf,
  mirroredPattern,
  togetherWith,
  withCopied,
  withGroup,
  type Carry,
  type Entry,
} from './group.ts'
export { newFlower, newMark } from './newMark.ts'
export {
  placeOf,
  scaledPattern,
  withFewerDrops,
  withWiderBeads,
  withZone,
  zoneOf,
  type ScaleChange,
  type ScaledPattern,
} from './scale.ts'
