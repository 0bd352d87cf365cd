import { useEffect, useRef, useState } from 'react'
import { USUAL_BACKS, type BackColour } from '#core/colour/index.ts'
import { wordBackReason } from '#words/backs.ts'
import { wordCardProblem } from '#words/card.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { downloadPng } from '#app/platform/download.ts'
import { readPhotograph } from '#app/platform/photo.ts'
import { useColours } from '#app/platform/queries.ts'
import { usePlatform, type CardReading, type Photograph } from '#app/platform/studio.tsx'

type Card = 'white' | 'black'

const CARDS: readonly { readonly card: Card; readonly name: string }[] = [
  { card: 'white', name: 'On a white card' },
  { card: 'black', name: 'On a black card' },
]

type Told =
  | { readonly state: 'waiting' }
  | { readonly state: 'working' }
  | { readonly state: 'read'; readonly reading: CardReading }
  | { readonly state: 'problem'; readonly text: string }

/** A real piece before any back, from two photographs: one on a white card, one on a black card. */
export function CardTest() {
  const { cardLab } = usePlatform()
  const [shots, setShots] = useState<Partial<Record<Card, Photograph>>>({})
  const taken = useRef(shots)
  const [told, setTold] = useState<Told>({ state: 'waiting' })
  const pastes = (useColours().data ?? []).filter(({ kind }) => kind === 'paste' || kind === 'mica')
  const backs: readonly BackColour[] = [
    ...USUAL_BACKS.filter(({ id }) => id !== 'none'),
    ...pastes.map(({ id, name, hex }) => ({ id, name, hex })),
  ]
  const read = async ({ white, black }: Partial<Record<Card, Photograph>>) => {
    if (!white || !black) return
    setTold({ state: 'working' })
    const found = await cardLab().read(white, black, backs)
    setTold(
      found.ok
        ? { state: 'read', reading: found.value }
        : { state: 'problem', text: wordCardProblem(found.problem) },
    )
  }
  const pick = async (card: Card, file: File | undefined) => {
    if (!file) return
    const photograph = await readPhotograph(file)
    if (!photograph) return setTold({ state: 'problem', text: 'Not a picture: choose a JPEG, PNG or WebP.' })
    // The other one may have been taken while this one was read.
    taken.current = { ...taken.current, [card]: photograph }
    setShots(taken.current)
    await read(taken.current)
  }
  const failed = () =>
    setTold({ state: 'problem', text: 'The pictures could not be worked through. Try smaller ones.' })
  return (
    <details className="sheet mt-5" data-card-test={told.state}>
      <summary className="font-display min-h-11 cursor-pointer content-center text-xl font-semibold">
        Card test: this piece before any back
      </summary>
      <p className="text-ink-soft mt-1 max-w-prose text-sm">
        Two photographs from the same place in the same light, exposure locked: the piece on a white card,
        then on a black one, with card to see all round it. From both, what each point reflects and lets
        through is worked out (triangulation matting). The pictures stay on this device and are not kept.
      </p>
      <div className="mt-3 flex flex-wrap gap-3">
        {CARDS.map(({ card, name }) => (
          <label
            key={card}
            className="button button-quiet has-focus-visible:outline-needle cursor-pointer has-focus-visible:outline-3"
          >
            {name}
            {shots[card] ? ': taken' : ' …'}
            <input
              type="file"
              accept="image/*"
              className="sr-only"
              onChange={(event) => {
                void pick(card, event.target.files?.[0]).catch(failed)
                event.target.value = ''
              }}
            />
          </label>
        ))}
      </div>
      <p role={told.state === 'problem' ? 'alert' : 'status'} className="mt-3 max-w-prose empty:hidden">
        {told.state === 'working' && 'Laying one picture on the other …'}
        {told.state === 'problem' && told.text}
      </p>
      {told.state === 'read' && <Reading reading={told.reading} backs={backs} />}
    </details>
  )
}

function Reading({
  reading,
  backs,
}: {
  readonly reading: CardReading
  readonly backs: readonly BackColour[]
}) {
  const { cardLab } = usePlatform()
  const [backId, setBackId] = useState(reading.backs[0]!.id)
  const [saved, setSaved] = useState<boolean | null>(null)
  const canvas = useRef<HTMLCanvasElement>(null)
  const back = backs.find(({ id }) => id === backId) ?? backs[0]!
  useEffect(() => {
    let over = false
    void cardLab()
      .before(back.hex)
      .then((seen) => {
        const target = canvas.current
        if (over || !target || !seen) return
        target.width = seen.width
        target.height = seen.height
        const bytes = new Uint8ClampedArray(seen.rgba)
        target.getContext('2d')!.putImageData(new ImageData(bytes, seen.width, seen.height), 0, 0)
        target.dataset['before'] = back.id
      })
    return () => {
      over = true
    }
  }, [cardLab, back, reading])
  return (
    <div className="mt-4 grid grid-cols-1 gap-5 md:grid-cols-2">
      <div>
        <canvas
          ref={canvas}
          className="w-full rounded-lg"
          role="img"
          aria-label={`The piece before ${back.name}`}
        />
        <div className="mt-2 flex flex-wrap items-end gap-3">
          <ChoiceField
            label="Before"
            value={back.id}
            choices={backs.map(({ id, name }) => ({ id, name }))}
            onChange={setBackId}
          />
          <button
            className="button button-quiet"
            onClick={() => void downloadPng(`nublo-before-${back.id}.png`, canvas.current!).then(setSaved)}
          >
            Save this picture (PNG)
          </button>
        </div>
        {saved === false && (
          <p role="alert">This browser could not make the picture. Close other tabs and save again.</p>
        )}
      </div>
      <div>
        <h3 className="text-lg">Which back carries it</h3>
        <ol className="mt-2 flex flex-col gap-2">
          {reading.backs.map((each, k) => (
            <li key={each.id} className="flex items-center gap-3 text-sm" data-judged={each.id}>
              <button
                className="border-edge size-11 shrink-0 cursor-pointer rounded-full border"
                style={{ background: each.hex }}
                aria-label={`Show before ${each.name}`}
                onClick={() => setBackId(each.id)}
              />
              <span>
                <strong>
                  {k + 1}. {each.name}
                </strong>
                <span className="block">
                  {wordBackReason(each.reason, each.hex)} (petals {each.petalContrast.toFixed(0)}, inks{' '}
                  {each.inkContrast.toFixed(0)})
                </span>
              </span>
            </li>
          ))}
        </ol>
        <p className="text-ink-soft mt-3 text-sm">
          Contrast as CIEDE2000: about 1 is just seen, 10 at a glance. The second picture was moved{' '}
          {reading.movedPx.toFixed(0)} px and turned {reading.turnedDeg.toFixed(1)}° to lie on the first. A
          wet back looks darker; hold a real card behind before you pour.
        </p>
      </div>
    </div>
  )
}
