import {
  CARD_REFLECTANCE,
  colourDifference,
  linearOf,
  reasonOf,
  showsOf,
  type BackColour,
  type BackReason,
  type Linear,
} from '../colour/index.ts'
import { fail, ok, type Result } from '../units/index.ts'
import { borderOf, brightness, medianOf, type Picture } from './picture.ts'
import { laidOn, registered, type Registration } from './register.ts'

/** A real piece as light goes through it: per pixel and channel what it reflects by itself, and what share of a card behind shows. */
export interface Matte {
  readonly width: number
  readonly height: number
  readonly reflects: Picture['channels']
  readonly passes: Picture['channels']
  /** 1 where the piece is, 0 where only the card is. */
  readonly piece: Uint8Array
  readonly registration: Registration
}

export type CardProblem =
  | { readonly kind: 'otherShape' }
  /** The outer edge of both pictures should be card: how bright it is on each, 0 to 1. */
  | { readonly kind: 'cardsAlike'; readonly white: number; readonly black: number }
  | { readonly kind: 'doNotMatch'; readonly agreement: number }
  | { readonly kind: 'noPiece' }

const BORDER_SHARE = 0.04
/** A white card this dark, or a black one this bright, is not seen as one (by eye). */
const LEAST_WHITE = 0.25
const LEAST_APART = 4
const LEAST_AGREEMENT = 0.35
/** A pixel through which less than this of the card shows, or that reflects so much by itself, is piece (by eye). */
const CLEAR_PASS = 0.9
const OWN_LIGHT = 0.05
const LEAST_PIECE_SHARE = 0.03

/**
 * What a piece reflects and lets through, from a photograph on a white card and one on a black card: triangulation matting (Smith & Blinn,
 * SIGGRAPH 1996, from memory). With card k behind, C = F + t k; two cards give t = (Cw - Cb) / (kw - kb) and F = Cb - t kb, channel by channel. The cards
 * are measured at the pictures' outer edge, uneven light is levelled by a plane through the white card's edge, and the black picture is laid on the
 * white one first.
 */
export function matteOf(onWhite: Picture, onBlack: Picture): Result<Matte, CardProblem> {
  if (onWhite.width !== onBlack.width || onWhite.height !== onBlack.height)
    return fail({ kind: 'otherShape' })
  const border = borderOf(onWhite, BORDER_SHARE)
  const cards = { white: medianOf(onWhite, border), black: medianOf(onBlack, border) }
  const [white, black] = [mean(cards.white), mean(cards.black)]
  if (white < LEAST_WHITE || white < LEAST_APART * black) return fail({ kind: 'cardsAlike', white, black })
  const registration = registered(onWhite, onBlack)
  if (registration.agreement < LEAST_AGREEMENT)
    return fail({ kind: 'doNotMatch', agreement: registration.agreement })
  const level = lightLevel(onWhite, border)
  const lit = levelled(onWhite, level)
  const dark = levelled(laidOn(onWhite, onBlack, registration), level)
  const [kw, kb] = [medianOf(lit, border), medianOf(dark, border)]
  const parts = ([0, 1, 2] as const).map((k) =>
    split(lit.channels[k], dark.channels[k], { white: kw[k], black: kb[k] }),
  )
  const { width, height } = onWhite
  const channels = (of: 'reflects' | 'passes') => [parts[0]![of], parts[1]![of], parts[2]![of]] as const
  const piece = pieceMask(channels('reflects'), channels('passes'))
  if (piece.reduce((sum, cell) => sum + cell, 0) < LEAST_PIECE_SHARE * width * height)
    return fail({ kind: 'noPiece' })
  return ok({
    width,
    height,
    reflects: channels('reflects'),
    passes: channels('passes'),
    piece,
    registration,
  })
}

function mean([r, g, b]: Linear): number {
  return (r + g + b) / 3
}

