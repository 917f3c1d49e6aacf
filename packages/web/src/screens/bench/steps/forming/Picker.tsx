/** A row of a table to take figures from; the one that the part has, by its name. */
export function Picker<R extends { readonly id: string; readonly name: string }>(props: {
  readonly label: string
  readonly now: string
  readonly rows: readonly R[]
  onPick(row: R): void
}) {
  const { now, rows } = props
  const known = rows.some((r) => r.name === now)
  return (
    <label className="grid grid-cols-[1fr_180px] items-center gap-x-2">
      <span className="muted">{props.label}</span>
      <select
        className="select select-sm"
        value={now}
        onChange={(e) => {
          const row = rows.find((r) => r.name === e.target.value)
          if (row) props.onPick(row)
        }}
      >
        {!known && <option value={now}>{now}</option>}
        {rows.map((r) => (
          <option key={r.id} value={r.name}>
            {r.name}
          </option>
        ))}
      </select>
    </label>
  )
}
