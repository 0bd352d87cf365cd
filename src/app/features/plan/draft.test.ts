import { beforeEach, describe, expect, test } from '@jest/globals'
import { bloomRequest, COASTER } from '../../../../tests/support/request.ts'
import { fakeLocalStorage } from '../../../../tests/support/localStorage.ts'
import { smallStudio } from '../../../../tests/support/studio.ts'
import { checkDraft, dropDraft, keepDraft, keptDraft, newDraft } from './draft.ts'

const settings = smallStudio().settings!
const request = bloomRequest()
const stock = { resins: [request.resin], molds: [COASTER], colours: request.colours }
const NOW = Date.parse('2026-11-25T12:00:00Z')

beforeEach(() => {
  globalThis.localStorage = fakeLocalStorage()
})

describe('a first draft', () => {
  test('is a plan that holds, with two inks and a white from the shelf', () => {
    const draft = newDraft(stock, settings)!
    expect(checkDraft(draft, NOW).problems).toEqual({})
    expect(draft.colours.map((colour) => colour.kind)).toEqual(['alcoholInk', 'alcoholInk', 'whitePaste'])
  })

  test('takes a mold that is deep enough before a shallow one', () => {
    const charm = { ...COASTER, id: 'charm', name: 'Charm', depthMm: 4 }
    expect(newDraft({ ...stock, molds: [charm, COASTER] }, settings)!.pieces[0]!.mold.id).toBe('coaster')
    expect(newDraft({ ...stock, molds: [charm] }, settings)!.pieces[0]!.mold.id).toBe('charm')
  })

  test('takes room, hands and measuring from the settings', () => {
    const own = { ...settings, roomTempC: 18, measuring: { graduationG: 1, cupLineMl: 10 } }
    expect(newDraft(stock, own)).toMatchObject({ roomTempC: 18, measuring: { graduationG: 1 } })
  })

  test('needs a resin and a mold', () => {
    expect(newDraft({ ...stock, resins: [] }, settings)).toBeNull()
    expect(newDraft({ ...stock, molds: [] }, settings)).toBeNull()
  })
})

describe('a checked draft', () => {
  test('names every wrong field by its path', () => {
    const { request: none, problems } = checkDraft({ ...request, roomTempC: Number.NaN, lipMm: -1 }, NOW)
    expect(none).toBeNull()
    expect(Object.keys(problems).sort()).toEqual(['lipMm', 'roomTempC'])
  })

  test('refuses a start that has passed, and takes one still to come', () => {
    expect(checkDraft({ ...request, startAt: '2026-11-25T11:59:00Z' }, NOW).problems['startAt']).toMatch(
      /in the past/,
    )
    expect(checkDraft({ ...request, startAt: '2026-11-25T12:01:00Z' }, NOW).request).not.toBeNull()
  })
})

describe('a kept draft', () => {
  test('comes back after a reload, without its hour', () => {
    keepDraft({ ...request, startAt: '2026-11-25T12:01:00Z' })
    expect(keptDraft()).toEqual({ ...request, startAt: null })
    dropDraft()
    expect(keptDraft()).toBeNull()
  })

  test('that can no longer be read is none', () => {
    localStorage.setItem('nublo-draft', '{"technique":"pottery"}')
    expect(keptDraft()).toBeNull()
    localStorage.setItem('nublo-draft', '{half')
    expect(keptDraft()).toBeNull()
  })

  test('stays on the screen where nothing can be stored', () => {
    globalThis.localStorage = fakeLocalStorage(5)
    expect(() => keepDraft(request)).not.toThrow()
  })
})
