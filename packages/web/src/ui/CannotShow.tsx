import { EmptyState } from './EmptyState.tsx'

/** A place that could not be fetched: why, and another try. */
export function CannotShow(props: { readonly title: string; readonly error: Error; onAgain(): void }) {
  return (
    <EmptyState title={props.title}>
      <p className="mb-3">{props.error.message}</p>
      <button type="button" className="btn btn-sm btn-paper" onClick={props.onAgain}>
        Try again
      </button>
    </EmptyState>
  )
}
