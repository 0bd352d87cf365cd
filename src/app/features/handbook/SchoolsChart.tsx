import { Chart, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import { Line } from 'react-chartjs-2'
import type { RightMoment } from '#core/plan/index.ts'
import { fromInner, unitOf, type UnitChoice } from '#core/units/index.ts'

Chart.register(LinearScale, LineElement, PointElement, Tooltip)

/** Cup temperature and minutes at the right moment to decant, against the room. */
export default function SchoolsChart({
  moments,
  units,
}: {
  moments: readonly RightMoment[]
  units: UnitChoice
}) {
  const style = getComputedStyle(document.documentElement)
  const [ink, needle, line] = ['--ink', '--needle', '--line'].map((name) => style.getPropertyValue(name))
  const temperature = unitOf(units.temperature)
  const shown = (tempC: number) => fromInner(tempC, temperature)
  const axis = (text: string) => ({
    title: { display: true, text, color: ink! },
    ticks: { color: ink! },
    grid: { color: line! },
  })
  return (
    <div className="h-72">
      <Line
        role="img"
        aria-label="Cup temperature and minutes at the right moment to decant, in rooms from cool to warm"
        data={{
          datasets: [
            {
              label: `Cup, ${temperature.label}`,
              data: moments.map((moment) => ({ x: shown(moment.roomTempC), y: shown(moment.cupTempC) })),
              borderColor: needle,
              backgroundColor: needle,
              yAxisID: 'y',
              pointRadius: 2,
            },
            {
              label: 'Minutes',
              data: moments.map((moment) => ({ x: shown(moment.roomTempC), y: moment.decantMin })),
              borderColor: ink,
              backgroundColor: ink,
              borderDash: [6, 4],
              yAxisID: 'minutes',
              pointRadius: 2,
            },
          ],
        }}
        options={{
          animation: false,
          maintainAspectRatio: false,
          scales: {
            x: { type: 'linear', ...axis(`room, ${temperature.label}`) },
            y: { min: shown(15), max: shown(50), ...axis(`cup when decanted, ${temperature.label} (line)`) },
            minutes: {
              position: 'right',
              min: 0,
              ...axis('minutes from stop-stir (dashes)'),
              grid: { display: false },
            },
          },
        }}
      />
    </div>
  )
}
