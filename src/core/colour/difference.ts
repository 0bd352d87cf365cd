import {
  converter,
  differenceCiede2000,
  modeLab65,
  modeLrgb,
  modeOklch,
  useMode as register,
} from 'culori/fn'
import type { Linear } from './layers.ts'

register(modeLab65)
register(modeLrgb)
register(modeOklch)
const ciede2000 = differenceCiede2000()
const toOklch = converter('oklch')

const lrgb = ([r, g, b]: Linear) => ({ mode: 'lrgb', r, g, b }) as const

/** CIEDE2000 between two colours (CIE 142:2001, by culori): about 1 is just seen, 10 at a glance, 50 opposite. */
export function colourDifference(one: Linear, other: Linear): number {
  return ciede2000(lrgb(one), lrgb(other))
}

/** Chroma in OKLCh: 0 is grey, about 0.1 a clear colour. */
export function chromaOf(colour: Linear): number {
  return toOklch(lrgb(colour)).c
}

/** Hue in OKLCh, degrees; about 30 red, 60 orange, 110 yellow, 145 green, 260 blue. */
export function hueOf(colour: Linear): number {
  return toOklch(lrgb(colour)).h ?? 0
}

/** Lightness in OKLCh, 0 to 1. */
export function lightnessOf(colour: Linear): number {
  return toOklch(lrgb(colour)).l
}
