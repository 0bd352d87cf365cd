import type { BatchRequest } from '#core/batch/index.ts'
import { figuresOf, TECHNIQUES, type OwnWay, type StepChange, type StepId } from '#core/technique/index.ts'
import { QuantityField } from '#app/components/QuantityField.tsx'

interface OwnFiguresProps {
  readonly technique: BatchRequest['technique']
  readonly stepId: StepId
  readonly own: OwnWay | null
  readonly set: (own: OwnWay | null) => void
}

const MOST_S = 3600
const MOST_MIN = 600

/** How long hands are at a step, how long before or after another it is done, a note at it: a way of one's own comes of it. */
export function OwnFigures({ technique, stepId, own, set }: OwnFiguresProps) {
  const step = TECHNIQUES[technique].steps.find(({ id }) => id === stepId)
  if (!step) return null
  const said = own?.steps.find((each) => each.step === stepId)
  const { handsS, minutes } = figuresOf(step)
  const say = (changes: Partial<StepChange>) =>
    set(withChange(own, { technique, change: { ...said, step: stepId, ...changes } }))
  return (
    <div className="grid grid-cols-[repeat(auto-fit,minmax(9rem,1fr))] gap-3" data-own-step={stepId}>
      {minutes !== null && (
        <QuantityField
          label={step.moment.by === 'before' ? 'So long before' : 'So long after'}
          dimension="time"
          unit="min"
          value={said?.minutes ?? minutes}
          onChange={(value) => {
            if (value !== null && value >= 0 && value <= MOST_MIN)
              say({ minutes: value === minutes ? undefined : value })
          }}
          hint={`Usual: ${minutes} min`}
        />
      )}
      {handsS !== null && (
        <QuantityField
          label={step.handsOn.by === 'secondsEach' ? 'Hands on each' : 'Hands on it'}
          dimension="time"
          unit="s"
          value={(said?.handsS ?? handsS) / 60}
          onChange={(typedMin) => {
            const seconds = typedMin === null ? Number.NaN : Math.round(60 * typedMin)
            if (seconds >= 0 && seconds <= MOST_S) say({ handsS: seconds === handsS ? undefined : seconds })
          }}
          hint={`Usual: ${handsS} s`}
        />
      )}
      <label className="col-span-full flex flex-col gap-1 text-sm font-medium">
        A note at it
        <input
          className="field"
          maxLength={200}
          value={said?.note ?? ''}
          onChange={(event) => say({ note: event.target.value || undefined })}
        />
      </label>
    </div>
  )
}

/** The way with that said of one of its steps; none where nothing was said of any. */
export function withChange(
  own: OwnWay | null,
  { technique, change }: { readonly technique: BatchRequest['technique']; readonly change: StepChange },
): OwnWay | null {
  const others = own?.steps.filter(({ step }) => step !== change.step) ?? []
  const said = Object.entries(change).filter(([, value]) => value !== undefined)
  const steps = said.length > 1 ? [...others, Object.fromEntries(said) as unknown as StepChange] : others
  if (own === null && steps.length === 0) return null
  return { of: technique, name: own?.name ?? `My ${TECHNIQUES[technique].name.toLowerCase()}`, steps }
}
