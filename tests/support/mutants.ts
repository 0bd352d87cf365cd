import { seededRandom } from '#core/numeric/index.ts'

/** What breaks readers: ends of strings and lists, figures that are none, marks of encodings, tags. */
const TOKENS = [
  '"',
  '\\',
  '\u0000',
  '1e999',
  '-0',
  'NaN',
  '{',
  '}]',
  '[',
  ',,',
  ';',
  '\t',
  '\r\n',
  '<g>',
  '</svg>',
  '&amp;',
  '<!DOCTYPE x [<!ENTITY a "b">]>',
  'M0 0z',
  'transform="rotate(1e9)"',
  '__proto__',
  'null',
  '99999999999999999999',
  '\uFEFF',
  'é',
]
/** Half of them in one place, the others in up to four. */
const CHANGES = [1, 1, 1, 2, 3, 4]

/**
 * So many copies of a file, each changed in one to four places: figures and letters into others, bits, bytes, pieces taken out, doubled, moved, tokens put
 * in, the end cut off.
 */
export function* mutantsOf(whole: Uint8Array, count: number, seed: number): Generator<Uint8Array> {
  const chance = seededRandom(seed)
  const below = (most: number) => Math.floor(chance() * most)
  const encoder = new TextEncoder()
  const splice = (bytes: Uint8Array, from: number, to: number, put: Uint8Array) => {
    const out = new Uint8Array(bytes.length - (to - from) + put.length)
    out.set(bytes.subarray(0, from))
    out.set(put, from)
    out.set(bytes.subarray(to), from + put.length)
    return out
  }
  const change = (bytes: Uint8Array): Uint8Array => {
    const at = below(bytes.length)
    const end = Math.min(bytes.length, at + 1 + below(64))
    switch (below(12)) {
      case 0:
        return splice(bytes, at, at + 1, Uint8Array.of(bytes[at]! ^ (1 << below(8))))
      case 1:
        return splice(bytes, at, at + 1, Uint8Array.of(below(256)))
      case 2:
        return splice(bytes, at, end, new Uint8Array(0))
      case 3:
        return splice(bytes, at, at, bytes.slice(at, end))
      case 4: {
        const to = below(bytes.length)
        return splice(bytes, to, to, bytes.slice(at, end))
      }
      case 5:
        return splice(bytes, at, at, encoder.encode(TOKENS[below(TOKENS.length)]))
      case 6:
        return below(4) === 0
          ? bytes.slice(0, at)
          : splice(bytes, at, at + 1, encoder.encode(String(below(1e6))))
      default:
        return splice(bytes, at, at + 1, Uint8Array.of(ofItsKind(bytes[at]!, chance)))
    }
  }
  for (let k = 0; k < count; k++) {
    let bytes = whole
    for (let changes = CHANGES[below(CHANGES.length)]!; changes > 0 && bytes.length > 1; changes--)
      bytes = change(bytes)
    yield bytes
  }
}

/** A figure for a figure, a letter for a letter: what no reader can see at once. */
function ofItsKind(byte: number, chance: () => number): number {
  const within = (from: string, count: number) => from.charCodeAt(0) + Math.floor(chance() * count)
  const letter = String.fromCharCode(byte)
  if (/[0-9]/.test(letter)) return within('0', 10)
  if (/[a-z]/.test(letter)) return within('a', 26)
  if (/[A-Z]/.test(letter)) return within('A', 26)
  return byte ^ 1
}
