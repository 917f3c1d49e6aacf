import { loopsOf, type Region, type SectionProperties } from '@flexum/core/profile'
import { pointAt, type Curve2, type Loop2 } from '@flexum/core/plane'

const FULL_TURN = 2 * Math.PI - 1e-9

/** An SVG path of a loop; y is up in the section and down in SVG. */
function loopPath(loop: Loop2): string {
  const start = pointAt(loop[0]!, 0)
  return `M${start[0]} ${-start[1]}${loop.map(curvePath).join('')}Z`
}

function curvePath(c: Curve2): string {
  const to = pointAt(c, 1)
  if (c.kind === 'line') return `L${to[0]} ${-to[1]}`
  const arc = (p: readonly [number, number], large: boolean): string =>
    `A${c.radius} ${c.radius} 0 ${large ? 1 : 0} ${c.sweep > 0 ? 0 : 1} ${p[0]} ${-p[1]}`
  // A whole circle has no end of its own for SVG: it is drawn in two halves.
  if (Math.abs(c.sweep) >= FULL_TURN) return arc(pointAt(c, 0.5), false) + arc(to, false)
  return arc(to, Math.abs(c.sweep) > Math.PI)
}

/** The section to scale, hatched as on a drawing, with its centroid and axes; x to the left of travel, y up. */
export function SectionDrawing({
  region,
  properties,
}: {
  readonly region: Region
  readonly properties: SectionProperties
}) {
  const { min, max } = properties.box
  const size = Math.max(max[0] - min[0], max[1] - min[1])
  const pad = size * 0.16
  const line = size / 130
  const [cx, cy] = properties.centroid
  const box = [min[0] - pad, -max[1] - pad, max[0] - min[0] + 2 * pad, max[1] - min[1] + 2 * pad]
  return (
    <svg viewBox={box.join(' ')} className="mx-auto h-36 w-full" role="img" aria-label="The section to scale">
      <defs>
        <pattern
          id="section-hatch"
          width={size / 16}
          height={size / 16}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path
            d={`M0 0V${size / 16}`}
            stroke="var(--color-base-content)"
            strokeWidth={line * 0.8}
            strokeOpacity="0.55"
          />
        </pattern>
      </defs>
      <path
        d={loopsOf(region).map(loopPath).join('')}
        fill="url(#section-hatch)"
        stroke="var(--color-base-content)"
        strokeWidth={line * 1.8}
        fillRule="evenodd"
      />
      <g
        stroke="var(--color-primary)"
        strokeWidth={line}
        strokeDasharray={`${line * 10} ${line * 3} ${line * 2} ${line * 3}`}
      >
        <path
          d={`M${min[0] - pad * 0.7} ${-cy}H${max[0] + pad * 0.7}M${cx} ${-max[1] - pad * 0.7}V${-min[1] + pad * 0.7}`}
        />
      </g>
      <circle cx={cx} cy={-cy} r={line * 2.6} fill="var(--color-primary)" />
    </svg>
  )
}
