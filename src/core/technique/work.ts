import { COLOUR_KINDS, isWhite, type Colour } from '../colour/index.ts'
import { STAGES } from '../resin/index.ts'
import type { ScoreEdit } from './score.ts'
import type { Agent, StepRule, Technique } from './technique.ts'

/** What is put in as a step; null where its colour is none of the plan's. */
export function stepOfWork(
  pour: Technique,
  { id, work, pieces, before }: Extract<ScoreEdit, { kind: 'added' }>,
  colours: readonly Colour[],
): StepRule | null {
  const on = pieces === null ? {} : { on: pieces }
  switch (work.by) {
    case 'drops': {
      const colour = colours.find((each) => each.id === work.colour)
      if (!colour) return null
      const onTop = isBetweenRounds(pour, before) ? ON_TOP : {}
      return { ...dropping(pour, colour, work.drops), ...onTop, id, ...on }
    }
    case 'puts':
      return {
        ...PUT_IN,
        id,
        title: `Put in ${work.what}`,
        puts: work.what,
        short: shortOf(work.what, 'put in'),
        handsOn: { by: 'secondsEach', seconds: work.seconds },
        ...on,
      }
    case 'warmCup':
      return { ...WARM_CUP, id, handsOn: { by: 'seconds', seconds: work.seconds } }
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
      return {
        ...OWN,
        id,
        title: work.title,
        short: shortOf(work.title, 'own'),
        handsOn: { by: 'seconds', seconds: work.seconds },
        ...on,
      }
    default:
      return work satisfies never
  }
}

/** More does not stand on a strip. */
const MOST_LETTERS = 12

function shortOf(said: string, otherwise: string): string {
  return said.length <= MOST_LETTERS ? said : otherwise
}

const ADDED = { place: 'pour', per: 'piece', needs: [], brings: [] } as const satisfies Partial<StepRule>

/** What those colours bring wherever they are laid: a stronger solvent burns as alcohol does, and pushes petals as it does. */
export function broughtBy(colours: readonly Pick<Colour, 'kind'>[]): readonly Agent[] {
  const burns = colours.some(({ kind }) => COLOUR_KINDS[kind].vapour !== null)
  return [...(burns ? ['alcohol' as const] : []), ...(colours.some(isWhite) ? ['white' as const] : [])]
}

function dropping({ steps }: Technique, { name, kind }: Colour, drops: number): Omit<StepRule, 'id'> {
  const { vapour, state } = COLOUR_KINDS[kind]
  const inks = steps.find(({ does }) => does === 'inks')
  const brings: readonly Agent[] = [
    ...broughtBy([{ kind }]),
    ...(isWhite({ kind }) ? [] : ['movingInk' as const]),
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

/** Whether something was poured over the object by then, and more will be. */
function isBetweenRounds({ steps }: Technique, before: string): boolean {
  const at = steps.findIndex(({ id }) => id === before)
  return steps[at]?.pours !== undefined && steps.slice(0, at).some(({ pours }) => pours)
}

/** It runs down with the next round, whatever the resin in the mold is like. */
const ON_TOP = {
  detail: 'On the top of the object: the next round takes them down with it.',
  moment: { by: 'since', minutes: 0 },
  anywhere: true,
} as const satisfies Partial<StepRule>

const PUT_IN: Omit<StepRule, 'id' | 'title' | 'handsOn'> = {
  ...ADDED,
  anywhere: true,
  detail: 'Where you want it. What lies on resin that runs sinks, floats or wanders; what lies thick sinks.',
  done: 'Put in',
  moment: { by: 'since', minutes: 0 },
  needs: ['putIn'],
}

/** Common practice, from memory: no flame, no water in the resin. */
const WARM_CUP: Omit<StepRule, 'id' | 'handsOn'> = {
  ...ADDED,
  per: 'batch',
  anywhere: true,
  title: 'Warm the cup in warm water',
  detail:
    'Its foot in water that a hand bears; wipe it dry before you pour. It runs thinner now, thickens sooner and can run away sooner: no forecast follows it, so read the cup and keep well before its stop.',
  done: 'Warmed',
  moment: { by: 'since', minutes: 0 },
  needs: ['warmWater'],
  risks: ['runaway'],
  short: 'warm cup',
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
}
