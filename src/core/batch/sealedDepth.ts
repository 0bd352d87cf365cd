import type { BatchRequest } from './request.ts'

/** How deep that layer was laid in those pieces; null where its mix is not stirred yet. */
export function sealedMm(
  { sealed = [] }: Pick<BatchRequest, 'sealed'>,
  pieceId: string,
  layerId: string,
): number | null {
  return (
    sealed.find(({ piece }) => piece === pieceId)?.depths.find(({ layer }) => layer === layerId)?.mm ?? null
  )
}
