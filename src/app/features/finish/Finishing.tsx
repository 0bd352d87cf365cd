import { Link } from 'react-router'
import { AFTER, AFTER_IDS, type AfterId } from '#core/technique/index.ts'
import { CAUTIONS, DEFERRAL, rackCautions } from '#core/safety/index.ts'
import { setAfter } from '#data/batchCommands.ts'
import { AfterChoices } from '#app/components/AfterChoices.tsx'
import { useSay } from '#app/components/undo.tsx'
import type { BatchStory } from '#app/platform/stories.ts'
import { usePlatform } from '#app/platform/studio.tsx'

/** A piece that is out of its mold is no longer draped. */
const FINISHING = AFTER_IDS.filter((id) => id !== 'drape')

/** The finishing jobs of a batch, with their cautions; the rack finds their hours. */
export function Finishing({ story }: { story: BatchStory }) {
  const { db } = usePlatform()
  const say = useSay()
  const { batch, pour } = story
  const { after } = batch.request
  const done = pour.stage === 'running' ? pour.done : {}
  const fixed = FINISHING.filter((id) => done[id] !== undefined)
  const fail = (problem: Error) => say(problem.message)
  const change = (next: readonly AfterId[]) =>
    void setAfter(db, batch.id, [...after.filter((id) => id === 'drape'), ...next])
      .then(() => say('The rack knows.', () => void setAfter(db, batch.id, after).catch(fail)))
      .catch(fail)
  const waiting = FINISHING.filter((id) => after.includes(id) && !fixed.includes(id))
  return (
    <section className="sheet mt-5" aria-labelledby="finishing">
      <h2 id="finishing" className="mb-2 text-xl">
        Finishing
      </h2>
      <AfterChoices
        label="What these pieces still get"
        chosen={after}
        from={FINISHING}
        fixed={fixed}
        onChange={change}
      />
      {waiting.length > 0 && (
        <>
          <ul className="mt-3 flex flex-col gap-2 text-sm" data-finishing>
            {waiting.map((id) => (
              <li key={id}>
                <p className="font-semibold">{AFTER[id].title}</p>
                <p>{AFTER[id].detail}</p>
                {rackCautions(id).map((caution) => (
                  <p key={caution}>
                    <span className="font-semibold">{CAUTIONS[caution].title}:</span> {CAUTIONS[caution].text}
                  </p>
                ))}
              </li>
            ))}
          </ul>
          <p className="text-ink-soft mt-2 text-sm">{DEFERRAL}</p>
          <Link className="button button-quiet mt-3" to="/rack">
            When they fit
          </Link>
        </>
      )}
    </section>
  )
}
