import { expect, test } from '@jest/globals'
import { heard } from './heard.ts'

test('what comes after the end is not heard any more', () => {
  const said: string[] = []
  const { hear, end } = heard((bytes: number) => said.push(`${bytes} bytes`))
  hear(1)
  hear(2)
  end()
  hear(3)
  expect(said).toEqual(['1 bytes', '2 bytes'])
})
