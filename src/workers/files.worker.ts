import { expose } from 'comlink'
import { readStudioFile } from '#formats/studioFile.ts'

/** Reads files off the page: whatever a file holds, the page answers meanwhile. */
const filesLab = { readStudioFile }

export type FilesLab = typeof filesLab

expose(filesLab)
