import { describe, expect, test } from '@jest/globals'
import { freshDatabase, step } from '../../tests/support/studio.ts'
import { countRun, forgetBefore } from './learningCommands.ts'
import { mergeStudio, readStudio, replaceStudio } from './studioCommands.ts'
import { smallStudio } from '../../tests/support/studio.ts'

describe('what someone decides about learning', () => {
  test('leaves a run out, once, and counts it again', async () => {
    const db = freshDatabase()
    await countRun(db, 'resin-r1', { batchId: 'b1', counts: false })
    await countRun(db, 'resin-r1', { batchId: 'b1', counts: false })
    await countRun(db, 'resin-r1', { batchId: 'b2', counts: false })
    expect(await db.learning.get('resin-r1')).toEqual({ id: 'resin-r1', sinceMs: 0, leftOut: ['b1', 'b2'] })
    await countRun(db, 'resin-r1', { batchId: 'b1', counts: true })
    expect((await db.learning.get('resin-r1'))!.leftOut).toEqual(['b2'])
  })

  test('forgets what was before, takes that back, and keeps what was left out', async () => {
    const db = freshDatabase()
    await countRun(db, 'technique-bloom', { batchId: 'b1', counts: false })
    await forgetBefore(db, 'technique-bloom', 5000)
    expect(await db.learning.get('technique-bloom')).toEqual({
      id: 'technique-bloom',
      sinceMs: 5000,
      leftOut: ['b1'],
    })
    await forgetBefore(db, 'technique-bloom', 0)
    expect((await db.learning.get('technique-bloom'))!.sinceMs).toBe(0)
  })

  test('travels with the studio: replaced with it, merged to the later reset', async () => {
    const db = freshDatabase()
    const learning = [{ id: 'resin-r1', sinceMs: 7, leftOut: ['b1'] }]
    await replaceStudio(db, smallStudio({ learning }), step())
    expect((await readStudio(db)).learning).toEqual(learning)
    await mergeStudio(db, smallStudio({ learning: [{ id: 'resin-r1', sinceMs: 9, leftOut: [] }] }), step())
    const both = [{ ...learning[0]!, sinceMs: 9 }]
    expect((await readStudio(db)).learning).toEqual(both)
  })
})
