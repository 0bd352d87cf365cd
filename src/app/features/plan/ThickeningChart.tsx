import { CategoryScale, Chart, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import { Line } from 'react-chartjs-2'
import type { LifeSample } from '#core/plan/index.ts'
import { fromInner, unitOf, type UnitChoice } from '#core/units/index.ts'

Chart.register(CategoryScale, LinearScale, LineElement, PointElement, Tooltip)

/** Temperature and flow still to come over the first two hours. */
export default function ThickeningChart({ life, units }: { life: readonly LifeSample[]; units: UnitChoice }) {
  const style = getComputedStyle(document.documentElement)
  const [ink, needle, line] = ['--ink', '--needle', '--line'].map((name) => style.getPropertyValue(name))
  const early = life.filter((sample) => sample.min <= 120)
  const temperature = unitOf(units.temperature)
  return (
    <div className="h-64">
      <Line
        aria-label="Temperature and flow still to come over the first two hours"
        data={{
          labels: early.map((sample) => sample.min),
          datasets: [
            {
              label: `Temperature, ${temperature.label}`,
              data: early.map((sample) => fromInner(sample.tempC, temperature)),
              borderColor: needle,
              yAxisID: 'y',
              pointRadius: 0,
            },
            {
              label: 'Flow still to come, %',
              data: early.map((sample) => 100 * (1 - sample.thickenedFrac)),
              borderColor: ink,
              borderDash: [6, 4],
              yAxisID: 'flow',
              pointRadius: 0,
            },
          ],
        }}
        options={{
          animation: false,
          maintainAspectRatio: false,
          interaction: { mode: 'index', intersect: false },
          scales: {
            x: {
              type: 'linear',
              title: { display: true, text: 'minutes from stop-stir', color: ink! },
              ticks: { color: ink! },
              grid: { color: line! },
            },
            y: {
              title: { display: true, text: temperature.label, color: ink! },
              ticks: { color: ink! },
              grid: { color: line! },
            },
            flow: {
              position: 'right',
              min: 0,
              title: { display: true, text: 'flow still to come, %', color: ink! },
              ticks: { color: ink! },
              grid: { display: false },
            },
          },
        }}
      />
    </div>
  )
}
