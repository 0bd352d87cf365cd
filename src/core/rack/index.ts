export { rackSteps, stillWaiting } from './steps.ts'
export { rackTasks, type RackTask } from './tasks.ts'
export { rackOutline, type OutlineJob, type RackOutline } from './outline.ts'
export { POUR } from './pourJob.ts'
export { SLOT_MS } from './slot.ts'
export type { RackBatch, RackStudio, Resource } from './board.ts'
export { planRack, type KeptJobs, type RackPlan, type RackPlanBatch, type RackPlanJob } from './planRack.ts'
export { plannedAway, type PlannedAway } from './plannedAway.ts'
export { changesBetween, type RackChange } from './changes.ts'
export { remindersAt, type Reminder } from './reminders.ts'
export { type Blocker, type Relaxed, type Trouble, type Way } from './explain.ts'
export {
  dayOn,
  daysLaterMs,
  dayStretch,
  freeStretches,
  PROMISED_BY,
  promisedAtMs,
  wallInstantMs,
  type FreeHours,
  type FreeTime,
  type OtherDay,
  type Stretch,
} from './freeTime.ts'
