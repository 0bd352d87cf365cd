import { Link } from 'react-router'
import { BEST_RATING, type Piece } from '#core/journal/index.ts'
import { learnedRate, type Learned } from '#core/resin/index.ts'
import { timedEvents } from '#core/runsheet/index.ts'
import { printSpan } from '#core/units/index.ts'
import { wordLearned } from '#words/learning.ts'
import { TIMING_WORDS } from '#words/vocabulary.ts'
import { DiagnosisList } from '#app/components/DiagnosisList.tsx'
import { useUnits } from '#app/platform/queries.ts'
import { useRunFacts } from '#app/platform/runFacts.ts'
import type { BatchStory } from '#app/platform/stories.ts'

interface LastTimeProps {
  readonly story: BatchStory
  /** What has been learned of its resin since; null where nothing was. */
  readonly learned: Learned | null
}

/** What was said of a batch when it came out, where it is planned again: notes, faults with what to change, and what was learned. */
export function LastTime({ story, learned }: LastTimeProps) {
  const units = useUnits()
  const run = useRunFacts(story)
  const { batch, pieces, events } = story
  const judged = pieces.filter(({ outcome }) => outcome !== null)
  const notes = timedEvents(events).flatMap(({ event, min }) =>
    event.kind === 'note' ? [{ id: event.id, text: event.text, min }] : [],
  )
  if (judged.length === 0 && notes.length === 0) return null
  const { spread } = batch.request.resin
  return (
    <section className="sheet mb-6" aria-labelledby="last-time" data-last-time>
      <h2 id="last-time" className="mb-2 text-xl">
        Last time
      </h2>
      {learned && (
        <p className="mb-2">
          {wordLearned({
            before: { mean: 0, sd: spread.rateLog },
            now: learnedRate(learned, batch.request.roomTempC),
            runs: learned.runs,
          })}{' '}
          The plan below goes by it.
        </p>
      )}
      {notes.length > 0 && (
        <ul className="mb-2">
          {notes.map(({ id, text, min }) => (
            <li key={id}>
              At {printSpan(min)}: “{text}”
            </li>
          ))}
        </ul>
      )}
      <ul className="grid grid-cols-1 gap-x-6 gap-y-3 md:grid-cols-2">
        {judged.map((piece) => (
          <li key={piece.id}>
            <p>{wordPiece(piece)}</p>
            <DiagnosisList
              faults={piece.outcome!.faults}
              facts={run.factsOf(piece)}
              units={units}
              repeatWith={run.repeatWith}
            />
          </li>
        ))}
      </ul>
      <Link className="inline-flex min-h-11 items-center text-sm" to={`/log/${batch.id}`}>
        To its run
      </Link>
    </section>
  )
}

function wordPiece({ no, outcome }: Piece): string {
  const { rating, timing, note } = outcome!
  const judged = timing === null ? '' : `, went in ${TIMING_WORDS[timing]}`
  return `Piece ${no}: ${rating} of ${BEST_RATING}${judged}.${note ? ` “${note}”` : ''}`
}
