import { fail, ok, type Result } from '#core/units/index.ts'
import type { Photograph } from '#workers/cardLab.ts'

export type { Photograph } from '#workers/cardLab.ts'

const LONGEST_PX = 1600
const QUALITY = 0.85
const LARGEST_FILE_BYTES = 60 * 1024 * 1024

export interface ShrunkPhoto {
  readonly mediaType: 'image/jpeg'
  readonly bytes: Uint8Array
}

export type PhotoProblem =
  { readonly kind: 'tooLarge'; readonly megabytes: number } | { readonly kind: 'notAPicture' }

/**
 * A picture as it is kept: turned the right way up, at most 1600 px, painted anew so that place, camera and every other
 * note in the file are gone.
 */
export async function shrinkPhoto(file: Blob): Promise<Result<ShrunkPhoto, PhotoProblem>> {
  if (file.size > LARGEST_FILE_BYTES) return fail({ kind: 'tooLarge', megabytes: file.size / 1024 / 1024 })
  const image = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => null)
  if (!image) return fail({ kind: 'notAPicture' })
  const scale = Math.min(1, LONGEST_PX / Math.max(image.width, image.height))
  const canvas = new OffscreenCanvas(atLeastOne(image.width * scale), atLeastOne(image.height * scale))
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height)
  image.close()
  const painted = await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY }).catch(() => null)
  if (!painted) return fail({ kind: 'notAPicture' })
  return ok({ mediaType: 'image/jpeg', bytes: new Uint8Array(await painted.arrayBuffer()) })
}

/** A strip of a picture stays one pixel wide. */
function atLeastOne(px: number): number {
  return Math.max(1, Math.round(px))
}

/** Enough to see petals, little enough to be worked through at once. */
const CARD_PX = 480

/** A picture as its pixels, turned the right way up and made small; null where it is none. */
export async function readPhotograph(file: Blob): Promise<Photograph | null> {
  if (file.size > LARGEST_FILE_BYTES) return null
  const image = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => null)
  if (!image) return null
  const scale = Math.min(1, CARD_PX / Math.max(image.width, image.height))
  const [width, height] = [atLeastOne(image.width * scale), atLeastOne(image.height * scale)]
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!
  context.drawImage(image, 0, 0, width, height)
  image.close()
  return { rgba: context.getImageData(0, 0, width, height).data, width, height }
}
