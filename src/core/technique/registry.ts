import { BLOOM } from './bloom.ts'
import { CLOUD } from './cloud.ts'
import { COVERED } from './covered.ts'
import { DIRTY_CUP } from './dirtyCup.ts'
import { DRIP } from './drip.ts'
import { INCLUSIONS } from './inclusions.ts'
import { NESTED } from './nested.ts'
import { NESTED_SWIRL } from './nestedSwirl.ts'
import { PETRI } from './petri.ts'
import { RAISED_PETRI } from './raisedPetri.ts'
import { SWIRLED_PETRI } from './swirledPetri.ts'
import { ZONES } from './zones.ts'
import { PLAIN } from './plain.ts'
import type { Technique } from './technique.ts'

/** Every technique there is; a new one is its file and one more entry. */
const ALL = {
  bloom: BLOOM,
  petri: PETRI,
  raisedPetri: RAISED_PETRI,
  swirledPetri: SWIRLED_PETRI,
  cloud: CLOUD,
  nested: NESTED,
  nestedSwirl: NESTED_SWIRL,
  dirtyCup: DIRTY_CUP,
  zones: ZONES,
  drip: DRIP,
  inclusions: INCLUSIONS,
  covered: COVERED,
  plain: PLAIN,
} satisfies Readonly<Record<string, Technique>>

export type TechniqueId = keyof typeof ALL

/** Each by its name, which is its own. */
export const TECHNIQUES = ALL as Readonly<Record<TechniqueId, Technique & { readonly id: TechniqueId }>>
