import type * as v from 'valibot'

/** One line an issue, "pieces.0.mold.depthMm: mold depth is 0, expected more than 0 …"; at most twenty. */
export function issueLines(issues: readonly v.BaseIssue<unknown>[]): readonly string[] {
  return issues.slice(0, 20).map((issue) => {
    const path = pathOf(issue)
    return path ? `${path}: ${messageOf(issue)}` : messageOf(issue)
  })
}

function messageOf({ message }: v.BaseIssue<unknown>): string {
  if (message.startsWith('Invalid key: Expected never')) return 'is not a field that is known here'
  return message.startsWith('Invalid key') ? 'is missing' : message
}

/** "pieces.0.mold.depthMm" */
export function pathOf(issue: v.BaseIssue<unknown>): string {
  return (issue.path ?? []).map((part) => String((part as { key?: unknown }).key ?? '')).join('.')
}
