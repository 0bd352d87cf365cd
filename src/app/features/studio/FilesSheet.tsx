import { useEffect, useRef, useState } from 'react'
import { EMPTY_STUDIO, readStudio, replaceStudio } from '#data/studioCommands.ts'
import { setDamagedAside } from '#data/damage.ts'
import type { LargeStep } from '#data/keptStudios.ts'
import type { Choice } from '#data/mergeStudios.ts'
import { writeBundle } from '#formats/bundle.ts'
import { LARGEST_FILE_BYTES } from '#formats/studioFile.ts'
import { wordAdded, wordBundleProblem } from '#words/bundle.ts'
import { Callout } from '#app/components/Callout.tsx'
import { useSay } from '#app/components/undo.tsx'
import { useBackup } from '#app/platform/backup.ts'
import { download, save as saveFile } from '#app/platform/download.ts'
import { bringBackOffPage, findStudio, type FoundStudio as Found } from '#app/platform/foundStudio.ts'
import { furnishDemoStudio } from '#app/platform/firstOpening.ts'
import { useSettings } from '#app/platform/queries.ts'
import { giveStudioZip, studioFileName } from '#app/platform/studioZip.ts'
import { usePlatform } from '#app/platform/studio.tsx'
import { FoundStudio } from './FoundStudio.tsx'
import { OnThisDevice } from './OnThisDevice.tsx'
import { KeptStudios } from './KeptStudios.tsx'

const MB = 1024 * 1024

interface Trouble {
  readonly title: string
  readonly lines: readonly string[]
  /** What of a changed file is as it was written. */
  readonly whole?: Found | null
}

