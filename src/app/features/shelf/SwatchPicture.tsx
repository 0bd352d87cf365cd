import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { balanced, meanHex } from '#core/colour/index.ts'

import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { readPhotograph, type Photograph } from '#app/platform/photo.ts'

interface SwatchPictureProps {
  /** The swatches that can be taken out of it. */
  readonly swatches: readonly { readonly id: string; readonly name: string }[]
  readonly take: (id: string, hex: string) => void
}

const CARD_ID = 'card'
/** A tap takes the mean of so many pixels around it. */
const REACH_PX = 4
const STEP_PX = 4

/** Swatches out of one photograph: the white card first, so that the light of the picture is taken out, then each colour by a tap. */
export function SwatchPicture({ swatches, take }: SwatchPictureProps) {
  const [picture, setPicture] = useState<Photograph | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const [cardHex, setCardHex] = useState<string | null>(null)
  const [asked, setAsked] = useState(CARD_ID)
  const open = async (file: Blob | undefined) => {
    if (!file) return
    const read = await readPhotograph(file)
    setPicture(read)
    setCardHex(null)
    setAsked(CARD_ID)
    setProblem(
      read
        ? null
        : 'This is no picture, or one of more than 60 MB. Expected a JPEG, PNG or WebP. Nothing was changed.',
    )
  }
  const tap = (at: { x: number; y: number }) => {
    if (!picture) return
    const hex = meanHex(picture, at, REACH_PX)
    if (asked === CARD_ID) {
      setCardHex(hex)
      setAsked(swatches[0]!.id)
    } else if (cardHex !== null) take(asked, balanced(hex, cardHex))
  }
  return (
    <div className="flex flex-col gap-2 sm:col-span-2">
      <label className="flex flex-col gap-1 text-sm font-medium">
        Out of a picture of the swatch card
        <input
          type="file"
          accept="image/*"
          className="field"
          onChange={(event) => void open(event.target.files?.[0])}
        />
        <span className="text-ink-soft font-normal">
          Cured drops on white card, at a window or under the lamp, without a flash. The picture is not kept.
        </span>
      </label>
      <p className="text-stop text-sm empty:hidden" role="alert">
        {problem}
      </p>
      {picture && (
        <>
          <ChoiceField
            label="What the next tap takes"
            value={asked}
            choices={[{ id: CARD_ID, name: 'the bare white card' }, ...(cardHex === null ? [] : swatches)]}
            onChange={setAsked}
          />
          <TapPicture picture={picture} tap={tap} />
        </>
      )}
    </div>
  )
}

/** The picture, with a cross that a finger or the arrow keys put where a colour is taken. */
function TapPicture({
  picture,
  tap,
}: {
  readonly picture: Photograph
  readonly tap: (at: { x: number; y: number }) => void
}) {
  const { width, height, rgba } = picture
  const canvas = useRef<HTMLCanvasElement>(null)
  const [at, setAt] = useState({ x: Math.round(width / 2), y: Math.round(height / 2) })
  useEffect(() => {
    canvas.current
      ?.getContext('2d')
      ?.putImageData(new ImageData(new Uint8ClampedArray(rgba), width, height), 0, 0)
  }, [rgba, width, height])
  const touch = (event: PointerEvent<HTMLDivElement>) => {
    const box = canvas.current!.getBoundingClientRect()
    const place = {
      x: held(((event.clientX - box.left) / box.width) * width, width),
      y: held(((event.clientY - box.top) / box.height) * height, height),
    }
    setAt(place)
    tap(place)
  }
  const key = (event: KeyboardEvent<HTMLDivElement>) => {
    const by: Readonly<Record<string, readonly [number, number]>> = {
      ArrowLeft: [-STEP_PX, 0],
      ArrowRight: [STEP_PX, 0],
      ArrowUp: [0, -STEP_PX],
      ArrowDown: [0, STEP_PX],
    }
    const step = by[event.key]
    if (step) setAt({ x: held(at.x + step[0], width), y: held(at.y + step[1], height) })
    else if (event.key === 'Enter' || event.key === ' ') tap(at)
    else return
    event.preventDefault()
  }
  return (
    <div
      role="button"
      tabIndex={0}
      aria-label="The picture: tap a colour, or move the cross with the arrow keys and press Enter"
      className="relative w-fit cursor-crosshair touch-none"
      onPointerDown={touch}
      onKeyDown={key}
    >
      <canvas ref={canvas} width={width} height={height} className="max-h-72 max-w-full rounded-lg" />
      <span
        aria-hidden
        className="border-ink bg-raised/40 pointer-events-none absolute size-4 -translate-1/2 rounded-full border-2"
        style={{ left: `${(100 * at.x) / width}%`, top: `${(100 * at.y) / height}%` }}
      />
    </div>
  )
}

function held(px: number, size: number): number {
  return Math.min(size - 1, Math.max(0, Math.round(px)))
}
