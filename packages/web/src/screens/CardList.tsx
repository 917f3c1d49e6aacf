import { Search } from 'lucide-react'
import type { UseQueryResult } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { CannotShow } from '../ui/CannotShow.tsx'
import { EmptyState } from '../ui/EmptyState.tsx'
import { Waiting } from '../ui/Waiting.tsx'

/** A place that is a list of cards: its title and counts, what narrows it down, and what stands there while it is empty or nothing matches. */
export function CardList<T>(props: {
  readonly title: string
  /** What it is called while it is loaded, and when it cannot be shown. */
  readonly what: string
  /** What the list itself is called, and the least width of a card, as classes of the grid. */
  readonly label: string
  readonly columns: string
  readonly list: UseQueryResult<readonly T[]>
  readonly shown: readonly T[]
  readonly controls: ReactNode
  readonly empty: { readonly title: string; readonly words: string }
  readonly noMatch: string
  onShowAll(): void
  card(row: T): ReactNode
}) {
  const { list, shown, empty } = props
  return (
    <main className="mx-auto w-full max-w-[1232px] flex-1 px-6 py-5">
      <div className="mb-4 flex items-center gap-3">
        <h1 className="text-[19px] font-semibold">{props.title}</h1>
        <span className="figure muted pt-1">{list.data ? `${shown.length} of ${list.data.length}` : ''}</span>
        <div className="flex-1" />
        {props.controls}
      </div>
      {list.isPending && <Waiting what={props.what} />}
      {list.isError && (
        <CannotShow
          title={`${props.what[0]!.toUpperCase()}${props.what.slice(1)} cannot be shown`}
          error={list.error}
          onAgain={() => void list.refetch()}
        />
      )}
      {list.data?.length === 0 && <EmptyState title={empty.title}>{empty.words}</EmptyState>}
      {list.data && list.data.length > 0 && shown.length === 0 && (
        <EmptyState title={props.noMatch}>
          <button type="button" className="link" onClick={props.onShowAll}>
            Show all
          </button>
        </EmptyState>
      )}
      <ul className={`grid gap-4 ${props.columns}`} aria-label={props.label}>
        {shown.map(props.card)}
      </ul>
    </main>
  )
}

/** The field by which a list is searched. */
export function SearchField(props: {
  readonly label: string
  readonly hint: string
  readonly className: string
  readonly text: string
  onText(text: string): void
}) {
  return (
    <label className={`input input-sm ${props.className}`}>
      <Search size={14} aria-hidden />
      <input
        type="search"
        aria-label={props.label}
        placeholder={props.hint}
        value={props.text}
        onChange={(e) => props.onText(e.target.value)}
      />
    </label>
  )
}
