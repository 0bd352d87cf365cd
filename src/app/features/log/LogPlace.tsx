import { useCallback, useDeferredValue, useMemo, useState, useSyncExternalStore } from 'react'
import { useWindowVirtualizer } from '@tanstack/react-virtual'
import { Link, NavigationType, useLocation, useNavigationType, useSearchParams } from 'react-router'
import { BEST_RATING, FAULTS, type Piece } from '#core/journal/index.ts'
import { TECHNIQUES } from '#core/technique/index.ts'
import { LINE_END, logCsvHead, logCsvLines } from '#formats/logCsv.ts'
import type { StudioDatabase } from '#data/database.ts'
import type { Brief } from '#data/brief.ts'
import { runsOf } from '#data/register.ts'
import { TIMING_WORDS } from '#words/vocabulary.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { FacePicture } from '#app/components/FacePicture.tsx'
import { EmptyPlace, Place } from '#app/components/Place.tsx'
import { dateOf } from '#app/components/when.ts'
import { download } from '#app/platform/download.ts'
import { MOST_COMPARED } from './ComparePlace.tsx'
import type { LoggedPiece } from './loggedPiece.ts'
import { WhatTheLogSays } from './WhatTheLogSays.tsx'
import { usePhotos } from '#app/platform/queries.ts'
import { useRegister } from '#app/platform/stories.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { useSay } from '#app/components/undo.tsx'

const ALL = 'all'

interface Asked {
  readonly technique: string
  readonly words: string
}

function askedIn(address: URLSearchParams): Asked {
  return { technique: address.get('technique') ?? ALL, words: address.get('words') ?? '' }
}

/**
 * What the log is narrowed to. It stands in the address as well, so that a way back and a bookmark find the same pieces; the address comes after,
 * and is followed only where something else changed it.
 */
function useAsked(): readonly [Asked, (changes: Partial<Asked>) => void] {
  const [address, setAddress] = useSearchParams()
  const { key } = useLocation()
  const byWhat = useNavigationType()
  const [asked, setAsked] = useState(() => askedIn(address))
  const [followed, setFollowed] = useState(key)
  if (followed !== key) {
    setFollowed(key)
    if (byWhat !== NavigationType.Replace) setAsked(askedIn(address))
  }
  const ask = (changes: Partial<Asked>) => {
    const next = { ...asked, ...changes }
    setAsked(next)
    setAddress(
      {
        ...(next.technique !== ALL && { technique: next.technique }),
        ...(next.words !== '' && { words: next.words }),
      },
      { replace: true },
    )
  }
  return [asked, ask]
}

/** Every finished piece by its face. */
export function LogPlace() {
  const { db } = usePlatform()
  const say = useSay()
  const register = useRegister()
  const logged = useMemo(() => loggedIn(register ?? []), [register])
  const [{ technique, words }, ask] = useAsked()
  const [ticked, setTicked] = useState<readonly string[]>([])
  const tick = (id: string) =>
    setTicked((last) =>
      last.includes(id) ? last.filter((each) => each !== id) : [...last, id].slice(-MOST_COMPARED),
    )
  const wanted = useDeferredValue(words).trim().toLowerCase()
  const shown = useMemo(
    () =>
      logged.filter(
        ({ run, text }) => (technique === ALL || run.technique === technique) && text.includes(wanted),
      ),
    [logged, technique, wanted],
  )
  if (!register) return <Place title="Log">Opening the log …</Place>
  const save = () =>
    void csvOf(db, register)
      .then((text) => download('nublo-log.csv', 'text/csv', text))
      .catch((problem: Error) => say(problem.message))
  return (
    <Place
      title="Log"
      lead="A good piece can be poured again when it is written down how it was made."
      actions={
        <>
          {ticked.length >= 2 && (
            <Link className="button button-main" to={`/log/compare?pieces=${ticked.join(',')}`}>
              Compare {ticked.length} pieces
            </Link>
          )}
          <Link className="button button-quiet" to="/log/trials">
            Experiments
          </Link>
          <Link className="button button-quiet" to="/orders">
            Sets and commissions
          </Link>
          <button className="button button-quiet" disabled={logged.length === 0} onClick={save}>
            Save as CSV
          </button>
        </>
      }
    >
      {logged.length === 0 ? (
        <EmptyPlace title="No piece is written down yet">
          <p>Demold a batch, look at both faces, and each piece stands here with its run.</p>
        </EmptyPlace>
      ) : (
        <>
          <WhatTheLogSays logged={logged} />
          <div className="mb-5 grid max-w-2xl grid-cols-2 gap-4">
            <ChoiceField
              label="Technique"
              value={technique}
              choices={[
                { id: ALL, name: 'All' },
                ...Object.values(TECHNIQUES).map(({ id, name }) => ({ id: id as string, name })),
              ]}
              onChange={(id) => ask({ technique: id })}
            />
            <label className="flex flex-col gap-1 text-sm font-medium">
              Words in name, colours, faults or note
              <input
                className="field font-normal"
                type="search"
                value={words}
                onChange={(event) => ask({ words: event.target.value })}
              />
            </label>
          </div>
          <p className="text-ink-soft mb-3" role="status">
            {shown.length} of {logged.length} pieces
            {ticked.length === 1 && '; tick another one to compare, up to four'}
          </p>
          <PieceGrid shown={shown} ticked={ticked} tick={tick} />
        </>
      )}
    </Place>
  )
}

