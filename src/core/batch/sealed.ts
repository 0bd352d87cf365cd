import { techniqueOfPour } from './pour.ts'
import { BED, HELD } from './layer.ts'
import { laidOut } from './laidOut.ts'
import type { BatchRequest, SealedPiece } from './request.ts'
import { sealedMm } from './sealedDepth.ts'

/** The request of a batch whose pour is stirred, with that pour and those layers as deep as they lie by now. What is sealed stays as it is. */
export function sealedRequest(request: BatchRequest, begun: readonly string[]): BatchRequest {
  const { fills } = laidOut(request, techniqueOfPour(request))
  const sealed = fills.map(({ id, layers }): SealedPiece => {
    const depths = layers
      .filter((layer) => [BED, HELD, ...begun].includes(layer.id))
      .map((layer) => ({
        layer: layer.id,
        mm: sealedMm(request, id, layer.id) ?? layer.depthMm,
      }))
    return { piece: id, depths }
  })
  return { ...request, sealed }
}

/** The request to be poured once more: its bed as deep as it was, where it was as deep in all pieces; nothing of it is weighed or stirred yet. */
export function unsealed({ sealed, measured: _measured, ...request }: BatchRequest): BatchRequest {
  if (!sealed) return request
  const beds = sealed.flatMap(({ depths }) => depths.filter(({ layer }) => layer === BED))
  const [first] = beds
  const alike = first !== undefined && beds.every(({ mm }) => Math.abs(mm - first.mm) < ALIKE_MM)
  return { ...request, bedMm: alike ? first.mm : request.bedMm }
}

/** Less is not told apart in a mold. */
const ALIKE_MM = 0.05
