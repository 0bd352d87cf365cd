import type {
  Blocker,
  PlannedAway,
  RackChange,
  RackPlan,
  Reminder,
  Resource,
  Trouble,
  Way,
} from '#core/rack/index.ts'
import type { JobId } from '#core/technique/index.ts'
import { printSpan } from '#core/units/index.ts'

/** An instant as the reader's clock and calendar show it. */
type Shown = (atMs: number) => string

export const JOB_WORDS: Readonly<Record<JobId, string>> = {
  drape: 'Drape over a form, days in it',
  sandEdges: 'Wet-sand sharp edges',
  trimRim: 'Trim the rim while leathery',
  feet: 'Feet, cork or hook',
}

/** When a job is planned, where that is not its best hour, and why. */
export function wordPlanned({ beginAtMs, why }: PlannedAway, shown: Shown): string {
  return `planned ${shown(beginAtMs)}, ${WHY[why]}`
}

const WHY: Readonly<Record<PlannedAway['why'], string>> = {
  chosen: 'the hour you chose',
  promise: 'for the day it is promised',
  sure: 'when it is sure to be ready',
  hours: 'when hands and places are free',
}

function wordResource(resource: Resource, count: number): string {
  switch (resource.kind) {
    case 'level':
      return count === 1 ? 'one more level place' : `${count} more level places`
    case 'covers':
      return count === 1 ? 'one more cover' : `${count} more covers`
    case 'forms':
      return count === 1 ? 'one more form for draping' : `${count} more forms for draping`
    case 'mold':
      return `${count === 1 ? 'one' : count} more of the mold ${resource.name}`
    default:
      return resource satisfies never
  }
}

/** Why a batch does not fit, in a sentence. */
export function wordBlocker({ blocker }: Trouble): string {
  return BLOCKER[blocker.kind](blocker as never)
}

const BLOCKER: { readonly [Kind in Blocker['kind']]: (blocker: Extract<Blocker, { kind: Kind }>) => string } =
  {
    never: ({ job }) => `The resin is never ready for ${job} within three weeks in this room.`,
    pinPassed: ({ job }) => `The hour chosen for ${job} has passed.`,
    pinAway: ({ job }) => `At the hour chosen for ${job} you are not free.`,
    pin: () => 'The hour that was chosen does not fit what must come before it or follow.',
    hands: () => 'Whenever it would fit, your hands are with another batch.',
    resource: ({ resource, more }) => `It needs ${wordResource(resource, more)}.`,
    window: () => 'While a step is possible, you are not free: the window would close first.',
    awake: () => 'Your free hours do not hold it.',
    tooSoon: () => 'Even begun at once, its layers would not be cured by then.',
    several: () => 'No single change makes it fit; two together might.',
  }

/** A way out, with what it gives. */
export function wordWay(way: Way, shown: Shown): string {
  const gives = [
    way.pourAtMs === null ? null : `stop-stir ${shown(way.pourAtMs)}`,
    `ready ${shown(way.readyAtMs)}`,
  ]
    .filter((part) => part !== null)
    .join(', ')
  return `${wordChange(way)}: ${gives}${way.inTime ? '' : ', still late'}.`
}

function wordChange(way: Way): string {
  switch (way.kind) {
    case 'pin':
      return 'Let the chosen hour go'
    case 'awake':
      return 'Be free at another hour'
    case 'hands':
      return 'Have a second pair of hands, or put another batch off'
    case 'resource':
      return `With ${wordResource(way.resource, way.more)}`
    case 'window':
      return `Let the window for ${way.job} pass, with what the step says of being late`
    case 'laterPromise':
      return 'Promise a later day'
    default:
      return way satisfies never
  }
}

/** What another hour does, a sentence each. */
export function wordRackChange(change: RackChange, plan: RackPlan, shown: Shown): string {
  const name = plan.batches.find(({ id }) => id === change.batchId)?.name ?? ''
  switch (change.kind) {
    case 'noLongerFits':
      return `${name} no longer fits.`
    case 'fitsNow':
      return `${name} fits now.`
    case 'late':
      return `${name} misses its promise by ${printSpan(change.lateMin)}.`
    case 'inTime':
      return `${name} keeps its promise.`
    case 'moved':
      return `${change.job.title}, ${name}: ${shown(change.fromMs)} becomes ${shown(change.job.beginAtMs)}.`
    case 'ready':
      return `${name} is ready ${printSpan(Math.abs(change.byMs) / 60_000)} ${change.byMs > 0 ? 'later' : 'sooner'}: ${shown(change.atMs)}.`
    default:
      return change satisfies never
  }
}

/** A reminder in a line: what, and how long it can still wait. */
export function wordReminder({ job, name, why }: Reminder, nowMs: number): string {
  const what = `${job.title}: ${name}`
  if (why === 'late') return `${what}. Its window has closed.`
  if (job.closeAtMs === null) return `${what}. It can wait.`
  const left = printSpan(Math.max(0, job.closeAtMs - nowMs) / 60_000)
  return why === 'closing' ? `${what}. Only ${left} left.` : `${what}. It can wait another ${left}.`
}
