import { useMemo, useRef, useState } from 'react'
import * as v from 'valibot'
import { narrowFromMm, techniqueOn, type BatchRequest, type PieceOrder } from '#core/batch/index.ts'
import { HAND_SMOOTH, islandsOf, narrowZones, polygonOf, type Point } from '#core/mold/index.ts'
import { layPattern, placeOf, type Pattern } from '#core/pattern/index.ts'
import { isFlowered } from '#core/technique/index.ts'
import { patternSchema } from '#schema/pattern.ts'
import { MARK_WORDS } from '#words/pattern.ts'
import { frameOf, MoldDrawing } from '#app/components/MoldDrawing.tsx'
import { PatternHandles } from './PatternHandles.tsx'

interface PatternDrawingProps {
  readonly draft: BatchRequest
  readonly order: PieceOrder
  readonly pattern: Pattern
  readonly chosen: string | null
  readonly choose: (id: string) => void
  /** `hold` is the same as long as one hand holds one mark. */
  readonly move: (id: string, to: Point, hold: string) => void
  readonly inkHexes: readonly string[]
}

/** The pattern in its mold, to scale, as it is poured or as the face shows it; what has a place can be taken hold of. */
export function PatternDrawing({
  draft,
  order,
  pattern,
  chosen,
  choose,
  move,
  inkHexes,
}: PatternDrawingProps) {
  const drawing = useRef<SVGSVGElement>(null)
  const [asFace, setAsFace] = useState(false)
  const { outline, name } = order.mold
  const sound = v.is(patternSchema, pattern)
  const laid = useMemo(() => (sound ? layPattern(pattern, outline) : null), [sound, pattern, outline])
  const narrowMm = narrowFromMm(draft.white)
  const blooms = isFlowered(techniqueOn(order, draft))
  const narrow = useMemo(
    () =>
      blooms && narrowMm > 0
        ? narrowZones(polygonOf(outline, HAND_SMOOTH), narrowMm, islandsOf(outline))
        : [],
    [blooms, outline, narrowMm],
  )
  const side = frameOf(outline)
  return (
    <section className="sheet" aria-labelledby="drawing-heading">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2 id="drawing-heading" className="text-xl">
          {asFace ? 'As the face against the silicone shows it' : 'As you pour it'}
        </h2>
        <button className="button button-quiet" aria-pressed={asFace} onClick={() => setAsFace(!asFace)}>
          {asFace ? 'As you pour it' : 'Mirrored, as the face'}
        </button>
      </div>
      <MoldDrawing
        ref={drawing}
        outline={outline}
        frameMm={side}
        {...(laid && { laid })}
        beadMm={draft.white.holeMm}
        inkHexes={inkHexes}
        bags={draft.bags}
        narrow={narrow}
        mirrored={asFace}
        title={`Pattern in ${name}, to scale`}
        className="mx-auto max-h-[34rem] w-full max-w-[34rem]"
      >
        <PatternHandles
          marks={pattern.marks}
          chosen={chosen}
          choose={choose}
          move={move}
          drawing={drawing}
          mirrored={asFace}
          side={side}
        />
      </MoldDrawing>
      <ul className="text-ink-soft mt-2 list-disc pl-5 text-sm">
        {pattern.marks.some(({ mark }) => placeOf(mark) !== null) && (
          <li>
            Round handles can be dragged, or moved with the arrow keys; a flower moves as one, its marks by
            their figures.
          </li>
        )}
        {narrow.length > 0 && <li>Shaded: too narrow to bloom much.</li>}
        {laid?.nowhere.map((id) => (
          <li key={id} className="text-stop" data-nowhere>
            {MARK_WORDS[pattern.marks.find((each) => each.id === id)!.mark.kind].name}: nothing of it falls
            into this mold.
          </li>
        ))}
        {!laid && <li className="text-stop">A figure is wrong; the drawing waits.</li>}
      </ul>
    </section>
  )
}
