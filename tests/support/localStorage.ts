/** A local storage for tests in Node: a map, with room for so many characters. */
export function fakeLocalStorage(roomChars = Infinity): Storage {
  const rows = new Map<string, string>()
  const used = () => [...rows].reduce((sum, [key, value]) => sum + key.length + value.length, 0)
  const storage = {
    getItem: (key: string) => rows.get(key) ?? null,
    setItem: (key: string, value: string) => {
      if (used() + key.length + value.length > roomChars)
        throw new DOMException('no room', 'QuotaExceededError')
      rows.set(key, value)
    },
    removeItem: (key: string) => void rows.delete(key),
    clear: () => rows.clear(),
    key: (at: number) => [...rows.keys()][at] ?? null,
    get length() {
      return rows.size
    },
  }
  // Object.keys(localStorage) lists the keys, as in a browser.
  return new Proxy(storage, {
    ownKeys: () => [...rows.keys()],
    getOwnPropertyDescriptor: (_target, key) =>
      rows.has(String(key))
        ? { enumerable: true, configurable: true, value: rows.get(String(key)) }
        : undefined,
  }) as unknown as Storage
}
