import { describe, expect, test } from '@jest/globals'
import { backLayer } from '../../tests/support/layers.ts'
import { JOB_IDS, TECHNIQUES, withAfter } from '#core/technique/index.ts'
import { TERMS, termsIn } from './terms.ts'

const wordsIn = (text: string) => termsIn(text).map(({ term }) => term.word)

describe('words of the trade', () => {
  test('are found in running text, whatever their form, and never inside another word', () => {
    expect(wordsIn('Stop-stir at 14:00, then decanting into beds; drag the beads.')).toEqual([
      'Stop-stir',
      'Decant',
      'Bed',
      'Bead',
    ])
    expect(wordsIn('Embedded, gelatine, beadwork, eclipse, tarepoint, restless')).toEqual([])
    expect(wordsIn('Its pot life and its working time')).toEqual(['Working time', 'Working time'])
    const [found] = termsIn('The bloom number tells')
    expect([found!.from, found!.to]).toEqual([4, 16])
  })

  test('are each told once, by a meaning that is no other word of the list alone', () => {
    expect(new Set(TERMS.map(({ id }) => id)).size).toBe(TERMS.length)
    for (const { word, meaning } of TERMS) {
      expect(meaning.length).toBeGreaterThan(15)
      expect(meaning.toLowerCase()).not.toBe(word.toLowerCase())
    }
  })

  test('cover what the steps of every technique speak of', () => {
    const onTheRack = { layers: [backLayer()], jobs: JOB_IDS }
    const spoken = Object.values(TECHNIQUES).flatMap((technique) =>
      withAfter(technique, onTheRack).steps.flatMap(({ title, detail }) => wordsIn(`${title}. ${detail}`)),
    )
    for (const word of ['Decant', 'Bed', 'Bead', 'Petal', 'Takes a print', 'Feather'])
      expect(spoken).toContain(word)
  })
})
