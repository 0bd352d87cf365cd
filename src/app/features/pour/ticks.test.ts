import { beforeEach, expect, test } from '@jest/globals'
import { fakeLocalStorage } from '../../../../tests/support/localStorage.ts'
import { keepTicks, keptTicks } from './ticks.ts'

beforeEach(() => {
  globalThis.localStorage = fakeLocalStorage()
})

test('ticks of a gate come back after a reload, each gate its own', () => {
  keepTicks('a', { bag: { kind: 'ready' }, brush: { kind: 'without', note: 'stick' } })
  expect(keptTicks('a')).toEqual({ bag: { kind: 'ready' }, brush: { kind: 'without', note: 'stick' } })
  expect(keptTicks('b')).toEqual({})
})

test('ticks that cannot be read are asked again', () => {
  localStorage.setItem('nublo-gate-a', '{"bag":{"kind":"perhaps"}}')
  expect(keptTicks('a')).toEqual({})
  localStorage.setItem('nublo-gate-a', 'no')
  expect(keptTicks('a')).toEqual({})
})
