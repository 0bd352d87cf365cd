export { rackTasks, type RackTask } from './tasks.ts'
