import { describe, expect, test } from '@jest/globals'
import { mutantsOf } from '../../../tests/support/mutants.ts'
import type { RawSample } from '#core/instruments/index.ts'
import { instrumentOf, withFeedText, withSample, type BenchLink } from './instruments.ts'

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

const OPENING: BenchLink = { state: 'opening', instruments: {}, unread: null }

describe('what cannot be read on the feed', () => {
  const sent = (changes: object) => JSON.stringify({ v: 1, ...scale(40, 1), ...changes })

  test('is said: a figure sent as text, a record that is no JSON', () => {
    expect(withFeedText(OPENING, sent({ value: '40' }), 0).unread).toMatch(/^value: .*"40"/)
    expect(withFeedText(OPENING, 'value=40', 0).unread).toBe('a sample is not JSON')
    expect(withFeedText(OPENING, sent({}), 0)).toMatchObject({ unread: null, state: 'live' })
  })

  test('whatever is sent, no figure that is none is shown', () => {
    const count = process.env['LONG'] ? 2000 : 300
    const counts = { heard: 0, unread: 0 }
    let link = OPENING
    for (const mutant of mutantsOf(new TextEncoder().encode(sent({})), count, 7)) {
      link = withFeedText({ ...link, unread: null }, new TextDecoder().decode(mutant), 1000)
      counts[link.unread === null ? 'heard' : 'unread']++
      for (const { last } of Object.values(link.instruments))
        if (last) expect(Number.isFinite(last.value)).toBe(true)
    }
    console.log(`${count} changed samples of the feed:`, counts)
    expect(Object.keys(link.instruments).length).toBeLessThanOrEqual(24)
    expect(Math.min(counts.heard, counts.unread)).toBeGreaterThan(0)
  })

  test('more instruments than any bench has are not followed', () => {
    const link = Array.from({ length: 1000 }, (_, k) => sent({ instrument: `scale-${k}` })).reduce(
      (all, text) => withFeedText(all, text, 0),
      OPENING,
    )
    expect(Object.keys(link.instruments).length).toBe(24)
    expect(link.unread).toBe('more than 24 instruments; the first are heard')
  })
})

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
