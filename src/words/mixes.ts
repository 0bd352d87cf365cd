import { isHeld, type Cup, type CupFor, type Layer, type Mix } from '#core/batch/index.ts'
import { TECHNIQUES, type TechniqueId, type WhiteRule } from '#core/technique/index.ts'

/** What a layer of a mold is called; a bed that something is laid into is a base. */
export function wordLayer(layer: Pick<Layer, 'id' | 'name' | 'poured'>, technique?: TechniqueId): string {
  const { name, poured } = layer
  if (name !== null) return name
  if (!poured) return 'white'
  const called = technique && TECHNIQUES[technique].holdsBack?.called
  if (isHeld(layer)) return called?.held ?? 'colours'
  if (called) return called.bed
  return technique && TECHNIQUES[technique].white.by === 'none' ? 'base' : 'bed'
}

/** What is stirred, and for what. */
export function wordMix({ of, name }: Pick<Mix, 'of' | 'name'>, white: WhiteRule['by']): string {
  switch (of) {
    case 'pour':
      return FIRST_MIX_WORDS[white]
    case 'white':
      return 'Small mix for the white, stirred when the inks are in'
    case 'cup':
      return `${name ?? 'A cup'}, a small mix of its own, stirred when it is wanted`
    case 'layer':
      return `Mix for the ${name ?? 'layer'}, later`
    default:
      return of satisfies never
  }
}

const FIRST_MIX_WORDS = {
  bag: 'Mix for the bed and the white',
  needle: 'Mix for the bed',
  none: 'Mix for the base',
} as const

const CUP_WORDS: Readonly<Record<CupFor, string>> = {
  mix: 'Mixing cup',
  half: 'Half of it, in a cup of its own',
  bed: 'The first pour',
  white: 'White cup',
  bag: 'Bag',
  part: 'Tinted cup',
  clear: 'Stays clear',
}

/** What a cup is called: as the person named it, else by what it holds. */
export function wordCup({ holds, name }: Pick<Cup, 'holds' | 'name'>): string {
  return name ?? CUP_WORDS[holds]
}

/** In which cup it stands: one to look for, or the one it was mixed in. Within a sentence where `within` is said: "in a cup of 60 ml". */
export function wordCupSize(
  { holds, brimMl }: Pick<Cup, 'holds' | 'brimMl'>,
  ml: (value: number) => string,
  within = '',
): string {
  if (holds === 'bed') return 'tinted in the mixing cup'
  return brimMl === null ? 'no cup is big enough' : `${within}cup of ${ml(brimMl)}`
}
