import type { ReactNode } from 'react'
import {
  ArrowDown,
  ArrowUp,
  Copy,
  FlipVertical2,
  Maximize2,
  Minimize2,
  RotateCcw,
  RotateCw,
  X,
  type LucideIcon,
} from 'lucide-react'
import * as v from 'valibot'
import {
  carried,
  entriesOf,
  freeGroup,
  withCopied,
  withGroup,
  type Carry,
  type Entry,
  type Mark,
  type Pattern,
  type PatternMark,
} from '#core/pattern/index.ts'
import type { Bag } from '#core/batch/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { patternSchema } from '#schema/pattern.ts'
import { pathOf } from '#schema/issues.ts'
import { inUnits } from '#words/inUnits.ts'
import { MARK_WORDS, wordGroup, wordMark } from '#words/pattern.ts'
import { ChoiceField } from '#app/components/ChoiceField.tsx'
import { MarkFields } from './MarkFields.tsx'

interface MarkListProps {
  readonly pattern: Pattern
  /** Marks of it that this technique does not make. */
  readonly resting: readonly PatternMark[]
  readonly chosen: string | null
  readonly choose: (id: string | null) => void
  readonly setMarks: (marks: readonly PatternMark[]) => void
  readonly removed: (name: string) => void
  readonly inkNames: readonly string[]
  readonly bags: readonly Pick<Bag, 'id' | 'name'>[]
  /** A copy is laid so far to the right. */
  readonly copyByMm: number
  readonly units: UnitChoice
}

/** What the hand does, a line each; what belongs together under one head, with what can be done to it as one. */
export function MarkList(props: MarkListProps) {
  const { pattern, resting, setMarks, removed, choose, copyByMm } = props
  const entries = entriesOf(pattern.marks)
  const groups = entries.filter(({ group }) => group !== null)
  const nameOf = (entry: Entry) =>
    entry.group === null
      ? MARK_WORDS[entry.marks[0]!.mark.kind].name
      : wordGroup(entry.marks, groups.indexOf(entry) + 1)
  const marksOf = (list: readonly Entry[]) => list.flatMap(({ marks }) => marks)
  return (
    <ol className="flex flex-col gap-1">
      {entries.map((entry, k) => {
        const ids = entry.marks.map(({ id }) => id)
        const copy = () => {
          const { marks, firstId } = withCopied(pattern.marks, ids, { byMm: copyByMm, resting })
          setMarks(marks)
          choose(firstId)
        }
        const line = {
          ...props,
          name: nameOf(entry),
          copy,
          sooner: k === 0 ? null : () => setMarks(marksOf(swapped(entries, k - 1))),
          later: k === entries.length - 1 ? null : () => setMarks(marksOf(swapped(entries, k))),
          leaveOut: () => {
            setMarks(pattern.marks.filter(({ id }) => !ids.includes(id)))
            removed(nameOf(entry))
          },
        }
        const others = groups.map((each) => ({ id: each.group!, name: nameOf(each) }))
        return entry.group === null ? (
          <MarkLine key={ids[0]} {...line} place={entry.marks[0]!} groups={others} />
        ) : (
          <GroupLines key={entry.group} {...line} entry={entry} groups={others} />
        )
      })}
    </ol>
  )
}

/** The list with that one and the next in each other's place. */
function swapped<T>(list: readonly T[], at: number): readonly T[] {
  return list.map((each, k) => (k === at ? list[at + 1]! : k === at + 1 ? list[at]! : each))
}

interface LineProps extends MarkListProps {
  readonly name: string
  readonly copy: () => void
  readonly sooner: (() => void) | null
  readonly later: (() => void) | null
  readonly leaveOut: () => void
  readonly groups: readonly { readonly id: string; readonly name: string }[]
}

const TURN_DEG = 15
const LARGER = 1.1

function GroupLines({ entry, ...props }: LineProps & { readonly entry: Entry }) {
  const { name, copy, sooner, later, leaveOut, pattern, chosen, choose, setMarks } = props
  const ids = entry.marks.map(({ id }) => id)
  const carry = (how: Carry) => () => setMarks(carried(pattern.marks, ids, how))
  const tools: readonly (readonly [string, LucideIcon, () => void])[] = [
    ['copy', Copy, copy],
    ['mirror', FlipVertical2, carry({ by: 'mirror' })],
    [`turn left by ${TURN_DEG}°`, RotateCcw, carry({ by: 'turn', degrees: TURN_DEG })],
    [`turn right by ${TURN_DEG}°`, RotateCw, carry({ by: 'turn', degrees: -TURN_DEG })],
    ['smaller', Minimize2, carry({ by: 'size', factor: 1 / LARGER })],
    ['larger', Maximize2, carry({ by: 'size', factor: LARGER })],
  ]
  const isOpen = ids.includes(chosen ?? '')
  return (
    <li className="border-edge rounded-lg border p-1" data-group={entry.group}>
      <div className="flex items-center pl-2">
        <button
          type="button"
          className="min-h-11 min-w-0 flex-1 cursor-pointer text-left"
          aria-expanded={isOpen}
          onClick={() => choose(isOpen ? null : ids[0]!)}
        >
          <span className="font-semibold">{name}</span>
          <span className="text-ink-soft block text-sm">
            {entry.marks.length === 1 ? '1 mark' : `${entry.marks.length} marks`}
          </span>
        </button>
        <OrderButtons name={name} sooner={sooner} later={later} leaveOut={leaveOut} />
      </div>
      <div className="flex flex-wrap" role="group" aria-label={`${name} as one`}>
        {tools.map(([label, Icon, act]) => (
          <IconButton key={label} label={`${name}: ${label}`} onClick={act}>
            <Icon className="size-4" aria-hidden />
          </IconButton>
        ))}
      </div>
      <ol className="flex flex-col gap-1">
        {(isOpen ? entry.marks : []).map((each, k) => {
          const own = (list: readonly PatternMark[]) =>
            setMarks([
              ...pattern.marks.slice(0, pattern.marks.indexOf(entry.marks[0]!)).filter(isOther(ids)),
              ...list,
              ...pattern.marks.slice(pattern.marks.indexOf(entry.marks[0]!)).filter(isOther(ids)),
            ])
          return (
            <MarkLine
              key={each.id}
              {...props}
              name={MARK_WORDS[each.mark.kind].name}
              place={each}
              copy={null}
              sooner={k === 0 ? null : () => own(swapped(entry.marks, k - 1))}
              later={k === entry.marks.length - 1 ? null : () => own(swapped(entry.marks, k))}
              leaveOut={() => {
                setMarks(pattern.marks.filter(({ id }) => id !== each.id))
                props.removed(MARK_WORDS[each.mark.kind].name)
              }}
            />
          )
        })}
      </ol>
    </li>
  )
}

