import { expect, test } from '@jest/globals'
import { wordShareOfCause, wordSides } from './outcomes.ts'

test('what the window was worth is said only where enough pieces tell', () => {
  const inWindow = { side: 'inWindow', pieces: 6, rating: 4.25 } as const
  const before = { side: 'before', pieces: 3, rating: 2 } as const
  expect(wordSides([before, inWindow])).toBe(
    'Of 5 stars in the mean, the 3 pieces before their window have 2.0, the 6 pieces in their window have 4.3. Keeping to the window was worth 2.3 stars against being sooner.',
  )
  expect(wordSides([{ ...before, pieces: 2 }, inWindow])).toMatch(
    /it takes 3 pieces in it and as many outside/,
  )
  expect(wordSides([{ ...before, pieces: 1 }])).toMatch(
    /the one piece before their window has 2\.0\. To tell/,
  )
  expect(wordSides([{ ...before, rating: 4.5 }, inWindow])).toMatch(/does not show in your pieces yet/)
})

test('a cause is told with how many it spoilt, whether the run shows it, and what to do', () => {
  const share = { cause: 'whiteEarly', group: 'whiteEarly', good: 3, all: 20, low: 0.1, high: 0.3 } as const
  expect(wordShareOfCause({ ...share, shown: 3 })).toBe(
    'White too early: 3 of 20 pieces, each time the run shows it. Next time: wait for the window, or let the cup rest longer.',
  )
  expect(wordShareOfCause({ ...share, shown: 1 })).toMatch(/of 1 the run shows it/)
  expect(wordShareOfCause({ ...share, shown: 0 })).toMatch(/from experience alone/)
})
