/**
 * The standard normal value below which that share lies, to seven digits: Wichura's PPND7 (Algorithm AS 241, Appl. Stat. 37 (1988) 477,
 * from memory). Throws RangeError for a share outside 0 to 1, ends excluded.
 */
export function normalQuantile(share: number): number {
  if (!(share > 0 && share < 1))
    throw new RangeError(`normalQuantile: share is ${share}, expected more than 0 and less than 1`)
  const q = share - 0.5
  if (Math.abs(q) <= 0.425) {
    const r = 0.180625 - q * q
    return (
      (q * (((59.10937472 * r + 159.29113202) * r + 50.434271938) * r + 3.3871327179)) /
      (((67.1875636 * r + 78.757757664) * r + 17.895169469) * r + 1)
    )
  }
  const r = Math.sqrt(-Math.log(Math.min(share, 1 - share)))
  const value = r <= 5 ? tail(r - 1.6) : farTail(r - 5)
  return q < 0 ? -value : value
}

function tail(r: number): number {
  return (
    (((0.17023821103 * r + 1.3067284816) * r + 2.75681539) * r + 1.4234372777) /
    ((0.12021132975 * r + 0.7370016425) * r + 1)
  )
}

function farTail(r: number): number {
  return (
    (((0.017337203997 * r + 0.42868294337) * r + 3.081226386) * r + 6.657905115) /
    ((0.012258202635 * r + 0.24197894225) * r + 1)
  )
}
