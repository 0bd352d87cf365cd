import createHighs from 'highs'
import { LATE_WEIGHT, leftOutCost, type PlacingProblem } from '#core/placing/index.ts'

/**
 * The cheapest placing as a mixed-integer programme in slots, solved by HiGHS: x(job, slot) is 1 where the job begins. Written from
 * the rules, on its own, to referee the search.
 */
export async function refereeFor(): Promise<(problem: PlacingProblem) => number> {
  const highs = await createHighs()
  return (problem) => {
    const solution = highs.solve(programmeOf(problem))
    if (solution.Status !== 'Optimal') throw new Error(`the referee ended ${solution.Status}`)
    return Math.round(solution.ObjectiveValue)
  }
}

type Term = readonly [factor: number, variable: string]

function programmeOf(problem: PlacingProblem): string {
  const out = leftOutCost(problem)
  const cost: Term[] = []
  const rules: string[] = []
  const binaries: string[] = []
  const hands: Term[][] = Array.from({ length: problem.slots }, () => [])
  const used: Term[][][] = problem.capacities.map(() => Array.from({ length: problem.slots }, () => []))
  const standing = problem.capacities.map(() => new Array<number>(problem.slots).fill(0))
  const rule = (terms: readonly Term[], sign: '=' | '<=' | '>=', right: number) =>
    terms.length > 0 && rules.push(` ${sum(terms)} ${sign} ${right}`)

  problem.chains.forEach((chain, c) => {
    const placed = `y${c}`
    binaries.push(placed)
    cost.push([-out, placed])
    const begins = chain.jobs.map((job, k) => {
      const slots = Array.from({ length: problem.slots }, (_, slot) => slot).filter(
        (slot) => slot >= job.from && slot <= job.until && awake(problem, slot, job.presentSlots),
      )
      const variable = (slot: number) => `x${c}_${k}_${slot}`
      binaries.push(...slots.map(variable))
      rule([...slots.map((slot): Term => [1, variable(slot)]), [-1, placed]], '=', 0)
      cost.push(...slots.map((slot): Term => [chain.weight * slot, variable(slot)]))
      for (const slot of slots) {
        for (let at = slot; at < slot + job.handsSlots; at++) hands[at]?.push([1, variable(slot)])
        for (const hold of job.holds)
          for (let at = slot; at < slot + hold.slots; at++)
            used[hold.resource]![at]?.push([hold.amount, variable(slot)])
      }
      return slots.map((slot) => ({ slot, variable: variable(slot) }))
    })
    const time = (k: number, factor: number): Term[] =>
      begins[k]!.map(({ slot, variable }) => [factor * slot, variable])
    chain.jobs.forEach((job, k) => {
      for (const { after, minSlots, maxSlots } of job.waits) {
        const waited = [...time(k, 1), ...time(after, -1)]
        rule([...waited, [-minSlots, placed]], '>=', 0)
        if (maxSlots !== null) rule([...waited, [-maxSlots, placed]], '<=', 0)
      }
    })
    for (const { resource, amount, fromJob, toJob } of chain.spans)
      for (let at = 0; at < problem.slots; at++) {
        const begun: Term[] =
          fromJob === null
            ? [[amount, placed]]
            : begins[fromJob]!.filter(({ slot }) => slot <= at).map(({ variable }) => [amount, variable])
        const ended = begins[toJob]!.filter(({ slot }) => slot + chain.jobs[toJob]!.handsSlots <= at).map(
          ({ variable }): Term => [-amount, variable],
        )
        used[resource]![at]!.push(...begun, ...ended)
      }
    for (const hold of chain.standing)
      for (let at = 0; at < Math.min(hold.slots, problem.slots); at++)
        standing[hold.resource]![at]! += hold.amount
    if (chain.promise !== null) {
      cost.push([LATE_WEIGHT, `late${c}`])
      for (const { job, slots } of chain.ready)
        rule([[1, `late${c}`], ...time(job!, -1), [chain.promise - slots, placed]], '>=', 0)
    }
  })
  hands.forEach((terms) => rule(terms, '<=', 1))
  used.forEach((bySlot, resource) =>
    bySlot.forEach((terms, at) =>
      rule(terms, '<=', problem.capacities[resource]! - standing[resource]![at]!),
    ),
  )
  const offset = problem.chains.length * out
  return [
    'Minimize',
    ` obj: ${sum(cost)} + ${offset} one`,
    'Subject To',
    ...rules,
    'Bounds',
    ' one = 1',
    'Binary',
    ...binaries.map((name) => ` ${name}`),
    'End',
  ].join('\n')
}

function awake({ free, slots }: PlacingProblem, from: number, length: number): boolean {
  return from + length <= slots && free.slice(from, from + length).every((slot) => slot === 1)
}

function sum(terms: readonly Term[]): string {
  return terms
    .map(([factor, variable]) => `${factor < 0 ? '-' : '+'} ${Math.abs(factor)} ${variable}`)
    .join(' ')
}