function isOther(ids: readonly string[]) {
  return ({ id }: PatternMark) => !ids.includes(id)
}

interface MarkLineProps extends Omit<LineProps, 'copy'> {
  readonly place: PatternMark
  /** Null where it is copied with its group. */
  readonly copy: (() => void) | null
}

function MarkLine({ place, name, copy, sooner, later, leaveOut, groups, ...list }: MarkLineProps) {
  const { id, mark, group } = place
  const { pattern, resting, chosen, choose, setMarks, inkNames, bags, units } = list
  const isChosen = id === chosen
  const setMark = (next: Mark) =>
    setMarks(pattern.marks.map((each) => (each.id === id ? { ...each, mark: next } : each)))
  const join = (to: string) =>
    setMarks(
      withGroup(
        pattern.marks,
        id,
        to === ALONE ? null : to === NEW ? freeGroup([...pattern.marks, ...resting]) : to,
      ),
    )
  return (
    <li
      className="border-line data-chosen:border-press rounded-lg border px-3 py-1"
      data-chosen={isChosen || undefined}
    >
      <div className="flex items-center">
        <button
          type="button"
          className="min-h-11 min-w-0 flex-1 cursor-pointer text-left"
          aria-expanded={isChosen}
          onClick={() => choose(isChosen ? null : id)}
        >
          <span className="font-semibold">{name}</span>
          <span className="text-ink-soft block text-sm">
            {inUnits(wordMark(mark, inkNames, bags), units)}
          </span>
        </button>
        <OrderButtons name={name} sooner={sooner} later={later} leaveOut={leaveOut} />
      </div>
      {isChosen && (
        <div className="flex flex-col gap-3 pb-3">
          <p className="text-ink-soft text-sm">{MARK_WORDS[mark.kind].hint}</p>
          <MarkFields
            mark={mark}
            inkNames={inkNames}
            bags={bags}
            units={units}
            problems={problemsOf(pattern, id)}
            change={setMark}
          />
          <div className="flex items-end gap-3">
            <div className="flex-1">
              <ChoiceField
                label="Goes with"
                value={group ?? ALONE}
                choices={[{ id: ALONE, name: 'nothing else' }, ...groups, { id: NEW, name: 'a new group' }]}
                onChange={join}
              />
            </div>
            {copy && (
              <button type="button" className="button button-quiet" onClick={copy}>
                Copy it
              </button>
            )}
          </div>
        </div>
      )}
    </li>
  )
}

/** No group is called so. */
const ALONE = 'alone'
const NEW = 'new'

/** Sentences about figures of that mark that are wrong. */
function problemsOf(pattern: Pattern, id: string): readonly string[] {
  const at = pattern.marks.findIndex((each) => each.id === id)
  return (v.safeParse(patternSchema, pattern).issues ?? [])
    .filter((issue) => pathOf(issue).startsWith(`marks.${at}.`))
    .map(({ message }) => message)
}

function OrderButtons({
  name,
  sooner,
  later,
  leaveOut,
}: Pick<LineProps, 'name' | 'sooner' | 'later' | 'leaveOut'>) {
  return (
    <>
      <IconButton label={`${name}: sooner`} disabled={!sooner} onClick={sooner ?? undefined}>
        <ArrowUp className="size-4" aria-hidden />
      </IconButton>
      <IconButton label={`${name}: later`} disabled={!later} onClick={later ?? undefined}>
        <ArrowDown className="size-4" aria-hidden />
      </IconButton>
      <IconButton label={`${name}: leave out`} onClick={leaveOut}>
        <X className="size-4" aria-hidden />
      </IconButton>
    </>
  )
}

function IconButton({
  label,
  disabled = false,
  onClick,
  children,
}: {
  readonly label: string
  readonly disabled?: boolean
  readonly onClick: (() => void) | undefined
  readonly children: ReactNode
}) {
  return (
    <button
      type="button"
      className="grid size-11 shrink-0 cursor-pointer place-items-center rounded-lg disabled:opacity-30"
      aria-label={label}
      disabled={disabled}
      onClick={onClick}
    >
      {children}
    </button>
  )
}
