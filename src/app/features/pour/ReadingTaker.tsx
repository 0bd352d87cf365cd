import { useState } from 'react'
import { Thermometer as ThermometerMark } from 'lucide-react'
import { Dialog } from 'radix-ui'
import type { Taken } from '#core/runsheet/index.ts'
import type { Sign, Thermometer } from '#core/timing/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { SIGN_WORDS, THERMOMETER_WORDS } from '#words/readings.ts'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { useSay } from '#app/components/undo.tsx'
import { useRecord } from '#app/platform/marks.ts'
import type { BatchStory } from '#app/platform/queries.ts'
import { useKey } from './useKey.ts'

const THERMOMETERS: readonly Thermometer[] = ['probe', 'infrared', 'hand']
const SIGNS: readonly Sign[] = ['string', 'gel', 'footprint', 'leathery', 'stiff']
const COLDEST_C = -20
const HOTTEST_C = 300

/** A reading, now: what a thermometer shows or what a toothpick and a finger find. It corrects the forecast at once. */
export function ReadingTaker({ story, units }: { story: BatchStory; units: UnitChoice }) {
  const [open, setOpen] = useState(false)
  const [tempC, setTempC] = useState<number | null>(null)
  const record = useRecord(story.batch.id)
  const say = useSay()
  useKey('r', () => setOpen(true))
  const take = (reading: Taken) => {
    void record({ kind: 'reading', reading }).catch((problem: Error) => say(problem.message))
    setTempC(null)
    setOpen(false)
  }
  const usable = tempC !== null && tempC >= COLDEST_C && tempC <= HOTTEST_C
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <button className="button button-quiet min-h-16">
          <ThermometerMark className="size-5" aria-hidden /> Reading
        </button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="bg-sunken/80 fixed inset-0 z-40" />
        <Dialog.Content
          className="bg-raised fixed inset-x-3 bottom-3 z-50 mx-auto max-h-[92vh] max-w-xl overflow-y-auto rounded-2xl p-5"
          aria-describedby={undefined}
        >
          <Dialog.Title className="font-display mb-3 text-2xl font-semibold">
            What do you read, now?
          </Dialog.Title>
          <QuantityField
            label="Resin, or room"
            dimension="temperature"
            unit={units.temperature}
            value={tempC}
            emptyAllowed
            onChange={setTempC}
            problem={
              tempC !== null && !Number.isNaN(tempC) && !usable
                ? 'Expected −20 to 300 °C: check the unit.'
                : undefined
            }
          />
          <div className="mt-2 grid grid-cols-2 gap-2">
            {THERMOMETERS.map((by) => (
              <button
                key={by}
                className="button button-quiet min-h-16"
                disabled={!usable}
                onClick={() => take({ kind: 'temperature', tempC: tempC!, by })}
              >
                Resin, {THERMOMETER_WORDS[by]}
              </button>
            ))}
            <button
              className="button button-quiet min-h-16"
              disabled={!usable}
              onClick={() => take({ kind: 'room', tempC: tempC! })}
            >
              The room
            </button>
          </div>
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
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
