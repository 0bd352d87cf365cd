import { DROPS, PETRI } from './petri.ts'
import type { StepId, StepRule, Technique } from './technique.ts'

/** Another way that a pour can be brought to its end once its molds are filled. */
export interface Ending {
  /** What it is called within a sentence. */
  readonly name: string
  /** Laid on each piece in place of what its way still had to lay. */
  readonly laid: StepRule
  /** Cover, looks and what else of the pour comes after it. */
  readonly after: readonly StepRule[]
  readonly white: Technique['white']
}

export type EndingId = 'petri'

const WHITE_ON_EVERY_INK: StepRule = {
  id: 'endDrops',
  title: 'White ink on every ink, as petri',
  detail: 'One drop on each ink: it drives the colour down. Wipe and cap the needle between drops.',
  done: 'Dropped',
  late: 'Too thick for cells by now: leave the rest clear for a coloured back.',
  place: 'pour',
  per: 'piece',
  moment: DROPS.moment,
  handsOn: { by: 'drops', of: 'white' },
  takes: 'whiteDrops',
  needs: ['inks', 'needle', 'wipes'],
  flows: true,
  short: 'white',
  brings: ['alcohol', 'white'],
}

/** Every ending that lays something; a piece that is left clear needs none. Common practice: white that can no longer be piped is dropped. */
export const ENDINGS: Readonly<Record<EndingId, Ending>> = {
  petri: {
    name: 'petri',
    laid: WHITE_ON_EVERY_INK,
    after: endOf(PETRI, DROPS.id, WHITE_ON_EVERY_INK.id),
    white: PETRI.white.by === 'needle' ? { ...PETRI.white, mostRounds: 1 } : PETRI.white,
  },
}

/** How a pour was ended otherwise than its way goes, and which of its own steps were begun by then, each with the minute it first was. */
export interface Ended {
  readonly as: EndingId
  readonly begun: readonly { readonly step: StepId; readonly atMin: number }[]
}

/** The pour with that ending in place of what its way had still to lay; as it is where it was not ended. */
export function endedAs(pour: Technique, ended: Ended | undefined): Technique {
  if (!ended) return pour
  const { laid, after, white } = ENDINGS[ended.as]
  const cover = pour.steps.findIndex(({ does }) => does === 'covers')
  const begunMin = ({ id }: StepRule) => ended.begun.find(({ step }) => step === id)?.atMin
  const own = pour.steps
    .slice(0, cover)
    .filter((step) => inks(step) || begunMin(step) !== undefined || (step.shared && !step.floats))
    .map((step): StepRule => {
      const atMin = begunMin(step)
      // It was poured when it was poured, and aims at nothing any more.
      return step.moment.by === 'aim' && atMin !== undefined
        ? { ...step, moment: { by: 'clock', fromMin: atMin, bestMin: atMin, toMin: atMin } }
        : step
    })
  return {
    ...pour,
    aimStep: null,
    bottleneck: laid.id,
    // A white that is in its bag by now is in its bag.
    white: own.some(({ does }) => does === 'portions') ? pour.white : white,
    steps: [
      ...own.filter((step) => !inks(step)),
      // A piece that is not inked yet is, and gets its white at once.
      ...[...own.filter(inks), laid].map((step) => ({ ...step, round: laid.id })),
      ...after,
      ...pour.steps.filter(({ place }) => place === 'rack'),
    ],
  }
}

function inks({ does }: StepRule): boolean {
  return does === 'inks'
}

/** The endings a pour can still be brought to after those marks: none once its white lies, or where its own way drops the white as well. */
export function endingsFor(
  { steps }: Pick<Technique, 'steps'>,
  done: Readonly<Record<string, number>>,
): readonly EndingId[] {
  const lies = (id: StepId) => Object.keys(done).some((key) => key === id || key.startsWith(`${id}.`))
  const isWhite = steps.some((step) => step.brings.includes('white') && (inks(step) || lies(step.id)))
  return isWhite || !steps.some(inks) ? [] : (Object.keys(ENDINGS) as EndingId[])
}

/** What a way has of its pour behind that step, told after another one. */
function endOf({ steps }: Technique, from: StepId, to: StepId): readonly StepRule[] {
  return steps
    .slice(steps.findIndex(({ id }) => id === from) + 1)
    .filter(({ place }) => place === 'pour')
    .map((step): StepRule => {
      const { moment } = step
      return 'step' in moment && moment.step === from ? { ...step, moment: { ...moment, step: to } } : step
    })
}
