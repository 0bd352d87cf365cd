import { useId, useState } from 'react'
import { openAreaMm2, type Mold } from '#core/mold/index.ts'
import { scaledPattern, type Pattern, type ScaledPattern } from '#core/pattern/index.ts'
import { saveItem } from '#data/shelfCommands.ts'
import { readPatternSvg } from '#formats/patternSvg.ts'
import { inUnits } from '#words/inUnits.ts'
import { wordPatternFileProblem, wordScaleChange } from '#words/pattern.ts'
import { useSay } from '#app/components/undo.tsx'
import { usePatterns, useUnits } from '#app/platform/queries.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { savePatternSheet } from './patternSheet.ts'

interface SavedPatternsProps {
  readonly pattern: Pattern
  readonly mold: Mold
  readonly holeMm: number
  readonly take: (pattern: Pattern) => void
}

/** Keeping a pattern, and laying a kept one here: scaled to this mold, with what that changed. */
export function SavedPatterns({ pattern, mold, holeMm, take }: SavedPatternsProps) {
  const { db, newId } = usePlatform()
  const say = useSay()
  const units = useUnits()
  const kept = usePatterns().data ?? []
  const nameId = useId()
  const [name, setName] = useState<string | null>(null)
  const [told, setTold] = useState<readonly string[]>([])
  const lay = (found: Pattern) => {
    const scaled = scaledPattern(found, openAreaMm2(mold.outline))
    take(scaled.pattern)
    setTold(linesOf(scaled))
  }
  const keep = async () => {
    const title = (name ?? '').trim()
    if (title === '') return
    await saveItem(db, 'patterns', { ...pattern, id: newId(), name: title })
    setName(null)
    say(`${title} is kept as a pattern.`)
  }
  const open = async (file: File | undefined) => {
    if (!file) return
    const read = readPatternSvg(await file.text())
    if (read.ok) lay(read.value)
    else setTold([wordPatternFileProblem(read.problem)])
  }
  return (
    <div className="border-line mt-4 flex flex-col gap-3 border-t pt-3">
      <h3 className="text-lg">Kept patterns</h3>
      {kept.length === 0 ? (
        <p className="text-ink-soft text-sm">
          None yet. Keep this one and it fits any mold: it is scaled by area.
        </p>
      ) : (
        <ul className="flex flex-col gap-1">
          {kept.map((each) => (
            <li key={each.id} className="flex items-center justify-between gap-2 text-sm">
              <span className="min-w-0 truncate font-medium">{each.name}</span>
              <button
                className="button button-quiet"
                onClick={() => lay(each)}
                aria-label={`Lay ${each.name} here`}
              >
                Lay it here
              </button>
            </li>
          ))}
        </ul>
      )}
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          void keep().catch((problem: Error) => say(problem.message))
        }}
      >
        <div className="min-w-0 flex-1">
          <label htmlFor={nameId} className="text-sm font-medium">
            Name to keep it by
          </label>
          <input
            id={nameId}
            className="field"
            maxLength={80}
            value={name ?? ''}
            onChange={(event) => setName(event.target.value)}
          />
        </div>
        <button className="button button-quiet" disabled={(name ?? '').trim() === ''}>
          Keep
        </button>
      </form>
      <div className="flex flex-wrap items-center gap-2">
        <button className="button button-quiet" onClick={() => savePatternSheet({ mold, pattern, holeMm })}>
          Pattern sheet, true size (SVG)
        </button>
        <label className="button button-quiet has-focus-visible:outline-needle cursor-pointer has-focus-visible:outline-3">
          Open a pattern sheet
          <input
            type="file"
            accept=".svg,image/svg+xml"
            className="sr-only"
            onChange={(event) => {
              void open(event.target.files?.[0])
              event.target.value = ''
            }}
          />
        </label>
      </div>
      <ul className="list-disc pl-5 text-sm empty:hidden" role="status">
        {told.map((line) => (
          <li key={line}>{inUnits(line, units)}</li>
        ))}
      </ul>
    </div>
  )
}

function linesOf({ pattern, changes }: ScaledPattern): readonly string[] {
  const kindOf = (id: string) => pattern.marks.find((each) => each.id === id)!.mark.kind
  if (changes.length === 0) return [`${pattern.name} is laid; nothing had to change.`]
  return [
    `${pattern.name} is laid, scaled by area. Spacing, margins and hole stay: the resin decides them.`,
    ...changes.map((change) => wordScaleChange(change, kindOf(change.markId))),
  ]
}
