import { pointAt } from '@flexum/core/plane'
import { piecesOf, placesOf, type SketchEntity } from '@flexum/core/sketch'
import { curvesPath, TRUE_SCALE } from '../../../ui/curvePath.ts'

/** Shares of a curve that its picture's frame is told from. */
const STOPS = [0, 0.25, 0.5, 0.75, 1]

/** A small picture of a shape. */
export function ShapePicture({ entities }: { readonly entities: readonly SketchEntity[] }) {
  const at = placesOf(entities)
  const points = entities.flatMap((e) =>
    e.kind === 'point' || e.guide
      ? []
      : piecesOf(e, at).flatMap((c) =>
          STOPS.map((t) => {
            const [x, y] = pointAt(c, t)
            return [x, -y] as const
          }),
        ),
  )
  if (points.length === 0) return null
  const xs = points.map((p) => p[0])
  const ys = points.map((p) => p[1])
  const [x, y] = [Math.min(...xs), Math.min(...ys)]
  const size = Math.max(Math.max(...xs) - x, Math.max(...ys) - y, 1)
  const pad = size * 0.15
  return (
    <svg
      viewBox={`${x - pad} ${y - pad} ${Math.max(...xs) - x + 2 * pad} ${Math.max(...ys) - y + 2 * pad}`}
      width="52"
      height="36"
      aria-hidden
      className="shrink-0 rounded-[3px] bg-base-100"
    >
      {entities.map((e) =>
        e.kind === 'point' || e.guide ? null : (
          <path
            key={e.id}
            d={curvesPath(piecesOf(e, at), TRUE_SCALE)}
            fill="none"
            stroke="var(--color-success)"
            strokeWidth={size / 20}
          />
        ),
      )}
    </svg>
  )
}
