import { vec3, type Vec3 } from '@flexum/core/space'
import { pathPoint, pathTangent } from '@flexum/core/path'
import type { RunView } from '../../bench/results.ts'
import { selectionOf } from '../../bench/session.ts'
import type { BenchView } from '../../scene/BenchView.ts'
import { useBench, useSessionState } from './context.ts'
import { useProjected } from './useProjected.ts'
import type { Id } from '@flexum/core/base'

/** Beyond this many nodes only the chosen one and its neighbours are drawn. */
const MOST_NODES = 150

/** Nodes as ringed dots over the picture, the legs between them when the path fails, and where the path starts. */
export function NodeOverlay({
  view,
  shown,
  active,
}: {
  readonly view: BenchView
  readonly shown: RunView
  readonly active: boolean
}) {
  const { session } = useBench()
  const chosen = useSessionState((s) => selectionOf(s).node)
  const focusNode = useSessionState((s) => s.focus?.node)
  useProjected(view)
  const points = shown.pathResult?.nodePoints ?? []
  const bad = new Set(shown.pathResult?.findings.map((f) => f.node))
  const failed = shown.pathResult?.state === 'failed'
  const at = chosen === null ? -1 : points.findIndex((n) => n.id === chosen)
  const drawn =
    points.length > MOST_NODES ? points.filter((_, i) => Math.abs(i - at) <= 1 && at >= 0) : points
  const legs = failed
    ? points.flatMap((n) => [view.project(n.point) ?? []]).filter((p) => p.length === 2)
    : []
  const choose = (id: string): void => session.select({ station: 'path', step: shown.pathStep, node: id })

  return (
    <>
      <svg
        className="pointer-events-none absolute inset-0 h-full w-full overflow-visible"
        aria-hidden={!active}
      >
        {shown.path && <StartMark view={view} shown={shown} />}
        {legs.length > 1 && (
          <polyline
            points={legs.map((p) => p.join(',')).join(' ')}
            fill="none"
            stroke="var(--color-error)"
            strokeWidth="1.4"
            strokeDasharray="5 4"
          />
        )}
        {drawn.map((n) => {
          const index = points.indexOf(n)
          const p = view.project(n.point)
          if (!p) return null
          const isChosen = n.id === chosen
          const wrong = bad.has(n.id)
          const lit = isChosen || n.id === focusNode
          return (
            <NodeDot
              key={n.id}
              n={n}
              p={p}
              active={active}
              index={index}
              wrong={wrong}
              isChosen={isChosen}
              choose={choose}
              lit={lit}
            />
          )
        })}
      </svg>
    </>
  )
}

/** One node, to be chosen. */
function NodeDot({
  n,
  p,
  active,
  index,
  wrong,
  isChosen,
  choose,
  lit,
}: {
  readonly n: { readonly id: Id; readonly point: Vec3 }
  readonly p: readonly [number, number]
  readonly active: boolean
  readonly index: number
  readonly wrong: boolean
  readonly isChosen: boolean
  readonly choose: (id: string) => void
  readonly lit: boolean
}) {
  const { session } = useBench()
  return (
    <g
      transform={`translate(${p[0]} ${p[1]})`}
      className="pointer-events-auto cursor-pointer"
      role="button"
      tabIndex={active ? 0 : -1}
      aria-label={`Node ${index + 1}${wrong ? ', has a finding' : ''}`}
      aria-pressed={isChosen}
      onClick={() => choose(n.id)}
      onPointerEnter={() => session.point({ node: n.id })}
      onPointerLeave={() => session.point(undefined)}
      onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && choose(n.id)}
    >
      <circle r="11" fill="transparent" />
      <circle
        r={lit ? 6.4 : active ? 4.4 : 3.4}
        fill={isChosen ? 'var(--color-primary)' : 'var(--color-base-100)'}
        stroke={wrong ? 'var(--color-error)' : 'var(--color-base-content)'}
        strokeWidth={wrong ? 2.4 : 1.5}
      />
      {wrong && <path d="M-10-10l5 5m0-5l-5 5" stroke="var(--color-error)" strokeWidth="2" />}
    </g>
  )
}

/** A small arrow at the start that shows which way the path runs. */
function StartMark({ view, shown }: { readonly view: BenchView; readonly shown: RunView }) {
  // Where the path is worked on it is its own start, else where the run sets off.
  const isTyped = useSessionState((s) => selectionOf(s).station === 'path')
  const { path } = (isTyped ? shown.pathResult?.output?.path : undefined) ?? shown.path!
  const start: Vec3 = pathPoint(path, 0)
  const t = pathTangent(path, 0)
  const reach = view.pixelAt(start)
  const a = view.project(vec3.addScaled(start, t, -26 * reach))
  const b = view.project(vec3.addScaled(start, t, -9 * reach))
  if (!a || !b) return null
  const length = Math.hypot(b[0] - a[0], b[1] - a[1])
  if (length < 5) return null
  const angle = (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI
  return (
    <g stroke="var(--ink2)" strokeWidth="1.6" fill="none">
      <title>The path starts here</title>
      <path d={`M${a[0]} ${a[1]}L${b[0]} ${b[1]}`} />
      <path d="M-6-4L0 0-6 4" transform={`translate(${b[0]} ${b[1]}) rotate(${angle})`} />
    </g>
  )
}
