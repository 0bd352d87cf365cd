import { BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js'
import { Bar } from 'react-chartjs-2'

Chart.register(BarElement, CategoryScale, LinearScale, Tooltip)

export interface RangeRow {
  readonly name: string
  readonly low: number
  readonly high: number
  /** What is believed stands out from what it came from. */
  readonly weight: 'belief' | 'evidence' | 'aside'
}

interface RangeChartProps {
  readonly rows: readonly RangeRow[]
  readonly axis: string
  readonly label: string
}

/** A round number not above it, a little room to the left. */
function floorTen(value: number): number {
  return Math.max(0, 10 * Math.floor(value / 10 - 0.3))
}

/** Ranges one under the other, for the eye; the sentence beside it and the list under it say the same. */
export default function RangeChart({ rows, axis, label }: RangeChartProps) {
  const style = getComputedStyle(document.documentElement)
  const [ink, soft, needle, line] = ['--ink', '--edge', '--needle', '--line'].map((name) =>
    style.getPropertyValue(name),
  )
  const tint = { belief: needle, evidence: ink, aside: soft }
  return (
    <div style={{ height: `${rows.length * 2 + 4}rem` }}>
      <Bar
        aria-label={label}
        role="img"
        data={{
          labels: rows.map((row) => row.name),
          datasets: [
            {
              data: rows.map((row) => [row.low, row.high] as [number, number]),
              backgroundColor: rows.map((row) => tint[row.weight]!),
              borderRadius: 6,
              barThickness: 14,
            },
          ],
        }}
        options={{
          indexAxis: 'y',
          animation: false,
          maintainAspectRatio: false,
          plugins: { legend: { display: false } },
          scales: {
            x: {
              min: floorTen(Math.min(...rows.map((row) => row.low))),
              title: { display: true, text: axis, color: ink! },
              ticks: { color: ink! },
              grid: { color: line! },
            },
            y: { ticks: { color: ink! }, grid: { display: false } },
          },
        }}
      />
    </div>
  )
}
