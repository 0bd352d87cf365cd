/** A box to tick with a pen. */
export function PaperBox() {
  return (
    <span
      className="mt-[0.15em] inline-block size-[3.4mm] shrink-0 border-[0.3mm] border-current"
      aria-hidden
    />
  )
}
