import type { PlaneFrame } from '@flexum/core/path'
import { vec3, type Vec3 } from '@flexum/core/space'
import type { BenchView } from '../../../scene/BenchView.ts'
import { useProjected } from '../useProjected.ts'

/** Size of the figure on the picture, px, and its arrow's share of it. */
const SIZE = 64

/** How a sheet lies in space: a square in its plane, an arrow up on it, and a stem toward whoever looks at it. */
export function SheetFigure({ view, frame }: { readonly view: BenchView; readonly frame: PlaneFrame }) {
  useProjected(view)
  const { origin, x, y } = frame
  const mm = SIZE * view.pixelAt(origin)
  const normal = vec3.cross(x, y)
  const at = (u: number, v: number, w = 0): string => {
    const p: Vec3 = vec3.addScaled(
      vec3.addScaled(vec3.addScaled(origin, x, u * mm), y, v * mm),
      normal,
      w * mm,
    )
    const seen = view.project(p)
    return seen ? `${seen[0]} ${seen[1]}` : '0 0'
  }
  const [h, a] = [0.5, 0.1]
  return (
    <svg
      className="pointer-events-none absolute inset-0 h-full w-full overflow-visible"
      role="img"
      aria-label="How the sheet lies: the arrow is up on it, the stem looks at you"
    >
      <g fill="none" stroke="var(--color-primary)" strokeWidth="1.8" strokeLinejoin="round">
        <path
          d={`M${at(-h, -h)}L${at(h, -h)}L${at(h, h)}L${at(-h, h)}Z`}
          fill="var(--color-primary)"
          fillOpacity="0.14"
        />
        <path
          d={`M${at(0, -h / 2)}L${at(0, h * 0.8)}M${at(-a, h * 0.8 - 1.6 * a)}L${at(0, h * 0.8)}L${at(a, h * 0.8 - 1.6 * a)}`}
        />
        <path d={`M${at(0, 0)}L${at(0, 0, 0.6)}`} strokeDasharray="3 2" />
      </g>
      <SeenDot at={at(0, 0, 0.6)} />
    </svg>
  )
}

function SeenDot({ at }: { readonly at: string }) {
  const [x, y] = at.split(' ').map(Number)
  return (
    <circle
      cx={x}
      cy={y}
      r="3.5"
      fill="var(--color-base-100)"
      stroke="var(--color-primary)"
      strokeWidth="1.8"
    />
  )
}
