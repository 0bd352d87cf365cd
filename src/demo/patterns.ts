import { WHOLE, type Mark, type Pattern, type PatternMark } from '#core/pattern/index.ts'

/** Patterns the invented workshop has kept; every figure is made up. */

type Drawn = Omit<PatternMark, 'id'>

function pattern(id: string, name: string, acrossMm: number, marks: readonly (Mark | Drawn)[]): Pattern {
  return {
    id: `demo-${id}`,
    name,
    forAreaMm2: (Math.PI / 4) * acrossMm ** 2,
    marks: marks.map((each, k) => ({ id: `m${k + 1}`, ...('mark' in each ? each : { mark: each }) })),
  }
}

const flower = (group: string, x: number, acrossMm: number): readonly Drawn[] => {
  const zone = { kind: 'disc', at: { x, y: 0 }, acrossMm } as const
  const marks: readonly Mark[] = [
    { kind: 'rings', zone, marginMm: 5, spacingMm: 9, most: null, startDeg: 20, nextByDeg: 90 },
    { kind: 'petals', zone, count: 6, drag: 'both', turnDeg: 0, fromRimMm: 3 },
    { kind: 'swirl', at: { x, y: 0 }, reachMm: 6 },
  ]
  return marks.map((mark) => ({ mark, group }))
}

export const PATTERNS: readonly Pattern[] = [
  pattern('wreath', 'Thistle wreath', 100, [
    { kind: 'drops', inkNo: null, layout: { kind: 'ring', fromWallMm: 14, count: 16 } },
    { kind: 'drops', inkNo: 0, layout: { kind: 'ring', fromWallMm: 30, count: 8 } },
    { kind: 'spiral', zone: WHOLE, marginMm: 7, spacingMm: 11 },
    { kind: 'petals', zone: WHOLE, count: 12, drag: 'inwards', turnDeg: 0, fromRimMm: 4 },
    {
      kind: 'sprinkle',
      what: 'glitter',
      area: { kind: 'disc', at: { x: 0, y: 0 }, acrossMm: 18 },
    },
  ]),
  pattern('twins', 'Twin flowers', 122, [
    {
      kind: 'drops',
      inkNo: null,
      layout: { kind: 'scatter', zone: WHOLE, fromWallMm: 8, count: 30, seed: 3 },
    },
    ...flower('g1', -34, 62),
    ...flower('g2', 34, 62),
  ]),
  pattern('feather', 'Feather field', 100, [
    {
      kind: 'drops',
      inkNo: null,
      layout: { kind: 'scatter', zone: WHOLE, fromWallMm: 12, count: 22, seed: 5 },
    },
    { kind: 'lines', zone: WHOLE, marginMm: 7, spacingMm: 9, angleDeg: 0 },
    { kind: 'across', zone: WHOLE, spacingMm: 12, angleDeg: 90, fromRimMm: 4 },
  ]),
]
