import type { Id } from '@flexum/core/base'
import { measuresAngle } from '@flexum/core/sketch'
import {
  gives,
  stationOf,
  type SketchStep,
  setFacing,
  setPlane,
  MAIN_PLANES,
  type SheetFacing,
  type SheetPlane,
} from '@flexum/core/recipe'
import { constraintName, type SketchGiven } from '@flexum/core/recipe/evaluated'
import type { Placing, Session } from '../../../../bench/session.ts'
import { stepResult } from '../../../../bench/results.ts'
import { Figures, Section } from '../../../../ui/Figures.tsx'
import { dimensionText } from '../../../../sheet/dimension-text.ts'
import { openSheet } from '../../actions/recipe.ts'
import { useBench, usePart, useSessionState } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { StationFindings } from '../../inspector/StationFindings.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import { planeFor, PLANES, PRESSED } from './planes.ts'

/** A sketch seen from the recipe: where it lies, what state it is in, its dimensions. */
export function SketchInspector({ step }: { readonly step: SketchStep }) {
  const { session } = useBench()
  const part = usePart()
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const { sketch: output, figures } = result?.output ?? {}
  return (
    <>
      <div className="flex items-baseline justify-between px-3 pt-3 pb-1">
        <h2 className="heading">Sketch: {step.name}</h2>
        <span className={output?.loose === 0 ? 'figure text-success' : 'figure text-primary'}>
          {result?.summary}
        </span>
      </div>
      <div className="flex flex-col gap-1.5 px-3 py-2">
        <button type="button" className="btn btn-sm btn-success" onClick={() => openSheet(session, step.id)}>
          Open the sheet
        </button>
        <PlaneFields step={step} />
        <FacingButtons step={step} />
        {step.plane.kind === 'nodes' && <NodeChoice step={step} plane={step.plane} />}
      </div>
      <StationFindings station={stationOf(step, part.steps)} />
      {output && <SketchState output={output} />}
      {output && <Dimensions step={step} figures={figures} />}
    </>
  )
}

/** Where the sheet lies. */
function PlaneFields({ step }: { readonly step: SketchStep }) {
  const { session } = useBench()
  const part = usePart()
  const index = part.steps.findIndex((s) => s.id === step.id)
  const placing = useSessionState((s) => s.placing)
  const press = (kind: Placing['kind']): void =>
    session.place(placing?.kind === kind ? undefined : { step: step.id, kind, picked: [] })
  const choose = (kind: SheetPlane['kind']): void => {
    if (kind === 'points' || kind === 'tilted' || kind === 'parallel') return press(kind)
    if (kind === 'face') return pressFace(session, step)
    const plane = planeFor(part, index, kind)
    if (plane) session.run(setPlane, { step: step.id, plane }, { label: 'Plane of the sheet' })
  }
  const { plane } = step
  return (
    <>
      <label className="mt-1 grid grid-cols-[1fr_180px] items-center gap-x-2">
        <span className="muted">Lies on</span>
        <select
          className="select select-sm"
          value={plane.kind}
          onChange={(e) => choose(e.target.value as SheetPlane['kind'])}
        >
          {Object.entries(PLANES).map(([kind, title]) => (
            <option
              key={kind}
              value={kind}
              disabled={
                !planeFor(part, index, kind as SheetPlane['kind']) &&
                !(PRESSED.has(kind as SheetPlane['kind']) && index > 0)
              }
            >
              {title}
            </option>
          ))}
        </select>
      </label>
      <PlaneFigures step={step} />
      {(plane.kind === 'square' ||
        plane.kind === 'points' ||
        plane.kind === 'tilted' ||
        plane.kind === 'parallel') && (
        <button
          type="button"
          className={`btn btn-xs self-start ${placing ? 'btn-primary' : 'btn-paper'}`}
          aria-pressed={placing !== undefined}
          onClick={() => press(plane.kind)}
        >
          Press it in the picture
        </button>
      )}
      {plane.kind === 'face' && (
        <button
          type="button"
          className="btn btn-xs btn-paper self-start"
          onClick={() => pressFace(session, step)}
        >
          Press another face
        </button>
      )}
      {plane.kind === 'parallel' && <ParallelChoice step={step} plane={plane} index={index} />}
    </>
  )
}

/** What of a plane is typed: an offset, a station, an angle. */
function PlaneFigures({ step }: { readonly step: SketchStep }) {
  const { plane } = step
  const part = usePart()
  switch (plane.kind) {
    case 'xy':
    case 'xz':
    case 'yz':
    case 'face':
      return (
        <StepField
          step={step}
          field="plane/offset"
          label="Offset toward you"
          formula={plane.offset}
          dimension="length"
        />
      )
    case 'square': {
      const before = part.steps.slice(
        0,
        part.steps.findIndex((s) => s.id === step.id),
      )
      const paths = before.filter((s) => gives(s, 'path'))
      return (
        <>
          <PathChoice step={step} plane={plane} paths={paths.map((p) => ({ id: p.id, name: p.name }))} />
          <StepField
            step={step}
            field="plane/station"
            label="At station"
            formula={plane.station}
            dimension="length"
          />
        </>
      )
    }
    case 'tilted':
      return (
        <StepField
          step={step}
          field="plane/angle"
          label="Angle from level"
          formula={plane.angle}
          dimension="angle"
        />
      )
    default:
      return null
  }
}

