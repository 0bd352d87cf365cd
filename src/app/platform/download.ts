/** Hands a text file to the browser to save. */
export function download(name: string, mediaType: string, text: string): void {
  save(name, new Blob([text], { type: `${mediaType};charset=utf-8` }))
}

/** Hands what is drawn on a canvas to the browser as a PNG; false where the browser makes none (too little memory). */
export async function downloadPng(name: string, canvas: HTMLCanvasElement): Promise<boolean> {
  const picture = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'))
  if (picture) save(name, picture)
  return picture !== null
}

/** Hands a file to the browser to save. */
export function save(name: string, file: Blob): void {
  const url = URL.createObjectURL(file)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}
