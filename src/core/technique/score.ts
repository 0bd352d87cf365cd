import { COLOUR_KINDS, isWhite, type Colour } from '../colour/index.ts'
import { STAGES } from '../resin/index.ts'
import { withoutIdle } from './idle.ts'
import { NO_FLAME, whyNeeded, type Needed } from './order.ts'
import type { Agent, StepId, StepRule, Technique } from './technique.ts'

/** Something a person puts in between the steps of a way: so many drops of a colour of the plan on each piece, warm air, a tilt, a wait, or a word to oneself. */
export type Work =
  | { readonly by: 'drops'; readonly colour: string; readonly drops: number }
  | { readonly by: 'warmAir'; readonly seconds: number }
  | { readonly by: 'tilt'; readonly seconds: number }
  | { readonly by: 'wait'; readonly minutes: number }
  | { readonly by: 'own'; readonly title: string; readonly seconds: number }

/**
 * What a person writes on the order of the hands that a way of laying comes to, in the order it was written. A step is named by its id. What speaks of a step that is not
 * there any more is kept, told and does nothing.
 */
export type ScoreEdit =
  /** Not done at all. */
  | { readonly kind: 'leftOut'; readonly step: StepId }
  /** Right before that step. */
  | { readonly kind: 'moved'; readonly step: StepId; readonly before: StepId }
  /** So many minutes after stop-stir, on the first piece where it goes piece by piece, whatever the model says. */
  | { readonly kind: 'atMinute'; readonly step: StepId; readonly min: number }
  /** Those steps one after the other on each piece, or each on all pieces before the next. */
  | { readonly kind: 'pass'; readonly steps: readonly StepId[]; readonly by: 'piece' | 'step' }
  /** Every bag of it is a step of its own, the white's last. */
  | { readonly kind: 'split'; readonly step: StepId }
  /** A bead of each bag and round again, until they are all laid. */
  | { readonly kind: 'inTurn'; readonly step: StepId }
  | {
      readonly kind: 'added'
      /** The step's own. */
      readonly id: StepId
      readonly work: Work
      /** By number; null for all of them. */
      readonly pieces: readonly number[] | null
      readonly before: StepId
    }

/** Why something that was written cannot be so; the plan is as if it were not written. */
export type EditRefused =
  | { readonly by: 'gone'; readonly step: StepId }
  | { readonly by: 'colourGone' }
  /** What is dry does not drip. */
  | { readonly by: 'dry'; readonly colour: string }
  /** There is one bag, or none. */
  | { readonly by: 'oneBag' }
  /** Its bags take turns already. */
  | { readonly by: 'inTurn' }
  /** They are not done piece by piece, or something stands between them. */
  | { readonly by: 'notAlong' }
  /** It is for pieces that the plan has none of. */
  | { readonly by: 'noPiece' }
  | { readonly by: 'needed'; readonly needed: Needed }
  /** The whole pour is timed for it. */
  | { readonly by: 'heart' }
  /** Nothing lies in the molds yet that it could be done to. */
  | { readonly by: 'beforePour'; readonly title: string }
  /** It would be poured before it is stirred, or covered before it is done. */
  | { readonly by: 'frame'; readonly title: string }

/** An edit with what becomes of it. */
export interface Judged {
  readonly edit: ScoreEdit
  readonly refused: EditRefused | null
}

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

/** What burns brings its rule along, into a way that had none: no heat where its vapour may be. */
function keptFromFlame(pour: Technique): Technique {
  const burns = pour.steps.some(({ brings }) => brings.includes('alcohol'))
  const isRuled = pour.order.some((rule) => rule.kind === 'noFlameWith' && rule.agent === 'alcohol')
  return burns && !isRuled ? { ...pour, order: [...pour.order, NO_FLAME] } : pour
}

/** What of a plan its score can speak of. */
export interface MadeOf {
  readonly colours: readonly Colour[]
  /** How many pieces there are. */
  readonly pieces: number
  /** Bags beside the white's. */
  readonly bags: readonly { readonly id: string; readonly name: string }[]
}

