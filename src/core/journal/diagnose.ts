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
  const weighed = CAUSES[fault].map((rule) => ({ rule, log: rule.usual + weightOf(rule, facts, answers) }))
  const most = Math.max(...weighed.map(({ log }) => log))
  const all = weighed.reduce((sum, { log }) => sum + Math.exp(log - most), 0)
  const causes = weighed
    .map(({ rule, log }) => ({ rule, share: Math.exp(log - most) / all }))
    .sort((one, other) => other.share - one.share)
  const open = causes.find(
    ({ rule }) => rule.ask !== undefined && answers[rule.ask] === undefined && !isShown(rule, facts),
  )
  const clear = causes.length === 1 || causes[0]!.share >= CLEAR_SHARE
  return {
    fault,
    causes: causes.map(({ rule, share }) => ({ cause: rule.cause, share, shown: isShown(rule, facts) })),
    ask: clear || isShown(causes[0]!.rule, facts) ? null : (open?.rule.ask ?? null),
  }
}

function isShown(rule: CauseRule, facts: RunFacts): boolean {
  return (rule.weigh(facts) ?? 0) > 0
}

function weightOf(rule: CauseRule, facts: RunFacts, answers: Answers): number {
  const answer = rule.ask === undefined ? undefined : answers[rule.ask]
  const told = answer === undefined ? 0 : answer ? ANSWER_LOG : -ANSWER_LOG
  return (rule.weigh(facts) ?? 0) + told
}
