import { useId, useState } from 'react'
import {
  BEST_RATING,
  FAULTS,
  type CauseId,
  type FaultId,
  type FaultTag,
  type Piece,
  type RunFacts,
  type TimingVerdict,
} from '#core/journal/index.ts'
import { recordOutcome } from '#data/batchCommands.ts'
import type { FaceSide } from '#schema/studio.ts'
import { TIMING_WORDS } from '#words/vocabulary.ts'
import { DiagnosisList } from '#app/components/DiagnosisList.tsx'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import type { PictureBytes } from '#app/components/FacePicture.tsx'
import { TaggedFace } from '#app/components/TaggedFace.tsx'
import { useSay } from '#app/components/undo.tsx'
import { shrinkPhoto, type ShrunkPhoto } from '#app/platform/photo.ts'
import { usePhotos, useUnits } from '#app/platform/queries.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { FaultField } from './FaultField.tsx'

type NewPhotos = Partial<Record<FaceSide, ShrunkPhoto>>

const SIDES: readonly { readonly side: FaceSide; readonly name: string }[] = [
  { side: 'front', name: 'Face' },
  { side: 'back', name: 'Back' },
]

const TIMINGS: readonly TimingVerdict[] = ['tooEarly', 'right', 'tooLate']

interface PieceFormProps {
  readonly piece: Piece
  readonly facts: RunFacts | null
  readonly repeatWith: (cause: CauseId) => string | null
}

/** How one piece came out. */
export function PieceForm({ piece, facts, repeatWith }: PieceFormProps) {
  const units = useUnits()
  const { db, nowMs, newId } = usePlatform()
  const say = useSay()
  const photos = usePhotos(piece.id)
  const [rating, setRating] = useState(piece.outcome?.rating ?? null)
  const [timing, setTiming] = useState(piece.outcome?.timing ?? null)
  const [faults, setFaults] = useState<readonly FaultId[]>(piece.outcome?.faults ?? [])
  const [tags, setTags] = useState<readonly FaultTag[]>(piece.outcome?.tags ?? [])
  const [placing, setPlacing] = useState<FaultId | null>(null)
  const [note, setNote] = useState(piece.outcome?.note ?? '')
  const [fresh, setFresh] = useState<NewPhotos>({})
  const [asked, setAsked] = useState(false)
  const name = useId()
  const save = async () => {
    if (rating === null) return setAsked(true)
    const faces = Object.entries(fresh).map(([side, photo]) => ({
      ...photo,
      id: newId(),
      side: side as FaceSide,
    }))
    const outcome = {
      recordedAtMs: nowMs(),
      rating,
      timing,
      faults,
      tags: tags.filter(({ fault }) => faults.includes(fault)),
      note: note.trim(),
    }
    const result = await recordOutcome(db, piece.id, { outcome, faces })
    if (!result.ok) return say('This piece is no longer there.')
    const { undo } = result.value
    say(`Piece ${piece.no} is in the log.`, () => void undo().catch((problem: Error) => say(problem.message)))
    setFresh({})
  }
  return (
    <li className="sheet" data-piece={piece.no}>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void save().catch((problem: Error) => say(problem.message))
        }}
        className="grid grid-cols-1 gap-5 md:grid-cols-[18rem_1fr]"
      >
        <div>
          <h2 className="mb-2 text-xl">
            Piece {piece.no}, {piece.moldName}
          </h2>
          <div className="grid grid-cols-2 gap-3">
            {SIDES.map(({ side, name: sideName }) => (
              <FaceField
                key={side}
                name={sideName}
                pieceNo={piece.no}
                side={side}
                tags={tags}
                placing={placing}
                onTags={setTags}
                picture={fresh[side] ?? photos.data?.find((photo) => photo.side === side) ?? null}
                onPick={(photo) => setFresh((last) => ({ ...last, [side]: photo }))}
              />
            ))}
          </div>
        </div>
        <div className="flex flex-col gap-4">
          <fieldset>
            <legend className="mb-1 font-medium">How good is it?</legend>
            <div className="flex items-center gap-2">
              <span className="text-ink-soft text-sm">for the bin</span>
              {Array.from({ length: BEST_RATING }, (_, k) => k + 1).map((mark) => (
                <Option
                  key={mark}
                  name={`${name}-rating`}
                  checked={rating === mark}
                  onChange={() => setRating(mark)}
                  text={String(mark)}
                />
              ))}
              <span className="text-ink-soft text-sm">the best yet</span>
            </div>
            {asked && rating === null && (
              <p className="text-stop text-sm" role="alert">
                Choose 1 to {BEST_RATING}, {BEST_RATING} the best.
              </p>
            )}
          </fieldset>
          <fieldset>
            <legend className="mb-1 font-medium">The white, or the inks, went in</legend>
            <div className="flex flex-wrap gap-2">
              {TIMINGS.map((id) => (
                <Option
                  key={id}
                  name={`${name}-timing`}
                  checked={timing === id}
                  onChange={() => setTiming(id)}
                  text={TIMING_WORDS[id]}
                />
              ))}
              <Option
                name={`${name}-timing`}
                checked={timing === null}
                onChange={() => setTiming(null)}
                text="cannot tell"
              />
            </div>
          </fieldset>
          <FaultField chosen={faults} onChange={setFaults} />
          <TagField faults={faults} placing={placing} onChange={setPlacing} />
          <DiagnosisList faults={faults} facts={facts} units={units} repeatWith={repeatWith} />
          <label className="flex flex-col gap-1 font-medium">
            Note
            <textarea
              className="field font-normal"
              rows={2}
              maxLength={2000}
              value={note}
              onChange={(event) => setNote(event.target.value)}
            />
          </label>
          <button className="button button-main self-start">
            {piece.outcome ? 'Write it down again' : 'Write it down'}
          </button>
        </div>
      </form>
    </li>
  )
}

