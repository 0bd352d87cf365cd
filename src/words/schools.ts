/** The signs people go by, each a reading of the same state (schools of common practice). */
export type School = 'minutes' | 'temperature' | 'string'

export const SCHOOL_WORDS: Readonly<Record<School, string>> = {
  minutes: 'Minutes since stop-stir',
  temperature: 'Temperature of the resin',
  string: 'The string on a toothpick',
}