interface PieceGridProps {
  readonly shown: readonly LoggedPiece[]
  readonly ticked: readonly string[]
  readonly tick: (id: string) => void
}

const ROW_PX = 360

/** The pieces in rows, of which only those in sight are drawn: thousands scroll like a dozen. */
function PieceGrid({ shown, ticked, tick }: PieceGridProps) {
  const [topPx, setTopPx] = useState(0)
  const place = useCallback((list: HTMLDivElement | null) => {
    if (list) setTopPx(list.offsetTop)
  }, [])
  const columns = useColumns()
  const rows = useWindowVirtualizer({
    count: Math.ceil(shown.length / columns),
    estimateSize: () => ROW_PX,
    overscan: 2,
    scrollMargin: topPx,
  })
  return (
    <div
      ref={place}
      className="relative"
      style={{ height: rows.getTotalSize() }}
      role="list"
      aria-label="Pieces"
    >
      {rows.getVirtualItems().map(({ key, index, start }) => (
        <div
          key={key}
          ref={rows.measureElement}
          data-index={index}
          role="presentation"
          className="absolute inset-x-0 grid gap-4 pb-4"
          style={{
            transform: `translateY(${start - topPx}px)`,
            gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
          }}
        >
          {shown.slice(index * columns, (index + 1) * columns).map((each, k) => (
            <PieceCard
              key={each.piece.id}
              run={each.run}
              piece={each.piece}
              place={index * columns + k + 1}
              of={shown.length}
              isTicked={ticked.includes(each.piece.id)}
              tick={() => tick(each.piece.id)}
            />
          ))}
        </div>
      ))}
    </div>
  )
}

/** Two on a phone, three on a tablet, four at a desk. */
function useColumns(): number {
  return useSyncExternalStore(
    (changed) => {
      addEventListener('resize', changed)
      return () => removeEventListener('resize', changed)
    },
    () => (innerWidth >= 1024 ? 4 : innerWidth >= 640 ? 3 : 2),
  )
}

/** Every piece that was looked at, with the words it is found by. */
function loggedIn(register: readonly Brief[]): readonly LoggedPiece[] {
  return register.flatMap((run) =>
    run.pieces
      .filter((piece) => piece.outcome !== null)
      .map((piece): LoggedPiece => ({ run, piece, text: textOf(run, piece) })),
  )
}

/** So many runs are read whole at once. */
const CHUNK = 250

async function csvOf(db: StudioDatabase, register: readonly Brief[]): Promise<string> {
  const parts = [logCsvHead()]
  for (let from = 0; from < register.length; from += CHUNK) {
    const ids = register.slice(from, from + CHUNK).map(({ id }) => id)
    const rows = (await runsOf(db, ids)).flatMap(({ batch, events, pieces }) =>
      pieces.filter(({ outcome }) => outcome !== null).map((piece) => ({ batch, events, piece })),
    )
    if (rows.length > 0) parts.push(logCsvLines(rows))
  }
  return parts.join(LINE_END)
}

function textOf({ name, resinName, colours }: Brief, piece: Piece): string {
  const faults = piece.outcome?.faults.map((id) => FAULTS[id].symptom) ?? []
  return [name, piece.moldName, resinName, ...colours, ...faults, piece.outcome?.note ?? '']
    .join(' ')
    .toLowerCase()
}

interface PieceCardProps extends Omit<LoggedPiece, 'text'> {
  /** Its place among all that are shown. */
  readonly place: number
  readonly of: number
  readonly isTicked: boolean
  readonly tick: () => void
}

function PieceCard({ run, piece, place, of, isTicked, tick }: PieceCardProps) {
  const photos = usePhotos(piece.id)
  const front = photos.data?.find((photo) => photo.side === 'front') ?? null
  const outcome = piece.outcome!
  return (
    <div role="listitem" aria-posinset={place} aria-setsize={of}>
      <Link to={`/log/${run.id}`} className="block no-underline" data-piece={piece.id}>
        <FacePicture
          picture={front}
          title={`Face of piece ${piece.no} of ${run.name}`}
          className="aspect-square w-full"
        />
        <p className="mt-2 leading-tight font-semibold">
          {run.name}, {piece.no}
        </p>
        <p className="text-ink-soft text-sm">
          {outcome.rating} of {BEST_RATING}
          {outcome.timing && `, ${TIMING_WORDS[outcome.timing]}`} · {dateOf(outcome.recordedAtMs)}
        </p>
        {outcome.faults.length > 0 && (
          <p className="text-sm">{outcome.faults.map((id) => FAULTS[id].symptom).join(', ')}</p>
        )}
      </Link>
      <label className="flex min-h-11 cursor-pointer items-center gap-2 text-sm">
        <input type="checkbox" className="size-5" checked={isTicked} onChange={tick} />
        <span>
          Compare
          <span className="sr-only">
            {' '}
            {run.name}, {piece.no}
          </span>
        </span>
      </label>
    </div>
  )
}
