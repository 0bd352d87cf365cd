import { techniqueOfPour, type BatchRequest, type Cup, type Mix, type Parts } from '#core/batch/index.ts'
import type { BatchPlan } from '#core/plan/index.ts'
import { weightRatio } from '#core/resin/index.ts'
import { isInked } from '#core/technique/index.ts'
import { printQuantity, printSum, weighedDecimals, type UnitChoice } from '#core/units/index.ts'
import { wordCup, wordCupSize, wordMix } from '#words/mixes.ts'
import { wordContents } from '#words/takes.ts'
import { wordWeighing } from '#words/dataSheet.ts'
import { CupPicture } from './CupPicture.tsx'

interface MixSheetProps {
  readonly request: BatchRequest
  readonly plan: BatchPlan
  readonly units: UnitChoice
}

/** What to weigh and into which cups. */
export function MixSheet({ request, plan, units }: MixSheetProps) {
  return (
    <section className="sheet" aria-labelledby="mix-heading">
      <h2 id="mix-heading" className="mb-3 text-xl">
        Weigh and pour together
      </h2>
      <div className="flex flex-col gap-6">
        {plan.mixes.map((mix) => (
          <MixView key={mix.id} mix={mix} request={request} units={units} />
        ))}
      </div>
      {plan.fills.some(({ technique }) => isInked(technique)) && <Drops plan={plan} />}
    </section>
  )
}

interface MixProps {
  readonly mix: Mix
  readonly request: BatchRequest
  readonly units: UnitChoice
}

/** Grams as finely as this person's scale shows them. */
function gramsOf({ request, units }: Pick<MixProps, 'request' | 'units'>): (value: number) => string {
  return (value) =>
    printQuantity(value, units.mass, weighedDecimals(units.mass, request.measuring.graduationG))
}

/** Both parts of a mix, and the two together. */
export function MixFigures({ mix, request, units }: MixProps) {
  const { byWeight } = mix.parts
  const g = gramsOf({ request, units })
  const decimals = weighedDecimals(units.mass, request.measuring.graduationG)
  return (
    <dl className="grid grid-cols-[repeat(auto-fit,minmax(7rem,1fr))] gap-3">
      <Figure term="A, resin" value={g(byWeight.a)} />
      <Figure term="B, hardener" value={g(byWeight.b)} />
      <Figure term="Together" value={printSum([byWeight.a, byWeight.b], units.mass, decimals)} />
    </dl>
  )
}

/** What a mix is divided into, each in its cup. */
export function MixCups({ mix, request, units }: MixProps) {
  const { byWeight } = mix.parts
  const shareA = byWeight.a / byWeight.totalG
  return (
    <ul className="mt-3 flex flex-wrap gap-x-6 gap-y-3">
      {mix.cups.map((cup) => (
        <CupView
          key={cup.id}
          cup={cup}
          partAFrac={cup.holds === 'mix' || cup.holds === 'half' ? shareA : null}
          units={units}
          g={gramsOf({ request, units })}
          ml={(value) => printQuantity(value, units.volume)}
        />
      ))}
    </ul>
  )
}

function MixView({ mix, request, units }: MixProps) {
  const { byWeight, byVolume } = mix.parts
  const { resin } = mix
  const g = gramsOf({ request, units })
  const ml = (value: number) => printQuantity(value, units.volume)
  return (
    <div>
      <h3 className="mb-2 text-base">{wordMix(mix, techniqueOfPour(request).white.by)}</h3>
      <MixFigures mix={mix} request={request} units={units} />
      <p className="mt-2 text-sm">
        That is {ml(byWeight.a / resin.densityAGPerMl)} of A and {ml(byWeight.b / resin.densityBGPerMl)} of B.{' '}
        {wordWeighing(resin)} By the lines of a cup: {ml(byVolume.a)} of A and {ml(byVolume.b)} of B,{' '}
        {g(byVolume.leftoverG)} more than is needed.
      </p>
      <details className="mt-1 text-sm">
        <summary className="text-ink-soft min-h-11 cursor-pointer content-center underline">
          From what?
        </summary>
        <p className="text-ink-soft max-w-prose">
          {g(mix.inMoldsG)} reach the molds and {g(mix.lossG)} stay in cups
          {mix.cups.some(({ holds }) => holds === 'white') ? ' and bag' : ''} (common practice). The stated
          ratio is {resin.ratio.partsA} : {resin.ratio.partsB} by {resin.ratio.by}; as A and B are{' '}
          {resin.densityAGPerMl} and {resin.densityBGPerMl} times as heavy as water
          {resin.densitiesAssumed && ' (assumed)'} that is {weightRatio(resin).toFixed(3)} parts of A by
          weight for each of B. Rounded up to {printQuantity(request.measuring.graduationG, units.mass, 2)}:{' '}
          {rounding(byWeight, g)}.
        </p>
      </details>
      <MixCups mix={mix} request={request} units={units} />
      {byVolume.leftoverG > 1 && <LeftoverLine mix={mix} g={g} />}
    </div>
  )
}

