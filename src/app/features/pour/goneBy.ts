import type { Taken } from '#core/runsheet/index.ts'
import type { School } from '#words/schools.ts'

/** That reading as someone takes it who goes by the sign of that school: of the temperature's, how warm the cup is says when to empty it. */
export function goneBy(reading: Taken, school: School): Taken {
  return school === 'temperature' && reading.kind === 'temperature' ? { ...reading, leads: true } : reading
}
