/** A labelled choice of a few, as wide as the fields beside it. */
export function Choice<K extends string>(props: {
  readonly label: string
  readonly value: K
  readonly choices: Readonly<Record<K, string>> | readonly (readonly [K, string])[]
  readonly hideLabel?: boolean
  onChoose(choice: K): void
}) {
  const list = (
    Array.isArray(props.choices) ? props.choices : Object.entries(props.choices)
  ) as readonly (readonly [K, string])[]
  return (
    <label
      className={
        props.hideLabel
          ? 'block'
          : 'grid grid-cols-[auto_minmax(0,180px)] items-center justify-between gap-x-2'
      }
    >
      <span className={props.hideLabel ? 'sr-only' : 'muted'}>{props.label}</span>
      <select
        className="select select-sm w-full"
        value={props.value}
        onChange={(e) => props.onChoose(e.target.value as K)}
      >
        {list.map(([key, title]) => (
          <option key={key} value={key}>
            {title}
          </option>
        ))}
      </select>
    </label>
  )
}
