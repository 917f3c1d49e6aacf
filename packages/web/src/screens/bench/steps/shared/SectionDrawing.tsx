import { loopsOf, type Section, type SectionProperties } from '@flexum/core/profile'
import { curvesPath, TRUE_SCALE } from '../../../../ui/curvePath.ts'

/** The section to scale, hatched as on a drawing, with its centroid and axes; x to the left of travel, y up. */
export function SectionDrawing({
  section,
  properties,
}: {
  readonly section: Section
  readonly properties: SectionProperties
}) {
  const { min, max } = properties.box
  const size = Math.max(max[0] - min[0], max[1] - min[1])
  const pad = size * 0.16
  const line = size / 130
  const [cx, cy] = properties.centroid
  const { principalAngle: a1 } = properties
  // Axes that lie along x and y are drawn already.
  const leaning = a1 !== undefined && Math.abs(Math.sin(2 * a1)) > 1e-3 ? a1 : undefined
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
        d={loopsOf(section)
          .map((loop) => curvesPath(loop, TRUE_SCALE, true))
          .join('')}
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
      {leaning !== undefined && (
        <g stroke="var(--color-success)" strokeWidth={line}>
          {[leaning, leaning + Math.PI / 2].map((a, i) => {
            const [dx, dy] = [Math.cos(a) * size * 0.42, -Math.sin(a) * size * 0.42]
            return (
              <path
                key={i}
                d={`M${cx - dx} ${-cy - dy}L${cx + dx} ${-cy + dy}`}
                opacity={i === 0 ? 1 : 0.55}
              />
            )
          })}
        </g>
      )}
      <circle cx={cx} cy={-cy} r={line * 2.6} fill="var(--color-primary)" />
    </svg>
  )
}
