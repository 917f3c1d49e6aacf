import type { Id } from '@flexum/core/base'
import { pickedRegions, type SketchGiven } from '@flexum/core/recipe/evaluated'
import { stepResult } from '../../../../bench/results.ts'
import { curvesPath, TRUE_SCALE } from '../../../../ui/curvePath.ts'
import { usePart, useSessionState } from '../../context.ts'
import { boxOf } from './SketchMap.tsx'
import type { SketchRegion } from '@flexum/core/sketch'

/** A sketch and the regions of it that something is made of. */
export interface RegionsChosen {
  readonly sketch: Id
  readonly regions: readonly (readonly Id[])[]
}

/** Which closed regions of which sketch something is made of; `what` is that, in words. */
export function RegionPicker(props: {
  readonly chosen: RegionsChosen
  readonly what: string
  /** Nothing but the sketch is chosen. */
  readonly sketchOnly?: boolean
  onChange(next: Partial<RegionsChosen>, label: string): void
}) {
  const { chosen, what, onChange } = props
  const part = usePart()
  const output = useSessionState((s) => stepResult(s.result, chosen.sketch)?.output)
  const sketches = part.steps.filter((s) => s.kind === 'sketch')
  const drawn = output?.sketch
  const picked = drawn ? pickedRegions(chosen.regions, drawn) : []
  const box = drawn && boxOf(drawn.entities)
  const size = box ? Math.max(box.w, box.h, 1) : 1
  const pad = size * 0.08
  return (
    <>
      <label className="grid grid-cols-[1fr_180px] items-center gap-x-2">
        <span className="muted">Sketch</span>
        <select
          className="select select-sm"
          value={chosen.sketch}
          onChange={(e) => onChange({ sketch: e.target.value, regions: [] }, `Sketch of the ${what}`)}
        >
          {sketches.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
            </option>
          ))}
        </select>
      </label>
      {!props.sketchOnly && drawn && box && drawn.regions.length > 0 && (
        <RegionMap
          box={box}
          pad={pad}
          what={what}
          size={size}
          drawn={drawn}
          picked={picked}
          onChange={onChange}
        />
      )}
    </>
  )
}

/** The regions of the sketch, pressed to take them in or out. */
function RegionMap({
  box,
  pad,
  what,
  size,
  drawn,
  picked,
  onChange,
}: {
  readonly box: { x: number; y: number; w: number; h: number }
  readonly pad: number
  readonly what: string
  readonly size: number
  readonly drawn: SketchGiven
  readonly picked: SketchRegion[]
  readonly onChange: (next: Partial<RegionsChosen>, label: string) => void
}) {
  return (
    <svg
      viewBox={`${box.x - pad} ${box.y - pad} ${box.w + 2 * pad} ${box.h + 2 * pad}`}
      className="max-h-44 w-full rounded-box border hairline"
      role="group"
      aria-label={`Regions of the ${what}`}
    >
      <defs>
        <pattern
          id="pick-hatch"
          width={size / 18}
          height={size / 18}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d={`M0 0V${size / 18}`} stroke="var(--color-success)" strokeWidth={size / 160} />
        </pattern>
      </defs>
      {drawn.regions.map((r, i) => {
        const on = picked.includes(r)
        const toggle = (): void => {
          const next = on ? picked.filter((x) => x !== r) : [...picked, r]
          if (next.length > 0) onChange({ regions: next.map((x) => [...x.curves]) }, `Regions of the ${what}`)
        }
        return (
          <path
            key={i}
            role="checkbox"
            aria-checked={on}
            aria-label={`Region ${i + 1}`}
            tabIndex={0}
            d={[r.outer, ...r.holes].map((l) => curvesPath(l, TRUE_SCALE, true)).join('')}
            fill={on ? 'url(#pick-hatch)' : 'var(--color-base-200)'}
            fillRule="evenodd"
            stroke={on ? 'var(--color-success)' : 'var(--ink3)'}
            strokeWidth={size / 90}
            style={{ cursor: 'pointer' }}
            onClick={toggle}
            onKeyDown={(e) => {
              if (e.key !== ' ' && e.key !== 'Enter') return
              e.preventDefault()
              toggle()
            }}
          />
        )
      })}
    </svg>
  )
}
