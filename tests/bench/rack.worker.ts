import { measureRack } from './rack.ts'

postMessage(measureRack())
