import type { ReactNode } from 'react'
import type { BatchRequest, LaterLayer } from '#core/batch/index.ts'
import type { Colour } from '#core/colour/index.ts'
import type { Resin } from '#core/resin/index.ts'
import type { LayerWhen } from '#core/technique/index.ts'
import type { UnitChoice } from '#core/units/index.ts'

/** What a layer is drawn with that says nothing of its own. */
export type DrawnLike = Pick<BatchRequest, 'colours' | 'white' | 'resin'>

/** What a list of layers is given. */
export interface LayerListProps {
  readonly label: string
  readonly layers: readonly LaterLayer[]
  readonly colours: readonly Colour[]
  readonly resins: readonly Resin[]
  readonly units: UnitChoice
  /** The pour they lie on. */
  readonly pour: DrawnLike
  /** The way to the marks of a layer that is drawn. */
  readonly marksOf?: (layer: LaterLayer) => ReactNode
  /** The kinds of piece of the batch, where a layer may be meant for some of them only. */
  readonly pieces?: readonly { readonly id: string; readonly name: string }[]
  /** By path from the list: "0.amount.mm". */
  readonly problems?: Readonly<Record<string, string>>
  /** Moments that are still to come for these pieces. */
  readonly whens?: readonly LayerWhen[]
  /** Names of layers that are laid already: they stay as they are. */
  readonly laid?: readonly string[]
  readonly onChange: (layers: readonly LaterLayer[]) => void
}
