import { createElement, type ReactElement } from 'react'
import {
  Brush,
  Droplets,
  Footprints,
  Layers,
  PackageOpen,
  Sparkles,
  Spline,
  Waves,
  type LucideIcon,
} from 'lucide-react'
import type { RackPlanJob } from '#core/rack/index.ts'

const BY_DEED: Partial<Record<NonNullable<RackPlanJob['does']>, LucideIcon>> = {
  forms: Spline,
  frees: PackageOpen,
  sands: Waves,
  mounts: Footprints,
}
const BY_MATERIAL: Readonly<Record<NonNullable<RackPlanJob['lays']>, LucideIcon>> = {
  mix: Layers,
  product: Sparkles,
  bottle: Brush,
}

interface JobIconProps {
  readonly job: Pick<RackPlanJob, 'does' | 'lays'>
  readonly className: string
}

/** A mark for each kind of job, beside its word: by what it does or what it lays; the pour has neither. */
export function JobIcon({ job: { does, lays }, className }: JobIconProps): ReactElement {
  const icon = (does && BY_DEED[does]) ?? (lays ? BY_MATERIAL[lays] : Droplets)
  return createElement(icon, { className, 'aria-hidden': true })
}
