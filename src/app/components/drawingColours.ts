/** Inks, white, gold and clear resin as they stand in drawings of pieces, in any light. */
export const INK = '#2f5d73'
export const SECOND_INK = '#7a4a86'
export const WHITE = '#fbfaf5'
export const GOLD = '#c79a3b'
export const CLEAR = 'var(--clear)'
