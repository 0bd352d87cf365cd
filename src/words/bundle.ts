/** The shape of a bundle problem, as the formats tell it. */
interface BundleTrouble {
  readonly kind: 'notJson' | 'notAStudio' | 'newer' | 'broken' | 'tooMuch'
  readonly detail?: string
  readonly version?: number
  readonly what?: string
  readonly lines?: readonly string[]
}

/** Why a file was not taken, what would be right, and that nothing changed. */
export function wordBundleProblem(problem: BundleTrouble): {
  readonly title: string
  readonly lines: readonly string[]
} {
  switch (problem.kind) {
    case 'notJson':
      return {
        title: 'This is not a studio file: it is not JSON. Nothing was changed.',
        lines: [problem.detail ?? ''],
      }
    case 'notAStudio':
      return {
        title:
          'This file does not hold a studio. Expected a file written by “Export studio”. Nothing was changed.',
        lines: [],
      }
    case 'newer':
      return {
        title: `This studio was written by a newer Nublo (version ${problem.version}). Update Nublo, then import. Nothing was changed.`,
        lines: [],
      }
    case 'tooMuch':
      return { title: `This file is not taken: ${problem.what}. Nothing was changed.`, lines: [] }
    case 'broken':
      return { title: 'This studio file is damaged. Nothing was changed.', lines: problem.lines ?? [] }
    default:
      return problem.kind satisfies never
  }
}