/** A plane of brightness through the card's edge, least squares: 1 in the mean. */
function lightLevel(picture: Picture, border: readonly number[]): (p: number) => number {
  const { width, height } = picture
  const light = brightness(picture)
  const [cx, cy] = [(width - 1) / 2, (height - 1) / 2]
  let sum = 0
  let bx = 0
  let by = 0
  let xx = 0
  let yy = 0
  for (const p of border) {
    const [x, y] = [(p % width) - cx, Math.floor(p / width) - cy]
    sum += light[p]!
    bx += x * light[p]!
    by += y * light[p]!
    xx += x * x
    yy += y * y
  }
  const middle = sum / border.length
  const [slopeX, slopeY] = [bx / xx / middle, by / yy / middle]
  return (p) => Math.max(0.2, 1 + slopeX * ((p % width) - cx) + slopeY * (Math.floor(p / width) - cy))
}

function levelled({ width, height, channels }: Picture, level: (p: number) => number): Picture {
  const flat = (values: Float32Array) => values.map((value, p) => value / level(p))
  return { width, height, channels: [flat(channels[0]), flat(channels[1]), flat(channels[2])] }
}

/** One channel, in shares of what a white card reflects. */
function split(
  lit: Float32Array,
  dark: Float32Array,
  card: { readonly white: number; readonly black: number },
) {
  const unit = CARD_REFLECTANCE / card.white
  const apart = card.white - card.black
  const passes = lit.map((value, p) => Math.min(1, Math.max(0, (value - dark[p]!) / apart)))
  const reflects = dark.map((value, p) => Math.max(0, value - passes[p]! * card.black) * unit)
  return { passes, reflects }
}

function pieceMask(reflects: Matte['reflects'], passes: Matte['passes']): Uint8Array {
  return Uint8Array.from(passes[0], (_, p) => {
    const pass = (passes[0][p]! + passes[1][p]! + passes[2][p]!) / 3
    const own = (reflects[0][p]! + reflects[1][p]! + reflects[2][p]!) / 3
    return pass < CLEAR_PASS || own > OWN_LIGHT ? 1 : 0
  })
}

/** The piece before a back of that colour. */
export function beforeBack({ width, height, reflects, passes }: Matte, back: Linear): Picture {
  const channel = (k: 0 | 1 | 2) => reflects[k].map((own, p) => own + passes[k][p]! * back[k])
  return { width, height, channels: [channel(0), channel(1), channel(2)] }
}

/** How a back carries a real piece: its opaque petals beside the clear rest, and the clear rest beside the bare back, CIEDE2000. */
export interface JudgedBack extends BackColour {
  readonly petalContrast: number
  readonly inkContrast: number
  readonly reason: BackReason
}

/** Of the piece, ordered by how much shows through: its petals, and its inked ground without the quite clear (by eye). */
const PETALS_TO = 0.25
const GROUND = { from: 0.5, to: 0.85 } as const

/** Backs for a real piece, the one on which most shows first. */
export function judgedBacks(matte: Matte, backs: readonly BackColour[]): readonly JudgedBack[] {
  const { petals, ground } = petalsAndGround(matte)
  return backs
    .map((back): JudgedBack => {
      const behind = linearOf(back.hex)
      const seen = beforeBack(matte, behind)
      const [petal, clear] = [meanOf(seen, petals), meanOf(seen, ground)]
      const petalContrast = colourDifference(petal, clear)
      const inkContrast = colourDifference(clear, behind)
      return { ...back, petalContrast, inkContrast, reason: reasonOf(petalContrast, inkContrast) }
    })
    .sort((one, other) => showsOf(other) - showsOf(one))
}

function petalsAndGround({ passes, piece }: Matte) {
  const pixels = [...piece.keys()].filter((p) => piece[p] === 1)
  const pass = (p: number) => passes[0][p]! + passes[1][p]! + passes[2][p]!
  pixels.sort((one, other) => pass(one) - pass(other))
  return {
    petals: pixels.slice(0, Math.ceil(PETALS_TO * pixels.length)),
    ground: pixels.slice(Math.floor(GROUND.from * pixels.length), Math.ceil(GROUND.to * pixels.length)),
  }
}

function meanOf({ channels }: Picture, pixels: readonly number[]): Linear {
  const channel = (k: 0 | 1 | 2) => pixels.reduce((sum, p) => sum + channels[k][p]!, 0) / pixels.length
  return [channel(0), channel(1), channel(2)]
}
