import type { Recipe } from '#core/batch/index.ts'
import { BLOOMS } from './blooms.ts'
import { PETRIS } from './petris.ts'
import { LAID_IN } from './laidIn.ts'
import { IN_CUPS } from './inCups.ts'
import { SHEETS } from './sheets.ts'

/** Jobs that anybody can begin from. Names, molds and colours are made up; depths, doses and waits are common practice with no source. */
export const RECIPES: readonly Recipe[] = [...BLOOMS, ...PETRIS, ...LAID_IN, ...IN_CUPS, ...SHEETS]
