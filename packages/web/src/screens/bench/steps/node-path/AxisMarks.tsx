import type { SVGProps } from 'react'
import type { Axis } from '@flexum/core/recipe'
import { vec3, type Vec3 } from '@flexum/core/space'
import type { BenchView } from '../../../../scene/BenchView.ts'

/** Length of an arrow, where it begins, and where the plane squares lie, px. */
const ARM = 58
const FROM = 9
const SQUARE = [20, 34] as const
/** An arrow seen nearly end on, shorter than this, is not drawn, px. */
const SHORTEST = 14

const DIRECTIONS: Readonly<Record<Axis, Vec3>> = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] }

/** The planes a node can be dragged in. */
export const PLANES: readonly (readonly [Axis, Axis])[] = [
  ['x', 'y'],
  ['y', 'z'],
  ['x', 'z'],
]

/** What is the same for all marks of a node. */
interface Mark {
  readonly view: BenchView
  readonly point: Vec3
  /** Where the node is on the picture. */
  readonly at: readonly [number, number]
  /** Axes of the drag that goes on. */
  readonly lit: readonly Axis[]
  /** Its number, from 1. */
  readonly node: number
  readonly handlers: SVGProps<SVGElement>
}

/** So many px from the node along axes, on the picture. */
const seen = ({ view, point }: Mark, offsets: readonly (readonly [Axis, number])[]) => {
  const pixel = view.pixelAt(point)
  return view.project(
    offsets.reduce((p, [axis, px]) => vec3.addScaled(p, DIRECTIONS[axis], px * pixel), point),
  )
}

/** A square to drag a node in the plane of two axes. */
export function PlaneSquare(props: Mark & { readonly axes: readonly [Axis, Axis] }) {
  const { axes, lit, node, handlers } = props
  const [a, b] = axes
  const corner = (p: number, q: number) =>
    seen(props, [
      [a, p],
      [b, q],
    ])
  const [near, far] = SQUARE
  const quad = [corner(near, near), corner(far, near), corner(far, far), corner(near, far)]
  if (quad.some((c) => !c)) return null
  const isLit = lit.length === 2 && axes.every((axis) => lit.includes(axis))
  return (
    <polygon
      points={quad.map((c) => c!.join(',')).join(' ')}
      fill="var(--color-primary)"
      fillOpacity={isLit ? 0.7 : 0.22}
      stroke="var(--color-primary)"
      strokeWidth="1"
      className="pointer-events-auto cursor-move"
      role="button"
      aria-label={`Drag node ${node} in the ${a}${b} plane`}
      {...(handlers as SVGProps<SVGPolygonElement>)}
    />
  )
}

/** An arrow to drag a node along an axis; dotted where the formula of its coordinate holds it. */
export function AxisArrow(props: Mark & { readonly axis: Axis; readonly stuck: boolean }) {
  const { axis, stuck, at, lit, node, handlers } = props
  const [from, to, label] = [FROM, ARM, ARM + 13].map((px) => seen(props, [[axis, px]]))
  if (!from || !to || !label) return null
  if (Math.hypot(to[0] - at[0], to[1] - at[1]) < SHORTEST) return null
  const angle = (Math.atan2(to[1] - at[1], to[0] - at[0]) * 180) / Math.PI
  const isLit = lit.length === 1 && lit[0] === axis
  const ink = stuck ? 'var(--ink3)' : 'var(--color-base-content)'
  const colour = isLit ? 'var(--color-primary)' : ink
  const line = { x1: from[0], y1: from[1], x2: to[0], y2: to[1] }
  return (
    <g
      role="button"
      tabIndex={stuck ? -1 : 0}
      aria-disabled={stuck}
      aria-label={
        stuck ? `${axis} of node ${node} is held by its formula` : `Drag node ${node} along ${axis}`
      }
      className={stuck ? 'pointer-events-auto' : 'pointer-events-auto cursor-grab'}
      {...(handlers as SVGProps<SVGGElement>)}
    >
      <title>{stuck ? `${axis} is held by its formula` : `along ${axis}; hold Alt to move freely`}</title>
      <line {...line} stroke="transparent" strokeWidth="14" />
      <line
        {...line}
        stroke={colour}
        strokeWidth={isLit ? 2.6 : 1.8}
        {...(stuck ? { strokeDasharray: '2 3' } : {})}
      />
      {!stuck && (
        <path
          d="M2 0L-9-4.5V4.5Z"
          fill={colour}
          transform={`translate(${to[0]} ${to[1]}) rotate(${angle})`}
        />
      )}
      <text
        x={label[0]}
        y={label[1]}
        textAnchor="middle"
        dominantBaseline="central"
        fill={ink}
        className="figure select-none"
        paintOrder="stroke"
        stroke="var(--color-base-100)"
        strokeWidth="3"
      >
        {axis}
      </text>
    </g>
  )
}
