import type { BatchRequest } from '#core/batch/index.ts'
import {
  figuresOf,
  refusalOf,
  TECHNIQUES,
  type OwnWay,
  type StepChange,
  type StepRule,
} from '#core/technique/index.ts'
import { wordRefused } from '#words/ownWay.ts'
import { NumberField } from '#app/components/NumberField.tsx'
import { QuantityField } from '#app/components/QuantityField.tsx'

interface OwnWayFieldsProps {
  readonly draft: BatchRequest
  /** What is wrong with the own way; undefined where nothing is. */
  readonly problem: string | undefined
  readonly change: (changes: Partial<BatchRequest>) => void
}

/** The steps of the way: copied under an own name, left out or with other figures; what rule or cup forbids cannot be chosen. */
export function OwnWayFields({ draft, problem, change }: OwnWayFieldsProps) {
  const technique = TECHNIQUES[draft.technique]
  const own = draft.ownWay?.of === draft.technique ? draft.ownWay : null
  const set = (ownWay: OwnWay | null) => change({ ownWay })
  return (
    <details className="border-line rounded-xl border p-3" open={own !== null || undefined}>
      <summary className="min-h-11 cursor-pointer content-center font-medium">
        {own ? `Steps of ${own.name}` : 'Steps of this way'}
      </summary>
      {own === null ? (
        <div className="mt-2 flex flex-col gap-2">
          <p className="text-ink-soft text-sm">
            A copy of the way has a name and figures of its own. Its order rules and cautions stay. Kept as a
            recipe it can be begun from again.
          </p>
          <button
            type="button"
            className="button button-quiet"
            onClick={() =>
              set({ of: draft.technique, name: `My ${technique.name.toLowerCase()}`, steps: [] })
            }
          >
            Make it my own way
          </button>
        </div>
      ) : (
        <div className="mt-2 flex flex-col gap-3">
          <label className="flex flex-col gap-1 text-sm font-medium">
            Name of the way
            <input
              className="field"
              maxLength={80}
              value={own.name}
              onChange={(event) => set({ ...own, name: event.target.value })}
            />
          </label>
          <p className="text-stop text-sm empty:hidden" role="alert">
            {problem}
          </p>
          <ol className="flex flex-col gap-2">
            {technique.steps
              .filter(({ place }) => place === 'pour')
              .map((step) => (
                <StepFields key={step.id} step={step} own={own} set={set} />
              ))}
          </ol>
          <button type="button" className="button button-quiet" onClick={() => set(null)}>
            As usual again
          </button>
        </div>
      )}
    </details>
  )
}

interface StepFieldsProps {
  readonly step: StepRule
  readonly own: OwnWay
  readonly set: (own: OwnWay) => void
}

function StepFields({ step, own, set }: StepFieldsProps) {
  const said = own.steps.find((each) => each.step === step.id)
  const figures = figuresOf(step)
  const refused = refusalOf(TECHNIQUES[own.of], { step: step.id, isOut: true }, own)
  const say = (changes: Partial<StepChange>) => {
    const next = cleaned({ step: step.id, ...said, ...changes })
    set({ ...own, steps: [...own.steps.filter((each) => each.step !== step.id), ...(next ? [next] : [])] })
  }
  const { handsS, minutes, waitsForFlow } = figures
  return (
    <li className="border-line rounded-lg border px-3 py-2" data-own-step={step.id}>
      <div className="flex items-center justify-between gap-3">
        <span className="font-semibold">{step.title}</span>
        {(!refused || said?.isOut) && (
          <label className="flex min-h-11 shrink-0 items-center gap-2 text-sm">
            <input
              type="checkbox"
              className="size-5"
              aria-label={`${step.title}: left out`}
              checked={said?.isOut ?? false}
              onChange={(event) => say({ isOut: event.target.checked || undefined })}
            />
            left out
          </label>
        )}
      </div>
      {refused && <p className="text-ink-soft text-sm">{wordRefused(refused, step.id)}</p>}
      {!said?.isOut && (
        <div className="grid grid-cols-2 gap-3 empty:hidden">
          {minutes !== null && (
            <QuantityField
              label={step.moment.by === 'before' ? 'So long before' : 'So long after'}
              dimension="time"
              unit="min"
              value={said?.minutes ?? minutes}
              onChange={(value) => say({ minutes: value === minutes ? undefined : (value ?? Number.NaN) })}
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
                say({ handsS: seconds === handsS ? undefined : seconds })
              }}
              hint={`Usual: ${handsS} s`}
            />
          )}
          {waitsForFlow && (
            <NumberField
              label="Flow still to come, % of usual"
              hint="Above 100: sooner, while it is thinner"
              value={Math.round(100 * (said?.flowFactor ?? 1))}
              onChange={(percent) => say({ flowFactor: percent === 100 ? undefined : percent / 100 })}
            />
          )}
          <label className="col-span-2 flex flex-col gap-1 text-sm font-medium">
            Note
            <input
              className="field"
              aria-label={`${step.title}: note`}
              maxLength={200}
              value={said?.note ?? ''}
              onChange={(event) => say({ note: event.target.value || undefined })}
            />
          </label>
        </div>
      )}
    </li>
  )
}

/** Without what is as usual; null where nothing is left. */
function cleaned(change: StepChange): StepChange | null {
  const entries = Object.entries(change).filter(([, value]) => value !== undefined)
  return entries.length > 1 ? (Object.fromEntries(entries) as unknown as StepChange) : null
}
