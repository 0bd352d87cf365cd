import { expose } from 'comlink'
import { drawnOutline } from '#core/mold/index.ts'
import { fail, type Result } from '#core/units/index.ts'
import { decodeText, type Encoding } from '#formats/encoding.ts'
import {
  outlineAtWidth,
  readOutlineSvg,
  type OutlineFile,
  type OutlineFileProblem,
} from '#formats/outlineSvg.ts'
import { readTable, type Table } from '#formats/tableImport.ts'

/** Reads files off the page: whatever a file holds, the page answers meanwhile. */
const filesLab = {
  /** The table in a file, and how its letters were read. */
  readTableFile: async (file: Blob): Promise<Result<Table, string> & { readonly encoding: Encoding }> => {
    const { text, encoding } = decodeText(new Uint8Array(await file.arrayBuffer()))
    return { ...readTable(text), encoding }
  },
  /** The closed lines of an SVG file. */
  outlineAtWidth,
  drawnOutline,
  readOutlineFile: async (file: Blob): Promise<Result<OutlineFile, OutlineFileProblem>> =>
    file.size > LARGEST_SVG_BYTES
      ? fail({ kind: 'tooLarge', megabytes: Math.round(file.size / 1e6) })
      : readOutlineSvg(decodeText(new Uint8Array(await file.arrayBuffer())).text),
}

/** Three bytes a letter at the most. */
const LARGEST_SVG_BYTES = 24_000_000

export type FilesLab = typeof filesLab

expose(filesLab)
