import type { HoleEntry, HolePlace, HolesStep, Step } from '@flexum/core/recipe'
import type { DimensionName, Formula } from '@flexum/core/units'
import { Choice } from '../../inspector/Choice.tsx'
import { StepField } from '../../inspector/StepField.tsx'

const FACE = ' face'

/** The points of a sheet as they were last drawn. */
const pointsOf = (step: Step | undefined) =>
  step?.kind === 'sketch' ? step.entities.flatMap((e) => (e.kind === 'point' ? [e] : [])) : []

const HEADS = { none: 'plain', sink: 'countersunk', bore: 'counterbored' } as const

/** One hole: where it is, how wide, how deep, and its head. */
export function HoleFields(props: {
  readonly step: HolesStep
  readonly row: HoleEntry
  readonly number: number
  readonly sketches: readonly Step[]
  readonly runs: readonly Step[]
  onChange(next: HoleEntry, label: string): void
  onCopy(): void
  onPickFace(): void
  onRemove(): void
}) {
  const { step, row, number, sketches, runs, onChange } = props
  const { place } = row
  const field = (name: string, label: string, formula: Formula, dimension: DimensionName) => (
    <StepField
      step={step}
      field={`rows/${row.id}/${name}`}
      label={label}
      of={`of hole ${number}`}
      formula={formula}
      dimension={dimension}
    />
  )
  const places = [
    ...sketches.map((s) => [`sheet ${s.id}`, `on ${s.name}`] as const),
    ...sketches.map((s) => [`point ${s.id}`, `at a point of ${s.name}`] as const),
    ...runs.map((s) => [`run ${s.id}`, `on ${s.name}`] as const),
    [FACE, 'on a flat face…'] as const,
  ]
  const now =
    place.kind === 'face' ? FACE : place.kind === 'run' ? `run ${place.run}` : `${place.kind} ${place.sketch}`
  const put = (value: string): void => {
    if (value === FACE) return props.onPickFace()
    const [kind, id] = value.split(' ') as ['sheet' | 'run' | 'point', string]
    const points = pointsOf(sketches.find((s) => s.id === id))
    const at = placedBy(kind, id, points[0]?.id ?? '', place)
    onChange({ ...row, place: at }, `Hole ${number} elsewhere`)
  }
  return (
    <div className="flex flex-col gap-1.5" role="group" aria-label={`Hole ${number}`}>
      <div className="flex items-center gap-1.5">
        <h3 className="heading flex-1">Hole {number}</h3>
        <button type="button" className="btn btn-xs btn-paper" onClick={props.onCopy}>
          Copy<span className="sr-only"> hole {number}</span>
        </button>
        <button type="button" className="btn btn-xs btn-paper" onClick={props.onRemove}>
          Remove<span className="sr-only"> hole {number}</span>
        </button>
      </div>
      <Choice
        label="Place"
        value={now}
        choices={
          places.some(([key]) => key === now) ? places : [...places, [now, 'a place that is gone'] as const]
        }
        onChoose={put}
      />
      <PointOfHole place={place} sketches={sketches} onChange={onChange} row={row} number={number} />
      {place.kind === 'face' && (
        <button type="button" className="btn btn-xs btn-paper self-start" onClick={props.onPickFace}>
          Press its face<span className="sr-only">, hole {number}</span>
        </button>
      )}
      {place.kind === 'sheet' || place.kind === 'face' ? (
        <>
          {field('x', 'Across', place.x, 'length')}
          {field('y', 'Up', place.y, 'length')}
        </>
      ) : place.kind === 'run' ? (
        <>
          {field('station', 'Station', place.station, 'length')}
          {field('clock', 'Clock angle', place.clock, 'angle')}
        </>
      ) : null}
      {field('diameter', 'Diameter', row.diameter, 'length')}
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={row.through}
          onChange={() => onChange({ ...row, through: !row.through }, row.through ? 'To a depth' : 'Through')}
        />
        Through<span className="sr-only">, hole {number}</span>
      </label>
      {!row.through && field('depth', 'Depth', row.depth, 'length')}
      <Choice
        label="Head"
        value={row.head}
        choices={HEADS}
        onChoose={(head) => onChange({ ...row, head }, `Hole ${number} ${HEADS[head]}`)}
      />
      {row.head !== 'none' && field('headDiameter', 'Head diameter', row.headDiameter, 'length')}
      {row.head === 'sink' && field('headAngle', 'Head angle', row.headAngle, 'angle')}
      {row.head === 'bore' && field('headDepth', 'Head depth', row.headDepth, 'length')}
    </div>
  )
}

function PointOfHole({
  place,
  sketches,
  onChange,
  row,
  number,
}: {
  readonly place: HolePlace
  readonly sketches: readonly Step[]
  readonly onChange: (next: HoleEntry, label: string) => void
  readonly row: HoleEntry
  readonly number: number
}) {
  return (
    <>
      {place.kind === 'point' && (
        <Choice
          label="Point"
          value={place.point}
          choices={pointsOf(sketches.find((s) => s.id === place.sketch)).map(
            (p, i) => [p.id, `${i + 1}: ${Number(p.x.toFixed(3))}, ${Number(p.y.toFixed(3))}`] as const,
          )}
          onChoose={(point) => onChange({ ...row, place: { ...place, point } }, `Hole ${number} elsewhere`)}
        />
      )}
    </>
  )
}

/** A hole placed in another way, that keeps what it can of where it was. */
function placedBy(kind: 'sheet' | 'run' | 'point', id: string, point: string, place: HolePlace): HolePlace {
  return kind === 'point'
    ? { kind, sketch: id, point }
    : kind === 'sheet'
      ? ({
          kind,
          sketch: id,
          x: '0',
          y: '0',
          ...(place.kind === 'sheet' || place.kind === 'face' ? { x: place.x, y: place.y } : {}),
        } as const)
      : ({
          kind,
          run: id,
          station: '20',
          clock: '0',
          ...(place.kind === 'run' ? { station: place.station, clock: place.clock } : {}),
        } as const)
}
