import { Link } from 'react-router'
import { countRun, forgetBefore, type LearningSubject } from '#data/learningCommands.ts'
import { useSay } from '#app/components/undo.tsx'
import { dateOf } from '#app/components/when.ts'
import { LATEST, type CountedRun } from '#app/platform/learning.ts'
import { usePlatform } from '#app/platform/studio.tsx'

interface CountedRunsProps<Run extends CountedRun> {
  readonly learning: {
    readonly subject: LearningSubject
    readonly sinceMs: number
    readonly runs: readonly Run[]
  }
  /** What that run says, in a few words. */
  readonly said: (run: Run) => string
}

const ASIDE_WORDS: Readonly<Record<CountedRun['standing'], string>> = {
  counts: '',
  leftOut: ', left out',
  beforeReset: ', before the reset',
  otherRecord: ', poured with other figures of this resin',
}

/** The runs behind a belief: each can be left out, all can be forgotten, and both taken back. */
export function CountedRuns<Run extends CountedRun>({ learning, said }: CountedRunsProps<Run>) {
  const { subject, sinceMs, runs } = learning
  const { db, nowMs } = usePlatform()
  const say = useSay()
  const fail = (problem: Error) => say(problem.message)
  const forget = (beforeMs: number) => void forgetBefore(db, subject, beforeMs).catch(fail)
  return (
    <details className="mt-2">
      <summary className="text-ink-soft min-h-11 cursor-pointer content-center text-sm underline">
        From which runs? {runs.filter((run) => run.standing === 'counts').length} of {runs.length} count.
      </summary>
      {runs.length === LATEST && (
        <p className="text-ink-soft text-sm">The latest {LATEST} are asked; older ones no longer count.</p>
      )}
      <ul className="text-sm">
        {runs.map((run) => {
          const { batch } = run.story
          const fixed = run.standing === 'otherRecord' || run.standing === 'beforeReset'
          return (
            <li
              key={`${batch.id} ${run.layer?.id ?? ''}`}
              className="border-line flex items-center gap-3 border-t py-1"
            >
              <label className="flex min-h-11 flex-1 items-center gap-3">
                <input
                  type="checkbox"
                  className="accent-needle size-6 shrink-0"
                  checked={run.standing === 'counts'}
                  disabled={fixed}
                  onChange={(event) =>
                    void countRun(db, subject, { batchId: batch.id, counts: event.target.checked }).catch(
                      fail,
                    )
                  }
                />
                <span>
                  {dateOf(run.stopStirAtMs)}, {batch.request.name}
                  {run.layer && `, ${run.layer.name}`}: {said(run)}
                  {ASIDE_WORDS[run.standing]}
                </span>
              </label>
              <Link className="underline" to={`/log/${batch.id}`}>
                run
              </Link>
            </li>
          )
        })}
      </ul>
      {sinceMs === 0 ? (
        <button
          className="button button-quiet mt-2"
          onClick={() => {
            forget(nowMs())
            say('What was learned is reset.', () => forget(0))
          }}
        >
          Reset what was learned
        </button>
      ) : (
        <button className="button button-quiet mt-2" onClick={() => forget(0)}>
          Count the runs before {dateOf(sinceMs)} again
        </button>
      )}
    </details>
  )
}
