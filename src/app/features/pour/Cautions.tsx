import { CAUTIONS, type CautionId } from '#core/safety/index.ts'

/** What could hurt someone or spoil the piece at this step, a line each; what can burn comes first. */
export function Cautions({ ids }: { ids: readonly CautionId[] }) {
  const first: readonly CautionId[] = ['flame', 'runaway']
  const ordered = [...ids].sort((one, other) => Number(first.includes(other)) - Number(first.includes(one)))
  if (ordered.length === 0) return null
  return (
    <ul className="mt-4 flex flex-col gap-1.5">
      {ordered.map((id) => (
        <li
          key={id}
          className={`rounded-lg border-l-4 px-3 py-1.5 ${first.includes(id) ? 'border-caution bg-caution-ground' : 'border-line bg-sunken'}`}
          data-caution={id}
        >
          <span className="font-semibold">{CAUTIONS[id].title}.</span> {CAUTIONS[id].text}
        </li>
      ))}
    </ul>
  )
}
