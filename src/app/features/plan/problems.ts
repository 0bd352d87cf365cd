/** Problems by their path from there. */
export function under(
  place: string,
  problems: Readonly<Record<string, string>>,
): Readonly<Record<string, string>> {
  return Object.fromEntries(
    Object.entries(problems)
      .filter(([path]) => path === place || path.startsWith(`${place}.`))
      .map(([path, problem]) => [path.slice(place.length + 1), problem]),
  )
}
