import { pointAt, directionAt } from '@flexum/core/plane'
import { piecesOf, placesOf, type Chain, type SketchEntity } from '@flexum/core/sketch'
import { curvesPath, TRUE_SCALE } from '../../../../ui/curvePath.ts'

/** A small drawing of a sketch whose curves can be picked, with the way of travel. */
export function SketchMap(props: {
  readonly entities: readonly SketchEntity[]
  readonly label: string
  readonly picked: readonly string[]
  readonly travel?: Chain
  name(id: string): string
  onPick(id: string): void
}) {
  const at = placesOf(props.entities)
  const curves = props.entities.filter((e) => e.kind !== 'point' && e.guide !== true)
  if (curves.length === 0) return <p className="muted">The sketch is empty.</p>
  const box = boxOf(props.entities)
  const size = Math.max(box.w, box.h, 1)
  const pad = size * 0.08
  const first = props.travel?.links[0]
  const pieces = first
    ? piecesOf(
        props.entities.find((e) => e.id === first.curve)!,
        at,
      )
    : []
  const start = first && (first.forward ? pieces[0] : pieces.at(-1))
  return (
    <svg
      viewBox={`${box.x - pad} ${box.y - pad} ${box.w + 2 * pad} ${box.h + 2 * pad}`}
      className="max-h-44 w-full rounded-box border hairline"
      role="group"
      aria-label={props.label}
    >
      {curves.map((e) => {
        const d = curvesPath(piecesOf(e, at), TRUE_SCALE)
        const on = props.picked.includes(e.id)
        return <MapCurve key={e.id} e={e} on={on} d={d} size={size} name={props.name} onPick={props.onPick} />
      })}
      {start && (
        <StartMark
          at={pointAt(start, first.forward ? 0 : 1)}
          along={directionAt(start, first.forward ? 0 : 1)}
          back={!first.forward}
          size={size}
        />
      )}
    </svg>
  )
}

/** One curve of the sketch, to be taken in or out. */
function MapCurve({
  e,
  on,
  d,
  size,
  name,
  onPick,
}: {
  readonly e: SketchEntity
  readonly on: boolean
  readonly d: string
  readonly size: number
  readonly name: (id: string) => string
  readonly onPick: (id: string) => void
}) {
  return (
    <g
      role="checkbox"
      aria-checked={on}
      aria-label={name(e.id)}
      tabIndex={0}
      style={{ cursor: 'pointer' }}
      onClick={() => onPick(e.id)}
      onKeyDown={(k) => {
        if (k.key !== ' ' && k.key !== 'Enter') return
        k.preventDefault()
        onPick(e.id)
      }}
    >
      <path d={d} fill="none" stroke="transparent" strokeWidth={size / 14} />
      <path
        d={d}
        fill="none"
        stroke={on ? 'var(--color-success)' : 'var(--ink3)'}
        strokeWidth={size / (on ? 55 : 90)}
        {...(on ? {} : { strokeDasharray: `${size / 40} ${size / 50}` })}
      />
    </g>
  )
}

function StartMark(props: {
  readonly at: readonly [number, number]
  readonly along: readonly [number, number]
  readonly back: boolean
  readonly size: number
}) {
  const s = props.back ? -1 : 1
  const [ux, uy] = [props.along[0] * s, -props.along[1] * s]
  const [x, y] = [props.at[0], -props.at[1]]
  const k = props.size / 14
  const tip = [x + ux * k, y + uy * k]
  return (
    <g stroke="var(--color-primary)" strokeWidth={props.size / 60} fill="none" aria-hidden>
      <circle cx={x} cy={y} r={props.size / 40} fill="var(--color-primary)" />
      <path
        d={`M${x} ${y}L${tip[0]} ${tip[1]}M${tip[0]! - (ux - uy) * k * 0.35} ${tip[1]! - (uy + ux) * k * 0.35}L${tip[0]} ${tip[1]}L${tip[0]! - (ux + uy) * k * 0.35} ${tip[1]! - (uy - ux) * k * 0.35}`}
      />
    </g>
  )
}

/** The box of a sketch's points and circles, y down. */
export function boxOf(entities: readonly SketchEntity[]): { x: number; y: number; w: number; h: number } {
  const at = placesOf(entities)
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const e of entities) {
    if (e.kind === 'point') continue
    for (const c of piecesOf(e, at)) {
      for (let i = 0; i <= 8; i++) {
        const [x, y] = pointAt(c, i / 8)
        x0 = Math.min(x0, x)
        x1 = Math.max(x1, x)
        y0 = Math.min(y0, -y)
        y1 = Math.max(y1, -y)
      }
    }
  }
  return x1 >= x0 ? { x: x0, y: y0, w: x1 - x0, h: y1 - y0 } : { x: 0, y: 0, w: 1, h: 1 }
}
