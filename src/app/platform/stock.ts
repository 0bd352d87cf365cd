import {
  moldLife,
  standingOf,
  type MoldCare,
  type Movement,
  type MoldLife,
  type Standing,
  type Supply,
} from '#core/shelf/index.ts'
import type { Mold } from '#core/mold/index.ts'
import type { Settings } from '#schema/studio.ts'
import { useLiveRows } from './liveRows.ts'
import { useBriefs } from './stories.ts'
import { usePlatform } from './studio.tsx'

/** A supply with its book. */
export interface KeptSupply {
  readonly supply: Supply
  /** Newest first. */
  readonly movements: readonly Movement[]
  readonly standing: Standing
}

/** Every supply as it stands, by name; null while the shelf is read. */
export function useSupplies(): readonly KeptSupply[] | null {
  const { db } = usePlatform()
  const { data } = useLiveRows(['supplies'], async () => {
    const supplies = await db.supplies.toArray()
    const movements = (await db.movements.toArray()) as Movement[]
    return supplies
      .sort((one, other) => one.name.localeCompare(other.name))
      .map((supply): KeptSupply => {
        const own = movements.filter(({ supplyId }) => supplyId === supply.id)
        return {
          supply,
          movements: own.sort((one, other) => other.atMs - one.atMs),
          standing: standingOf(own),
        }
      })
  })
  return data ?? null
}

/** What is known of the molds beyond their shapes. */
export function useCare(): readonly MoldCare[] {
  const { db } = usePlatform()
  return useLiveRows(['care'], () => db.care.toArray()).data ?? []
}

/** How far a mold is through its life, by everything that was poured. */
export function useMoldLife(mold: Mold): { readonly care: MoldCare; readonly life: MoldLife } {
  const care = useCare().find(({ id }) => id === mold.id) ?? null
  const poured = useBriefs({ index: 'moldsPoured', value: mold.id }) ?? []
  const pours = poured.reduce((sum, brief) => sum + (brief.pours[mold.id] ?? 0), 0)
  return {
    care: care ?? { id: mold.id, priceMinor: null, lifePours: null, entries: [] },
    life: moldLife(mold, care, pours),
  }
}

/** The currency prices are told in: the chosen one, or that of the device's region. */
export function currencyOf({ money }: Pick<Settings, 'money'>): string {
  return money.currency ?? regionCurrency()
}

/** The usual currency of a region; a few large ones by name, the euro elsewhere (from memory, to be changed in Studio). */
function regionCurrency(): string {
  const region = new Intl.Locale(navigator.language).maximize().region ?? ''
  return CURRENCIES[region] ?? 'EUR'
}

const CURRENCIES: Readonly<Record<string, string>> = {
  US: 'USD',
  GB: 'GBP',
  CA: 'CAD',
  AU: 'AUD',
  NZ: 'NZD',
  CH: 'CHF',
  NO: 'NOK',
  SE: 'SEK',
  DK: 'DKK',
  PL: 'PLN',
  CZ: 'CZK',
  JP: 'JPY',
  IN: 'INR',
  BR: 'BRL',
  MX: 'MXN',
  ZA: 'ZAR',
}
