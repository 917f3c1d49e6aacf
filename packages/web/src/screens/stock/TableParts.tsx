/** The head of a table: what it holds, how many, and a button that adds one. */
export function TableHead(props: {
  readonly id: string
  readonly title: string
  readonly count: number
  readonly add: string
  onAdd(): void
}) {
  return (
    <div className="mb-2 flex items-baseline gap-3">
      <h1 id={props.id} className="text-[19px] font-semibold">
        {props.title}
      </h1>
      <span className="figure muted">{props.count}</span>
      <div className="flex-1" />
      <button type="button" className="btn btn-sm btn-paper" onClick={props.onAdd}>
        {props.add}
      </button>
    </div>
  )
}

/** What can be done with a row. */
export function RowButtons(props: { readonly name: string; onEdit(): void; onRemove(): void }) {
  return (
    <td className="text-right whitespace-nowrap">
      <button
        type="button"
        className="btn btn-xs btn-ghost"
        aria-label={`Change ${props.name}`}
        onClick={props.onEdit}
      >
        Change
      </button>
      <button
        type="button"
        className="btn btn-xs btn-ghost"
        aria-label={`Take out ${props.name}`}
        onClick={props.onRemove}
      >
        Take out
      </button>
    </td>
  )
}
