import { FAULTS } from '#core/journal/index.ts'
import { CAUTIONS, DEFERRAL } from '#core/safety/index.ts'
import {
  gestureOf,
  LAYER_WAYS,
  LAYER_WHENS,
  TECHNIQUES,
  type LayerWhen,
  USUAL_AIR,
} from '#core/technique/index.ts'
import { printQuantity, printSpan } from '#core/units/index.ts'
import { LayerPicture, StepPicture } from '#app/components/StepPicture.tsx'
import { Place } from '#app/components/Place.tsx'
import { useUnits } from '#app/platform/queries.ts'
import { Schools } from './Schools.tsx'
import { SIGNS } from './signs.ts'
import { wordFollowed } from '#words/bloom.ts'
import { inUnits } from '#words/inUnits.ts'
import { LAYER_WHEN_WORDS } from '#words/layers.ts'
import { TERMS } from '#words/terms.ts'

/** Techniques, signs, faults and rescues, safety, words. Everything here is common practice unless a source is named. */
export function HandbookPlace() {
  const units = useUnits()
  return (
    <Place
      title="Handbook"
      lead="Common practice, with no published source unless one is named. Figures are typical; yours belong to your resin, your room and your hands."
    >
      <nav aria-label="In the handbook" className="no-print mb-6 flex flex-wrap gap-2">
        {['techniques', 'layers', 'signs', 'schools', 'faults', 'safety', 'words'].map((id) => (
          <a key={id} className="button button-quiet capitalize" href={`#${id}`}>
            {id}
          </a>
        ))}
      </nav>
      <div className="flex flex-col gap-6">
        <section className="sheet" id="techniques" aria-labelledby="techniques-heading">
          <h2 id="techniques-heading" className="mb-3 text-2xl">
            Techniques
          </h2>
          <div className="grid grid-cols-1 gap-6 md:grid-cols-2">
            {Object.values(TECHNIQUES).map((technique) => (
              <div key={technique.id}>
                <h3 className="text-xl">{technique.name}</h3>
                <p className="text-ink-soft mb-2">{technique.summary}</p>
                <ol className="text-sm">
                  {technique.steps.map((step, at) => (
                    <li key={step.id} className="mb-2 flex items-center gap-3">
                      <StepPicture technique={technique} at={at} />
                      <p>
                        <span className="font-semibold">
                          {at + 1}. {step.title}.
                        </span>{' '}
                        {inUnits(step.detail, units)}
                      </p>
                    </li>
                  ))}
                </ol>
                <p className="text-ink-soft mt-2 text-sm" data-followed>
                  {wordFollowed(technique)}
                </p>
                <ul className="mt-2 text-sm">
                  {technique.order.map((rule) => (
                    <li key={rule.kind}>Rule: {rule.why}</li>
                  ))}
                </ul>
              </div>
            ))}
          </div>
        </section>
        <section className="sheet" id="layers" aria-labelledby="layers-heading">
          <h2 id="layers-heading" className="mb-3 text-2xl">
            Layers over a pour
          </h2>
          <div className="grid grid-cols-1 gap-6 md:grid-cols-2">
            <ul className="flex flex-col gap-2 text-sm">
              {Object.entries(LAYER_WHENS).map(([when, { detail, late }]) => (
                <li key={when}>
                  <p className="font-semibold">{LAYER_WHEN_WORDS[when as LayerWhen]}.</p>
                  <p>
                    {inUnits(detail, units)} {late}
                  </p>
                </li>
              ))}
            </ul>
            <ul className="flex flex-col gap-2 text-sm">
              {Object.entries(LAYER_WAYS).map(
                ([way, { name, detail, dries, from, needs, handsOn, whens }]) => (
                  <li key={way} className="flex items-center gap-3">
                    <LayerPicture
                      gesture={gestureOf({ needs, handsOn, brings: [], lays: from })}
                      inMold={LAYER_WHENS[whens[0]!].inMold}
                    />
                    <div>
                      <p className="font-semibold">{name}.</p>
                      <p>
                        {detail ?? 'A mix of its own, divided and tinted as you like.'}
                        {dries &&
                          ` Dry after ${printSpan(dries.openMin)}, better ${printSpan(dries.bestMin)}${dries.by ? `, at ${printQuantity(USUAL_AIR.tempC, units.temperature, 0)} in half-damp air` : ''}.`}
                      </p>
                    </div>
                  </li>
                ),
              )}
            </ul>
          </div>
        </section>
        <section className="sheet" id="signs" aria-labelledby="signs-heading">
          <h2 id="signs-heading" className="mb-1 text-2xl">
            One state, three signs
          </h2>
          <p className="mb-3 max-w-prose">
            Minutes, cup temperature and the string on a toothpick are readings of one thing: how much flow is
            still to come. Each school is right about its own resin and room; the plan shows all three for the
            same moment.
          </p>
          <dl className="grid grid-cols-1 gap-x-6 gap-y-2 md:grid-cols-[12rem_1fr]">
            {SIGNS.map(({ stage, criterion, practice }) => (
              <div key={stage} className="contents">
                <dt className="font-semibold">{stage}</dt>
                <dd className="text-sm">
                  {inUnits(criterion, units)}.{' '}
                  <span className="text-ink-soft">{inUnits(practice, units)}</span>
                </dd>
              </div>
            ))}
          </dl>
        </section>
        <Schools />
        <section className="sheet overflow-x-auto" id="faults" aria-labelledby="faults-heading">
          <h2 id="faults-heading" className="mb-3 text-2xl">
            Faults and rescues
          </h2>
          <table className="w-full min-w-[44rem] text-left text-sm">
            <thead className="text-ink-soft">
              <tr>
                <th className="py-1 pr-3 font-medium">What you see</th>
                <th className="py-1 pr-3 font-medium">Likely cause</th>
                <th className="py-1 pr-3 font-medium">Next time</th>
                <th className="py-1 font-medium">Rescue now</th>
              </tr>
            </thead>
            <tbody>
              {Object.entries(FAULTS).map(([id, fault]) => (
                <tr key={id} id={`fault-${id}`} className="border-line border-t align-top">
                  <th scope="row" className="py-1.5 pr-3 font-semibold">
                    {fault.symptom}
                  </th>
                  <td className="py-1.5 pr-3">{fault.cause}</td>
                  <td className="py-1.5 pr-3">{fault.nextTime}</td>
                  <td className="py-1.5">{fault.rescue ?? 'none'}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
        <section className="sheet" id="safety" aria-labelledby="safety-heading">
          <h2 id="safety-heading" className="mb-1 text-2xl">
            Safety
          </h2>
          <p className="mb-3 max-w-prose font-semibold">{DEFERRAL}</p>
          <dl className="grid grid-cols-1 gap-x-6 gap-y-2 md:grid-cols-[12rem_1fr]">
            {Object.entries(CAUTIONS).map(([id, caution]) => (
              <div key={id} className="contents">
                <dt className="font-semibold">{caution.title}</dt>
                <dd className="text-sm">{caution.text}</dd>
              </div>
            ))}
          </dl>
        </section>
        <section className="sheet" id="words" data-unmarked aria-labelledby="words-heading">
          <h2 id="words-heading" className="mb-3 text-2xl">
            Words
          </h2>
          <dl className="grid grid-cols-1 gap-x-6 gap-y-2 md:grid-cols-[12rem_1fr]">
            {TERMS.map(({ id, word, meaning }) => (
              <div key={id} className="contents">
                <dt className="font-semibold">{word}</dt>
                <dd className="text-sm">{meaning}</dd>
              </div>
            ))}
          </dl>
        </section>
      </div>
    </Place>
  )
}
