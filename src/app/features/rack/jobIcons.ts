import {
  Brush,
  Droplets,
  Flower,
  Footprints,
  Layers,
  PackageOpen,
  Sparkles,
  Spline,
  Waves,
  type LucideIcon,
} from 'lucide-react'

/** A mark for each kind of job, beside its word. */
export const JOB_ICONS: Readonly<Record<string, LucideIcon>> = {
  pour: Droplets,
  fill: Flower,
  fillAgain: Flower,
  back: Layers,
  drape: Spline,
  demold: PackageOpen,
  sandEdges: Waves,
  clearCoat: Sparkles,
  heatCoat: Sparkles,
  varnish: Brush,
  feet: Footprints,
}
