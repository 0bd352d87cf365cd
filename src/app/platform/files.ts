import type { Remote } from 'comlink'
import { startFilesLab } from '#workers/client.ts'
import type { FilesLab } from '#workers/files.worker.ts'

/** Does something with files in a worker of its own, which ends with it. */
export async function offPage<Value>(job: (lab: Remote<FilesLab>) => Promise<Value>): Promise<Value> {
  const { lab, end } = startFilesLab()
  try {
    return await job(lab)
  } finally {
    end()
  }
}
