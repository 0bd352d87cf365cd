import type { Technique } from './technique.ts'

/** Whether the white goes on what was held back too, and falls through that as well. */
export function whitensWhatIsRaised({ steps }: Pick<Technique, 'steps'>): boolean {
  const [raises, whites] = (['raises', 'whites'] as const).map((deed) =>
    steps.findIndex(({ does }) => does === deed),
  )
  return raises! >= 0 && raises! < whites!
}

/** Whether its own mix is divided into cups in colours that the person names. */
export function takesCups({ white, holdsBack }: Pick<Technique, 'white' | 'holdsBack'>): boolean {
  return holdsBack === undefined ? white.by === 'none' : holdsBack !== 'centre'
}
