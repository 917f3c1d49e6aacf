import { isRouteErrorResponse, Link, useRouteError } from 'react-router'
import { EmptyState } from '../ui/EmptyState.tsx'

/** An address that leads nowhere. */
export function NotFound() {
  return (
    <EmptyState title="There is nothing at this address">
      <Link className="link" to="/">
        Back to the Rack
      </Link>
    </EmptyState>
  )
}

/** What is shown when a screen itself fails. */
export function RouteProblem() {
  const error = useRouteError()
  const message = isRouteErrorResponse(error)
    ? error.statusText
    : error instanceof Error
      ? error.message
      : 'unknown'
  return (
    <EmptyState title="This screen stopped working">
      <p className="figure my-2">{message}</p>
      <p>
        What was saved is safe.{' '}
        <a className="link" href={window.location.pathname}>
          Load it again
        </a>{' '}
        or go{' '}
        <a className="link" href="/">
          back to the Rack
        </a>
        .
      </p>
    </EmptyState>
  )
}
