/** What a calibration run found after so many readings. */
export interface CalibrationPoint {
  readonly readings: number
  /** Share of truths that lay in the 80 % band. */
  readonly covered: number
  readonly medianWidthMin: number
}

const WIDTH = 720
const HEIGHT = 320
const PANEL = { top: 40, bottom: 260, width: 260 }
const LEFT = 70
const RIGHT = 420

/** Coverage and width against the number of readings, as a drawing for docs/physics. */
export function calibrationSvg(points: readonly CalibrationPoint[], truths: number): string {
  const widest = Math.ceil(Math.max(...points.map((point) => point.medianWidthMin)) / 5) * 5
  const y = (share: number) => PANEL.bottom - share * (PANEL.bottom - PANEL.top)
  const x = (from: number, readings: number) => from + 30 + readings * ((PANEL.width - 60) / 3)
  const dots = (
    from: number,
    shareOf: (point: CalibrationPoint) => number,
    label: (point: CalibrationPoint) => string,
  ) =>
    points
      .map((point) => {
        const [cx, cy] = [x(from, point.readings), y(shareOf(point))].map((value) => value.toFixed(1))
        return `<circle cx="${cx}" cy="${cy}" r="5" fill="#b33a1f"/><text x="${cx}" y="${Number(cy) - 12}" text-anchor="middle">${label(point)}</text>`
      })
      .join('\n')
  const frame = (from: number, title: string) =>
    [
      `<text x="${from}" y="22" font-weight="bold">${title}</text>`,
      `<path d="M${from} ${PANEL.top}V${PANEL.bottom}H${from + PANEL.width}" fill="none" stroke="#2a2521"/>`,
      ...points.map(
        ({ readings }) =>
          `<text x="${x(from, readings)}" y="${PANEL.bottom + 20}" text-anchor="middle">${readings}</text>`,
      ),
      `<text x="${from + PANEL.width / 2}" y="${PANEL.bottom + 42}" text-anchor="middle">probe readings (at 10, 13, 16 min)</text>`,
    ].join('\n')
  const coverage = (share: number) => (share - 0.6) / 0.4
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${HEIGHT}" font-family="sans-serif" font-size="13" fill="#2a2521">
<rect width="${WIDTH}" height="${HEIGHT}" fill="#fdfaf3"/>
<rect x="${LEFT}" y="${y(coverage(0.85)).toFixed(1)}" width="${PANEL.width}" height="${(y(coverage(0.75)) - y(coverage(0.85))).toFixed(1)}" fill="#e9e0cf"/>
<text x="${LEFT - 8}" y="${y(coverage(0.8)).toFixed(1)}" text-anchor="end">80 %</text>
${frame(LEFT, `Truths in the 80 % band, of ${truths}`)}
${dots(
  LEFT,
  (point) => coverage(point.covered),
  (point) => `${(100 * point.covered).toFixed(1)} %`,
)}
${frame(RIGHT, 'Median width of the band, min')}
${dots(
  RIGHT,
  (point) => point.medianWidthMin / widest,
  (point) => point.medianWidthMin.toFixed(1),
)}
</svg>
`
}
