import { useState, type ReactNode } from 'react'
import { ChevronLeft, ChevronRight } from 'lucide-react'
import { ofPiece, techniqueOfPour, type BatchRequest, type MoldFill } from '#core/batch/index.ts'
import { beadLengthMm, type Bead } from '#core/pattern/index.ts'
import { bagsLeft, type BatchPlan } from '#core/plan/index.ts'
import type { RunStep } from '#core/runsheet/index.ts'
import type { Otherwise } from '#core/timing/index.ts'
import { isDrawn, takesCups, TECHNIQUES } from '#core/technique/index.ts'
import { printQuantity, type UnitChoice } from '#core/units/index.ts'
import { wordLengthOf } from '#words/lengths.ts'
import { cupsLaid, laidOf } from '#app/components/laidOf.ts'
import { MoldDrawing } from '#app/components/MoldDrawing.tsx'
import { StepPicture } from '#app/components/StepPicture.tsx'
import { TakesList } from '#app/components/TakesList.tsx'

interface StepHeadProps {
  readonly turn: RunStep
  readonly request: BatchRequest
  readonly plan: BatchPlan
  readonly units: UnitChoice
  readonly done: Readonly<Record<string, number>>
  readonly otherwise: Otherwise
  /** What is to be done. */
  readonly children: ReactNode
}

/** More than these do not stand beside the button in the largest type, on a phone and on a desk. */
const FEW_ON_PHONE = 2
const FEW_ON_DESK = 4

function sizeOf(takes: number): string {
  if (takes > FEW_ON_DESK) return 'text-2xl sm:text-3xl'
  return takes > FEW_ON_PHONE ? 'text-2xl sm:text-5xl' : 'text-3xl sm:text-5xl'
}

/** The step at hand and what it takes, to be read from where the hands are; beside it the pattern where it is done on one piece. */
export function StepHead({ turn, request, plan, units, done, otherwise, children }: StepHeadProps) {
  const fill = turn.pieceNo === null ? undefined : ofPiece(plan.fills, turn.pieceNo)
  const beads = turn.takes.some(({ of }) => of === 'beads')
  const laysCups =
    fill !== undefined &&
    takesCups(TECHNIQUES[fill.technique]) &&
    turn.takes.some(({ of }) => of === 'held' || of === 'stroke')
  const laysPattern = fill !== undefined && !laysCups && isDrawn(fill.technique)
  const technique = techniqueOfPour(request)
  const at = technique.steps.findIndex(({ id }) => id === turn.step.id)
  return (
    <div className="flex items-start justify-between gap-4">
      <div>
        {children}
        <TakesList
          takes={turn.takes}
          units={units}
          className={`font-display my-2 leading-tight ${sizeOf(turn.takes.length)}`}
        />
        {beads && <InTheBag plan={plan} request={request} done={done} otherwise={otherwise} units={units} />}
      </div>
      {!laysCups && !laysPattern && at >= 0 && (
        <StepPicture technique={technique} at={at} className="hidden h-33 w-44 sm:block" />
      )}
      {laysCups && (
        <MoldDrawing
          outline={fill.mold.outline}
          filled={laidOf(fill, turn.takes, request)}
          title={`What is laid where in ${fill.name}`}
          className="size-28 shrink-0 sm:size-44"
        />
      )}
      {laysPattern && <PatternAtHand {...{ fill, plan, request, beads, units }} key={turn.key} />}
    </div>
  )
}

function InTheBag({
  plan,
  request,
  done,
  otherwise,
  units,
}: Pick<StepHeadProps, 'plan' | 'request' | 'done' | 'otherwise' | 'units'>) {
  const bags = bagsLeft(plan, request, done, otherwise)
  const g = (value: number) => printQuantity(value, units.mass)
  return bags.map((bag) => (
    <p key={bag.bag ?? ''} className="text-lg" data-bag={bag.bag ?? 'white'}>
      {bags.length > 1 ? `In the bag of ${bag.bag ?? 'the white'}` : 'In the bag'}: {g(bag.leftG)} of{' '}
      {g(bag.portionG)}
      {bag.shortG > SHORT_G && (
        <span className="text-caution font-semibold">
          {' '}
          {g(bag.shortG)} short for the pieces still to come: lay fewer rings, or stir a little more.
        </span>
      )}
    </p>
  ))
}

/** Less nobody sees in a bag (by eye). */
const SHORT_G = 0.3

/** The bag beside the white's that a bead comes from; null for the white. */
function bagOf({ bag }: Bead, { bags = [] }: BatchRequest): string | null {
  return bags.find(({ id }) => id === bag)?.name ?? null
}

interface PatternAtHandProps {
  readonly plan: BatchPlan
  readonly fill: MoldFill
  readonly request: BatchRequest
  readonly beads: boolean
  readonly units: UnitChoice
}

/** The pattern of the piece at hand; where beads are laid, the one that is next is lit, and the others are a tap away. */
function PatternAtHand({ fill, plan, request, beads, units }: PatternAtHandProps) {
  const [at, setAt] = useState(0)
  const all = fill.laid.beads
  const lit = beads ? all[at] : undefined
  return (
    <figure className="shrink-0">
      <MoldDrawing
        outline={fill.mold.outline}
        laid={fill.laid}
        filled={cupsLaid(fill, plan, request)}
        beadMm={request.white.holeMm}
        inkHexes={fill.inks.map(({ hex }) => hex)}
        bags={request.bags}
        lit={lit}
        title={`Pattern of ${fill.name}`}
        className="size-28 sm:size-44"
      />
      {lit && (
        <figcaption className="flex items-center justify-between text-sm">
          <button
            className="button button-quiet min-h-16 min-w-12 border-transparent px-1"
            aria-label="The bead before"
            disabled={at === 0}
            onClick={() => setAt(at - 1)}
          >
            <ChevronLeft className="size-5" aria-hidden />
          </button>
          <span className="text-center" aria-live="polite" data-bead={at + 1}>
            <span className="font-display block text-lg font-semibold">
              {at + 1} of {all.length}
            </span>{' '}
            {wordLengthOf(beadLengthMm(lit), units)}
            {bagOf(lit, request) && <span className="block">{bagOf(lit, request)}</span>}
          </span>
          <button
            className="button button-quiet min-h-16 min-w-12 border-transparent px-1"
            aria-label="The next bead"
            disabled={at === all.length - 1}
            onClick={() => setAt(at + 1)}
          >
            <ChevronRight className="size-5" aria-hidden />
          </button>
        </figcaption>
      )}
    </figure>
  )
}
