import type { Bag } from '#core/batch/index.ts'

/** A bag of a mica beside the white's. */
export const MICA_BAG = {
  id: 'b',
  name: 'Mica bag',
  colours: [
    {
      colour: { id: 'm', name: 'Pewter', kind: 'mica', hex: '#8899aa' },
      dose: { by: 'share', frac: 0.02 },
    },
  ],
} as const satisfies Bag
