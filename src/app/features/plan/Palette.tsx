import type { PalettePlan } from '#core/plan/index.ts'
import type { RankedBack } from '#core/colour/index.ts'
import type { WhiteRule } from '#core/technique/index.ts'
import { wordBackReason } from '#words/backs.ts'

/** What the colours do where they meet, and which back carries them; a first look, not a promise. */
export function Palette({ palette, white }: { palette: PalettePlan; white: WhiteRule['by'] }) {
  if (palette.backs.length === 0 && palette.shifts.length === 0) return null
  return (
    <section className="sheet" aria-labelledby="palette-heading">
      <h2 id="palette-heading" className="mb-2 text-xl">
        Colours
      </h2>
      {palette.overlaps.length > 0 && (
        <>
          <h3 className="text-sm font-medium">Where two inks run into each other</h3>
          <ul className="mt-1 mb-4 flex flex-wrap gap-3">
            {palette.overlaps.map(({ one, other, hex, matched, muddy }) => (
              <li key={`${one}-${other}`} className="flex items-center gap-2 text-sm" data-muddy={muddy}>
                <span
                  className="border-edge size-8 rounded-full border"
                  style={{ background: hex }}
                  aria-hidden
                />
                <span>
                  {one} and {other}
                  {matched && <span className="text-ink-soft"> (matched)</span>}
                  {muddy && <strong className="block">muddy: keep apart</strong>}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      {palette.shifts.length > 0 && (
        <>
          <h3 className="text-sm font-medium">What changes on curing</h3>
          <ul className="mt-1 mb-4 flex flex-wrap gap-4">
            {palette.shifts.map(({ name, wetHex, hex, difference }) => (
              <li key={name} className="flex items-center gap-2 text-sm" data-shift={name}>
                {[wetHex, hex].map((each, k) => (
                  <span
                    key={k}
                    className="border-edge size-8 rounded-full border"
                    style={{ background: each }}
                    aria-hidden
                  />
                ))}
                <span>
                  {name}, wet then cured
                  <span className="text-ink-soft block">
                    judge by the second (a difference of {difference.toFixed(0)}, 1 is just seen)
                  </span>
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      {palette.lamp.length > 0 && (
        <>
          <h3 className="text-sm font-medium">By a warm lamp</h3>
          <ul className="mt-1 mb-4 list-disc pl-5 text-sm" data-lamp>
            {palette.lamp.map(({ one, other }) => (
              <li key={`${one}-${other}`}>
                {other === null
                  ? `${one} is another colour by it than by daylight.`
                  : `${one} and ${other} look alike by it: lay the bench out where daylight comes in.`}
              </li>
            ))}
          </ul>
        </>
      )}
      <h3 className="text-sm font-medium">Which back carries them</h3>
      <ol className="mt-1 grid grid-cols-1 gap-3 sm:grid-cols-3">
        {palette.backs.map((back, k) => (
          <Back key={back.id} back={back} place={k + 1} white={white} />
        ))}
      </ol>
      <p className="text-ink-soft mt-3 max-w-prose text-sm">
        Reckoned from the swatches as layers of dye and white (Kubelka and Munk); wet colour lies and screens
        do too, so hold cards behind the cured piece before the back is poured.
      </p>
    </section>
  )
}

/** The inked ground with what the technique makes of the white, petals or cell walls, over that back. */
function Back({ back, place, white }: { back: RankedBack; place: number; white: WhiteRule['by'] }) {
  return (
    <li className="flex items-center gap-3 text-sm" data-back={back.id}>
      <svg viewBox="-12 -12 24 24" className="size-14 shrink-0" aria-hidden>
        <rect x={-12} y={-12} width={24} height={24} rx={4} fill={back.hex} />
        <circle r={10} fill={back.groundHex} />
        {[0, 72, 144, 216, 288].map((turn) =>
          white === 'needle' ? (
            <circle
              key={turn}
              cx={0}
              cy={-5}
              r={3}
              fill="none"
              stroke={back.petalHex}
              strokeWidth={0.9}
              transform={`rotate(${turn})`}
            />
          ) : (
            <ellipse
              key={turn}
              cx={0}
              cy={-5.4}
              rx={2.2}
              ry={4}
              fill={back.petalHex}
              transform={`rotate(${turn})`}
            />
          ),
        )}
      </svg>
      <span>
        <strong>
          {place}. {back.name}
        </strong>
        <span className="block">{wordBackReason(back.reason, back.hex, white)}</span>
      </span>
    </li>
  )
}
