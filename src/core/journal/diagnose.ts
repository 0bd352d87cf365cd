import { CAUSES, type CauseId, type CauseRule, type QuestionId } from './causes.ts'
import type { RunFacts } from './facts.ts'
import type { FaultId } from './faults.ts'

/** A cause and how likely it is among those of its fault. */
export interface RankedCause {
  readonly cause: CauseId
  readonly share: number
  /** The run itself speaks for it, not only experience. */
  readonly shown: boolean
}

export interface Diagnosis {
  readonly fault: FaultId
  /** Likeliest first. */
  readonly causes: readonly RankedCause[]
  /** What would tell most, where the run does not; null when it is clear, or all was asked. */
  readonly ask: QuestionId | null
}

export type Answers = Readonly<Partial<Record<QuestionId, boolean>>>

/** Clear enough to ask nothing. */
const CLEAR_SHARE = 0.75
/** An answer weighs as much as plain evidence. */
const ANSWER_LOG = 2.5

/** The causes of a fault, weighed by what the run shows and what the person answered (log odds added up, shared out as a softmax). */
export function diagnose(fault: FaultId, facts: RunFacts, answers: Answers = {}): Diagnosis {
  const causes = shares(fault, facts, answers).sort((one, other) => other.share - one.share)
  const clear = causes.length === 1 || causes[0]!.share >= CLEAR_SHARE
  return {
    fault,
    causes: causes.map(({ rule, share }) => ({ cause: rule.cause, share, shown: isShown(rule, facts) })),
    ask: clear || isShown(causes[0]!.rule, facts) ? null : mostTelling(fault, facts, answers),
  }
}

function shares(fault: FaultId, facts: RunFacts, answers: Answers) {
  const weighed = CAUSES[fault].map((rule) => ({ rule, log: rule.usual + weightOf(rule, facts, answers) }))
  const most = Math.max(...weighed.map(({ log }) => log))
  const all = weighed.reduce((sum, { log }) => sum + Math.exp(log - most), 0)
  return weighed.map(({ rule, log }) => ({ rule, share: Math.exp(log - most) / all }))
}

/** How often a person answers wrongly. */
const WRONG_ANSWER = 0.1

/** The unanswered question whose answer is expected to leave the least doubt; null where there is none. */
function mostTelling(fault: FaultId, facts: RunFacts, answers: Answers): QuestionId | null {
  const now = shares(fault, facts, answers)
  const open = [
    ...new Set(
      now.flatMap(({ rule }) =>
        rule.ask !== undefined && answers[rule.ask] === undefined && !isShown(rule, facts) ? [rule.ask] : [],
      ),
    ),
  ]
  const left = (ask: QuestionId) => {
    const speaks = now.reduce((sum, { rule, share }) => sum + (rule.ask === ask ? share : 0), 0)
    const yes = speaks * (1 - WRONG_ANSWER) + (1 - speaks) * WRONG_ANSWER
    const doubt = (answer: boolean) => doubtOf(shares(fault, facts, { ...answers, [ask]: answer }))
    return yes * doubt(true) + (1 - yes) * doubt(false)
  }
  return open.reduce<QuestionId | null>(
    (best, ask) => (best === null || left(ask) < left(best) ? ask : best),
    null,
  )
}

/** Shannon's entropy of the shares, nats. */
function doubtOf(causes: readonly { readonly share: number }[]): number {
  return causes.reduce((sum, { share }) => sum - (share > 0 ? share * Math.log(share) : 0), 0)
}

function isShown(rule: CauseRule, facts: RunFacts): boolean {
  return (rule.weigh(facts) ?? 0) > 0
}

function weightOf(rule: CauseRule, facts: RunFacts, answers: Answers): number {
  const answer = rule.ask === undefined ? undefined : answers[rule.ask]
  const told = answer === undefined ? 0 : answer ? ANSWER_LOG : -ANSWER_LOG
  return (rule.weigh(facts) ?? 0) + told
}
