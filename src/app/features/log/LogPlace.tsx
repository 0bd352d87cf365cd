import { useCallback, useState, useSyncExternalStore } from 'react'
import { useWindowVirtualizer } from '@tanstack/react-virtual'
import { Link } from 'react-router'
import { BEST_RATING, FAULTS } from '#core/journal/index.ts'
import { TECHNIQUES } from '#core/technique/index.ts'
import { logCsv } from '#formats/logCsv.ts'
import { TIMING_WORDS } from '#words/vocabulary.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { FacePicture } from '#app/components/FacePicture.tsx'
import { EmptyPlace, Place } from '#app/components/Place.tsx'
import { dateOf } from '#app/components/when.ts'
import { download } from '#app/platform/download.ts'
import { MOST_COMPARED } from './ComparePlace.tsx'
import type { LoggedPiece } from './loggedPiece.ts'
import { WhatTheLogSays } from './WhatTheLogSays.tsx'
import { usePhotos, useStories } from '#app/platform/queries.ts'

const ALL = 'all'

/** Every finished piece by its face. */
export function LogPlace() {
  const stories = useStories()
  const [technique, setTechnique] = useState<string>(ALL)
  const [words, setWords] = useState('')
  const [ticked, setTicked] = useState<readonly string[]>([])
  const tick = (id: string) =>
    setTicked((last) =>
      last.includes(id) ? last.filter((each) => each !== id) : [...last, id].slice(-MOST_COMPARED),
    )
  if (!stories.data) return <Place title="Log">Opening the log …</Place>
  const logged = stories.data.flatMap((story) =>
    story.pieces.filter((piece) => piece.outcome !== null).map((piece): LoggedPiece => ({ story, piece })),
  )
  const wanted = words.trim().toLowerCase()
  const shown = logged.filter(({ story, piece }) => {
    const fits = technique === ALL || story.batch.request.technique === technique
    return fits && (wanted === '' || textOf({ story, piece }).includes(wanted))
  })
  const save = () =>
    download(
      'nublo-log.csv',
      'text/csv',
      logCsv(logged.map(({ story, piece }) => ({ batch: story.batch, piece, events: story.events }))),
    )
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
              onChange={setTechnique}
            />
            <label className="flex flex-col gap-1 text-sm font-medium">
              Words in name, colours, faults or note
              <input
                className="field font-normal"
                type="search"
                value={words}
                onChange={(event) => setWords(event.target.value)}
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
              {...each}
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

function textOf({ story, piece }: LoggedPiece): string {
  const { request } = story.batch
  const faults = piece.outcome?.faults.map((id) => FAULTS[id].symptom) ?? []
  return [
    request.name,
    piece.moldName,
    request.resin.name,
    ...request.colours.map((colour) => colour.name),
    ...faults,
    piece.outcome?.note ?? '',
  ]
    .join(' ')
    .toLowerCase()
}

interface PieceCardProps extends LoggedPiece {
  /** Its place among all that are shown. */
  readonly place: number
  readonly of: number
  readonly isTicked: boolean
  readonly tick: () => void
}

function PieceCard({ story, piece, place, of, isTicked, tick }: PieceCardProps) {
  const photos = usePhotos(piece.id)
  const front = photos.data?.find((photo) => photo.side === 'front') ?? null
  const outcome = piece.outcome!
  return (
    <div role="listitem" aria-posinset={place} aria-setsize={of}>
      <Link to={`/log/${story.batch.id}`} className="block no-underline" data-piece={piece.id}>
        <FacePicture
          picture={front}
          title={`Face of piece ${piece.no} of ${story.batch.request.name}`}
          className="aspect-square w-full"
        />
        <p className="mt-2 leading-tight font-semibold">
          {story.batch.request.name}, {piece.no}
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
            {story.batch.request.name}, {piece.no}
          </span>
        </span>
      </label>
    </div>
  )
}
