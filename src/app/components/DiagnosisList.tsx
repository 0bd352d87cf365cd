import { useState } from 'react'
import { Link } from 'react-router'
import {
  diagnose,
  FAULTS,
  type Answers,
  type CauseId,
  type FaultId,
  type RunFacts,
} from '#core/journal/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { CAUSE_WORDS, QUESTION_WORDS, wordEvidence, wordNext } from '#words/diagnosis.ts'
import { inUnits } from '#words/inUnits.ts'

interface DiagnosisListProps {
  readonly faults: readonly FaultId[]
  /** Null until the run is worked out. */
  readonly facts: RunFacts | null
  readonly units: UnitChoice
  /** The way to this batch again with that one change; null where only the hand can change something. */
  readonly repeatWith: (cause: CauseId) => string | null
}

/** Faults explained from the run's own facts: likeliest causes with what speaks for them, one change, and what helps now. */
export function DiagnosisList({ faults, facts, units, repeatWith }: DiagnosisListProps) {
  const [answers, setAnswers] = useState<Answers>({})
  if (faults.length === 0) return null
  return (
    <ul className="mt-2 flex flex-col gap-4 text-sm">
      {faults.map((fault) => (
        <li key={fault} data-fault={fault}>
          <p className="font-semibold">{FAULTS[fault].symptom}</p>
          {facts === null ? (
            <p className="text-ink-soft">
              Usual cause: {FAULTS[fault].cause.toLowerCase()}. Next time:{' '}
              {FAULTS[fault].nextTime.toLowerCase()}.
            </p>
          ) : (
            <Causes
              fault={fault}
              facts={facts}
              answers={answers}
              answer={(given) => setAnswers((last) => ({ ...last, ...given }))}
              units={units}
              repeatWith={repeatWith}
            />
          )}
          <p className="mt-1">
            {FAULTS[fault].rescue ? `Now: ${FAULTS[fault].rescue}.` : 'Nothing rescues this one.'}
          </p>
        </li>
      ))}
    </ul>
  )
}

interface CausesProps extends Omit<DiagnosisListProps, 'faults' | 'facts'> {
  readonly fault: FaultId
  readonly facts: RunFacts
  readonly answers: Answers
  readonly answer: (given: Answers) => void
}

/** Below this a cause is not worth a line. */
const LEAST_SHARE = 0.04

function Causes({ fault, facts, answers, answer, units, repeatWith }: CausesProps) {
  const { causes, ask } = diagnose(fault, facts, answers)
  return (
    <>
      <ol className="mt-1 list-decimal pl-5">
        {causes
          .filter(({ share }, k) => k === 0 || share >= LEAST_SHARE)
          .map(({ cause, share, shown }) => {
            const link = repeatWith(cause)
            const evidence = shown ? wordEvidence(cause, facts, units) : null
            return (
              <li key={cause} data-cause={cause}>
                {CAUSE_WORDS[cause].name}
                {causes.length > 1 && ` (${Math.round(100 * share)} %)`}
                {evidence
                  ? `: ${evidence}.`
                  : shown
                    ? '.'
                    : ': from experience, the run does not show it.'}{' '}
                Next time: {inUnits(wordNext(cause, facts), units)}.
                {link && (
                  <Link className="ml-1 inline-block min-h-6 underline" to={link}>
                    Repeat with this change
                  </Link>
                )}
              </li>
            )
          })}
      </ol>
      {ask && (
        <div className="mt-2 flex flex-wrap items-center gap-2" data-ask={ask}>
          <span className="font-medium">{QUESTION_WORDS[ask]}</span>
          <button type="button" className="button button-quiet" onClick={() => answer({ [ask]: true })}>
            Yes
          </button>
          <button type="button" className="button button-quiet" onClick={() => answer({ [ask]: false })}>
            No
          </button>
        </div>
      )}
    </>
  )
}
