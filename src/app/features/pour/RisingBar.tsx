/** How much of an amount is there, as a bar that rises to its mark; what is over it is seen to be. */
export function RisingBar({ frac, label }: { readonly frac: number; readonly label: string }) {
  const percent = Math.round(100 * Math.max(0, frac))
  return (
    <div
      role="progressbar"
      aria-label={label}
      aria-valuenow={Math.min(100, percent)}
      aria-valuemin={0}
      aria-valuemax={100}
      className="border-edge bg-sunken mt-3 h-10 w-full overflow-hidden rounded-xl border"
    >
      <div
        className={`h-full ${percent > 102 ? 'bg-stop' : 'bg-good'}`}
        style={{ width: `${Math.min(100, percent)}%` }}
      />
    </div>
  )
}
