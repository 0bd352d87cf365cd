import { isWhite, type Colour } from '../colour/index.ts'
import { STAGES } from '../resin/index.ts'
import { withoutIdle } from './idle.ts'
import { keptFromFlame, whyNeeded } from './order.ts'
import { stepsNamed, type EditRefused, type Judged, type ScoreEdit } from './score.ts'
import type { StepId, StepRule, Technique } from './technique.ts'
import { broughtBy, stepOfWork } from './work.ts'
import { inRounds, outOfCup } from './rounds.ts'

/** The pour with what was written on it, edit by edit; what is refused changes nothing. */
export function written(
  pour: Technique,
  edits: readonly ScoreEdit[],
  made: MadeOf,
): { readonly pour: Technique; readonly judged: readonly Judged[] } {
  const judged: Judged[] = []
  let now = pour
  for (const edit of edits) {
    const next = writtenOnce(now, edit, made)
    judged.push({ edit, refused: 'refused' in next ? next.refused : null })
    if (!('refused' in next)) now = next
  }
  return { pour: keptFromFlame(now), judged }
}

/** What of a plan its score can speak of. */
export interface MadeOf {
  readonly colours: readonly Colour[]
  /** How many pieces there are. */
  readonly pieces: number
  /** Cups that its mix is divided into, by their ids. */
  readonly cups: readonly string[]
  /** Bags beside the white's. */
  readonly bags: readonly {
    readonly id: string
    readonly name: string
    readonly colours: readonly { readonly colour: Colour }[]
  }[]
}

function writtenOnce(
  pour: Technique,
  edit: ScoreEdit,
  { colours, pieces, bags, cups }: MadeOf,
): Technique | { readonly refused: EditRefused } {
  const gone = stepsNamed(edit).find(
    (id) => !pour.steps.some((step) => step.id === id && step.place === 'pour'),
  )
  if (gone !== undefined) return { refused: { by: 'gone', step: gone } }
  switch (edit.kind) {
    case 'leftOut': {
      const needed = whyNeeded(pour, edit.step)
      if (needed) return { refused: { by: 'needed', needed } }
      if (edit.step === pour.aimStep || edit.step === pour.bottleneck) return { refused: { by: 'heart' } }
      return withoutIdle(pour, ({ id }) => id === edit.step)
    }
    case 'moved':
      return framed(pour, moved(pour.steps, stepOf(pour, edit.step), edit.before))
    case 'atMinute':
      // Every minute is told from its end.
      if (stepOf(pour, edit.step).does === 'stirs')
        return { refused: { by: 'frame', title: stepOf(pour, edit.step).title } }
      return changed(pour, edit.step, (step) => ({ ...step, atMin: edit.min }))
    case 'pass':
      if (!goAlong(pour.steps, edit)) return { refused: { by: 'notAlong' } }
      return {
        ...pour,
        steps: pour.steps.map((step) => (edit.steps.includes(step.id) ? passed(step, edit) : step)),
      }
    case 'inTurn':
    case 'split': {
      const step = stepOf(pour, edit.step)
      if (step.takes !== 'beads' || step.bag !== undefined || bags.length === 0)
        return { refused: { by: 'oneBag' } }
      if (step.inTurn) return { refused: { by: 'inTurn' } }
      if (edit.kind === 'inTurn') return changed(pour, edit.step, alternating)
      return { ...pour, steps: pour.steps.flatMap((each) => (each === step ? byBag(step, bags) : [each])) }
    }
    case 'inRounds':
      return inRounds(pour, edit)
    case 'outOf':
      return outOfCup(pour, edit, cups)
    case 'added': {
      const step = stepOfWork(pour, edit, colours)
      if (!step) return { refused: { by: 'colourGone' } }
      if (step.gives && step.needs.includes('sticks'))
        return { refused: { by: 'dry', colour: step.gives.what } }
      if (edit.pieces?.every((no) => no > pieces)) return { refused: { by: 'noPiece' } }
      return framed(pour, putBefore(pour.steps, step, edit.before))
    }
    default:
      return edit satisfies never
  }
}

function stepOf({ steps }: Technique, id: StepId): StepRule {
  return steps.find((step) => step.id === id)!
}

function changed(pour: Technique, id: StepId, change: (step: StepRule) => StepRule): Technique {
  return { ...pour, steps: pour.steps.map((step) => (step.id === id ? change(step) : step)) }
}

function moved(steps: readonly StepRule[], step: StepRule, before: StepId): readonly StepRule[] {
  if (step.id === before) return steps
  // It goes with no round any more that it does not stand in.
  const { round: _round, ...alone } = step
  return putBefore(
    steps.filter(({ id }) => id !== step.id),
    alone,
    before,
  )
}

