import { describe, expect, test } from '@jest/globals'
import type { RawSample } from '#core/instruments/index.ts'
import { instrumentOf, withSample, type BenchLink } from './instruments.ts'

const scale = (value: number | null, seq: number, unit = 'g'): RawSample => ({
  instrument: 'scale-1',
  name: 'Scale',
  kind: 'scale',
  value,
  unit,
  atMs: 1000 * seq,
  seq,
})
const heard = (...samples: RawSample[]) =>
  samples.reduce((link, raw) => withSample(link, raw, raw.atMs), {
    state: 'opening',
    instruments: {},
    unread: null,
  } as BenchLink)

describe('the link to the bench', () => {
  test('is live with its first sample and knows since when a figure is still', () => {
    const link = heard(scale(10, 1), scale(40, 2), scale(40.1, 3), scale(40, 4))
    expect(link.state).toBe('live')
    expect(link.instruments['scale-1']).toMatchObject({ steadySinceMs: 2000, refused: null })
    expect(instrumentOf(link, 'scale', 4500)!.sample!.value).toBe(40)
  })

  test('keeps the last good figure but shows none while the instrument talks nonsense', () => {
    const link = heard(scale(40, 1), scale(null, 2))
    const found = instrumentOf(link, 'scale', 2500)!
    expect(found.sample).toBeNull()
    expect(found.instrument.refused).toBe('notANumber')
    expect(found.instrument.last!.value).toBe(40)
    expect(
      instrumentOf(heard(scale(40, 1), scale(null, 2), scale(41, 3)), 'scale', 3500)!.sample!.value,
    ).toBe(41)
  })

  test('an instrument that fell silent shows nothing; one that is not there is not there', () => {
    const link = heard(scale(40, 1))
    expect(instrumentOf(link, 'scale', 60_000)).toMatchObject({ silent: true, sample: null })
    expect(instrumentOf(link, 'thermometer', 1000)).toBeNull()
  })
})
