import { USUAL_REQUEST, usualLayers, type BatchRequest } from '#core/batch/index.ts'
import { UPRIGHT, type Mold } from '#core/mold/index.ts'
import { ARCHETYPES, USUAL_WALL } from '#core/resin/index.ts'
import { TECHNIQUES } from '#core/technique/index.ts'

/** A 10 cm round coaster mold, deep enough for bed, white, back and lip. */
export const COASTER: Mold = {
  id: 'coaster',
  name: 'Round coaster',
  outline: { shape: 'circle', acrossMm: 100 },
  depthMm: 10,
  waterFillMl: null,
  ...UPRIGHT,
  count: 12,
  cavities: 1,
  wall: USUAL_WALL,
}

/** A bloom of so many coasters, with what its technique usually has over it; anything can be replaced. */
export function bloomRequest(changes: Partial<BatchRequest> = {}, count = 1): BatchRequest {
  return {
    name: 'Coasters',
    ...USUAL_REQUEST,
    layers: usualLayers(TECHNIQUES[changes.technique ?? 'bloom']),
    pieces: [{ mold: COASTER, count, pattern: null }],
    resin: ARCHETYPES.quick,
    colours: [
      { id: 'ink-1', name: 'Lagoon', kind: 'alcoholInk', hex: '#12748a' },
      { id: 'ink-2', name: 'Plum', kind: 'alcoholInk', hex: '#6a2a5c' },
      { id: 'white', name: 'Chalk paste', kind: 'whitePaste', hex: '#f8f6f0' },
    ],
    ...changes,
  }
}
