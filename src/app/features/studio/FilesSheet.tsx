import { useState } from 'react'
import {
  eachPicture,
  EMPTY_STUDIO,
  mergeStudio,
  readRecords,
  readStudio,
  replaceStudio,
} from '#data/studioCommands.ts'
import { readBundle, writeBundle } from '#formats/bundle.ts'
import { isZip, readStudioZip, writeStudioZip, ZIP_LIMITS } from '#formats/studioZip.ts'
import type { Studio } from '#schema/studio.ts'
import { wordBundleProblem } from '#words/bundle.ts'
import { Callout } from '#app/components/Callout.tsx'
import { useSay } from '#app/components/undo.tsx'
import { download, save as saveFile } from '#app/platform/download.ts'
import { furnishDemoStudio } from '#app/platform/firstOpening.ts'
import { useSettings } from '#app/platform/queries.ts'
import { usePlatform } from '#app/platform/studio.tsx'

/** The same bound as for what a file unpacks into: pictures hardly pack. */
const LARGEST_FILE_BYTES = ZIP_LIMITS.allBytes
const MB = 1024 * 1024

interface Trouble {
  readonly title: string
  readonly lines: readonly string[]
}

/** The studio out of the browser and back: as one ZIP or JSON file, furnished anew, or emptied. */
export function FilesSheet() {
  const { db, nowMs } = usePlatform()
  const settings = useSettings()
  const say = useSay()
  const [found, setFound] = useState<Studio | null>(null)
  const [trouble, setTrouble] = useState<Trouble | null>(null)
  const [progress, setProgress] = useState<string | null>(null)
  const fail = (problem: Error) => setTrouble({ title: problem.message, lines: [] })
  const day = () => new Date(nowMs()).toISOString().slice(0, 10)
  const saveZip = async () => {
    const records = await readRecords(db)
    const parts: Blob[] = []
    let bytes = 0
    await writeStudioZip(records, counted(eachPicture(db), records.photos.length, setProgress), {
      exportedAtMs: nowMs(),
      give: (chunk) => {
        bytes += chunk.length
        parts.push(new Blob([chunk as Uint8Array<ArrayBuffer>]))
      },
    })
    setProgress(null)
    saveFile(`nublo-studio-${day()}.zip`, new Blob(parts, { type: 'application/zip' }))
    if (bytes > LARGEST_FILE_BYTES)
      setTrouble({
        title: `The file has ${Math.round(bytes / MB)} MB, more than the ${LARGEST_FILE_BYTES / MB} MB that are read back in one go. Keep it, and unpack it to get at the pictures.`,
        lines: [],
      })
  }
  const saveJson = async () =>
    download(`nublo-studio-${day()}.json`, 'application/json', writeBundle(await readStudio(db), nowMs()))
  const open = async (file: File | undefined) => {
    setFound(null)
    setTrouble(null)
    if (!file) return
    if (file.size > LARGEST_FILE_BYTES) {
      return setTrouble({
        title: `The file has ${Math.round(file.size / MB)} MB; up to ${LARGEST_FILE_BYTES / MB} MB can be read. Nothing was changed.`,
        lines: [],
      })
    }
    const first = new Uint8Array(await file.slice(0, 4).arrayBuffer())
    const read = isZip(first) ? await readStudioZip(chunksOf(file)) : readBundle(await file.text())
    if (read.ok) setFound(read.value)
    else setTrouble(wordBundleProblem(read.problem))
  }
  const replaceBy = async (studio: Studio, said: string) => {
    const before = await readStudio(db)
    await replaceStudio(db, studio)
    setFound(null)
    say(said, () => void replaceStudio(db, before).catch(fail))
  }
  const merge = async (studio: Studio) => {
    const { added, kept } = await mergeStudio(db, studio)
    setFound(null)
    say(`${added} records added, ${kept} were here already.`)
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
            Export studio
          </button>
          <button className="button button-quiet" onClick={() => void saveJson().catch(fail)}>
            Export as one JSON file
          </button>
        </div>
        <p className="text-ink-soft text-sm" role="status">
          {progress ??
            `Records and pictures in one ZIP file; up to ${LARGEST_FILE_BYTES / MB} MB are read back in one go.`}
        </p>
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
        {trouble && (
          <Callout gravity="stop" title={trouble.title}>
            <ul className="list-disc pl-4" role="alert">
              {trouble.lines.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </Callout>
        )}
        {found && (
          <div className="border-press w-full rounded-xl border-2 p-4" data-import-found>
            <p className="font-semibold">
              The file holds {found.batches.length} batches with {found.pieces.length} pieces,{' '}
              {found.photos.length} pictures, {found.resins.length} resins, {found.molds.length} molds and{' '}
              {found.colours.length} colours.
            </p>
            <div className="mt-3 flex flex-wrap gap-2">
              <button className="button button-main" onClick={() => void merge(found).catch(fail)}>
                Add what is new
              </button>
              <button
                className="button button-quiet"
                onClick={() => void replaceBy(found, 'The studio was replaced by the file.').catch(fail)}
              >
                Replace this studio
              </button>
            </div>
          </div>
        )}
        <div className="border-line flex w-full flex-wrap gap-2 border-t pt-4">
          <button
            className="button button-quiet"
            onClick={() =>
              void (async () => {
                const before = await readStudio(db)
                await furnishDemoStudio(db, nowMs())
                say('The demo studio is set up.', () => void replaceStudio(db, before).catch(fail))
              })().catch(fail)
            }
          >
            Set up the demo studio
          </button>
          <button
            className="button button-quiet"
            onClick={() => void replaceBy({ ...EMPTY_STUDIO, settings }, 'The studio is empty.').catch(fail)}
          >
            Empty the studio
          </button>
        </div>
      </div>
    </section>
  )
}

/** The pictures, saying how many went by. */
async function* counted<Picture>(
  pictures: AsyncIterable<Picture>,
  of: number,
  say: (progress: string) => void,
): AsyncGenerator<Picture> {
  let no = 0
  for await (const picture of pictures) {
    if (no++ % 20 === 0) say(`Picture ${no} of ${of} …`)
    yield picture
  }
}

/** A file piece by piece. */
async function* chunksOf(file: Blob): AsyncGenerator<Uint8Array> {
  for (let at = 0; at < file.size; at += MB) yield new Uint8Array(await file.slice(at, at + MB).arrayBuffer())
}
