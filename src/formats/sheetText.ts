import { techniqueOfPour, type BatchRequest, type Cup, type Mix } from '#core/batch/index.ts'
import { gravityOf, type BatchPlan } from '#core/plan/index.ts'
import type { RunStep } from '#core/runsheet/index.ts'
import { isInked, type WhiteRule } from '#core/technique/index.ts'
import { DEFERRAL } from '#core/safety/index.ts'
import { METRIC, printSpan } from '#core/units/index.ts'
import { wordFinding } from '#words/findings.ts'
import { wordCup, wordCupSize, wordLayer, wordMix } from '#words/mixes.ts'
import { wordWays } from '#words/recipes.ts'
import { wordContents } from '#words/takes.ts'
import { FEEL_WORDS, ratioWords } from '#words/vocabulary.ts'

/** The mix sheet and the run sheet of a plan as plain text, to read from a terminal or pin to the wall. */
export function sheetText(request: BatchRequest, plan: BatchPlan): string {
  const inked = plan.fills.filter(({ technique }) => isInked(technique)).map(({ id }) => id)
  return [
    `${request.name}: ${plan.pieces} × ${wordWays(request)}, ${request.resin.name} (${ratioWords(request.resin.ratio)}), room ${request.roomTempC} °C`,
    '',
    'MIX SHEET',
    ...plan.fills.flatMap((fill) => [
      `  ${fill.count} × ${fill.name}: ${fill.layers.map((layer) => `${wordLayer(layer, fill.technique)} ${layer.depthMm.toFixed(1)} mm = ${layer.volumeMl.toFixed(1)} ml`).join(', ')}; lip ${fill.lipMm.toFixed(1)} mm`,
    ]),
    ...plan.mixes.flatMap((mix) => mixLines(mix, techniqueOfPour(request).white.by)),
    ...plan.drops
      .filter(({ id }) => inked.includes(id))
      .map((drops) => {
        const inks = drops.inks.map((ink) => `${ink.drops} ${ink.what}`).join(', ') || 'no ink'
        const white = drops.whiteDrops > 0 ? `, ${drops.whiteDrops} white` : ''
        return `  Drops on a ${drops.name}: ${inks}${white}`
      }),
    '',
    'RUN SHEET (from stop-stir)',
    ...plan.steps.map((turn) => stepLine(turn, request.startAt)),
    '',
    ...plan.findings.map((finding) => {
      const { title, text, byHand } = wordFinding(finding, METRIC)
      return `${gravityOf(finding).toUpperCase()}: ${title}. ${text}${byHand ? ` ${byHand}` : ''}`
    }),
    DEFERRAL,
    '',
  ].join('\n')
}

function mixLines(mix: Mix, white: WhiteRule['by']): string[] {
  const { byWeight, byVolume } = mix.parts
  return [
    `  ${wordMix(mix, white)}: ${mix.needG.toFixed(1)} g needed (${mix.lossG.toFixed(1)} g of it stays in cups and bag)`,
    `    by weight: A ${byWeight.a} g + B ${byWeight.b} g = ${byWeight.totalG.toFixed(1)} g, ${byWeight.leftoverG.toFixed(1)} g over`,
    `    by volume: A ${byVolume.a} ml + B ${byVolume.b} ml = ${byVolume.totalMl.toFixed(0)} ml, ${byVolume.leftoverG.toFixed(1)} g over`,
    ...mix.cups.map(cupLine),
    ...mix.leftoverUses.map(
      (use) => `    left over by volume: ${use.count} × ${use.mold.name} (${use.volumeMl.toFixed(0)} ml)`,
    ),
  ]
}

function cupLine(cup: Cup): string {
  const { massG, volumeMl } = cup
  const size = wordCupSize(cup, (value) => `${value} ml`, 'in a ')
  const extra = wordContents(cup, METRIC)
    .map((part) => `, ${part}`)
    .join('')
  return `    ${wordCup(cup)}: ${massG.toFixed(1)} g, ${volumeMl.toFixed(0)} ml, ${size}${extra}`
}

function stepLine(turn: RunStep, startAt: string | null): string {
  const clock = startAt ? `${clockIn(startAt, turn.beginMin)}  ` : ''
  const piece =
    turn.pieceNo === null ? '' : ` (piece ${turn.pieceNo}${turn.roundNo ? `, round ${turn.roundNo}` : ''})`
  const window = `${printSpan(turn.fromMin)} to ${turn.toMin === null ? 'open' : printSpan(turn.toMin)}`
  const expected = turn.expected
    ? `  ${turn.expected.tempC.toFixed(1)} °C, ${FEEL_WORDS[turn.expected.feel]}${turn.expected.bloomNumber && turn.step.does === 'whites' ? `, bloom number ${turn.expected.bloomNumber.toFixed(0)}` : ''}`
    : ''
  return `  ${clock}${printSpan(turn.beginMin).padStart(9)}  ${turn.step.title}${piece}  [${window}]${expected}`
}

/** Wall clock in the offset the start was written with. */
function clockIn(startAt: string, min: number): string {
  const offset = /([+-])(\d\d):(\d\d)$/.exec(startAt)
  const offsetMin = offset ? Number(`${offset[1]}1`) * (Number(offset[2]) * 60 + Number(offset[3])) : 0
  return new Date(Date.parse(startAt) + (min + offsetMin) * 60_000)
    .toISOString()
    .slice(5, 16)
    .replace('T', ' ')
}