/** The studio out of the browser and back: as one ZIP or JSON file, furnished anew, or emptied. */
export function FilesSheet() {
  const { db, nowMs, newId } = usePlatform()
  const settings = useSettings()
  const { wasMade } = useBackup()
  const say = useSay()
  const [found, setFound] = useState<Found | null>(null)
  const held = useRef<Found | null>(null)
  const gone = useRef(false)
  /** The one that was found before goes with its worker. */
  const hold = (next: Found | null) => {
    // Read to its end after the place was left.
    if (gone.current) return next?.letGo()
    if (held.current !== next) held.current?.letGo()
    held.current = next
    setFound(next)
  }
  useEffect(() => {
    gone.current = false
    return () => {
      gone.current = true
      held.current?.letGo()
    }
  }, [])
  const [trouble, setTrouble] = useState<Trouble | null>(null)
  const [reading, setReading] = useState<{ readonly stop: AbortController } | null>(null)
  const [progress, setProgress] = useState<string | null>(null)
  const fail = (problem: Error) => {
    setProgress(null)
    setTrouble({ title: problem.message, lines: [] })
  }
  const day = () => new Date(nowMs()).toISOString().slice(0, 10)
  const saveZip = async () => {
    const parts: Blob[] = []
    const bytes = await giveStudioZip(db, {
      nowMs: nowMs(),
      onPicture: (done, of) => setProgress(`Packing picture ${done} of ${of} …`),
      give: (chunk) => parts.push(new Blob([chunk as Uint8Array<ArrayBuffer>])),
    })
    setProgress(null)
    saveFile(studioFileName(nowMs()), new Blob(parts, { type: 'application/zip' }))
    wasMade()
    say('The studio is backed up to a file in your downloads.')
    if (bytes > LARGEST_FILE_BYTES)
      setTrouble({
        title: `The file has ${Math.round(bytes / MB)} MB, more than the ${LARGEST_FILE_BYTES / MB} MB that are read back in one go. Keep it, and unpack it to get at the pictures.`,
        lines: [],
      })
  }
  const saveJson = async () => {
    await setDamagedAside(db)
    download(
      `nublo-studio-${day()}.json`,
      'application/json',
      await writeBundle(await readStudio(db), nowMs()),
    )
  }
  const open = async (file: File | undefined) => {
    hold(null)
    setTrouble(null)
    if (!file) return
    const stop = new AbortController()
    setReading({ stop })
    try {
      const onRead = (bytes: number) =>
        setProgress(`Read ${Math.ceil(bytes / MB)} of ${Math.ceil(file.size / MB)} MB …`)
      const read = await findStudio(db, file, { signal: stop.signal, onRead })
      if (read?.ok) hold(read.value)
      else if (read)
        setTrouble({
          ...wordBundleProblem(read.problem),
          whole: read.problem.kind === 'changed' ? read.problem.whole : null,
        })
    } finally {
      setReading(null)
      setProgress(null)
    }
  }
  const large = (why: string): LargeStep => ({ id: newId(), why, nowMs: nowMs() })
  const told = (said: string, keptId: string | null) => {
    hold(null)
    if (keptId === null) return say(said)
    say(said, () => void bringBackOffPage(db, keptId, large('taken back')).catch(fail))
  }
  const merge = async (from: Found, choices: Readonly<Record<string, Choice>>) => {
    setProgress('Adding what is new …')
    const { added, keptId } = await from.merge(large('added to from a file'), choices)
    setProgress(null)
    told(`Added: ${wordAdded(added)}.`, keptId)
  }
  const replace = async (by: Found) => {
    setProgress('Replacing the studio …')
    const keptId = await by.replace(large('replaced by a file'))
    setProgress(null)
    told('The studio was replaced by the file.', keptId)
  }
  const empty = async () =>
    told('The studio is empty.', await replaceStudio(db, { ...EMPTY_STUDIO, settings }, large('emptied')))
  const demo = async () => {
    setProgress('Furnishing the demo studio …')
    try {
      told('The demo studio is set up.', await furnishDemoStudio(db, large('replaced by the demo studio')))
    } finally {
      setProgress(null)
    }
  }
  return (
    <section className="sheet" aria-labelledby="files">
      <h2 id="files" className="mb-3 text-xl">
        Files
      </h2>
      <div className="flex flex-col items-start gap-4">
        <div className="flex flex-wrap gap-2">
          <button
            className="button button-main"
            disabled={progress !== null}
            onClick={() => void saveZip().catch(fail)}
          >
            Back up the studio
          </button>
          <button className="button button-quiet" onClick={() => void saveJson().catch(fail)}>
            Export as one JSON file
          </button>
        </div>
        <p className="text-ink-soft text-sm" role="status">
          {progress ??
            `Records and pictures in one ZIP file; up to ${LARGEST_FILE_BYTES / MB} MB are read back in one go.`}
        </p>
        <OnThisDevice />
        <label className="flex flex-col gap-1 font-medium">
          Import a studio file
          <input
            type="file"
            accept=".zip,.json,application/zip,application/json"
            className="field font-normal"
            onChange={(event) => {
              void open(event.target.files?.[0]).catch(fail)
              event.target.value = ''
            }}
          />
        </label>
        {reading && (
          <button className="button button-quiet" onClick={() => reading.stop.abort()}>
            Stop reading
          </button>
        )}
        {trouble && (
          <Callout gravity="stop" title={trouble.title}>
            <ul className="list-disc pl-4" role="alert">
              {trouble.lines.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
            {trouble.whole && (
              <button
                className="button button-quiet mt-2"
                onClick={() => {
                  hold(trouble.whole ?? null)
                  setTrouble(null)
                }}
              >
                Look at what is whole: {trouble.whole.counts.batches} batches, {trouble.whole.counts.photos}{' '}
                pictures
              </button>
            )}
          </Callout>
        )}
        {found && (
          <FoundStudio
            found={found}
            isBusy={progress !== null}
            merge={(choices) => void merge(found, choices).catch(fail)}
            replace={() => void replace(found).catch(fail)}
          />
        )}
        <div className="border-line flex w-full flex-wrap gap-2 border-t pt-4">
          <button
            className="button button-quiet"
            disabled={progress !== null}
            onClick={() => void demo().catch(fail)}
          >
            Set up the demo studio
          </button>
          <button className="button button-quiet" onClick={() => void empty().catch(fail)}>
            Empty the studio
          </button>
        </div>
        <KeptStudios />
      </div>
    </section>
  )
}
