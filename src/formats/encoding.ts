/** How a text file was written. */
export type Encoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252'

export interface DecodedText {
  readonly text: string
  readonly encoding: Encoding
}

/**
 * The text of a file. Its byte order mark says what it is; without one it is UTF-8 where it can be, and Windows-1252, as older spreadsheets save,
 * where it cannot: that is a guess and is to be told.
 */
export function decodeText(bytes: Uint8Array): DecodedText {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return decodedAs('utf-16le', bytes)
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return decodedAs('utf-16be', bytes)
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'utf-8' }
  } catch {
    return decodedAs('windows-1252', bytes)
  }
}

function decodedAs(encoding: Encoding, bytes: Uint8Array): DecodedText {
  return { text: new TextDecoder(encoding).decode(bytes), encoding }
}
