import { useEffect, useMemo, useState } from 'react'
import { planeSquareTo, vec3, type CutPlane, type Vec3 } from '@flexum/core/space'
import { frameAt, type CarriedGiven } from '@flexum/core/sweep'
import { decimalsThatHold, formatDecimal, formatLength, LENGTH_FACTORS } from '@flexum/core/units'
import type { ShownBody } from '../../../bench/results.ts'
import type { CutArea } from '../../../scene/Cut.ts'
import type { BenchView } from '../../../scene/BenchView.ts'
import { Figures } from '../../../ui/Figures.tsx'
import { usePart } from '../context.ts'
import { Choice } from '../inspector/Choice.tsx'
import { LengthEntry } from './LengthEntry.tsx'
import { Slider, ToolPanel } from './ToolPanel.tsx'

const PLANES = {
  station: 'square to the run',
  yz: 'across X',
  xz: 'across Y',
  xy: 'level, across Z',
} as const
type PlaneName = keyof typeof PLANES

const AXES = { yz: 0, xz: 1, xy: 2 } as const
const NORMALS: readonly Vec3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
]

/** Cuts the picture in a plane and tells the area of the cut. */
export function CutPanel(props: {
  readonly view: BenchView
  readonly bodies: readonly ShownBody[]
  /** What is carried along the path whose stations are meant. */
  readonly carried: CarriedGiven | undefined
  onClose(): void
}) {
  const { view, bodies, carried } = props
  const part = usePart()
  const [chosen, setName] = useState<PlaneName>()
  // Until someone says otherwise it is square to the run, where there is one; the bodies may come after the panel.
  const name = chosen ?? (carried || bodies.length === 0 ? 'station' : 'xy')
  const [away, setAway] = useState(false)
  // Slid as a share of what there is, or typed as a place, which holds before the bodies are there.
  const [place, setPlace] = useState<{ readonly share: number } | { readonly mm: number }>({ share: 0.5 })
  const [areas, setAreas] = useState<readonly CutArea[]>([])
  const { units } = part
  const box = useMemo(() => (bodies.length > 0 ? view.boxOfBodies() : undefined), [view, bodies])
  const [from, to] =
    name === 'station' || !box ? [0, carried?.path.length ?? 0] : [box.min[AXES[name]], box.max[AXES[name]]]
  const within = (mm: number): number => (to > from ? Math.min(Math.max(mm, from), to) : mm)
  const at = 'share' in place ? from + (to - from) * place.share : within(place.mm)
  const share = to > from ? (at - from) / (to - from) : 0.5
  const plane = useMemo((): CutPlane | undefined => {
    const turned = (n: Vec3): Vec3 => (away ? vec3.scale(n, -1) : n)
    if (name !== 'station') {
      const normal = NORMALS[AXES[name]]!
      return planeSquareTo(turned(normal), vec3.scale(normal, at))
    }
    if (!carried) return undefined
    const frame = frameAt(carried.frames, at)
    return planeSquareTo(turned(frame.t), frame.origin)
  }, [name, away, at, carried])
  useEffect(() => view.setCut(plane), [view, plane])
  // The bodies may be drawn anew under the same plane.
  useEffect(() => view.onDraw(() => setAreas(view.cutAreas)), [view])
  useEffect(() => () => view.setCut(undefined), [view])
  const choose = (next: PlaneName): void => {
    setPlace({ share })
    setName(next)
  }
  const slide = (next: number): void => setPlace({ share: next })
  const type = (mm: number): void => setPlace({ mm })
  const f = LENGTH_FACTORS[units.length.unit]
  const areaText = ({ value, error }: CutArea): string =>
    `${formatDecimal(value / f ** 2, decimalsThatHold(error / f ** 2, f >= 10 ? 4 : 2))} ${units.length.unit}²`
  const nameOf = (id: string | undefined): string => part.steps.find((s) => s.id === id)?.name ?? 'Body'
  return (
    <ToolPanel title="Cut through" onClose={props.onClose}>
      <Choice<PlaneName> label="In a plane" value={name} choices={PLANES} hideLabel onChoose={choose} />
      <Slider
        label={name === 'station' ? 'At station' : `At ${'XYZ'[AXES[name]]}`}
        value={share}
        min={0}
        max={1}
        step={0.001}
        shown={formatLength(at, units.length)}
        onChange={slide}
      />
      <LengthEntry label="Typed" value={at} onKeep={type} />
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          className="checkbox checkbox-xs"
          checked={away}
          onChange={(e) => setAway(e.target.checked)}
        />
        Keep the other side
      </label>
      <Figures
        rows={[
          ...(areas.length > 1 ? areas.map((a, i) => [nameOf(bodies[i]?.step), areaText(a)] as const) : []),
          ['Area of the cut', areaText(sumOf(areas))],
        ]}
      />
    </ToolPanel>
  )
}

const sumOf = (areas: readonly CutArea[]): CutArea => ({
  value: areas.reduce((sum, a) => sum + a.value, 0),
  error: areas.reduce((sum, a) => sum + a.error, 0),
})