function ParallelChoice(props: {
  readonly step: SketchStep
  readonly plane: Extract<SheetPlane, { kind: 'parallel' }>
  readonly index: number
}) {
  const { step, plane } = props
  const { session } = useBench()
  const before = usePart().steps.slice(0, props.index)
  return (
    <Choice
      label="Parallel to"
      value={plane.to}
      choices={[
        ...MAIN_PLANES.map((p) => [p, PLANES[p]] as const),
        ...before.flatMap((s) => (gives(s, 'sketch') ? [[s.id, s.name] as const] : [])),
      ]}
      onChoose={(to) =>
        void session.run(
          setPlane,
          { step: step.id, plane: { ...plane, to } },
          { label: 'Plane of the sheet' },
        )
      }
    />
  )
}

function SketchState({ output }: { readonly output: SketchGiven }) {
  return (
    <Section title="State">
      <Figures
        rows={[
          ['Loose', output.loose === 0 ? 'settled' : String(output.loose)],
          ['Closed regions', String(output.regions.length)],
          ['Gaps', output.gaps.length === 0 ? 'none' : String(output.gaps.length)],
          ...(output.looseEnds.length > 0 ? [['Open ends', String(output.looseEnds.length)] as const] : []),
        ]}
      />
    </Section>
  )
}

function Dimensions(props: {
  readonly step: SketchStep
  readonly figures: ReadonlyMap<Id, number> | undefined
}) {
  const { step, figures } = props
  const part = usePart()
  const dimensions = step.constraints.filter((c) => c.kind === 'dimension')
  if (dimensions.length === 0) return null
  return (
    <Section title="Dimensions">
      {dimensions.map((d) =>
        d.role === 'driving' ? (
          <StepField
            key={d.id}
            step={step}
            field={`constraints/${d.id}/formula`}
            label={constraintName(step, d)}
            formula={d.formula}
            dimension={measuresAngle(d.measured) ? 'angle' : 'length'}
          />
        ) : (
          <div key={d.id} className="flex justify-between py-1">
            <span className="muted">{constraintName(step, d)}</span>
            <span className="figure">{dimensionText(d, figures?.get(d.id) ?? 0, part.units, 'value')}</span>
          </div>
        ),
      )}
    </Section>
  )
}

/** Lets a flat face of a body be pressed that the sheet lies on. */
function pressFace(session: Session, step: SketchStep): void {
  session.pick({
    step: step.id,
    what: 'face',
    flat: true,
    hint: 'Press the flat face that it should lie on',
    chosen: step.plane.kind === 'face' ? [step.plane.on.face] : [],
    take: ({ of, name }) => {
      const offset = step.plane.kind === 'face' ? step.plane.offset : '0'
      session.run(
        setPlane,
        { step: step.id, plane: { kind: 'face', on: { of, face: name }, offset } },
        { label: 'Plane of the sheet' },
      )
    },
  })
}

/** Turns the sheet over or by quarters; what is drawn on it goes with it. */
function FacingButtons({ step }: { readonly step: SketchStep }) {
  const { session } = useBench()
  const { over, quarters } = step.facing ?? { over: false, quarters: 0 }
  const set = (facing: SheetFacing, label: string): void =>
    void session.run(setFacing, { step: step.id, facing }, { label })
  return (
    <div className="flex items-center gap-1.5" role="group" aria-label="How the sheet lies">
      <span className="muted flex-1">
        {over ? 'Seen from behind' : 'Seen as the plane is'}
        {quarters > 0 ? `, turned by ${90 * quarters}°` : ''}
      </span>
      <button
        type="button"
        className="btn btn-xs btn-paper"
        aria-pressed={over}
        onClick={() => set({ over: !over, quarters }, 'Sheet turned over')}
      >
        Turn over
      </button>
      <button
        type="button"
        className="btn btn-xs btn-paper"
        onClick={() =>
          set(
            { over, quarters: ((quarters + 1) % 4) as SheetFacing['quarters'] },
            'Sheet turned by a quarter',
          )
        }
      >
        Quarter turn
      </button>
    </div>
  )
}

function PathChoice(props: {
  readonly step: SketchStep
  readonly plane: Extract<SheetPlane, { kind: 'square' }>
  readonly paths: readonly { readonly id: string; readonly name: string }[]
}) {
  const { session } = useBench()
  const { plane } = props
  return (
    <label className="grid grid-cols-[1fr_180px] items-center gap-x-2">
      <span className="muted">Path</span>
      <select
        className="select select-sm"
        value={plane.path}
        onChange={(e) =>
          session.run(
            setPlane,
            { step: props.step.id, plane: { ...plane, path: e.target.value } },
            { label: 'Plane of the sheet' },
          )
        }
      >
        {props.paths.map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </select>
    </label>
  )
}

function NodeChoice(props: {
  readonly step: SketchStep
  readonly plane: Extract<SheetPlane, { kind: 'nodes' }>
}) {
  const { session } = useBench()
  const part = usePart()
  const { plane } = props
  const path = part.steps.find((s) => s.id === plane.path)
  if (path?.kind !== 'node-path') return null
  return (
    <div className="grid grid-cols-[1fr_180px] items-center gap-x-2">
      <span className="muted">Origin, across, third</span>
      <span className="flex gap-1">
        {plane.nodes.map((node, i) => (
          <select
            key={i}
            className="select select-sm"
            aria-label={['Origin node', 'Node across', 'Third node'][i]}
            value={node}
            onChange={(e) => {
              const nodes = plane.nodes.map((n, k) => (k === i ? e.target.value : n)) as unknown as [
                string,
                string,
                string,
              ]
              session.run(
                setPlane,
                { step: props.step.id, plane: { ...plane, nodes } },
                { label: 'Plane of the sheet' },
              )
            }}
          >
            {path.nodes.map((n, k) => (
              <option key={n.id} value={n.id}>
                {k + 1}
              </option>
            ))}
          </select>
        ))}
      </span>
    </div>
  )
}
