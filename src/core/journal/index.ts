export { FAULTS, type Fault, type FaultId } from './faults.ts'
export { BEST_RATING, type Outcome, type Piece, type TimingVerdict } from './piece.ts'