function writtenOnce(
  pour: Technique,
  edit: ScoreEdit,
  { colours, pieces, bags }: MadeOf,
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

/** A name that nothing put in between has yet. */
export function addedId(score: readonly ScoreEdit[]): StepId {
  const taken = new Set(score.flatMap((edit) => (edit.kind === 'added' ? [edit.id] : [])))
  let no = 1
  while (taken.has(`own${no}`)) no++
  return `own${no}`
}

/** The steps an edit speaks of. */
export function stepsNamed(edit: ScoreEdit): readonly StepId[] {
  switch (edit.kind) {
    case 'moved':
      return [edit.step, edit.before]
    case 'pass':
      return edit.steps
    case 'added':
      return [edit.before]
    case 'leftOut':
    case 'atMinute':
    case 'split':
    case 'inTurn':
      return [edit.step]
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
  const wasEarly = early && pour.steps.indexOf(early) >= 0 && isBefore(pour, early.id)
  if (early && !wasEarly) return { refused: { by: 'beforePour', title: early.title } }
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

/** Bag by bag: each of the others under a name of its own, then the white's, which is the step as it was. */
function byBag(step: StepRule, bags: MadeOf['bags']): readonly StepRule[] {
  const { does: _does, ...piped } = step
  return [
    ...bags.map(({ id, name }): StepRule => ({
      ...piped,
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

/** What is put in as a step; null where its colour is none of the plan's. */
function stepOfWork(
  pour: Technique,
  { id, work, pieces }: Extract<ScoreEdit, { kind: 'added' }>,
  colours: readonly Colour[],
): StepRule | null {
  const on = pieces === null ? {} : { on: pieces }
  switch (work.by) {
    case 'drops': {
      const colour = colours.find((each) => each.id === work.colour)
      return colour ? { ...dropping(pour, colour, work.drops), id, ...on } : null
    }
    case 'warmAir':
      return { ...WARM_AIR, id, handsOn: { by: 'seconds', seconds: work.seconds }, ...on }
    case 'tilt':
      return { ...TILT, id, handsOn: { by: 'seconds', seconds: work.seconds }, ...on }
    case 'wait':
      return {
        ...WAIT,
        id,
        title: `Wait ${work.minutes} min`,
        moment: { by: 'since', minutes: work.minutes },
        ...on,
      }
    case 'own':
      return { ...OWN, id, title: work.title, handsOn: { by: 'seconds', seconds: work.seconds }, ...on }
    default:
      return work satisfies never
  }
}

const ADDED = { place: 'pour', per: 'piece', needs: [], brings: [] } as const satisfies Partial<StepRule>

function dropping({ steps }: Technique, { name, kind }: Colour, drops: number): Omit<StepRule, 'id'> {
  const { vapour, state } = COLOUR_KINDS[kind]
  const white = isWhite({ kind })
  const inks = steps.find(({ does }) => does === 'inks')
  const brings: readonly Agent[] = [
    // A stronger solvent burns as alcohol does, and pushes petals as it does.
    ...(vapour === null ? [] : (['alcohol'] as const)),
    ...(white ? (['white'] as const) : (['movingInk'] as const)),
  ]
  return {
    ...ADDED,
    title: `${drops} ${drops === 1 ? 'drop' : 'drops'} of ${name}`,
    detail: 'Where you want them, off the wall.',
    done: 'Dropped',
    late: 'It no longer spreads: fewer, larger drops, or none.',
    // As long as the way’s own inks may go in.
    moment: inks?.moment.by === 'resin' ? inks.moment : { by: 'resin', criterion: STAGES.inkSpreads },
    handsOn: { by: 'dropsOf', drops },
    takes: 'given',
    gives: { what: name, drops },
    needs: state === 'liquid' ? ['inks', 'wipes'] : ['sticks', 'wipes'],
    ...(vapour === 'solvent' && { risks: ['solvent'] as const }),
    flows: true,
    short: name,
    brings,
  }
}

const WARM_AIR: Omit<StepRule, 'id' | 'handsOn'> = {
  ...ADDED,
  title: 'Warm air over it',
  detail:
    'Low and moving, seconds at a time, no closer than a hand. No forecast follows it: read the resin afterwards.',
  done: 'Warmed',
  moment: { by: 'since', minutes: 0 },
  needs: ['heat'],
  flows: true,
  short: 'warm air',
  brings: ['heat'],
}

const TILT: Omit<StepRule, 'id' | 'handsOn'> = {
  ...ADDED,
  title: 'Tilt it, and level it again',
  detail: 'Slowly, one way and back; what has come to rest moves again.',
  done: 'Tilted',
  moment: { by: 'since', minutes: 0 },
  needs: ['level'],
  flows: true,
  short: 'tilt',
  brings: [],
}

const WAIT: Omit<StepRule, 'id' | 'title' | 'moment'> = {
  ...ADDED,
  per: 'batch',
  detail: 'Nothing is done to the pieces until it is over, but for looks and wipes that fall due.',
  done: 'Waited',
  handsOn: { by: 'none' },
  short: 'wait',
}

const OWN: Omit<StepRule, 'id' | 'title' | 'handsOn'> = {
  ...ADDED,
  anywhere: true,
  detail: 'Your own step.',
  done: 'Done',
  moment: { by: 'since', minutes: 0 },
  short: 'own',
}
