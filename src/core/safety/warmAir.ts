import type { BatchRequest } from '../batch/index.ts'
import { holdsAlcohol } from '../colour/index.ts'
import type { Technique } from '../technique/index.ts'

/**
 * Whether warm air may be blown over a pour: only where nothing with alcohol goes in at any time of it, for open bottles and tinted cups give off
 * vapour as much as what lies in the molds. Common practice; whoever is not sure asks the products' safety data sheets.
 */
export function mayWarm(
  { steps }: Pick<Technique, 'steps'>,
  { colours, cups }: Pick<BatchRequest, 'colours' | 'cups'>,
): boolean {
  const dropped = steps.some(({ brings }) => brings.includes('alcohol')) ? colours : []
  const mixedIn = cups.flatMap((cup) => cup.colours.map(({ colour }) => colour))
  return ![...dropped, ...mixedIn].some(holdsAlcohol)
}
