import { proxy } from 'comlink'
import type { Result } from '#core/units/index.ts'
import type { BundleProblem } from '#formats/bundle.ts'
import type { Studio } from '#schema/studio.ts'
import { startFilesLab } from '#workers/client.ts'

/** Reads a studio file in a worker of its own; null where it was stopped. */
export async function readOffPage(
  file: Blob,
  { signal, onRead }: { readonly signal: AbortSignal; readonly onRead: (bytes: number) => void },
): Promise<Result<Studio, BundleProblem> | null> {
  const { lab, end } = startFilesLab()
  const stopped = new Promise<null>((resolve) => signal.addEventListener('abort', () => resolve(null)))
  try {
    return await Promise.race([lab.readStudioFile(file, proxy(onRead)), stopped])
  } finally {
    end()
  }
}
