import { useState } from 'react'
import { Thermometer as ThermometerMark } from 'lucide-react'
import { Dialog } from 'radix-ui'
import type { Taken } from '#core/runsheet/index.ts'
import { doubtOf, READABLE_C, type Doubt, type Sign, type Thermometer } from '#core/timing/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { SIGN_WORDS, THERMOMETER_WORDS } from '#words/readings.ts'
import { Sheet } from '#app/components/Sheet.tsx'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { useSay } from '#app/components/undo.tsx'
import { ofLayer, useRecord } from '#app/platform/marks.ts'
import { useSettings } from '#app/platform/queries.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { goneBy } from './goneBy.ts'
import { useKey } from './useKey.ts'

const THERMOMETERS: readonly Thermometer[] = ['probe', 'infrared', 'hand']
const SIGNS: readonly Sign[] = ['string', 'gel', 'footprint', 'leathery', 'stiff']
interface ReadingTakerProps {
  readonly story: BatchStory
  readonly units: UnitChoice
  /** Whose sitting it is; the pour's own where none is said. */
  readonly layer?: string | undefined
  /** What is read, where it is not the mix at hand; it has no key of its own then. */
  readonly name?: string
  /** The cups its mix stands in by now, the largest first; one needs no choice. */
  readonly cups?: readonly CupToRead[] | undefined
  /** What resin and room should have now, C. */
  readonly expected: { readonly resin: number; readonly room: number }
}

/** A cup of a divided mix. */
export interface CupToRead {
  readonly id: string
  readonly name: string
}

type Warmth = Extract<Taken, { readonly tempC: number }>

/** A reading, now: what a thermometer shows or what a toothpick and a finger find. It corrects the forecast at once. */
export function ReadingTaker({ story, units, layer, name, cups = [], expected }: ReadingTakerProps) {
  const [open, setOpen] = useState(false)
  const [tempC, setTempC] = useState<number | null>(null)
  const [asked, setAsked] = useState<{ readonly warmth: Warmth; readonly doubt: Doubt } | null>(null)
  const [chosen, setChosen] = useState<string | null>(null)
  const cup = cups.length > 1 ? (cups.find(({ id }) => id === chosen) ?? cups[0]!) : null
  const record = useRecord(story.batch.id)
  const say = useSay()
  const { school } = useSettings()
  useKey(name === undefined ? 'r' : null, () => setOpen(true))
  const take = (reading: Taken) => {
    const taken = goneBy(inCup(reading, cup), school)
    void record({ kind: 'reading', ...ofLayer(layer), reading: taken }).catch((problem: Error) =>
      say(problem.message),
    )
    close(false)
  }
  const close = (stays: boolean) => {
    setOpen(stays)
    setAsked(null)
    if (!stays) setTempC(null)
  }
  const takeWarmth = (warmth: Warmth) => {
    const of = warmth.kind === 'room' ? 'room' : 'resin'
    const doubt = doubtOf(of, { tempC: warmth.tempC, expectedC: expected[of] })
    if (doubt) setAsked({ warmth, doubt })
    else take(warmth)
  }
  const readable = (of: keyof typeof READABLE_C) =>
    tempC !== null && tempC >= READABLE_C[of][0] && tempC <= READABLE_C[of][1]
  const usable = readable('resin')
  return (
    <Dialog.Root open={open} onOpenChange={close}>
      <Dialog.Trigger asChild>
        <button className="button button-quiet min-h-16">
          <ThermometerMark className="size-5" aria-hidden /> {name ? `Read ${name}` : 'Reading'}
        </button>
      </Dialog.Trigger>
      <Sheet title={name ? `What do you read of ${name}, now?` : 'What do you read, now?'}>
        {cup && (
          <div className="mb-3">
            <ChoiceField
              label="In which cup"
              value={cup.id}
              choices={cups}
              onChange={setChosen}
              hint="Each cup is followed by itself: a small one cures slower."
            />
          </div>
        )}
        <QuantityField
          label="Resin, or room"
          dimension="temperature"
          unit={units.temperature}
          value={tempC}
          emptyAllowed
          onChange={setTempC}
          problem={
            tempC !== null && !Number.isNaN(tempC) && !usable
              ? `Expected ${printQuantity(READABLE_C.resin[0], units.temperature, 0)} to ${printQuantity(READABLE_C.resin[1], units.temperature, 0)}: check the unit.`
              : undefined
          }
        />
        <div className="mt-2 grid grid-cols-2 gap-2">
          {THERMOMETERS.map((by) => (
            <button
              key={by}
              className="button button-quiet min-h-16"
              disabled={!usable}
              onClick={() => takeWarmth({ kind: 'temperature', tempC: tempC!, by })}
            >
              Resin, {THERMOMETER_WORDS[by]}
            </button>
          ))}
          <button
            className="button button-quiet min-h-16"
            disabled={!readable('room') && !usable}
            onClick={() => takeWarmth({ kind: 'room', tempC: tempC! })}
          >
            The room
          </button>
        </div>
        {asked && <Asked {...asked} units={units} take={take} />}
        <h3 className="mt-4 mb-2 text-lg">Or what you find</h3>
        <div className="grid grid-cols-2 gap-2">
          {SIGNS.map((sign) =>
            ([true, false] as const).map((there) => (
              <button
                key={`${sign}-${there}`}
                className="button button-quiet min-h-16"
                onClick={() => take({ kind: 'sign', sign, there })}
              >
                {SIGN_WORDS[sign][there ? 'there' : 'not']}
              </button>
            )),
          )}
        </div>
      </Sheet>
    </Dialog.Root>
  )
}

/** A room has no cup. */
function inCup(reading: Taken, cup: CupToRead | null): Taken {
  return cup && reading.kind !== 'room' ? { ...reading, cup: cup.id } : reading
}

/** A doubtful figure is asked about before it is kept. */
function Asked({
  warmth,
  doubt,
  units,
  take,
}: {
  readonly warmth: Warmth
  readonly doubt: Doubt
  readonly units: UnitChoice
  readonly take: (reading: Taken) => void
}) {
  const temp = (tempC: number) => printQuantity(tempC, units.temperature, 0)
  const what = warmth.kind === 'room' ? 'a room' : 'the resin'
  // A room hotter than any is not kept at all.
  const [least, most] = READABLE_C[warmth.kind === 'room' ? 'room' : 'resin']
  const keepable = warmth.tempC >= least && warmth.tempC <= most
  return (
    <div className="bg-sunken mt-3 rounded-xl p-3" role="alert">
      <p className="mb-2 font-semibold">
        {doubt.kind === 'otherUnit'
          ? `${temp(warmth.tempC)} for ${what}? In the other unit it is ${temp(doubt.tempC)}.`
          : `${temp(warmth.tempC)} for ${what}? Expected is about ${temp(doubt.expectedC)}.`}
      </p>
      <div className="flex flex-wrap gap-2">
        {doubt.kind === 'otherUnit' && (
          <button
            className="button button-main min-h-16"
            onClick={() => take({ ...warmth, tempC: doubt.tempC })}
          >
            It is {temp(doubt.tempC)}
          </button>
        )}
        {keepable && (
          <button className="button button-quiet min-h-16" onClick={() => take(warmth)}>
            It is {temp(warmth.tempC)}
          </button>
        )}
      </div>
    </div>
  )
}
