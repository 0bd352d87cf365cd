import { hashKey, type QueryKey } from '@tanstack/react-query'

const known = new WeakMap<object, string>()

/** The hash of a question's key. A request is never changed once it is made, so each is written out once, not at every render that asks with it. */
export function keyHash(key: QueryKey): string {
  return key
    .map((part) => (typeof part === 'object' && part !== null ? hashOf(part) : hashKey([part])))
    .join()
}

function hashOf(part: object): string {
  const hash = known.get(part) ?? hashKey([part])
  known.set(part, hash)
  return hash
}
