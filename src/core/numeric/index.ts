export { bisect, type Bracket } from './bisect.ts'
export { integrate, type Derivative, type IntegrationTask, type Solution } from './integrate.ts'
export { seededRandom } from './seededRandom.ts'