function putBefore(steps: readonly StepRule[], step: StepRule, before: StepId): readonly StepRule[] {
  const at = steps.findIndex(({ id }) => id === before)
  const [earlier, later] = [steps[at - 1], steps[at]!]
  // What is put between two steps of a round goes along with them, piece by piece.
  const inRound = step.per === 'piece' && later.round !== undefined && earlier?.round === later.round
  return [...steps.slice(0, at), inRound ? { ...step, round: later.round! } : step, ...steps.slice(at)]
}

/** The pour with those steps, as long as it is still one: stirred first, poured before anything is done in the molds, covered last. */
function framed(pour: Technique, steps: readonly StepRule[]): Technique | { readonly refused: EditRefused } {
  const placeOf = (does: StepRule['does']) => steps.findIndex((step) => step.does === does)
  const [stirs, empties] = [placeOf('stirs'), placeOf('empties')]
  if (stirs > 0) return { refused: { by: 'frame', title: steps[stirs]!.title } }
  const early = steps
    .slice(0, empties)
    .find(({ per, place, anywhere }) => place === 'pour' && per === 'piece' && !anywhere)
  // Nothing is wet before the first of it is poured: a drop would run off what is dry.
  const poured = steps.findIndex(({ does }) => does === 'pours' || does === 'empties')
  const dry = steps.slice(0, poured).find(({ gives }) => gives)
  if (dry) return { refused: { by: 'beforePour', title: dry.title } }
  const wasEarly = early && pour.steps.indexOf(early) >= 0 && isBefore(pour, early.id)
  if (early && !wasEarly) return { refused: { by: 'beforePour', title: early.title } }
  // Whoever pours on after that had not emptied the cup.
  const after = steps.slice(empties).find(({ does }) => does === 'pours')
  if (after) return { refused: { by: 'frame', title: after.title } }
  const covers = placeOf('covers')
  const late =
    covers < 0 ? undefined : steps.slice(covers).find(({ per, place }) => place === 'pour' && per === 'piece')
  return late ? { refused: { by: 'frame', title: late.title } } : { ...pour, steps }
}

/** Whether the way itself does that before it pours. */
function isBefore({ steps }: Technique, id: StepId): boolean {
  return steps.findIndex((step) => step.id === id) < steps.findIndex(({ does }) => does === 'empties')
}

/** Whether those steps go piece by piece, and, to be done together on each, stand beside each other. */
function goAlong(
  steps: readonly StepRule[],
  { steps: named, by }: Extract<ScoreEdit, { kind: 'pass' }>,
): boolean {
  const places = named.map((name) => steps.findIndex(({ id }) => id === name)).toSorted((a, b) => a - b)
  const goes = places.every((at) => steps[at]!.per === 'piece' && steps[at]!.times === undefined)
  return goes && (by === 'step' || places.every((at, k) => at === places[0]! + k))
}

/** A bead of each bag, and round again. */
function alternating(step: StepRule): StepRule {
  // Its words are its turns, not its marks.
  const { says: _says, ...piped } = step
  return {
    ...piped,
    inTurn: true,
    title: 'Pipe the bags in turn',
    detail: 'One bead out of each bag, then round again.',
  }
}

/** A bag without white sinks nowhere: its bead lies as it was laid for as long as a tool still draws it (by eye). */
const STAYS_UP: StepRule['moment'] = {
  by: 'resin',
  criterion: { by: 'fluidity', opensPerPa: null, bestPerPa: 1750, closesPerPa: STAGES.string.closesPerPa },
}

/** Bag by bag: each of the others under a name of its own, then the white's, which is the step as it was. */
function byBag(step: StepRule, bags: MadeOf['bags']): readonly StepRule[] {
  const { does: _does, ...piped } = step
  return [
    ...bags.map(({ id, name, colours }): StepRule => ({
      ...piped,
      ...(!colours.some(({ colour }) => isWhite(colour)) && { moment: STAYS_UP }),
      brings: broughtBy(colours.map(({ colour }) => colour)),
      id: `${step.id}-${id}`,
      title: `Pipe ${name}`,
      bag: id,
      short: name,
    })),
    { ...step, bag: null },
  ]
}

function passed(step: StepRule, { steps, by }: Extract<ScoreEdit, { kind: 'pass' }>): StepRule {
  const { round: _round, ...alone } = step
  return by === 'piece' ? { ...alone, round: steps.join('+') } : alone
}
