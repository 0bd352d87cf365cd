import { heldOf, type BatchRequest } from '../batch/index.ts'
import { CUP_STOP_OF_GEL, isOfFilm, type Criterion } from '../resin/index.ts'
import { windowsOf, type CupApart, type Schedule } from '../timing/index.ts'
import { standsAlone, TECHNIQUES, waysOf } from '../technique/index.ts'
import type { Finding } from './finding.ts'

type OfFilm = Extract<Criterion, { readonly by: 'fluidity' }>

/** That no minute is both the film's and the cups'; null where there is one, or nothing is held back. */
export function cupsWarm(schedule: Schedule): Finding | null {
  const { apart, forecast, technique, turns } = schedule
  if (apart.length === 0) return null
  const step = technique.steps.find(({ does }) => does === 'raises')
  const { moment } = step ?? {}
  if (!step || moment?.by !== 'resin' || !isOfFilm(moment.criterion)) return null
  if (turns.every((turn) => turn.step.id !== step.id)) return null
  const { cupsWarmKPerMin: mostKPerMin, ...bounds } = moment.criterion as OfFilm
  if (mostKPerMin === undefined) return null
  if (windowsOf({ forecast, apart }, null)({ ...bounds, cupsWarmKPerMin: mostKPerMin })) return null
  const window = windowsOf({ forecast }, null)({ ...bounds, cupsWarmKPerMin: mostKPerMin })
  const cup = window
    ? apart
        .map((each) => ({ name: each.name, massG: each.massG, kPerMin: warmingIn(each, window.bestMin) }))
        .reduce((most, each) => (each.kPerMin > most.kPerMin ? each : most))
    : null
  return { kind: 'cupsWarm', stepTitle: step.title, cup, mostKPerMin }
}

/** By how much that cup warms about that minute, or as it is filled where that is later, K/min; no limit where it runs no more. */
function warmingIn({ history: { fromMin, gelMin, tempAt } }: CupApart, atMin: number): number {
  const min = Math.max(atMin, fromMin + 0.5)
  return min >= CUP_STOP_OF_GEL * (gelMin ?? Infinity) ? Infinity : tempAt(min + 0.5) - tempAt(min - 0.5)
}

/** Whether what is held back stands in one cup, so that nothing meets and nothing marbles. */
export function isOneCup({ fills, mixes, technique }: Schedule): boolean {
  const leastCups = technique.holdsBack?.leastCups ?? 0
  if (leastCups < 2 || heldOf(fills).volumeMl === 0) return false
  const cups = mixes.flatMap((mix) => (mix.of === 'pour' ? mix.cups : []))
  return cups.filter(({ holds }) => holds === 'part' || holds === 'clear').length < leastCups
}

/** That a way which stands alone shares its pour with another; nothing where none does. */
export function pouredAlone(request: BatchRequest): readonly Finding[] {
  const ways = waysOf(request).map((id) => TECHNIQUES[id])
  const alone = ways.find(standsAlone)
  return alone && ways.length > 1 ? [{ kind: 'pouredAlone', wayName: alone.name }] : []
}
