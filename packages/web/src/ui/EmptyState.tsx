import type { ReactNode } from 'react'

/** A place with nothing in it yet: what it is for, and what to do first. */
export function EmptyState(props: { readonly title: string; readonly children?: ReactNode }) {
  return (
    <div className="flex flex-col items-center gap-2 px-6 py-10 text-center">
      <p className="heading">{props.title}</p>
      <div className="muted max-w-sm">{props.children}</div>
    </div>
  )
}
