import type { KeyboardEvent, MouseEvent } from 'react'
import { FAULTS, type FaultId, type FaultTag } from '#core/journal/index.ts'
import { FacePicture, type PictureBytes } from './FacePicture.tsx'

interface TaggedFaceProps {
  readonly picture: PictureBytes | null
  readonly title: string
  readonly side: FaultTag['side']
  /** Tags of both sides; those of this side are shown with their place in the list. */
  readonly tags: readonly FaultTag[]
  /** The fault that a tap on the picture marks; null while looking only. */
  readonly placing?: FaultId | null
  readonly onChange?: (tags: readonly FaultTag[]) => void
}

const NUDGE = 0.02

/** A face with its faults where they are: numbered, movable by arrow keys, taken off by Delete. */
export function TaggedFace({ picture, title, side, tags, placing = null, onChange }: TaggedFaceProps) {
  const place = (event: MouseEvent<HTMLButtonElement>) => {
    if (!placing) return
    const box = event.currentTarget.getBoundingClientRect()
    // A key press has no place of its own: it goes to the middle.
    const byKey = event.detail === 0
    const x = byKey ? 0.5 : share(event.clientX - box.left, box.width)
    const y = byKey ? 0.5 : share(event.clientY - box.top, box.height)
    onChange?.([...tags, { fault: placing, side, x, y }])
  }
  const onKey = (event: KeyboardEvent, k: number) => {
    const moved = keyed(event.key, tags[k]!)
    if (!moved || !onChange) return
    event.preventDefault()
    onChange(
      moved === 'gone'
        ? tags.filter((_tag, at) => at !== k)
        : tags.map((tag, at) => (at === k ? moved : tag)),
    )
  }
  return (
    <div className="relative">
      <FacePicture picture={picture} title={title} className="aspect-square w-full" />
      {picture && placing && (
        <button
          type="button"
          className="absolute inset-0 cursor-crosshair rounded-xl"
          aria-label={`Mark ${FAULTS[placing].symptom} on the ${side === 'front' ? 'face' : 'back'}`}
          onClick={place}
        />
      )}
      {picture &&
        tags.map((tag, k) => {
          if (tag.side !== side) return null
          const words = `${k + 1}: ${FAULTS[tag.fault].symptom}`
          const style = { left: `${100 * tag.x}%`, top: `${100 * tag.y}%` }
          const look =
            'bg-press text-on-press border-on-press absolute grid size-6 -translate-1/2 place-items-center rounded-full border-2 text-xs font-bold'
          return onChange ? (
            <button
              key={k}
              type="button"
              className={look}
              style={style}
              aria-label={`${words}; arrow keys move it, Delete takes it off`}
              title={words}
              data-tag={tag.fault}
              onKeyDown={(event) => onKey(event, k)}
            >
              {k + 1}
            </button>
          ) : (
            <span key={k} className={look} style={style} title={words} data-tag={tag.fault}>
              {k + 1}
            </span>
          )
        })}
    </div>
  )
}

function keyed(key: string, tag: FaultTag): FaultTag | 'gone' | null {
  const to = (dx: number, dy: number) => ({ ...tag, x: share(tag.x + dx, 1), y: share(tag.y + dy, 1) })
  switch (key) {
    case 'ArrowLeft':
      return to(-NUDGE, 0)
    case 'ArrowRight':
      return to(NUDGE, 0)
    case 'ArrowUp':
      return to(0, -NUDGE)
    case 'ArrowDown':
      return to(0, NUDGE)
    case 'Delete':
    case 'Backspace':
      return 'gone'
    default:
      return null
  }
}

/** A length as a share of the whole, on the picture whatever was tapped. */
function share(length: number, whole: number): number {
  return Math.round(1000 * Math.min(1, Math.max(0, length / whole))) / 1000
}
