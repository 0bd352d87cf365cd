import { proxy, type Remote } from 'comlink'
import type { Result } from '#core/units/index.ts'
import type { BundleProblem } from '#formats/bundle.ts'
import type { Studio } from '#schema/studio.ts'
import { startFilesLab } from '#workers/client.ts'
import type { FilesLab } from '#workers/files.worker.ts'

/** Does something with files in a worker of its own, which ends with it; null where it was stopped before. */
export async function offPage<Value>(
  job: (lab: Remote<FilesLab>) => Promise<Value>,
  signal: AbortSignal = new AbortController().signal,
): Promise<Value | null> {
  const { lab, end } = startFilesLab()
  const stopped = new Promise<null>((resolve) => signal.addEventListener('abort', () => resolve(null)))
  try {
    return await Promise.race([job(lab), stopped])
  } finally {
    end()
  }
}

/** Reads a studio file off the page; null where it was stopped. */
export function readOffPage(
  file: Blob,
  { signal, onRead }: { readonly signal: AbortSignal; readonly onRead: (bytes: number) => void },
): Promise<Result<Studio, BundleProblem> | null> {
  return offPage(async (lab) => lab.readStudioFile(file, proxy(onRead)), signal)
}
