import type { OutlineFileProblem } from '#formats/outlineSvg.ts'

/** Why a file or a traced line is no mold, and what would be. */
export function wordOutlineProblem(problem: OutlineFileProblem): string {
  switch (problem.kind) {
    case 'tooLarge':
      return `The file has ${problem.megabytes} MB; up to 8 can be read. Save only the outline.`
    case 'notSvg':
      return `This is no SVG that can be read: ${problem.detail.slice(0, 200)}`
    case 'noLines':
      return 'The file draws no closed line. An outline is a path, polygon, rectangle, circle or ellipse.'
    case 'tooFewPoints':
      return 'An outline needs three points or more.'
    case 'tooManyPoints':
      return `It has ${problem.points} points; up to ${problem.most} can be read. Simplify the line where it was drawn.`
    case 'noArea':
      return 'The line encloses next to nothing. Check that it is closed, and its size.'
    case 'crossesItself':
      return 'The line crosses itself, so it is not clear what is inside. Draw it without the crossing.'
    case 'severalPieces':
      return `There are ${problem.pieces} outlines side by side. A mold with several cavities is one mold for each; islands must lie inside.`
    default:
      return problem satisfies never
  }
}
