import { useMemo } from 'react'
import { pathPoint, segmentTurn, type Path } from '@flexum/core/path'
import type { BenchView } from '../../../scene/BenchView.ts'
import { useProjected } from '../useProjected.ts'

/** A curve is drawn by straight pieces that turn by no more than this, rad; it has no more of them than that. */
const TURN_PER_CHORD = 0.12
const MOST_CHORDS = 400

/** The chosen path where nothing is carried along it, as a dashed line over the picture. */
export function PathLine({ view, path }: { readonly view: BenchView; readonly path: Path }) {
  useProjected(view)
  const places = useMemo(() => placesOf(path), [path])
  const points = places.flatMap((p) => {
    const at = view.project(p)
    return at ? [at.join(',')] : []
  })
  return (
    <svg
      className="pointer-events-none absolute inset-0 h-full w-full overflow-hidden"
      role="img"
      aria-label="The chosen path"
    >
      <polyline
        points={points.join(' ')}
        fill="none"
        stroke="var(--color-primary)"
        strokeWidth="1.8"
        strokeDasharray="7 3"
      />
    </svg>
  )
}

function placesOf(path: Path) {
  const stations = path.segments.flatMap((g, i) => {
    const steps =
      g.kind === 'line' ? 1 : Math.min(MOST_CHORDS, Math.max(2, Math.ceil(segmentTurn(g) / TURN_PER_CHORD)))
    return Array.from({ length: steps }, (_, k) => path.starts[i]! + (g.length * k) / steps)
  })
  return [...stations, path.length].map((s) => pathPoint(path, s))
}
