import { measureSolver } from './solver.ts'

postMessage(measureSolver())
