import { Place } from '#app/components/Place.tsx'
import { FilesSheet } from './FilesSheet.tsx'
import { FreeHoursSheet } from './FreeHoursSheet.tsx'
import { SetAside } from './SetAside.tsx'
import { SettingsSheet } from './SettingsSheet.tsx'
import { TableSheet } from './TableSheet.tsx'

/** The studio's files and settings. Everything stays on this device unless it is saved to a file. */
export function StudioPlace() {
  return (
    <Place title="Studio" lead="Everything lives on this device. Take it with you as one open file.">
      <SetAside />
      <div className="grid grid-cols-1 items-start gap-5 lg:grid-cols-2">
        <div className="flex min-w-0 flex-col gap-5">
          <FilesSheet />
          <TableSheet />
          <FreeHoursSheet />
        </div>
        <SettingsSheet />
      </div>
    </Place>
  )
}
