import { fail, ok, type Result } from '#core/units/index.ts'

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
  const canvas = new OffscreenCanvas(Math.round(image.width * scale), Math.round(image.height * scale))
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height)
  image.close()
  const painted = await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY })
  return ok({ mediaType: 'image/jpeg', bytes: new Uint8Array(await painted.arrayBuffer()) })
}
