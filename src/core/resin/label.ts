import { ARCHETYPES } from './archetypes.ts'
import type { SheetFit } from './dataSheet.ts'
import type { DataSheet, Resin } from './resin.ts'

/** A resin of which nothing is known yet: as a quick one, its densities assumed. */
export function unknownResin(id: string): Resin {
  return {
    ...ARCHETYPES.quick,
    id,
    name: '',
    source: 'Label; behaviour as a quick resin',
    densitiesAssumed: true,
  }
}

/** That resin as its label was fitted. */
export function asFitted(
  resin: Resin,
  { cure, flow, spread, greatestLayerMm }: SheetFit,
  { sheet, fullCureDays }: { readonly sheet: DataSheet; readonly fullCureDays: number | null },
): Resin {
  return {
    ...resin,
    cure,
    flow,
    spread,
    greatestLayerMm,
    fullCureDays,
    sheet,
    source: 'Data sheet',
    confidence: 'dataSheet',
  }
}
