/** A figure set by sliding, with its value beside it. */
export function Slider(props: {
  readonly label: string
  readonly min: number
  readonly max: number
  readonly step: number
  readonly value: number
  onChange(value: number): void
}) {
  return (
    <label className="grid grid-cols-[1fr_140px_44px] items-center gap-x-2">
      <span className="muted">{props.label}</span>
      <input
        type="range"
        className="range range-xs"
        min={props.min}
        max={props.max}
        step={props.step}
        value={props.value}
        onChange={(e) => props.onChange(Number(e.target.value))}
      />
      <span className="figure text-right">{props.value}</span>
    </label>
  )
}
