import { keptStudios, letGo } from '#data/keptStudios.ts'
import { useSay } from '#app/components/undo.tsx'
import { bringBackOffPage } from '#app/platform/foundStudio.ts'
import { useLiveRows } from '#app/platform/liveRows.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { whenOf } from '#app/components/when.ts'

const MB = 1024 * 1024

/** What was here before each large step: it can be brought back, tomorrow too, or let go. */
export function KeptStudios() {
  const { db, nowMs, newId } = usePlatform()
  const say = useSay()
  const kept = useLiveRows(['kept'], () => keptStudios(db)).data ?? []
  const fail = (problem: Error) => say(problem.message)
  if (kept.length === 0) return null
  const back = async (id: string) => {
    const step = { id: newId(), why: 'brought back', nowMs: nowMs() }
    const before = await bringBackOffPage(db, id, step)
    if (before === null) return say('The studio is as it was then.')
    say('The studio is as it was then; the one of just now is kept.', () => void back(before).catch(fail))
  }
  return (
    <section className="border-line w-full border-t pt-4" aria-labelledby="kept">
      <h3 id="kept" className="mb-1 text-lg">
        As it was before
      </h3>
      <p className="text-ink-soft mb-2 text-sm">
        Kept on this device until you let it go, a sixth comes, or the device is full.
      </p>
      <ul className="flex flex-col gap-3">
        {kept.map(({ id, atMs, why, batches, pieces, pictures, pictureBytes }) => (
          <li key={id} className="flex flex-wrap items-center gap-2" data-kept={why}>
            <span className="min-w-0 flex-1">
              Before it was {why}, {whenOf(atMs, nowMs())}: {batches} {batches === 1 ? 'batch' : 'batches'},{' '}
              {pieces} {pieces === 1 ? 'piece' : 'pieces'}, {pictures}{' '}
              {pictures === 1 ? 'picture' : 'pictures'}
              {pictureBytes > MB / 2 && ` (${Math.round(pictureBytes / MB)} MB)`}
            </span>
            <button className="button button-quiet" onClick={() => void back(id).catch(fail)}>
              Bring back
            </button>
            <button className="button button-quiet" onClick={() => void letGo(db, id).catch(fail)}>
              Let go
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
