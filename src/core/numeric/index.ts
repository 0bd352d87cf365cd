export { bisect, type Bracket } from './bisect.ts'
export { seededRandom } from './seededRandom.ts'
export { normalQuantile } from './normalQuantile.ts'
export { remembered } from './remembered.ts'
