/** The shape of a bundle problem, as the formats tell it. */
interface BundleTrouble {
  readonly kind: 'notJson' | 'notAStudio' | 'newer' | 'broken' | 'changed' | 'tooMuch'
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
          'This file does not hold a studio. Expected a file written by “Back up the studio”. Nothing was changed.',
        lines: [],
      }
    case 'newer':
      return {
        title: `This studio was written by a newer Nublo (version ${problem.version}). Update Nublo, then import. Nothing was changed.`,
        lines: [],
      }
    case 'tooMuch':
      return { title: `This file is not taken: ${problem.what}. Nothing was changed.`, lines: [] }
    case 'changed':
      return {
        title: 'This studio file was changed since it was written. Nothing was taken.',
        lines: (problem.lines ?? []).slice(0, MOST_LINES).map(wordChanged),
      }
    case 'broken':
      return { title: 'This studio file is damaged. Nothing was changed.', lines: problem.lines ?? [] }
    default:
      return problem.kind satisfies never
  }
}

const MOST_LINES = 20

/** "batch b1: it, a mark or a piece of it is not as it was written" */
function wordChanged(key: string): string {
  if (key.startsWith('batch ')) return `${key}: it, a mark or a piece of it is not as it was written`
  return key === 'head'
    ? 'the head of the file is not as it was written'
    : `${key}: not as written, or missing`
}

/** "2 batches, 9 pieces and 31 marks"; "nothing" where there is nothing. */
export function wordAdded(added: Readonly<Record<string, number>>): string {
  const parts = Object.entries(added).map(
    ([what, count]) => `${count} ${count === 1 ? singular(what) : what}`,
  )
  const last = parts.pop()
  if (last === undefined) return 'nothing'
  return parts.length > 0 ? `${parts.join(', ')} and ${last}` : last
}

function singular(what: string): string {
  return what === 'batches'
    ? 'batch'
    : what === 'entries of supplies'
      ? 'entry of a supply'
      : what.replace(/s$/, '')
}

export interface Difference {
  readonly what: string
  readonly here: string
  readonly there: string
}

const MOST_SHOWN = 8

/** Where two records differ, leaf by leaf, in words; at most eight and how many more there are. */
export function differencesOf(here: unknown, there: unknown): readonly Difference[] {
  const [ours, theirs] = [leavesOf(here), leavesOf(there)]
  const all = [...new Set([...ours.keys(), ...theirs.keys()])]
    .filter((path) => ours.get(path) !== theirs.get(path))
    .map((path) => ({
      what: path,
      here: ours.get(path) ?? 'not there',
      there: theirs.get(path) ?? 'not there',
    }))
  const more = all.length - MOST_SHOWN
  return more > 1 ? [...all.slice(0, MOST_SHOWN), { what: `and ${more} more`, here: '', there: '' }] : all
}

function leavesOf(value: unknown, path = ''): ReadonlyMap<string, string> {
  if (typeof value !== 'object' || value === null) return new Map([[path || 'it', wordLeaf(path, value)]])
  return new Map(
    Object.entries(value).flatMap(([key, inner]) => [
      ...leavesOf(inner, [path, wordKey(key)].filter(Boolean).join(', ')),
    ]),
  )
}

/** "holeMm" as "hole mm"; a place in a list counts from one. */
function wordKey(key: string): string {
  if (/^\d+$/.test(key)) return `no. ${Number(key) + 1}`
  return key.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)
}

function wordLeaf(path: string, value: unknown): string {
  if (value === null || value === undefined || value === '') return 'nothing'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number' && /at ms$/.test(path))
    return new Date(value).toISOString().slice(0, 19).replace('T', ' ')
  return String(value).slice(0, 80)
}
