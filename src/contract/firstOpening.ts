/** What `GET /api/first-opening` answers: what a browser without a studio should begin with. */
export interface FirstOpening {
  readonly studio: 'demo' | 'empty'
}

export const FIRST_OPENING_PATH = '/api/first-opening'
