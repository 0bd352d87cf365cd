import { measureBloom } from './bloom.ts'

postMessage(measureBloom())