function rounding({ leftoverG, ratioError }: Parts, g: (value: number) => string): string {
  return `${g(leftoverG)} left over, ratio off by ${(100 * Math.abs(ratioError)).toFixed(2)} %`
}

function Figure({ term, value }: { term: string; value: string }) {
  const [figure, ...unit] = value.split(' ')
  return (
    <div className="bg-sunken rounded-xl px-3 py-2">
      <dt className="text-ink-soft text-sm">{term}</dt>
      <dd className="font-display font-semibold">
        <span className="text-xl sm:text-2xl">{figure}</span>{' '}
        <span className="text-base whitespace-nowrap">{unit.join(' ')}</span>
      </dd>
    </div>
  )
}

interface CupViewProps {
  readonly cup: Cup
  readonly partAFrac: number | null
  readonly units: UnitChoice
  readonly g: (value: number) => string
  readonly ml: (value: number) => string
}

function CupView({ cup, partAFrac, units, g, ml }: CupViewProps) {
  const title = wordCup(cup)
  const size = wordCupSize(cup, ml, 'in a ')
  const added = wordContents({ additions: cup.additions }, units).map((part) => `+ ${part}`)
  return (
    <li className="flex items-center gap-3">
      {cup.brimMl !== null && (
        <CupPicture
          volumeMl={cup.volumeMl}
          brimMl={cup.brimMl}
          partAFrac={partAFrac}
          pale={cup.holds === 'white'}
          title={`${title}: ${ml(cup.volumeMl)} ${size}`}
        />
      )}
      <p className="text-sm">
        <span className="font-semibold">{title}</span>
        <br />
        {g(cup.massG)}, {ml(cup.volumeMl)}
        <br />
        {size}
        {partAFrac !== null && cup.brimMl !== null && (
          <>
            <br />
            dashed: A alone
          </>
        )}
        {[...wordContents({ from: cup.from, additions: [] }, units), ...added].map((part) => (
          <span key={part} className="block font-medium">
            {part}
          </span>
        ))}
      </p>
    </li>
  )
}

function LeftoverLine({ mix, g }: { mix: Mix; g: (value: number) => string }) {
  const uses = mix.leftoverUses.map((use) => `${use.count} × ${use.mold.name}`)
  return (
    <p className="text-ink-soft mt-2 text-sm">
      Measured by volume, {g(mix.parts.byVolume.leftoverG)} are left:{' '}
      {uses.length > 0 ? `enough for ${uses.join(' and ')}.` : 'a swatch card, or a trial on a hidden side.'}
    </p>
  )
}

function Drops({ plan }: { plan: BatchPlan }) {
  const drawn = plan.fills.filter(({ technique }) => isInked(technique)).map(({ id }) => id)
  return (
    <div className="border-line mt-5 border-t pt-3">
      <h3 className="mb-1 text-base">Drops on each piece</h3>
      <ul className="text-sm">
        {plan.drops
          .filter(({ id }) => drawn.includes(id))
          .map((drops) => (
            <li key={drops.id}>
              <span className="font-medium">{drops.name}:</span>{' '}
              {drops.inks.map((ink) => `${ink.drops} ${ink.what}`).join(', ') || 'no ink'}
              {drops.whiteDrops > 0 && `, and ${drops.whiteDrops} of white from the needle`}
            </li>
          ))}
      </ul>
    </div>
  )
}
