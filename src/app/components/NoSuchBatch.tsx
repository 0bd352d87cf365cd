import { Link } from 'react-router'
import { EmptyPlace, Place } from './Place.tsx'

/** Said where an address names a batch that is not in the studio. */
export function NoSuchBatch({ title }: { title: string }) {
  return (
    <Place title={title}>
      <EmptyPlace title="There is no such batch">
        <Link className="button button-main mt-3" to="/">
          To the bench
        </Link>
      </EmptyPlace>
    </Place>
  )
}
