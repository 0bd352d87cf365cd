export {
  heardAfter,
  judgeSample,
  type Heard,
  type InstrumentKind,
  type Judged,
  type RawSample,
  type Refusal,
  type Remark,
  type Sample,
} from './sample.ts'
export {
  adviseWeighing,
  pouredOf,
  ratioErrorOf,
  type Pouring,
  type WeighAdvice,
  type WeighTask,
} from './weighing.ts'
