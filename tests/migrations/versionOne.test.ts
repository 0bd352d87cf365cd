import { expect, test } from '@jest/globals'
import { Dexie } from 'dexie'
import { StudioDatabase } from '#data/database.ts'
import { readStudio } from '#data/studioCommands.ts'
import { smallStudio } from '../support/studio.ts'

/** The tables as version 1 wrote them, written down here so that a later version has something old to open. */
const VERSION_1 = {
  resins: 'id',
  colours: 'id',
  molds: 'id',
  batches: 'id, createdAtMs',
  events: '[batchId+seq], batchId',
  pieces: 'id, batchId',
  photos: 'id, pieceId',
  settings: 'id',
}

/** The rows of today's studio without what version 1 did not know. */
function rowsOfVersionOne() {
  const {
    settings,
    learning: _none,
    patterns: _unknown,
    supplies: _supplies,
    movements: _movements,
    care: _care,
    orders: _orders,
    aside: _aside,
    ...records
  } = smallStudio()
  const {
    school: _school,
    feed: _feed,
    autoReadings: _auto,
    hours: _hours,
    levelPlaces: _level,
    covers: _covers,
    forms: _forms,
    money: _money,
    ...oldSettings
  } = settings!
  const withoutSpread = ({ spread: _spread, ...resin }: (typeof records.resins)[number]) => resin
  const withoutCavities = ({ cavities: _one, ...mold }: (typeof records.molds)[number]) => mold
  const batches = records.batches.map(
    ({ request, pins: _pins, orderId: _order, trial: _trial, ...batch }) => {
      const {
        cupStrategy: _cup,
        learned: _learned,
        aimShiftLog: _shift,
        after: _after,
        promisedOn: _promised,
        inclusions: _inclusions,
        ...asked
      } = request
      const pieces = asked.pieces.map(({ mold, count }) => ({ mold: withoutCavities(mold), count }))
      return { ...batch, request: { ...asked, pieces, resin: withoutSpread(request.resin) } }
    },
  )
  return {
    ...records,
    resins: records.resins.map(withoutSpread),
    molds: records.molds.map(withoutCavities),
    batches,
    pieces: records.pieces.map(({ outcome, ...piece }) => {
      const { tags: _tags, ...old } = outcome!
      return { ...piece, outcome: old }
    }),
    settings: [{ ...oldSettings, id: 'studio' }],
  }
}

test('a studio of version 1 opens with everything in it, and what it did not know takes its usual value', async () => {
  const old = new Dexie('version-one')
  old.version(1).stores(VERSION_1)
  for (const [table, rows] of Object.entries(rowsOfVersionOne())) await old.table(table).bulkAdd([...rows])
  old.close()
  const opened = await readStudio(new StudioDatabase('version-one'))
  const unordered = smallStudio().batches.map((batch) => ({ ...batch, orderId: null }))
  const pieces = smallStudio().pieces.map((piece) => ({ ...piece, outcome: { ...piece.outcome!, tags: [] } }))
  expect(opened).toEqual(
    smallStudio({
      pieces,
      patterns: [],
      batches: unordered,
      supplies: [],
      movements: [],
      care: [],
      orders: [],
    }),
  )
})
