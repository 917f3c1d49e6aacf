import { type Anchor, anchorPlaces, loopsOf } from '@flexum/core/profile'
import { type RunStep, changeRun } from '@flexum/core/recipe'
import { type SectionGiven } from '@flexum/core/recipe/evaluated'
import { typedFormula } from '@flexum/core/units'
import { curvesPath, TRUE_SCALE } from '../../../../ui/curvePath.ts'
import { tightLength } from '../../../../ui/units.ts'
import { useBench, useUnits, useSessionState } from '../../context.ts'
import { stepResult } from '../../../../bench/results.ts'
import { StepFields } from '../../inspector/StepFields.tsx'

/** Box points with where they lie, as shares of the box from its middle. */
const BOX: readonly (readonly [Anchor, number, number])[] = [
  ['top-left', -1, 1],
  ['top', 0, 1],
  ['top-right', 1, 1],
  ['left', -1, 0],
  ['middle', 0, 0],
  ['right', 1, 0],
  ['bottom-left', -1, -1],
  ['bottom', 0, -1],
  ['bottom-right', 1, -1],
]

interface Place {
  readonly anchor: Anchor
  readonly at: readonly [number, number]
  readonly name: string
  readonly mark: 'box' | 'centroid' | 'origin' | 'point'
}

/** The points of a section that can be put on the path; where two fall together the plainer one stays. */
function placesOf(profile: SectionGiven, name: (p: readonly [number, number]) => string): Place[] {
  const { min, max } = profile.properties.box
  const [mx, my] = [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2]
  const [hx, hy] = [(max[0] - min[0]) / 2, (max[1] - min[1]) / 2]
  const near = Math.hypot(hx, hy) * 0.02
  const own = BOX.map(([anchor, i, j]): Place => ({
    anchor,
    at: [mx + i * hx, my + j * hy],
    name: anchor.replace('-', ' '),
    mark: 'box',
  }))
  const points = anchorPlaces(profile.section)
    .filter((p) => !own.some((o) => Math.hypot(o.at[0] - p[0], o.at[1] - p[1]) < near))
    .map((at): Place => ({ anchor: 'point', at, name: `point ${name(at)}`, mark: 'point' }))
  return [...own, ...points]
}

/** Chooses the point of the section that sits on the path, on its drawing. */
export function AnchorPicker({ step }: { readonly step: RunStep }) {
  const { session } = useBench()
  const units = useUnits()
  const result = useSessionState((s) => stepResult(s.result, step.profile))
  const fields = useSessionState((s) => stepResult(s.result, step.id)?.fields)
  const profile = result?.output?.section
  const choose = (anchor: Anchor, at?: readonly [number, number]): void => {
    const [x, y] = at ?? [0, 0]
    const point = at && { x: typedFormula(String(x), 'mm'), y: typedFormula(String(y), 'mm') }
    session.run(changeRun, { step: step.id, choices: { anchor, point } }, { label: 'Anchor' })
  }
  const figures = (p: readonly [number, number]): string =>
    p.map((v) => tightLength(v, units.length)).join(', ')
  const [px, py] = [fields?.['point/x']?.value, fields?.['point/y']?.value]
  const chosen = (p: Place): boolean =>
    step.anchor === p.anchor && (p.anchor !== 'point' || (px === p.at[0] && py === p.at[1]))
  return (
    <fieldset>
      <legend className="muted mb-1">Anchor: the point that sits on the path</legend>
      {profile && (
        <Drawing profile={profile} places={placesOf(profile, figures)} chosen={chosen} onChoose={choose} />
      )}
      <div className="mt-1.5 flex gap-4">
        {(['centroid', 'origin'] as const).map((anchor) => (
          <label key={anchor} className="flex items-center gap-1.5">
            <input
              type="radio"
              name="anchor"
              className="radio radio-xs"
              checked={step.anchor === anchor}
              onChange={() => choose(anchor)}
            />
            {anchor === 'centroid' ? 'Centroid' : 'Drawn origin'}
          </label>
        ))}
        <label className="flex items-center gap-1.5">
          <input
            type="radio"
            name="anchor"
            className="radio radio-xs"
            checked={step.anchor === 'point'}
            onChange={() => choose('point', profile?.properties.centroid ?? [0, 0])}
          />
          Point
        </label>
      </div>
      {step.anchor === 'point' && step.point && (
        <div className="mt-1.5 flex flex-col gap-1.5">
          <StepFields
            step={step}
            fields={[
              ['point/x', 'Anchor x', step.point.x, 'length'],
              ['point/y', 'Anchor y', step.point.y, 'length'],
            ]}
          />
        </div>
      )}
    </fieldset>
  )
}

