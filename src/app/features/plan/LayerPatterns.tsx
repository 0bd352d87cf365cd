import { Link } from 'react-router'
import { isIn, kindId, kindName, markedIn, type BatchRequest, type LaterLayer } from '#core/batch/index.ts'
import { usePatternLink } from './patternLink.ts'

/** The ways to the marks of a layer, for each kind of piece it is laid in. */
export function LayerPatterns({
  layer,
  draft,
}: {
  readonly layer: LaterLayer
  readonly draft: BatchRequest
}) {
  const patternLink = usePatternLink()
  if (markedIn(layer) === null) return null
  return (
    <ul className="flex flex-wrap gap-2">
      {draft.pieces
        .filter((order) => isIn(layer, { id: kindId(order) }))
        .map((order) => (
          <li key={kindId(order)}>
            <Link
              className="button button-quiet"
              to={patternLink(kindId(order), layer.id)}
              aria-label={`Pattern of ${kindName(order)} in the ${layer.name}`}
            >
              Marks: {kindName(order)}
            </Link>
          </li>
        ))}
    </ul>
  )
}
