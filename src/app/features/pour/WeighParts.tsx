import { useState } from 'react'
import type { WeighAdvice } from '#core/instruments/index.ts'
import type { Mix } from '#core/batch/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { AmountField, isAmount } from './AmountField.tsx'
import { RisingBar } from './RisingBar.tsx'
import { SimulatedHand } from './SimulatedHand.tsx'
import { useFocused } from './useFocused.ts'
import { useFresh } from './useFresh.ts'
import type { Weighing } from './useWeighing.ts'

interface WeighPartsProps {
  readonly weighing: Weighing
  readonly mix: Mix
  readonly units: UnitChoice
}

const PART_WORDS = { A: 'A, resin', B: 'B, hardener' } as const

/** The part that is poured now, as large as the screen: what is missing of it, and a bar that rises as it lands. */
export function WeighParts({ weighing, mix, units }: WeighPartsProps) {
  const { advice, landing, begun, take, again } = weighing
  const { scale, misses, landedG, isTared } = landing
  const g = (value: number) => printQuantity(value, units.mass)
  const waits = scale !== null && !isTared && !begun
  return (
    <section
      className="sheet mb-4"
      aria-label={scale ? 'On the scale' : 'By hand'}
      data-weighing={waits ? 'waiting' : advice.kind}
    >
      <p className="text-ink-soft text-lg" role="status">
        {scale &&
          `${scale.name}: ${scale.shownG === null ? 'no figure; weigh by its own display' : g(scale.shownG)}. `}
        {misses === 'lost' && 'The scale is out of reach; weigh by its own display. '}
        {misses === 'noScale' && 'No scale on the bench yet. '}
        {g(mix.parts.byWeight.a)} of A, resin, then {g(mix.parts.byWeight.b)} of B, hardener, on top:{' '}
        {g(mix.parts.byWeight.totalG)} in the end.
      </p>
      {advice.kind === 'right' ? (
        <Right advice={advice} g={g} measured={weighing.isMeasured} />
      ) : (
        <Add
          advice={advice}
          weighing={weighing}
          g={g}
          ml={(value, density) => printQuantity(value / density, units.volume)}
          mix={mix}
        />
      )}
      <div className="mt-3 flex flex-wrap gap-3">
        {waits && (
          <button
            className="button button-main min-h-20 flex-1 text-2xl"
            disabled={scale.shownG === null}
            onClick={landing.tare}
          >
            The empty cup is on it
          </button>
        )}
        {advice.kind === 'add' && (
          <PartIn
            key={advice.part}
            label={`${advice.part} is in`}
            isMain={!waits}
            disabled={landedG !== null && landedG <= 0}
            take={take}
          />
        )}
        {(begun || isTared) && (
          <button className="button button-quiet min-h-16" onClick={again}>
            Begin again
          </button>
        )}
        {advice.kind === 'add' && landedG === null && (
          <AnotherAmount
            key={`${advice.part}-${advice.g}`}
            part={advice.part}
            units={units}
            say={weighing.say}
          />
        )}
        {advice.kind === 'add' && <SimulatedHand landing={landing} leftG={advice.g - (landedG ?? 0)} />}
      </div>
    </section>
  )
}

interface PartInProps {
  readonly label: string
  readonly isMain: boolean
  readonly disabled: boolean
  readonly take: () => void
}

/** Says that a part is in; the next one takes no tap that was meant for this. */
function PartIn({ label, isMain, disabled, take }: PartInProps) {
  const fresh = useFresh()
  const button = useFocused()
  return (
    <button
      ref={button}
      className={`button min-h-20 flex-1 text-2xl ${isMain ? 'button-main' : 'button-quiet'}`}
      data-fresh={fresh}
      disabled={disabled}
      onClick={() => {
        if (!fresh) take()
      }}
    >
      {label}
    </button>
  )
}

interface AnotherAmountProps {
  readonly part: 'A' | 'B'
  readonly units: UnitChoice
  readonly say: (g: number) => void
}

/** More or less of a part is in than was asked for: the other part, the beds and the clock follow what is said. */
function AnotherAmount({ part, units, say }: AnotherAmountProps) {
  const [open, setOpen] = useState(false)
  const [g, setG] = useState<number | null>(null)
  if (!open)
    return (
      <button className="button button-quiet min-h-16" onClick={() => setOpen(true)}>
        Another amount of {part} is in
      </button>
    )
  const isUsable = isAmount(g, MOST_G)
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        if (isUsable) say(g)
      }}
    >
      <AmountField
        label={`So much more of ${part} is in`}
        units={units}
        g={g}
        mostG={MOST_G}
        onChange={setG}
      />
      <button className="button button-quiet min-h-16" disabled={!isUsable}>
        Take it so
      </button>
    </form>
  )
}

/** Nobody stirs more by hand (by eye). */
const MOST_G = 50_000

interface AddProps {
  readonly advice: Extract<WeighAdvice, { kind: 'add' }>
  readonly weighing: Weighing
  readonly mix: Mix
  readonly g: (value: number) => string
  readonly ml: (g: number, densityGPerMl: number) => string
}

function Add({ advice: { part, g: wantedG, because }, weighing, mix, g, ml }: AddProps) {
  const { toleranceG } = weighing
  const { landedG } = weighing.landing
  const leftG = wantedG - (landedG ?? 0)
  const density = part === 'A' ? mix.resin.densityAGPerMl : mix.resin.densityBGPerMl
  return (
    <>
      {because && (
        <p className="text-lg font-medium">
          {because.overshot} went {g(because.byG)} over. Never spoon it out: the other part follows, and the
          mix becomes {g(because.totalG)}.
        </p>
      )}
      <p className="font-display text-6xl font-semibold sm:text-8xl" role="status">
        {leftG >= -toleranceG
          ? `Add ${g(Math.max(0, leftG))} of ${part}`
          : `${part} is ${g(-leftG)} over: stop`}
      </p>
      <p className="text-ink-soft text-lg">
        {PART_WORDS[part]}, that is {ml(Math.max(0, leftG), density)}
      </p>
      {landedG !== null && <RisingBar frac={landedG / wantedG} label={`${part} in the cup`} />}
    </>
  )
}

interface RightProps {
  readonly advice: Extract<WeighAdvice, { kind: 'right' }>
  readonly g: (value: number) => string
  /** By the scale, not by what was said. */
  readonly measured: boolean
}

function Right({ advice: { aG, bG, ratioError }, g, measured }: RightProps) {
  return (
    <p className="text-good font-display text-4xl font-semibold" role="status">
      {measured ? 'Right' : 'Both are in'}: {g(aG)} of A and {g(bG)} of B
      <span className="block text-xl">
        {measured && `ratio off by ${(100 * Math.abs(ratioError)).toFixed(2)} %. `}Stir now.
      </span>
    </p>
  )
}
