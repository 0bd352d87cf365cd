import { lazy, Suspense } from 'react'
import { NavLink, Outlet, ScrollRestoration, useLocation } from 'react-router'
import { BookOpen, CalendarClock, FlaskConical, FolderOpen, Hammer, Images, Library } from 'lucide-react'
import { useInstrumentFeed, useKeeping } from '#app/platform/instruments.ts'
import { useHasBatches } from '#app/platform/stories.ts'
import { ClockNotice } from '#app/features/pour/ClockNotice.tsx'
import { LiveBar } from '#app/features/pour/LiveBar.tsx'
import { Apart } from '#app/components/Apart.tsx'
import { KeyList } from './KeyList.tsx'
import { NewVersion } from './NewVersion.tsx'

/** Not needed before there is a batch. */
const Reminders = lazy(async () => ({
  default: (await import('#app/features/rack/Reminders.tsx')).Reminders,
}))

/** Words of the trade are wanted by those who read, a moment after the place stands. */
const TermMarks = lazy(async () => ({
  default: (await import('#app/features/words/TermMarks.tsx')).TermMarks,
}))

const FolderKeeper = lazy(async () => ({
  default: (await import('#app/features/studio/FolderKeeper.tsx')).FolderKeeper,
}))

const PLACES = [
  { to: '/', name: 'Bench', Icon: Hammer, key: 'b' },
  { to: '/plan', name: 'Plan', Icon: FlaskConical, key: 'p' },
  { to: '/rack', name: 'Rack', Icon: CalendarClock, key: 'r' },
  { to: '/log', name: 'Log', Icon: Images, key: 'l' },
  { to: '/shelf', name: 'Shelf', Icon: Library, key: 's' },
  { to: '/handbook', name: 'Handbook', Icon: BookOpen, key: 'h' },
  { to: '/studio', name: 'Studio', Icon: FolderOpen, key: 'd' },
] as const

/** The frame around every place: the ways to the others, and whatever pour is live. */
export function Shell() {
  useInstrumentFeed()
  useKeeping()
  const anything = useHasBatches()
  const pouring = useLocation().pathname.startsWith('/pour/')
  return (
    <div className="flex min-h-dvh flex-col md:flex-row">
      <a
        href="#place"
        className="button button-main sr-only focus:not-sr-only focus:fixed focus:top-2 focus:left-2 focus:z-50"
      >
        To the content
      </a>
      <nav
        aria-label="Places"
        className={`no-print border-line bg-raised fixed inset-x-0 bottom-0 z-30 border-t md:sticky md:top-0 md:h-dvh md:w-40 md:border-t-0 md:border-r ${pouring ? 'hidden' : ''}`}
      >
        <p className="font-display hidden items-center gap-2 px-4 pt-5 pb-4 text-2xl font-bold md:flex">
          <img src="/mark.svg" alt="" className="size-8" /> Nublo
        </p>
        <ul className="flex [overflow-wrap:normal] md:flex-col md:gap-1 md:px-2">
          {PLACES.map(({ to, name, Icon }) => (
            <li key={to} className="flex-auto">
              <NavLink
                to={to}
                end={to === '/'}
                className="aria-[current=page]:bg-sunken aria-[current=page]:border-press flex min-h-14 flex-col items-center justify-center gap-0.5 border-t-3 border-transparent text-[0.6875rem] tracking-tight no-underline aria-[current=page]:font-bold md:min-h-11 md:flex-row md:justify-start md:gap-3 md:rounded-lg md:border-t-0 md:border-l-3 md:px-3 md:text-base"
              >
                <Icon className="size-5 shrink-0" aria-hidden />
                {name}
              </NavLink>
            </li>
          ))}
        </ul>
        <div className="hidden px-4 pt-4 md:block">
          <KeyList places={PLACES} />
        </div>
      </nav>
      <div className={`content min-w-0 flex-1 ${pouring ? 'foot-free' : ''}`}>
        <NewVersion />
        <Apart what="The clock's notice">
          <ClockNotice />
        </Apart>
        <Apart what="The line of live pours">
          <LiveBar />
        </Apart>
        {anything && !pouring && (
          <Apart what="The reminders">
            <Suspense fallback={null}>
              <Reminders />
              <FolderKeeper />
            </Suspense>
          </Apart>
        )}
        <main id="place" tabIndex={-1} className="outline-none">
          {pouring && (
            <NavLink
              to="/"
              className="text-ink-soft no-print inline-flex min-h-11 items-center px-4 text-sm sm:px-6"
            >
              To the bench; nothing of it is lost
            </NavLink>
          )}
          {/* A place opens at its top, and is found again where it was left. */}
          <ScrollRestoration />
          <Suspense fallback={<p className="p-6">Opening …</p>}>
            <Outlet />
          </Suspense>
          <Apart what="The words on this page">
            <Suspense fallback={null}>
              <TermMarks />
            </Suspense>
          </Apart>
        </main>
      </div>
    </div>
  )
}
