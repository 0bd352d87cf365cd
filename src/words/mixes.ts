import type { Cup, Layer, Mix } from '#core/batch/index.ts'
import { TECHNIQUES, type TechniqueId } from '#core/technique/index.ts'

/** What a layer of a mold is called; a bed that something is laid into is a base. */
export function wordLayer(kind: Layer['kind'], technique?: TechniqueId): string {
  return kind === 'bed' && technique && TECHNIQUES[technique].white.by === 'none' ? 'base' : LAYER_WORDS[kind]
}

const LAYER_WORDS: Readonly<Record<Layer['kind'], string>> = {
  bed: 'bed',
  white: 'white',
  fill: 'second pour',
  fillAgain: 'third pour',
  back: 'back',
}

/** What is stirred, and for what. */
export function wordMix(id: Mix['id'], technique: TechniqueId): string {
  return id === 'first' ? FIRST_MIX_WORDS[TECHNIQUES[technique].white.by] : LATER_MIX_WORDS[id]
}

const FIRST_MIX_WORDS = {
  bag: 'Mix for the bed and the white',
  needle: 'Mix for the bed',
  none: 'Mix for the base',
} as const

const LATER_MIX_WORDS: Readonly<Record<Exclude<Mix['id'], 'first'>, string>> = {
  white: 'Small mix for the white, stirred when the inks are in',
  fill: 'Mix to pour over the inclusions, later',
  fillAgain: 'Mix to pour over once more, later',
  back: 'Mix for the back, later',
  clearCoat: 'Mix for the clear coat, later',
}

export const CUP_WORDS: Readonly<Record<Cup['id'], string>> = {
  mix: 'Mixing cup',
  otherMix: 'Second half, in its own cup',
  white: 'White cup',
  fill: 'Second pour',
  fillAgain: 'Third pour',
  back: 'Back cup',
  clearCoat: 'Coat cup',
}
