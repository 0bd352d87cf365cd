import { useState } from 'react'
import { judgedScore, type BatchRequest } from '#core/batch/index.ts'
import { TECHNIQUES, type OwnWay, type ScoreEdit } from '#core/technique/index.ts'
import { wordChange } from '#words/ownWay.ts'
import { wordEdit, wordRefused, type TitleOf } from '#words/score.ts'
import { withChange } from './OwnFigures.tsx'

interface WrittenProps {
  readonly request: BatchRequest
  readonly own: OwnWay | null
  readonly titleOf: TitleOf
  readonly takeBack: (edit: ScoreEdit) => void
  readonly setOwn: (own: OwnWay | null) => void
}

/** All that was written on the order, each to be taken back, and what the way that comes of it is called; nothing where nothing was. */
export function Written({ request, own, titleOf, takeBack, setOwn }: WrittenProps) {
  const { technique } = request
  const judged = judgedScore(request)
  const said = own?.steps ?? []
  if (judged.length === 0 && !own) return null
  return (
    <>
      <WayName own={own} technique={technique} set={setOwn} />
      {judged.length + said.length > 0 && (
        <ul className="mb-4 flex flex-col gap-1" aria-label="What you wrote">
          {judged.map(({ edit, refused }) => (
            <Line key={JSON.stringify(edit)} takeBack={() => takeBack(edit)}>
              {wordEdit(edit, titleOf, request)}
              {refused && <span className="text-caution"> {wordRefused(refused)}</span>}
            </Line>
          ))}
          {said.map((change) => (
            <Line
              key={change.step}
              takeBack={() => setOwn(withChange(own, { technique, change: { step: change.step } }))}
            >
              {wordChange(change, TECHNIQUES[technique], titleOf)}
            </Line>
          ))}
        </ul>
      )}
    </>
  )
}

function Line({ takeBack, children }: { takeBack: () => void; children: React.ReactNode }) {
  return (
    <li className="flex items-center justify-between gap-3">
      <span>{children}</span>
      <button type="button" className="button button-quiet shrink-0" onClick={takeBack}>
        Take it back
      </button>
    </li>
  )
}

interface WayNameProps {
  readonly own: OwnWay | null
  readonly technique: BatchRequest['technique']
  readonly set: (own: OwnWay | null) => void
}

/** What the way is called that comes of it; without a name it is the way it was copied from. */
function WayName({ own, technique, set }: WayNameProps) {
  const [name, setName] = useState(own?.name ?? '')
  return (
    <label className="mb-3 flex max-w-sm flex-col gap-1 text-sm font-medium">
      Name of this way, if it is to have one
      <input
        className="field"
        maxLength={80}
        value={name}
        placeholder={TECHNIQUES[technique].name}
        onChange={(event) => {
          setName(event.target.value)
          const given = event.target.value.trim()
          const steps = own?.steps ?? []
          if (given !== '') set({ of: technique, name: given, steps })
          else if (steps.length === 0) set(null)
        }}
      />
    </label>
  )
}
