/** A small drawing of one stroke: copper for what is free to be drawn, else ink. */
export function Glyph(props: {
  readonly d: string
  readonly copper?: boolean
  readonly width?: number
  readonly dashed?: boolean
  readonly filled?: boolean
}) {
  return (
    <path
      d={props.d}
      stroke={props.copper ? 'var(--color-primary)' : 'currentColor'}
      {...(props.width ? { strokeWidth: props.width } : {})}
      {...(props.dashed ? { strokeDasharray: '3 2' } : {})}
      {...(props.filled ? { fill: 'currentColor', fillOpacity: 0.16, fillRule: 'evenodd' as const } : {})}
    />
  )
}
