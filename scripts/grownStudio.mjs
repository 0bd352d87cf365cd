/** A studio file with as many pieces as are asked for, made of the finished runs of another one. */
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'

const ROUND_MS = 2 * 86_400_000

/** The exported studio again and again under other ids, each round two days earlier, with its pictures: a ZIP. */
export function grownZip(zip, pieces) {
  const files = unzipSync(zip)
  const studio = JSON.parse(strFromU8(files['studio.json']))
  const more = grown(studio, pieces)
  const out = { 'studio.json': strToU8(JSON.stringify(more)) }
  const original = (id) => files[studio.photos.find((photo) => photo.id === id.replace(/^r\d+-/, '')).file]
  for (const { id, file } of more.photos) out[file] = [original(id), { level: 0 }]
  return zipSync(out)
}

/** The same without pictures, as the records alone. */
export function grownJson(zip, pieces) {
  const studio = JSON.parse(strFromU8(unzipSync(zip)['studio.json']))
  return strToU8(JSON.stringify({ ...grown(studio, pieces), photos: [] }))
}

/** The records; a file written by hand has no checksums. */
function grown(studio, pieces) {
  const finished = studio.batches.filter(({ id }) =>
    studio.pieces.some((piece) => piece.batchId === id && piece.outcome !== null),
  )
  const of = (rows, batch) => rows.filter((row) => row.batchId === batch.id)
  const { checksums: _none, ...records } = studio
  const more = { ...records, batches: [], events: [], pieces: [], photos: [], movements: [] }
  for (let round = 0; more.pieces.length < pieces; round++)
    for (const batch of finished) {
      const back = (round + 1) * ROUND_MS
      const named = (id) => `r${round}-${id}`
      const batchId = named(batch.id)
      const createdAtMs = batch.createdAtMs - back
      more.batches.push({ ...batch, id: batchId, repeats: null, orderId: null, createdAtMs })
      for (const { seq, event } of of(studio.events, batch)) {
        const moved = { ...event, id: named(event.id), atMs: event.atMs - back }
        if (event.eventId) moved.eventId = named(event.eventId)
        more.events.push({ batchId, seq, event: moved })
      }
      for (const piece of of(studio.pieces, batch)) {
        more.pieces.push({ ...piece, id: named(piece.id), batchId })
        for (const photo of studio.photos.filter((each) => each.pieceId === piece.id))
          more.photos.push({
            ...photo,
            id: named(photo.id),
            pieceId: named(piece.id),
            file: `photos/${named(photo.id)}.jpg`,
          })
      }
    }
  return more
}
