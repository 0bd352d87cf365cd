import { Chart, LinearScale, PointElement, Tooltip } from 'chart.js'
import { Scatter } from 'react-chartjs-2'

Chart.register(LinearScale, PointElement, Tooltip)

export interface Dot {
  readonly x: number
  readonly y: number
  readonly standsOut: boolean
}

interface DotChartProps {
  readonly dots: readonly Dot[]
  readonly xAxis: string
  readonly yAxis: string
  readonly yFrom: number
  readonly yTo: number
  readonly label: string
}

/** Beside the outermost dots, so that none is cut. */
const ROOM = 2

/** Dots in a plane, with a line at 0, for the eye; the sentence beside it says the same. */
export default function DotChart({ dots, xAxis, yAxis, yFrom, yTo, label }: DotChartProps) {
  const style = getComputedStyle(document.documentElement)
  const [ink, needle, line, soft] = ['--ink', '--needle', '--line', '--edge'].map((name) =>
    style.getPropertyValue(name),
  )
  const xs = dots.map(({ x }) => x)
  return (
    <div className="h-64">
      <Scatter
        aria-label={label}
        role="img"
        data={{
          datasets: [
            {
              data: dots.map(({ x, y }) => ({ x, y })),
              backgroundColor: dots.map(({ standsOut }) => (standsOut ? ink! : 'transparent')),
              borderColor: ink!,
              borderWidth: 2,
              pointRadius: 6,
              pointStyle: dots.map(({ standsOut }) => (standsOut ? 'circle' : 'triangle')),
            },
          ],
        }}
        options={{
          animation: false,
          maintainAspectRatio: false,
          plugins: { legend: { display: false } },
          scales: {
            x: {
              min: Math.min(0, Math.floor(Math.min(...xs))) - ROOM,
              max: Math.max(0, Math.ceil(Math.max(...xs))) + ROOM,
              title: { display: true, text: xAxis, color: ink! },
              ticks: { color: ink! },
              grid: { color: ({ tick }) => (tick.value === 0 ? needle! : line!) },
            },
            y: {
              min: yFrom - 1,
              max: yTo + 1,
              title: { display: true, text: yAxis, color: ink! },
              ticks: {
                color: ink!,
                stepSize: 1,
                callback: (value) => (Number(value) >= yFrom && Number(value) <= yTo ? value : ''),
              },
              border: { color: soft! },
              grid: { display: false },
            },
          },
        }}
      />
    </div>
  )
}
