/** Amounts of money as this device's owner reads them; inside they are whole or partial smallest units of the currency. */

/** How many smallest units make one: 100 cents, 1 yen. */
export function minorPerUnit(currency: string): number {
  return 10 ** (formatOf(currency).resolvedOptions().maximumFractionDigits ?? 2)
}

/** "€3.20" */
export function printMoney(minor: number, currency: string): string {
  return formatOf(currency).format(minor / minorPerUnit(currency))
}

const formats = new Map<string, Intl.NumberFormat>()

function formatOf(currency: string): Intl.NumberFormat {
  const found = formats.get(currency) ?? new Intl.NumberFormat(undefined, { style: 'currency', currency })
  formats.set(currency, found)
  return found
}
