import { useState } from 'react'
import { COLOUR_KINDS, type Colour } from '#core/colour/index.ts'
import type { Work } from '#core/technique/index.ts'
import { WORK_WORDS } from '#words/score.ts'
import { ChoiceField } from './ChoiceField.tsx'
import { CountField } from './CountField.tsx'
import { QuantityField } from './QuantityField.tsx'
import { TextField } from './TextField.tsx'

interface WorkFieldsProps {
  readonly colours: readonly Colour[]
  /** Whether nothing in the pour burns, so that warm air may be blown over it. */
  readonly mayWarm: boolean
  /** How many pieces there are, and the one at hand; null where it is none in particular. */
  readonly pieces: number
  readonly pieceNo: number | null
  readonly put: (work: Work, pieces: readonly number[] | null) => void
}

const MOST_MIN = 240

/** Something to put in between the steps: what, how much of it, on which pieces. */
export function WorkFields({ colours: all, mayWarm, pieces, pieceNo, put }: WorkFieldsProps) {
  const colours = all.filter(({ kind }) => COLOUR_KINDS[kind].state === 'liquid')
  const [work, setWork] = useState<Work>(() => usualWork(colours.length > 0 ? 'drops' : 'own', colours))
  const [on, setOn] = useState(pieceNo === null ? 'all' : String(pieceNo))
  const kinds = (Object.keys(WORK_WORDS) as Work['by'][]).filter(
    (by) => (by !== 'drops' || colours.length > 0) && (by !== 'warmAir' || mayWarm),
  )
  return (
    <div className="flex flex-col gap-3" data-work-fields>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(11rem,1fr))] gap-3">
        <ChoiceField
          label="What"
          value={work.by}
          choices={kinds.map((id) => ({ id, name: WORK_WORDS[id] }))}
          onChange={(by) => setWork(usualWork(by, colours))}
        />
        <Amounts work={work} colours={colours} set={setWork} />
        {pieces > 1 && !isForAll(work) && (
          <ChoiceField
            label="On"
            value={on}
            choices={[
              { id: 'all', name: 'all pieces' },
              ...Array.from({ length: pieces }, (_, k) => ({ id: String(k + 1), name: `piece ${k + 1}` })),
            ]}
            onChange={setOn}
          />
        )}
      </div>
      <button
        type="button"
        className="button button-main min-h-12 self-start"
        disabled={!isSound(work)}
        onClick={() => put(work, on === 'all' || isForAll(work) ? null : [Number(on)])}
      >
        Put it in
      </button>
    </div>
  )
}

function Amounts({
  work,
  colours,
  set,
}: Pick<WorkFieldsProps, 'colours'> & { readonly work: Work; readonly set: (work: Work) => void }) {
  switch (work.by) {
    case 'drops':
      return (
        <>
          <ChoiceField
            label="Colour"
            value={work.colour}
            choices={colours.map(({ id, name }) => ({ id, name }))}
            onChange={(colour) => set({ ...work, colour })}
          />
          <div className="flex flex-col gap-1">
            <span className="text-sm font-medium" aria-hidden>
              Drops on each
            </span>
            <CountField
              label="Drops on each"
              value={work.drops}
              onChange={(drops) => set({ ...work, drops })}
            />
          </div>
        </>
      )
    case 'wait':
      return (
        <QuantityField
          label="How long"
          dimension="time"
          unit="min"
          value={work.minutes}
          onChange={(minutes) => set({ ...work, minutes: minutes ?? Number.NaN })}
        />
      )
    case 'own':
      return <TextField label="Its name" value={work.title} onChange={(title) => set({ ...work, title })} />
    case 'puts':
      return (
        <>
          <TextField label="What it is" value={work.what} onChange={(what) => set({ ...work, what })} />
          <QuantityField
            label="Time on each"
            dimension="time"
            unit="s"
            value={work.seconds / 60}
            onChange={(min) => set({ ...work, seconds: secondsOf(min) })}
          />
        </>
      )
    case 'warmCup':
    case 'warmAir':
    case 'tilt':
      return (
        <QuantityField
          label={work.by === 'warmCup' ? 'How long' : 'On each'}
          dimension="time"
          unit="s"
          value={work.seconds / 60}
          onChange={(min) => set({ ...work, seconds: secondsOf(min) })}
        />
      )
    default:
      return work satisfies never
  }
}

/** Done once, whatever stands in the molds. */
function isForAll({ by }: Work): boolean {
  return by === 'wait' || by === 'warmCup'
}

function secondsOf(min: number | null): number {
  return min === null ? Number.NaN : Math.round(60 * min)
}

function isSound(work: Work): boolean {
  switch (work.by) {
    case 'drops':
      return work.drops >= 1 && work.drops <= 400
    case 'wait':
      return work.minutes > 0 && work.minutes <= MOST_MIN
    case 'own':
      return work.title.trim() !== ''
    case 'puts':
      return work.what.trim() !== '' && work.seconds > 0 && work.seconds <= 3600
    case 'warmCup':
    case 'warmAir':
    case 'tilt':
      return work.seconds > 0 && work.seconds <= 600
    default:
      return work satisfies never
  }
}

function usualWork(by: Work['by'], colours: readonly Colour[]): Work {
  switch (by) {
    case 'drops':
      return { by, colour: colours[0]?.id ?? '', drops: 2 }
    case 'wait':
      return { by, minutes: 5 }
    case 'own':
      return { by, title: '', seconds: 30 }
    case 'puts':
      return { by, what: '', seconds: 30 }
    case 'warmCup':
      return { by, seconds: 90 }
    case 'warmAir':
      return { by, seconds: 20 }
    case 'tilt':
      return { by, seconds: 20 }
    default:
      return by satisfies never
  }
}
