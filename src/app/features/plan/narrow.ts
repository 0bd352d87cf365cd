import type { BatchRequest } from '#core/batch/index.ts'

/** Narrower than this no second bead fits beside the first, and the white has no room to flow. */
export function narrowFromMm({ white }: Pick<BatchRequest, 'white'>): number {
  return 2 * white.rimMarginMm + white.ringSpacingMm
}
