import { useEffect, useMemo } from 'react'

export interface PictureBytes {
  readonly mediaType: string
  readonly bytes: Uint8Array
}

/** A stored picture, or the place where one would be. */
export function FacePicture({
  picture,
  title,
  className,
}: {
  picture: PictureBytes | null
  title: string
  className?: string
}) {
  const url = usePictureUrl(picture)
  if (!url) {
    return (
      <div
        className={`border-edge text-ink-soft flex items-center justify-center rounded-xl border border-dashed text-center text-sm ${className}`}
      >
        no picture
      </div>
    )
  }
  return <img src={url} alt={title} className={`rounded-xl object-cover ${className}`} />
}

/** An address the browser can show the bytes from, as long as they are shown. */
function usePictureUrl(picture: PictureBytes | null): string | null {
  const url = useMemo(
    () => picture && URL.createObjectURL(new Blob([picture.bytes as BlobPart], { type: picture.mediaType })),
    [picture],
  )
  useEffect(() => () => void (url && URL.revokeObjectURL(url)), [url])
  return url
}
