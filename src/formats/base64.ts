const CHUNK = 0x8000

/** Base64 (RFC 4648) of the bytes. */
export function toBase64(bytes: Uint8Array): string {
  let binary = ''
  for (let at = 0; at < bytes.length; at += CHUNK)
    binary += String.fromCharCode(...bytes.subarray(at, at + CHUNK))
  return btoa(binary)
}

/** The bytes of base64 text. Throws for text that is not base64. */
export function fromBase64(text: string): Uint8Array {
  return Uint8Array.from(atob(text), (mark) => mark.charCodeAt(0))
}
