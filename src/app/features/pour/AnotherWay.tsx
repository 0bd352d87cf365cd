import { useState } from 'react'
import { Dialog } from 'radix-ui'
import { Split } from 'lucide-react'
import { dropLoad, MOST_LOAD, techniqueOfPour } from '#core/batch/index.ts'
import { bagsLeft, type BatchPlan } from '#core/plan/index.ts'
import type { RunStep } from '#core/runsheet/index.ts'
import { addedId, whyNeeded } from '#core/technique/index.ts'
import { holeAt, type Otherwise } from '#core/timing/index.ts'
import { CAUTIONS, mayWarm } from '#core/safety/index.ts'
import { BESIDE_WORDS, wordNeeded } from '#words/otherwise.ts'
import { Sheet } from '#app/components/Sheet.tsx'
import { useSay } from '#app/components/undo.tsx'
import { WorkFields } from '#app/components/WorkFields.tsx'
import { useUnits } from '#app/platform/queries.ts'
import { useRecord, type NewEvent } from '#app/platform/marks.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { HoleField } from './HoleField.tsx'
import { MoreWhite } from './MoreWhite.tsx'

interface AnotherWayProps {
  readonly story: BatchStory
  readonly turn: RunStep
  readonly plan: BatchPlan
  readonly done: Readonly<Record<string, number>>
  readonly otherwise: Otherwise
}

