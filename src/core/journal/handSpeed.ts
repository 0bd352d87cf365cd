import { techniqueOfPour, type BatchRequest, type Hands } from '../batch/index.ts'
import { type HandsOn } from '../technique/index.ts'
import { scheduleBatch, settledRequest, type TimedTurn } from '../timing/index.ts'

export interface MeasuredHands {
  readonly hands: Hands
  /** Turns it was measured on. */
  readonly turns: number
}

/** Below and above these a mark was forgotten, or made for several turns at once. */
const LEAST_RATIO = 0.25
const MOST_RATIO = 4
const ENOUGH_TURNS = 3

type Skill = 'bead' | 'strokes' | 'drops'

/**
 * How fast the hands were: the median, per kind of work, of the time between one mark and the next over the time it was planned to take.
 * Only turns that followed another turn of the same step or round are counted, so that no wait is taken for work. A kind of work with
 * fewer than three such turns keeps its figure; null where none has.
 */
export function measuredHands(
  hands: Hands,
  runs: readonly { readonly request: BatchRequest; readonly done: Readonly<Record<string, number>> }[],
): MeasuredHands | null {
  const ratios: Record<Skill, number[]> = { bead: [], strokes: [], drops: [] }
  for (const { request, done } of runs) {
    const technique = techniqueOfPour(request)
    const { turns } = scheduleBatch({ ...settledRequest(request, technique), hands }, technique, done)
    turns.forEach((turn, k) => {
      const skill = skillOf(turn.step.handsOn)
      const ratio = skill && ratioOf(turn, turns[k - 1], done)
      if (skill && ratio) ratios[skill].push(ratio)
    })
  }
  const factor = (skill: Skill) => (ratios[skill].length < ENOUGH_TURNS ? 1 : median(ratios[skill]))
  const counted = Object.values(ratios).filter((each) => each.length >= ENOUGH_TURNS)
  if (counted.length === 0) return null
  return {
    hands: {
      ...hands,
      beadMmPerS: hands.beadMmPerS / factor('bead'),
      ringLiftS: hands.ringLiftS * factor('bead'),
      strokeS: hands.strokeS * factor('strokes'),
      dropS: hands.dropS * factor('drops'),
    },
    turns: counted.reduce((sum, each) => sum + each.length, 0),
  }
}

function skillOf({ by }: HandsOn): Skill | null {
  return by === 'bead' || by === 'strokes' || by === 'drops' ? by : null
}

function ratioOf(
  turn: TimedTurn,
  before: TimedTurn | undefined,
  done: Readonly<Record<string, number>>,
): number | null {
  const follows = before && (before.step.id === turn.step.id || before.step.round !== undefined)
  const from = follows ? done[before.key] : undefined
  const to = done[turn.key]
  if (from === undefined || to === undefined || turn.handsOnMin === 0) return null
  const ratio = (to - from) / turn.handsOnMin
  return ratio >= LEAST_RATIO && ratio <= MOST_RATIO ? ratio : null
}

function median(values: readonly number[]): number {
  return [...values].sort((one, other) => one - other)[Math.floor(values.length / 2)]!
}
