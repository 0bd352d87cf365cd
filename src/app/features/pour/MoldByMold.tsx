import { useState } from 'react'
import type { MoldPortion } from '#core/batch/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { useSay } from '#app/components/undo.tsx'
import { useNowMs } from '#app/platform/clock.ts'
import { instrumentOf, useBenchLink } from '#app/platform/instruments.ts'
import { ofLayer, useRecord, type NewEvent } from '#app/platform/marks.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { AmountField, isAmount } from './AmountField.tsx'
import { RisingBar } from './RisingBar.tsx'
import { SimulatedHand } from './SimulatedHand.tsx'
import { useLanding } from './useLanding.ts'

interface MoldByMoldProps {
  readonly story: BatchStory
  readonly portions: readonly MoldPortion[]
  /** What is in already, g by piece. */
  readonly filled: ReadonlyMap<number, number>
  /** What was stirred: no more can go in, or beside. */
  readonly mixG: number
  /** Whose layer is poured; the pour's own bed where none is said. */
  readonly layer?: string | undefined
  readonly units: UnitChoice
}

/** A mold is as full as it should be within that share (by eye): a tenth of a millimetre of a usual bed. */
const FORGIVEN_FRAC = 0.02

/** Mold by mold on a linked scale: each is put on it empty, and poured until it holds what it should. Without a scale, what to measure by. */
export function MoldByMold(props: MoldByMoldProps) {
  const { portions, filled, units } = props
  const link = useBenchLink()
  const nowMs = useNowMs(250)
  const scale = instrumentOf(link, 'scale', nowMs)
  const next = portions.find(({ pieceNo }) => !filled.has(pieceNo))
  if (!scale)
    return (
      <>
        <ByMeasure portions={portions} units={units} />
        <ByHand {...props} />
      </>
    )
  const inG = portions.reduce((sum, { pieceNo }) => sum + (filled.get(pieceNo) ?? 0), 0)
  return (
    <section className="sheet my-3" aria-label="Mold by mold" data-filling={next?.pieceNo ?? 'all'}>
      {next ? (
        <OnTheScale key={next.pieceNo} {...props} portion={next} />
      ) : (
        <p className="text-good font-display text-2xl font-semibold" role="status">
          All are filled: {printQuantity(inG, units.mass)} in all.
        </p>
      )}
    </section>
  )
}

function ByMeasure({ portions, units }: Pick<MoldByMoldProps, 'portions' | 'units'>) {
  const kinds = [...new Map(portions.map((portion) => [portion.name, portion])).values()]
  return (
    <p className="text-ink-soft my-2 text-lg">
      Without a scale:{' '}
      {kinds
        .map(
          ({ name, ml, depthMm }) =>
            `${name} ${printQuantity(ml, units.volume)}, up to ${printQuantity(depthMm, units.length)}`,
        )
        .join('; ')}
      .
    </p>
  )
}

/** What went in, or beside, as a person says; of the pour itself what is still to come follows it. */
function ByHand({ story, portions, filled, mixG, layer, units }: MoldByMoldProps) {
  const record = useRecord(story.batch.id)
  const tell = useSay()
  const open = portions.filter(({ pieceNo }) => !filled.has(pieceNo))
  const [chosen, setChosen] = useState<string>('')
  const [g, setG] = useState<number | null>(null)
  // Each amount is typed into an empty field.
  const [noted, setNoted] = useState(0)
  const piece = open.find(({ pieceNo }) => String(pieceNo) === chosen) ?? open[0]
  const isSpilt = chosen === SPILT || (piece === undefined && layer === undefined)
  const choices = [
    ...open.map(({ pieceNo, name }) => ({ id: String(pieceNo), name: `into piece ${pieceNo}, ${name}` })),
    // Only the pour's own mix is counted down by what was spilt.
    ...(layer === undefined ? [{ id: SPILT, name: 'beside: it was spilt' }] : []),
  ]
  if (choices.length === 0) return null
  const isUsable = isAmount(g, mixG)
  const note = () => {
    if (!isUsable) return
    const event: NewEvent | null = isSpilt
      ? { kind: 'spilt', g }
      : piece
        ? { kind: 'filled', ...ofLayer(layer), pieceNo: piece.pieceNo, g }
        : null
    if (!event) return
    void record(event).catch((problem: Error) => tell(problem.message))
    setG(null)
    setChosen('')
    setNoted((times) => times + 1)
  }
  return (
    <details className="my-3" data-by-hand>
      <summary className="min-h-12 cursor-pointer text-lg">
        {layer === undefined ? 'Another amount went in, or some was spilt' : 'Another amount went in'}
      </summary>
      <form
        className="mt-2 flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          note()
        }}
      >
        <AmountField key={noted} label="So much" units={units} g={g} mostG={mixG} onChange={setG} />
        <ChoiceField
          label="Where it went"
          value={isSpilt ? SPILT : String(piece?.pieceNo ?? SPILT)}
          choices={choices}
          onChange={setChosen}
        />
        <button className="button button-quiet min-h-16" disabled={!isUsable}>
          Note it
        </button>
      </form>
    </details>
  )
}

const SPILT = 'spilt'

function OnTheScale({ story, portions, portion, layer, units }: MoldByMoldProps & { portion: MoldPortion }) {
  const record = useRecord(story.batch.id)
  const say = useSay()
  const toleranceG = Math.max(2 * story.batch.request.measuring.graduationG, FORGIVEN_FRAC * portion.g)
  const take = () => {
    if (landedG === null) return
    void record({ kind: 'filled', ...ofLayer(layer), pieceNo: portion.pieceNo, g: landedG }).catch(
      (problem: Error) => say(problem.message),
    )
  }
  const landing = useLanding({ wantedG: portion.g, toleranceG, take })
  const { scale, landedG } = landing
  const g = (value: number) => printQuantity(value, units.mass)
  const leftG = portion.g - (landedG ?? 0)
  return (
    <>
      <p className="text-lg font-medium" role="status">
        {portions.indexOf(portion) + 1} of {portions.length}: piece {portion.pieceNo}, {portion.name}, stop at{' '}
        {g(portion.g)}
      </p>
      {landedG === null ? (
        <p className="font-display text-4xl font-semibold">Put it on the scale</p>
      ) : (
        <>
          <p className="font-display text-6xl font-semibold sm:text-7xl">
            {leftG >= -toleranceG ? `${g(Math.max(0, leftG))} more` : `${g(-leftG)} over: stop`}
          </p>
          <RisingBar frac={landedG / portion.g} label={`Resin in piece ${portion.pieceNo}`} />
        </>
      )}
      <div className="mt-3 flex flex-wrap gap-3">
        {landedG === null ? (
          <button
            className="button min-h-16 flex-1 text-lg"
            disabled={!scale || scale.shownG === null}
            onClick={landing.tare}
          >
            It stands on it
          </button>
        ) : (
          <button className="button min-h-16 flex-1 text-lg" disabled={landedG <= 0} onClick={take}>
            It is filled
          </button>
        )}
        <SimulatedHand landing={landing} leftG={leftG} />
      </div>
    </>
  )
}