/** What can be done otherwise than planned at the step at hand: left out, once more, no more, another piece first, with more white, through a wider hole, or beside the steps. What was not done is never marked as done. */
export function AnotherWay({ story, turn, plan, done, otherwise }: AnotherWayProps) {
  const { request } = story.batch
  const [isOpen, setIsOpen] = useState(false)
  const record = useRecord(story.batch.id)
  const units = useUnits()
  const say = useSay()
  const fail = (problem: Error) => say(problem.message)
  const tell = async (event: NewEvent, told: string) => {
    setIsOpen(false)
    const result = await record(event)
    if (result.ok) say(told, () => void record({ kind: 'undone', eventId: result.value.id }).catch(fail))
  }
  const leaveOut = (steps: readonly RunStep[]) =>
    tell({ kind: 'leftOut', keys: steps.map(({ key }) => key) }, 'Left out: nothing is marked as done.')
  const technique = techniqueOfPour(request)
  const needed = whyNeeded(technique, turn.step.id)
  const undone = plan.steps.filter(({ key }) => done[key] === undefined)
  // What is done in one round with it on a piece goes with it.
  const own = technique.steps.findIndex(({ id }) => id === turn.step.id)
  const round = technique.steps[own]?.round
  const together = technique.steps.filter(
    (each, k) => k === own || (k > own && round !== undefined && each.round === round),
  )
  const ids = together.map(({ id }) => id)
  const inOneRound = technique.steps
    .filter((each) => round !== undefined && each.round === round && each.times === undefined)
    .map(({ id }) => id)
  const here = undone.filter(
    ({ step: { id: stepId }, pieceNo }) => ids.includes(stepId) && pieceNo === turn.pieceNo,
  )
  const all = undone.filter(({ step: { id: stepId } }) => ids.includes(stepId))
  // Whatever else goes on pieces, as far as the pour can be without it.
  const stillToLay = undone.filter(
    ({ step: { place, id: stepId }, pieceNo }) =>
      place === 'pour' && pieceNo !== null && !whyNeeded(technique, stepId),
  )
  const pieces = undone.filter(({ step: { id: stepId } }) => stepId === turn.step.id).length
  const bag = bagsLeft(plan, request, done, otherwise).find((each) => each.bag === null)
  const numbers = [
    ...new Set(
      undone.flatMap(({ step: { id: stepId }, pieceNo }) =>
        stepId === turn.step.id && pieceNo !== null ? [pieceNo] : [],
      ),
    ),
  ]
  const others = numbers.filter((no) => no !== turn.pieceNo)
  const takeFirst = (no: number) => {
    const all = otherwise.pieceOrder.length > 0 ? otherwise.pieceOrder : upTo(plan.pieces)
    const laid = all.filter((each) => !numbers.includes(each))
    const order = [...laid, no, ...all.filter((each) => numbers.includes(each) && each !== no)]
    void tell({ kind: 'pieceOrder', order }, `Piece ${no} first.`).catch(fail)
  }
  const rounds = technique.steps.find(({ times }) => times !== undefined)
  const inRounds = rounds?.id === turn.step.id
  return (
    <Dialog.Root open={isOpen} onOpenChange={setIsOpen}>
      <Dialog.Trigger className="button button-quiet min-h-16">
        <Split className="size-5" aria-hidden /> Another way
      </Dialog.Trigger>
      <Sheet title="Another way" className="inset-x-2 top-2 max-h-[96vh] max-w-xl">
        <p className="text-ink-soft mb-3">
          {turn.step.title}
          {turn.pieceNo !== null && `, piece ${turn.pieceNo}`}
        </p>
        {needed ? (
          <p className="mb-3">It cannot be left out. {wordNeeded(needed)}</p>
        ) : (
          <div className="mb-3 flex flex-col gap-2">
            <Choice
              label={turn.pieceNo === null ? 'Leave it out' : 'Leave it out on this piece'}
              choose={() => leaveOut(inRounds ? [turn] : here)}
            />
            {pieces > 1 && (
              <Choice
                label={inRounds ? 'Covered: no more drops' : `Leave it out on all ${pieces} still to come`}
                choose={() => leaveOut(all)}
              />
            )}
            {!inRounds && turn.pieceNo !== null && stillToLay.length > all.length && (
              <Choice
                label="Covered as it is: nothing more goes on any piece"
                choose={() => leaveOut(stillToLay)}
              />
            )}
          </div>
        )}
        {rounds && (
          <div className="flex flex-col gap-2">
            <Choice
              label="One more round of drops"
              choose={() => tell({ kind: 'roundAdded' }, 'One more round, after those that were planned.')}
            />
            <p className="text-ink-soft text-sm">{loadWords(plan, otherwise)}</p>
          </div>
        )}
        {others.length > 0 && (
          <div className="mt-4 flex flex-col gap-2">
            <p className="text-sm font-medium">Another piece first</p>
            <div className="flex flex-wrap gap-2">
              {others.map((no) => (
                <button
                  key={no}
                  className="button min-h-16 min-w-16"
                  aria-label={`Piece ${no} first`}
                  onClick={() => takeFirst(no)}
                >
                  {no}
                </button>
              ))}
            </div>
          </div>
        )}
        {bag && (
          <MoreWhite
            request={request}
            shortG={bag.shortG}
            units={units}
            stirred={(aG, bG) =>
              tell({ kind: 'whiteStirred', aG, bG }, 'In the bag, and out of the books of your supplies.')
            }
          />
        )}
        {bag && (
          <HoleField
            holeMm={holeAt(otherwise, request.white.holeMm)}
            units={units}
            cut={(mm) => tell({ kind: 'holeCut', mm }, 'The hole is cut: windows and grams follow.')}
          />
        )}
        {inOneRound.length > 1 && others.length > 0 && (
          <div className="mt-4">
            <Choice
              label="On all pieces before the next step"
              choose={() =>
                tell(
                  { kind: 'written', edit: { kind: 'pass', steps: inOneRound, by: 'step' } },
                  'All of it first, then the next step.',
                )
              }
            />
          </div>
        )}
        {own >= 0 && turn.step.place === 'pour' && (
          <details className="mt-4">
            <summary className="min-h-11 cursor-pointer content-center text-lg font-semibold">
              Something in between
            </summary>
            <WorkFields
              colours={request.colours}
              mayWarm={mayWarm(technique, request)}
              pieces={plan.pieces}
              pieceNo={turn.pieceNo}
              put={(work, pieces) =>
                void tell(
                  {
                    kind: 'written',
                    edit: {
                      kind: 'added',
                      id: addedId(request.score ?? []),
                      work,
                      pieces,
                      before: turn.step.id,
                    },
                  },
                  'Put in: the clock follows.',
                ).catch(fail)
              }
            />
          </details>
        )}
        <h3 className="mt-4 mb-2 text-lg">Beside the steps</h3>
        <div className="flex flex-col gap-2">
          <Choice
            label={BESIDE_WORDS.rimWiped}
            choose={() => tell({ kind: 'beside', deed: 'rimWiped' }, 'Told in the log.')}
          />
          {mayWarm(technique, request) ? (
            <>
              <Choice
                label={BESIDE_WORDS.warmAir}
                choose={() => tell({ kind: 'beside', deed: 'warmAir' }, 'Told in the log.')}
              />
              <p className="text-ink-soft text-sm">
                Low and moving, seconds at a time, no closer than a hand. No forecast follows it: read the
                resin afterwards.
              </p>
            </>
          ) : (
            <p className="text-ink-soft text-sm" data-no-warm-air>
              No warm air over this pour. {CAUTIONS.flame.text}
            </p>
          )}
        </div>
      </Sheet>
    </Dialog.Root>
  )
}

/** 1, 2, … up to that number. */
function upTo(last: number): readonly number[] {
  return Array.from({ length: last }, (_, k) => k + 1)
}

function Choice({ label, choose }: { label: string; choose: () => Promise<void> }) {
  const say = useSay()
  return (
    <button
      className="button min-h-16 w-full text-lg"
      onClick={() => void choose().catch((problem: Error) => say(problem.message))}
    >
      {label}
    </button>
  )
}

/** How much of the bed ink and white would be with one round more, on the piece that carries the most. */
function loadWords({ fills }: BatchPlan, { moreRounds }: Otherwise): string {
  const share = Math.max(
    ...fills
      .filter(({ white }) => white.drops > 0)
      .map((fill) => (dropLoad(fill).share * (fill.rounds + moreRounds + 1)) / fill.rounds),
  )
  const told = `Ink and white would be ${(100 * share).toFixed(1)} % of the bed`
  return share > MOST_LOAD
    ? `${told}: more than ${100 * MOST_LOAD} % keeps it soft or tacky.`
    : `${told}; up to ${100 * MOST_LOAD} % it cures.`
}
