import { useState } from 'react'
import { measureParts, whitensOf, type BatchRequest } from '#core/batch/index.ts'
import { CAUTIONS } from '#core/safety/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { wordAddition } from '#words/takes.ts'
import { QuantityField } from '#app/components/QuantityField.tsx'

interface MoreWhiteProps {
  readonly request: BatchRequest
  /** What the pieces still to come lack. */
  readonly shortG: number
  readonly units: UnitChoice
  readonly stirred: (aG: number, bG: number) => Promise<void>
}

/** A second small mix of white, weighed and stirred while the pour goes on: fresh, so thin again. */
export function MoreWhite({ request, shortG, units, stirred }: MoreWhiteProps) {
  const [wantedG, setWantedG] = useState<number | null>(Math.max(LEAST_MIX_G, Math.ceil(shortG)))
  const usable = wantedG !== null && wantedG >= LEAST_MIX_G && wantedG <= MOST_MIX_G
  const parts = usable ? measureParts(request.resin, wantedG, request.measuring).byWeight : null
  const whitens = parts ? whitensOf(request, parts.totalG) : []
  const g = (value: number) => printQuantity(value, units.mass)
  return (
    <div className="mt-4 grid grid-cols-[1fr_auto] items-end gap-3" data-more-white>
      <QuantityField
        label="A second small mix of white"
        dimension="mass"
        unit={units.mass}
        value={wantedG}
        onChange={setWantedG}
        problem={usable || wantedG === null ? undefined : `Expected ${g(LEAST_MIX_G)} to ${g(MOST_MIX_G)}.`}
      />
      <button
        className="button min-h-16"
        disabled={!parts}
        onClick={() => parts && void stirred(parts.a, parts.b)}
      >
        It is in the bag
      </button>
      {parts && (
        <p className="col-span-2 text-lg">
          {g(parts.a)} of A and {g(parts.b)} of B, two minutes by the clock
          {whitens.map(({ addition }) => `, then ${wordAddition(addition, units)}`)}.{' '}
          <span className="text-ink-soft text-sm">
            The pieces’ window runs on meanwhile. {CAUTIONS.skin.text}
          </span>
        </p>
      )}
    </div>
  )
}

/** Less is not weighed truly on a bench scale, more is a pour of its own (by eye). */
const LEAST_MIX_G = 5
const MOST_MIX_G = 300