interface OptionProps {
  readonly name: string
  readonly checked: boolean
  readonly onChange: () => void
  readonly text: string
}

function Option({ name, checked, onChange, text }: OptionProps) {
  return (
    <label className="border-edge has-checked:border-press has-checked:bg-sunken has-focus-visible:outline-needle flex min-h-11 min-w-11 cursor-pointer items-center justify-center rounded-lg border px-3 has-checked:border-2 has-checked:font-semibold has-focus-visible:outline-3">
      <input type="radio" className="sr-only" name={name} checked={checked} onChange={onChange} />
      {text}
    </label>
  )
}

interface FaceFieldProps {
  readonly name: string
  readonly pieceNo: number
  readonly side: FaceSide
  readonly tags: readonly FaultTag[]
  readonly placing: FaultId | null
  readonly onTags: (tags: readonly FaultTag[]) => void
  readonly picture: PictureBytes | null
  readonly onPick: (photo: ShrunkPhoto) => void
}

function FaceField({ name, pieceNo, side, tags, placing, onTags, picture, onPick }: FaceFieldProps) {
  const [problem, setProblem] = useState<string | null>(null)
  const pick = async (file: File | undefined) => {
    if (!file) return
    const shrunk = await shrinkPhoto(file)
    setProblem(
      shrunk.ok
        ? null
        : shrunk.problem.kind === 'tooLarge'
          ? 'Larger than 60 MB: choose a smaller picture.'
          : 'Not a picture: choose a JPEG, PNG or WebP.',
    )
    if (shrunk.ok) onPick(shrunk.value)
  }
  return (
    <div className="flex flex-col gap-1">
      <TaggedFace
        picture={picture}
        title={`${name} of piece ${pieceNo}`}
        side={side}
        tags={tags}
        placing={placing}
        onChange={onTags}
      />
      <label className="button button-quiet has-focus-visible:outline-needle text-sm has-focus-visible:outline-3">
        {picture ? `Other ${name.toLowerCase()}` : `Add ${name.toLowerCase()}`}
        <input
          type="file"
          accept="image/*"
          className="sr-only"
          aria-label={`Picture of the ${name.toLowerCase()} of piece ${pieceNo}`}
          onChange={(event) => void pick(event.target.files?.[0])}
        />
      </label>
      <p className="text-stop text-sm empty:hidden" role="alert">
        {problem}
      </p>
    </div>
  )
}

/** Which of the chosen faults a tap on a picture marks. */
function TagField({
  faults,
  placing,
  onChange,
}: {
  faults: readonly FaultId[]
  placing: FaultId | null
  onChange: (fault: FaultId | null) => void
}) {
  if (faults.length === 0) return null
  return (
    <ChoiceField
      label="Mark on the pictures"
      value={placing && faults.includes(placing) ? placing : 'none'}
      choices={[
        { id: 'none', name: 'Nothing' },
        ...faults.map((id) => ({ id: id as string, name: FAULTS[id].symptom })),
      ]}
      onChange={(id) => onChange(id === 'none' ? null : (id as FaultId))}
      hint="Then tap where it is. Arrow keys move a mark, Delete takes it off."
    />
  )
}
