/** What came of working something out, line by line. */
export function Told({ lines }: { lines: readonly string[] }) {
  return (
    <ul className="mt-2 list-disc pl-5 text-sm empty:hidden" role="status">
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  )
}
