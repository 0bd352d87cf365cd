/** The coming days are cut into quarters of an hour. */
export const SLOT_MS = 15 * 60_000
