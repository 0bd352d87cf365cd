import { asFitted, type DataSheet, type Resin, type SheetFit, type SheetProblem } from '#core/resin/index.ts'
import { fail, ok, type Result, type UnitChoice } from '#core/units/index.ts'
import { SHEET_FIGURE_WORDS, wordHotAtGreatest, wordSheetProblem } from '#words/dataSheet.ts'

/** The label's fields as they are typed. */
export interface SheetDraft {
  readonly viscosityPaS: number | null
  readonly potMin: number | null
  readonly potG: number | null
  readonly potC: number | null
  readonly demoldHours: number | null
  readonly demoldC: number | null
  readonly greatestLayerMm: number | null
  readonly fullCureDays: number | null
}

/** Fields of a label, as forms show them. */
export interface FieldsProps {
  readonly draft: SheetDraft
  readonly set: (changes: Partial<SheetDraft>) => void
  readonly units: UnitChoice
}

/** What works a resin out of its label or a run. */
export interface SheetFitterProps {
  readonly resin: Resin
  readonly change: (changes: Partial<Resin>) => void
  /** What is typed of its label: worked out on saving too. */
  readonly label: SheetDraft
  readonly setLabel: (label: SheetDraft) => void
}

/** Labels seldom say of what cup and room their times are: a hundred grams at 25 C (in the sense of ASTM D2471, from memory). */
export const USUAL_POT = { massG: 100, tempC: 25 } as const

/** What was typed of that resin's label. */
export function draftOf({ sheet, greatestLayerMm, fullCureDays = null }: Resin): SheetDraft {
  return {
    viscosityPaS: sheet?.viscosityPaS ?? null,
    potMin: sheet?.potLife?.min ?? null,
    potG: sheet?.potLife?.massG ?? USUAL_POT.massG,
    potC: sheet?.potLife?.tempC ?? USUAL_POT.tempC,
    demoldHours: sheet?.demold?.hours ?? null,
    demoldC: sheet?.demold?.tempC ?? USUAL_POT.tempC,
    greatestLayerMm: sheet?.greatestLayerMm ?? greatestLayerMm,
    fullCureDays,
  }
}

/** The sheet those fields make; null while a figure is not above zero, or a time lacks what gives it a meaning. */
export function sheetOf(draft: SheetDraft): DataSheet | null {
  const { viscosityPaS, potMin, potG, potC, demoldHours, demoldC, greatestLayerMm, fullCureDays } = draft
  const wrong = [viscosityPaS, potMin, potG, potC, demoldHours, demoldC, greatestLayerMm, fullCureDays].some(
    (value) => value !== null && !(value > 0),
  )
  if (wrong || (potMin !== null && (potG === null || potC === null))) return null
  if (demoldHours !== null && demoldC === null) return null
  return {
    viscosityPaS,
    potLife: potMin === null ? null : { min: potMin, massG: potG!, tempC: potC! },
    demold: demoldHours === null ? null : { hours: demoldHours, tempC: demoldC! },
    greatestLayerMm,
  }
}

/** A resin that is what its label says, and what had to be assumed for it. */
export interface AsLabelled {
  readonly resin: Resin
  readonly told: readonly string[]
}

interface LabelTask {
  readonly planner: {
    readonly fitDataSheet: (typical: Resin, sheet: DataSheet) => Promise<Result<SheetFit, SheetProblem>>
  }
  readonly units: UnitChoice
}

/** The resin with its behaviour worked out of what was typed; as it is where that was done before, or nothing of its behaviour was typed. */
export async function asLabelled(
  resin: Resin,
  draft: SheetDraft,
  { planner, units }: LabelTask,
): Promise<Result<AsLabelled, string>> {
  const sheet = sheetOf(draft)
  if (!sheet)
    return fail(
      'A figure of the label is not above zero, or a time lacks the mass and room it is of: write them, or leave the time empty.',
    )
  const { greatestLayerMm } = sheet
  const { fullCureDays } = draft
  if (!sheet.viscosityPaS && !sheet.potLife && !sheet.demold)
    return ok({ resin: { ...resin, greatestLayerMm, fullCureDays, sheet: undefined }, told: [] })
  if (resin.sheet && JSON.stringify(resin.sheet) === JSON.stringify(sheet))
    return ok({ resin: { ...resin, fullCureDays }, told: [] })
  const fit = await planner.fitDataSheet(resin, sheet)
  if (!fit.ok) return fail(wordSheetProblem(fit.problem))
  const { assumed, hotAtGreatestC } = fit.value
  return ok({
    resin: asFitted(resin, fit.value, { sheet, fullCureDays }),
    told: [
      ...(assumed.length === 0
        ? ['All three figures are used; the rest is as in the typical resin.']
        : assumed.map((figure) => SHEET_FIGURE_WORDS[figure])),
      ...(hotAtGreatestC === null ? [] : [wordHotAtGreatest(hotAtGreatestC, units)]),
    ],
  })
}
