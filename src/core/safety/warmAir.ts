import { burns, whiteBurns, type BatchRequest } from '../batch/index.ts'
import { COLOUR_KINDS } from '../colour/index.ts'
import type { Technique } from '../technique/index.ts'

/**
 * Whether warm air may be blown over a pour: only where nothing that burns goes in at any time of it, by drop, cup or bag, for open bottles and tinted cups
 * give off vapour as much as what lies in the molds. Common practice; whoever is not sure asks the products' safety data sheets.
 */
export function mayWarm(
  { steps }: Pick<Technique, 'steps'>,
  request: Pick<BatchRequest, 'colours' | 'cups' | 'bags' | 'white'>,
): boolean {
  const { colours, cups, bags = [] } = request
  const dropped = steps.some(({ brings }) => brings.includes('alcohol')) ? colours : []
  const gives =
    dropped.some(({ kind }) => COLOUR_KINDS[kind].vapour !== null) || [...cups, ...bags].some(burns)
  return !gives && !(steps.some(({ takes }) => takes === 'beads') && whiteBurns(request))
}
