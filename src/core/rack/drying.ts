import { USUAL_AIR, type Drying } from '../technique/index.ts'

/** The air something dries in. */
interface Air {
  readonly tempC: number
  /** Null where nobody measured it. */
  readonly humidityPercent: number | null
}

/** Nobody knows beyond (by eye). */
const [LEAST, MOST] = [0.5, 6]

/** Saturated vapour over water, hPa: Magnus with the constants of Sonntag 1990. */
function waterHPa(tempC: number): number {
  return 6.112 * Math.exp((17.62 * tempC) / (243.12 + tempC))
}

/** Over ethanol, mmHg: Antoine, from memory. */
function ethanolMmHg(tempC: number): number {
  return 10 ** (8.20417 - 1642.89 / (230.3 + tempC))
}

/** How many times as long as usual it dries in that air; 1 for what neither water nor solvent leaves. */
export function dryingFactor(by: Drying['by'], { tempC, humidityPercent }: Air): number {
  if (by === undefined) return 1
  const times =
    by === 'solvent'
      ? ethanolMmHg(USUAL_AIR.tempC) / ethanolMmHg(tempC)
      : (waterHPa(USUAL_AIR.tempC) * (100 - USUAL_AIR.humidityPercent)) /
        (waterHPa(tempC) * (100 - (humidityPercent ?? USUAL_AIR.humidityPercent)))
  return Math.min(MOST, Math.max(LEAST, times))
}
