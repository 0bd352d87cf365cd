import { isDrawn, isFlowered, isInked, isPiped, TECHNIQUES, waysOf } from '#core/technique/index.ts'
import type { Dimension, UnitId } from '#core/units/index.ts'
import { QuantityField } from '#app/components/QuantityField.tsx'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { TrialBead } from '#app/components/TrialBead.tsx'
import { CountField } from '#app/components/CountField.tsx'
import type { InputsProps } from './inputsProps.ts'
import { inUnits } from '#words/inUnits.ts'

/** Figures with a usual value: depths, the white's pattern, how it is measured, what stays behind, how fast the hands are. */
export function FineTuning({ draft, problems, units, change }: InputsProps) {
  const { white, measuring, loss, hands } = draft
  const field = (
    label: string,
    path: string,
    [dimension, unit]: readonly [Dimension, UnitId],
    value: number,
    set: (value: number) => void,
    hint?: string,
  ) => (
    <QuantityField
      key={path}
      label={label}
      dimension={dimension}
      unit={unit}
      value={value}
      onChange={(next) => set(next ?? Number.NaN)}
      problem={problems[path]}
      {...(hint && { hint })}
    />
  )
  const ways = waysOf(draft)
  const piped = ways.some(isPiped)
  const drawn = ways.some(isDrawn)
  const mm = ['length', units.length] as const
  const seconds = ['time', 's'] as const
  const inSeconds = (value: number) => value / 60
  return (
    <details className="border-line rounded-xl border p-3">
      <summary className="min-h-11 cursor-pointer content-center font-medium">
        {piped ? 'Depths, white, measuring, hands' : 'Depths, measuring, hands'}
      </summary>
      <div className="mt-3 grid grid-cols-2 gap-4">
        <QuantityField
          label={drawn ? 'Clear bed' : 'Base'}
          dimension="length"
          unit={units.length}
          value={draft.bedMm}
          emptyAllowed
          onChange={(bedMm) => change({ bedMm })}
          hint="Empty: the technique's usual"
          problem={problems['bedMm']}
        />
        <QuantityField
          label="Stir at least"
          dimension="mass"
          unit={units.mass}
          value={draft.leastMixG ?? null}
          emptyAllowed
          onChange={(g) => change({ leastMixG: g ?? undefined })}
          hint="Empty: as much as it takes"
          problem={problems['leastMixG']}
        />
        {field(
          'Lip left free',
          'lipMm',
          mm,
          draft.lipMm,
          (lipMm) => change({ lipMm }),
          'Gives way where the mold is shallow',
        )}
        <QuantityField
          label="A and B are mixed at"
          dimension="temperature"
          unit={units.temperature}
          value={draft.partsTempC}
          emptyAllowed
          onChange={(partsTempC) => change({ partsTempC })}
          hint="Empty: as warm as the room. Warmer out of a water bath."
          problem={problems['partsTempC']}
        />
        {piped &&
          ways.some(isInked) &&
          field(
            'Inks settle for',
            'settleMin',
            ['time', 'min'],
            draft.settleMin,
            (settleMin) => change({ settleMin }),
            '5 to 7 min is usual',
          )}
        {piped && (
          <>
            {field(
              'Hole in the bag',
              'white.holeMm',
              mm,
              white.holeMm,
              (holeMm) => change({ white: { ...white, holeMm } }),
              inUnits('Start with 2 mm, enlarge', units),
            )}
            <TrialBead units={units} take={(holeMm) => change({ white: { ...white, holeMm } })} />
          </>
        )}
        {ways.some(isFlowered) && (
          <>
            {draft.pieces.some(({ pattern }) => pattern !== null) && (
              <p className="text-ink-soft col-span-2 text-sm">
                Rings and petals are of the usual pattern; pieces with a pattern of their own keep theirs.
              </p>
            )}
            {field('Ring spacing', 'white.ringSpacingMm', mm, white.ringSpacingMm, (ringSpacingMm) =>
              change({ white: { ...white, ringSpacingMm } }),
            )}
            {field(
              'Rim margin',
              'white.rimMarginMm',
              mm,
              white.rimMarginMm,
              (rimMarginMm) => change({ white: { ...white, rimMarginMm } }),
              'White at the wall sticks',
            )}
            <div className="flex flex-col gap-1">
              <span className="text-sm font-medium">Petals</span>
              <CountField
                label="Petals"
                value={white.petals}
                onChange={(petals) => change({ white: { ...white, petals } })}
              />
              <p className="text-stop text-sm empty:hidden">{problems['white.petals']}</p>
            </div>
          </>
        )}
        {piped && (
          <ChoiceField
            label="The white is"
            value={draft.whiteApart === null ? 'asNeeded' : draft.whiteApart ? 'apart' : 'together'}
            choices={[
              { id: 'asNeeded', name: 'as it needs' },
              { id: 'together', name: 'out of the pour' },
              { id: 'apart', name: 'a small mix of its own' },
            ]}
            onChange={(how) => change({ whiteApart: how === 'asNeeded' ? null : how === 'apart' })}
          />
        )}
        {ways.some((way) => TECHNIQUES[way].white.by === 'needle') && (
          <ChoiceField
            label="Drops go over it"
            value={draft.rounds === null ? 'covered' : String(draft.rounds)}
            choices={[
              { id: 'covered', name: 'until the floor is covered' },
              ...Array.from({ length: Math.max(3, draft.rounds ?? 0) }, (_, k) => ({
                id: String(k + 1),
                name: k === 0 ? 'once' : `${k + 1} times`,
              })),
            ]}
            onChange={(how) => change({ rounds: how === 'covered' ? null : Number(how) })}
          />
        )}
        {field(
          'Scale shows steps of',
          'measuring.graduationG',
          ['mass', units.mass],
          measuring.graduationG,
          (graduationG) => change({ measuring: { ...measuring, graduationG } }),
        )}
        {field(
          'Cup has lines every',
          'measuring.cupLineMl',
          ['volume', units.volume],
          measuring.cupLineMl,
          (cupLineMl) => change({ measuring: { ...measuring, cupLineMl } }),
        )}
        {field('Film left in a cup', 'loss.cupFilmG', ['mass', units.mass], loss.cupFilmG, (cupFilmG) =>
          change({ loss: { ...loss, cupFilmG } }),
        )}
        {field('Decanting a piece takes', 'hands.decantS', seconds, inSeconds(hands.decantS), (value) =>
          change({ hands: { ...hands, decantS: value * 60 } }),
        )}
        {drawn &&
          field('A drop takes', 'hands.dropS', seconds, inSeconds(hands.dropS), (value) =>
            change({ hands: { ...hands, dropS: value * 60 } }),
          )}
        {piped && (
          <>
            {field(
              'Rest left in the bag',
              'loss.bagResidueG',
              ['mass', units.mass],
              loss.bagResidueG,
              (bagResidueG) => change({ loss: { ...loss, bagResidueG } }),
            )}
            {field('A stroke takes', 'hands.strokeS', seconds, inSeconds(hands.strokeS), (value) =>
              change({ hands: { ...hands, strokeS: value * 60 } }),
            )}
            {field('Bead piped in a second', 'hands.beadMmPerS', mm, hands.beadMmPerS, (beadMmPerS) =>
              change({ hands: { ...hands, beadMmPerS } }),
            )}
          </>
        )}
      </div>
    </details>
  )
}
