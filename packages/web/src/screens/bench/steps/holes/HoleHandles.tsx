import { useRef } from 'react'
import { type HoleEntry, type HolesStep, changeHoles } from '@flexum/core/recipe'
import { frameOnFace, type PartResult } from '@flexum/core/recipe/evaluated'
import { faceNamed } from '@flexum/core/solid'
import type { PlaneFrame } from '@flexum/core/path'
import { vec3, type Vec3 } from '@flexum/core/space'
import type { Ray } from '../../../../bench/drag.ts'
import { bodiesBefore } from '../../../../bench/picking.ts'
import { stepResult } from '../../../../bench/results.ts'
import type { BenchView } from '../../../../scene/BenchView.ts'
import { useBench, useSessionState } from '../../context.ts'
import { useProjected } from '../../useProjected.ts'

/** Holes on sheets and faces as dots in the picture: each is dragged to its place, or moved by the arrow keys. */
export function HoleHandles({ view, step }: { readonly view: BenchView; readonly step: HolesStep }) {
  const result = useSessionState((s) => s.result)
  useProjected(view)
  const fields = stepResult(result, step.id)?.fields ?? {}
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full overflow-visible">
      {step.rows.map((row, i) => {
        const frame = frameOf(result, step, row)
        const [x, y] = ['x', 'y'].map((f) => fields[`rows/${row.id}/${f}`]?.value)
        if (!frame || x === undefined || y === undefined) return null
        return (
          <HoleHandle
            key={row.id}
            view={view}
            step={step}
            row={row}
            number={i + 1}
            frame={frame}
            at={[x, y]}
          />
        )
      })}
    </svg>
  )
}

/** The sheet or the face that a hole goes into. */
function frameOf(
  result: PartResult | undefined,
  step: HolesStep,
  { place }: HoleEntry,
): PlaneFrame | undefined {
  if (place.kind === 'sheet') return stepResult(result, place.sketch)?.output?.sketch?.frame
  if (place.kind !== 'face') return undefined
  const face = faceNamed(
    bodiesBefore(result, step.id).map((s) => s.body),
    place.on.face,
  )
  return face?.form.kind === 'plane' ? frameOnFace(face.form, 0) : undefined
}

const inSpace = ({ origin, x, y }: PlaneFrame, [u, v]: readonly [number, number]): Vec3 =>
  vec3.addScaled(vec3.addScaled(origin, x, u), y, v)

/** To a tenth of a mm: nobody drags finer. */
const rounded = (v: number): string => `${Number(v.toFixed(1))} mm`

function HoleHandle(props: {
  readonly view: BenchView
  readonly step: HolesStep
  readonly row: HoleEntry
  readonly number: number
  readonly frame: PlaneFrame
  readonly at: readonly [number, number]
}) {
  const { session } = useBench()
  const { view, step, row, number, frame, at } = props
  const held = useRef(false)
  const seen = view.project(inSpace(frame, at))
  if (!seen) return null
  const moved = ([u, v]: readonly [number, number]) => ({
    step: step.id,
    choices: {
      rows: step.rows.map((r) =>
        r.id === row.id && (r.place.kind === 'sheet' || r.place.kind === 'face')
          ? { ...r, place: { ...r.place, x: rounded(u), y: rounded(v) } }
          : r,
      ),
    },
  })
  const under = (e: React.PointerEvent): readonly [number, number] | undefined => {
    const box = e.currentTarget.closest('svg')!.getBoundingClientRect()
    return onPlane(frame, view.rayAt(e.clientX - box.left, e.clientY - box.top))
  }
  return (
    <g
      transform={`translate(${seen[0]} ${seen[1]})`}
      className="pointer-events-auto cursor-move"
      role="button"
      tabIndex={0}
      aria-label={`Drag hole ${number}`}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId)
        held.current = true
      }}
      onPointerMove={(e) => {
        const to = held.current ? under(e) : undefined
        if (to) session.show(changeHoles, moved(to))
      }}
      onPointerUp={(e) => {
        if (!held.current) return
        held.current = false
        const to = under(e)
        session.endPreview()
        if (to) session.run(changeHoles, moved(to), { label: `Hole ${number} dragged` })
      }}
      onKeyDown={(e) => {
        const by = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[e.key]
        if (!by) return
        e.preventDefault()
        session.run(changeHoles, moved([at[0] + by[0]!, at[1] + by[1]!]), {
          label: `Hole ${number} moved`,
          mergeKey: `hole-${row.id}`,
        })
      }}
    >
      <circle r="11" fill="transparent" />
      <circle r="5" fill="var(--color-base-100)" stroke="var(--color-primary)" strokeWidth="2" />
      <text y="-9" textAnchor="middle" className="figure" fill="var(--color-primary)">
        {number}
      </text>
    </g>
  )
}

/** Where a line of sight meets a plane, across and up on it. */
function onPlane({ origin, x, y }: PlaneFrame, ray: Ray): readonly [number, number] | undefined {
  const normal = vec3.cross(x, y)
  const slope = vec3.dot(normal, ray.direction)
  if (Math.abs(slope) < 1e-4) return undefined
  const s = vec3.dot(normal, vec3.sub(origin, ray.origin)) / slope
  const p = vec3.sub(vec3.addScaled(ray.origin, ray.direction, s), origin)
  return [vec3.dot(p, x), vec3.dot(p, y)]
}
