import { crc32, deflateSync } from 'node:zlib'

/** A PNG of sRGB bytes, four a pixel (ISO/IEC 15948: signature, IHDR, IDAT, IEND). */
export function pngOf(rgba: Uint8ClampedArray, width: number, height: number): Buffer {
  const header = Buffer.alloc(13)
  header.writeUInt32BE(width, 0)
  header.writeUInt32BE(height, 4)
  header.set([8, 6, 0, 0, 0], 8)
  const rows = Buffer.alloc(height * (4 * width + 1))
  for (let y = 0; y < height; y++)
    rows.set(rgba.subarray(4 * width * y, 4 * width * (y + 1)), y * (4 * width + 1) + 1)
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', header),
    chunk('IDAT', deflateSync(rows)),
    chunk('IEND', Buffer.alloc(0)),
  ])
}

function chunk(type: string, data: Buffer): Buffer {
  const named = Buffer.concat([Buffer.from(type, 'latin1'), data])
  const around = Buffer.alloc(8)
  around.writeUInt32BE(data.length, 0)
  around.writeUInt32BE(crc32(named), 4)
  return Buffer.concat([around.subarray(0, 4), named, around.subarray(4)])
}
