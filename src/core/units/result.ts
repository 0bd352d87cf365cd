/** Either the value or what a person would have to change to get one. */
export type Result<Value, Issue> =
  { readonly ok: true; readonly value: Value } | { readonly ok: false; readonly problem: Issue }

export function ok<Value>(value: Value): { readonly ok: true; readonly value: Value } {
  return { ok: true, value }
}

export function fail<Issue>(problem: Issue): { readonly ok: false; readonly problem: Issue } {
  return { ok: false, problem }
}
