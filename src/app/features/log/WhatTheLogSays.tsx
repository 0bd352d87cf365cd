import { lazy, Suspense, useMemo, useState } from 'react'
import {
  faultCounts,
  FAULTS,
  GOOD_RATING,
  yieldOf,
  yieldsBy,
  type JudgedOutcome,
  type Yield,
} from '#core/journal/index.ts'
import { TECHNIQUES } from '#core/technique/index.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import type { LoggedPiece } from './loggedPiece.ts'
import { TimingAndCauses } from './TimingAndCauses.tsx'

const RangeChart = lazy(() => import('#app/components/RangeChart.tsx'))

type By = 'technique' | 'resin'

/** How many pieces come out good, by what, and what goes wrong most: a chart and a sentence. */
export function WhatTheLogSays({ logged }: { readonly logged: readonly LoggedPiece[] }) {
  const pieces = useMemo(() => logged.map(judgedOf), [logged])
  const [by, setBy] = useState<By>('technique')
  const [open, setOpen] = useState(false)
  const all = useMemo(() => (pieces.length > 0 ? yieldOf('all', pieces) : null), [pieces])
  const yields = useMemo(() => yieldsBy(pieces, (piece) => piece[by]), [pieces, by])
  const faults = useMemo(() => faultCounts(pieces), [pieces])
  if (!all) return null
  return (
    <details className="sheet mb-5" data-says onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="font-display min-h-11 cursor-pointer content-center text-xl font-semibold">
        What the log says
      </summary>
      <p className="mt-1 max-w-prose" data-sentence>
        {sentenceOf(all)}{' '}
        {faults.length > 0 &&
          `What went wrong most: ${faults
            .slice(0, 3)
            .map(({ fault, count }) => `${FAULTS[fault].symptom.toLowerCase()} (${count})`)
            .join(', ')}.`}
      </p>
      <div className="mt-3 max-w-xs">
        <ChoiceField
          label="By"
          value={by}
          choices={[
            { id: 'technique', name: 'technique' },
            { id: 'resin', name: 'resin' },
          ]}
          onChange={setBy}
        />
      </div>
      {open && (
        <Suspense fallback={<p>Drawing …</p>}>
          <RangeChart
            rows={yields.map((each) => ({
              name: `${each.group}: ${each.good} of ${each.all}`,
              low: 100 * each.low,
              high: 100 * each.high,
              weight: 'evidence',
            }))}
            axis="good pieces, %: each bar is where the share may as well be"
            label={`Share of good pieces by ${by}`}
          />
        </Suspense>
      )}
      <ul className="mt-2 list-disc pl-5 text-sm">
        {yields.map((each) => (
          <li key={each.group}>
            {each.group}: {sentenceOf(each)}
          </li>
        ))}
      </ul>
      {open && <TimingAndCauses />}
    </details>
  )
}

function judgedOf({ run, piece }: LoggedPiece): JudgedOutcome {
  const { rating, faults } = piece.outcome!
  return { rating, faults, technique: TECHNIQUES[run.technique].name, resin: run.resinName }
}

/** Fewer pieces than this are told as what they are, not as a rate. */
const FEW = 5

function sentenceOf({ good, all, low, high }: Yield): string {
  const counted = `${good} of ${all} ${all === 1 ? 'piece is' : 'pieces are'} good (${GOOD_RATING} or more of 5)`
  if (all < FEW) return `${counted}; too few to tell a rate.`
  return `${counted}; the rate is somewhere between ${Math.round(100 * low)} and ${Math.round(100 * high)} %.`
}
