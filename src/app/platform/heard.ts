/**
 * A listener for a worker, and what ends it. What is told on the way goes through a port of its own, so its last word may come after
 * the answer: from then on nothing is heard.
 */
export function heard<Told extends readonly unknown[]>(
  hear: (...told: Told) => void,
): { readonly hear: (...told: Told) => void; readonly end: () => void } {
  let isOpen = true
  return {
    hear: (...told) => {
      if (isOpen) hear(...told)
    },
    end: () => {
      isOpen = false
    },
  }
}
