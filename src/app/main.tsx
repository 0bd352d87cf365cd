import { StrictMode, useEffect, useMemo } from 'react'
import { createRoot } from 'react-dom/client'
import { QueryClientProvider } from '@tanstack/react-query'
import { RouterProvider } from 'react-router'
import { StudioDatabase } from '#data/database.ts'
import { openRegister } from '#data/register.ts'
import type { Remote } from 'comlink'
import type { BloomLab } from '#workers/bloomLab.ts'
import type { CardLab } from '#workers/cardLab.ts'
import type { Planner } from '#workers/planner.worker.ts'
import type { RackLab } from '#workers/rack.worker.ts'
import type { RemedyLab } from '#workers/remedies.worker.ts'
import { startBloomLab, startCardLab, startPlanner, startRackLab, startRemedyLab } from '#workers/client.ts'
import { UndoProvider } from './components/undo.tsx'
import { askForFirstStudio, openStudio } from './platform/firstOpening.ts'
import { pourNowMs } from './platform/clockWatch.ts'
import { createQueries } from './platform/mending.ts'
import { keepInstalled, switchWhenReady } from './platform/installed.ts'
import { useSpool } from './platform/marks.ts'
import { useRegisterKept } from './platform/registerKeeper.ts'
import { planAhead } from './platform/planAhead.ts'
import { useSettings } from './platform/queries.ts'
import { PlatformProvider, type Platform } from './platform/studio.tsx'
import { createRouter } from './routes/router.tsx'
import './theme/theme.css'

let secondPlanner: Remote<Planner> | null = null
let bloomLab: Remote<BloomLab> | null = null
let cardLab: Remote<CardLab> | null = null
let rackLab: Remote<RackLab> | null = null
let remedyLab: Remote<RemedyLab> | null = null

const platform: Platform = {
  db: new StudioDatabase(),
  planner: startPlanner(),
  secondPlanner: () => (secondPlanner ??= startPlanner()),
  bloomLab: () => (bloomLab ??= startBloomLab()),
  cardLab: () => (cardLab ??= startCardLab()),
  rackLab: () => (rackLab ??= startRackLab()),
  remedyLab: () => (remedyLab ??= startRemedyLab()),
  nowMs: pourNowMs,
  evenMs: () => performance.now(),
  newId: () => crypto.randomUUID(),
}

const queries = createQueries(platform.db)

/** Follows the chosen light; "system" follows the device. */
function useTheme(): void {
  const { theme } = useSettings()
  useEffect(() => {
    const dark = matchMedia('(prefers-color-scheme: dark)')
    const apply = () => {
      const isDark = theme === 'dark' || (theme === 'system' && dark.matches)
      document.documentElement.dataset['theme'] = isDark ? 'dark' : 'light'
    }
    apply()
    dark.addEventListener('change', apply)
    return () => dark.removeEventListener('change', apply)
  }, [theme])
}

function App({ saidAtFirst }: { readonly saidAtFirst: string | null }) {
  useTheme()
  useSpool()
  useRegisterKept()
  const router = useMemo(() => createRouter(), [])
  return (
    <UndoProvider saidAtFirst={saidAtFirst}>
      <RouterProvider router={router} />
    </UndoProvider>
  )
}

async function begin(): Promise<void> {
  const root = createRoot(document.getElementById('root')!)
  root.render(<p style={{ padding: '2rem' }}>Opening the studio …</p>)
  const slow = setTimeout(() => root.render(<SlowStudio />), SLOW_MS)
  const openedAtMs = platform.nowMs()
  const first = askForFirstStudio(openedAtMs)
  void first.then((it) =>
    it?.demo
      .then((demo) => planAhead(queries, platform.planner, { demo, nowMs: openedAtMs }))
      .catch(() => undefined),
  )
  let saidAtFirst: string | null
  try {
    if (import.meta.env.PROD && (await switchWhenReady(platform.db, Date.now()))) return location.reload()
    saidAtFirst = await openStudio(platform.db, openedAtMs, first)
    await openRegister(platform.db, (left) => {
      clearTimeout(slow)
      if (left > A_FEW) root.render(<Ordering left={left} />)
    }).catch(() => undefined)
  } catch (problem) {
    clearTimeout(slow)
    return root.render(<ClosedStudio problem={problem} />)
  }
  clearTimeout(slow)
  root.render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <PlatformProvider platform={platform}>
          <App saidAtFirst={saidAtFirst} />
        </PlatformProvider>
      </QueryClientProvider>
    </StrictMode>,
  )
  if (import.meta.env.PROD) keepInstalled()
}

/** So many runs are put in order before anyone sees it. */
const A_FEW = 250

function Ordering({ left }: { readonly left: number }) {
  return (
    <p style={{ padding: '2rem' }} role="status">
      Putting the runs in order, {left} to go …
    </p>
  )
}

/** Longer than any opening takes, the demo's first one aside. */
const SLOW_MS = 12_000

function SlowStudio() {
  return (
    <main style={{ padding: '2rem', maxWidth: '40rem' }}>
      <p>Opening the studio …</p>
      <p>
        This takes longer than usual. Another tab of an earlier Nublo may hold the studio: close it. Or the
        browser keeps its storage shut: allow site data for this address, or leave a private window.
      </p>
    </main>
  )
}

function ClosedStudio({ problem }: { problem: unknown }) {
  return (
    <main style={{ padding: '2rem', maxWidth: '40rem' }}>
      <h1>The studio does not open</h1>
      <p>{problem instanceof Error ? problem.message : String(problem)}</p>
      <p>
        Nublo keeps everything in this browser's own storage. Allow site data for this address, leave a
        private window, or free some space.
      </p>
    </main>
  )
}

void begin()
