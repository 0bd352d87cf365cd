/** The part of odex that the referee uses; its own sources do not compile under these settings. */
export class Solver {
  constructor(size: number)
  absoluteTolerance: number
  relativeTolerance: number
  maxSteps: number
  solve(
    rhs: (t: number, y: number[]) => number[],
    from: number,
    initial: number[],
    to: number,
  ): { y: number[] }
}
