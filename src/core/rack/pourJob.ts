/** What the pour is called among the jobs of a batch, in chosen hours and in what waits for it; no step and no layer bears that name. */
export const POUR = 'pour'