/** The section with its points; x to the right as it was drawn. Arrow keys go from point to point. */
function Drawing(props: {
  readonly profile: SectionGiven
  readonly places: readonly Place[]
  chosen(p: Place): boolean
  onChoose(anchor: Anchor, at?: readonly [number, number]): void
}) {
  const { min, max } = props.profile.properties.box
  const size = Math.max(max[0] - min[0], max[1] - min[1])
  const pad = size * 0.09
  const box = [min[0] - pad, -max[1] - pad, max[0] - min[0] + 2 * pad, max[1] - min[1] + 2 * pad]
  const dot = size / 46
  const [cx, cy] = props.profile.properties.centroid
  const any = props.places.some(props.chosen)
  const put = (p: Place): void =>
    p.anchor === 'point' ? props.onChoose('point', p.at) : props.onChoose(p.anchor)
  return (
    <svg viewBox={box.join(' ')} className="h-36 w-full" role="radiogroup" aria-label="Points of the section">
      <path
        d={loopsOf(props.profile.section)
          .map((loop) => curvesPath(loop, TRUE_SCALE, true))
          .join('')}
        fill="var(--color-base-300)"
        fillOpacity="0.45"
        stroke="var(--color-base-content)"
        strokeWidth={size / 150}
        fillRule="evenodd"
      />
      <path
        d={`M${cx - dot * 2} ${-cy}h${dot * 4}M${cx} ${-cy - dot * 2}v${dot * 4}`}
        stroke="var(--color-primary)"
        strokeWidth={size / 150}
      />
      {props.places.map((p, i) => {
        const on = props.chosen(p)
        return (
          <AnchorMark
            key={i}
            i={i}
            on={on}
            p={p}
            any={any}
            put={put}
            dot={dot}
            size={size}
            places={props.places}
          />
        )
      })}
    </svg>
  )
}

/** One place of the section by which it can be held. */
function AnchorMark({
  i,
  on,
  p,
  any,
  put,
  dot,
  size,
  places,
}: {
  readonly i: number
  readonly on: boolean
  readonly p: Place
  readonly any: boolean
  readonly put: (p: Place) => void
  readonly dot: number
  readonly size: number
  readonly places: readonly Place[]
}) {
  return (
    <g
      role="radio"
      aria-checked={on}
      aria-label={p.name}
      tabIndex={on || (!any && i === 0) ? 0 : -1}
      className="cursor-pointer outline-offset-1"
      onClick={() => put(p)}
      onKeyDown={(e) => {
        const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[e.key]
        if (e.key === ' ' || e.key === 'Enter') put(p)
        else if (by !== undefined) {
          const next = (i + by + places.length) % places.length
          ;(e.currentTarget.parentNode!.querySelectorAll('[role=radio]')[next] as SVGElement).focus()
        } else return
        e.preventDefault()
      }}
    >
      <title>{p.name}</title>
      <circle cx={p.at[0]} cy={-p.at[1]} r={dot * 2.4} fill="transparent" />
      {p.mark === 'box' ? (
        <rect
          x={p.at[0] - dot}
          y={-p.at[1] - dot}
          width={2 * dot}
          height={2 * dot}
          fill={on ? 'var(--color-primary)' : 'var(--color-base-100)'}
          stroke={on ? 'var(--color-primary)' : 'var(--ink2)'}
          strokeWidth={size / 170}
        />
      ) : (
        <circle
          cx={p.at[0]}
          cy={-p.at[1]}
          r={dot * (on ? 1.2 : 0.85)}
          fill={on ? 'var(--color-primary)' : 'var(--ink2)'}
        />
      )}
      {on && (
        <circle
          cx={p.at[0]}
          cy={-p.at[1]}
          r={dot * 2.1}
          fill="none"
          stroke="var(--color-primary)"
          strokeWidth={size / 130}
        />
      )}
    </g>
  )
}
