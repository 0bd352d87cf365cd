/** Hands a text file to the browser to save. */
export function download(name: string, mediaType: string, text: string): void {
  const url = URL.createObjectURL(new Blob([text], { type: `${mediaType};charset=utf-8` }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}
