import { useEffect, useState } from 'react'
import type { Step } from '@flexum/core/recipe'
import type { PathDistance as Distance } from '@flexum/core/recipe/evaluated'
import { nearestOnPath, type Path } from '@flexum/core/path'
import type { Vec3 } from '@flexum/core/space'
import { formatLength } from '@flexum/core/units'
import { stepsGiving } from '../../../../bench/results.ts'
import { Cancelled } from '../../../../compute/client.ts'
import { Section } from '../../../../ui/Figures.tsx'
import { useBench, usePart, useUnits } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { LengthEntry } from '../../view/LengthEntry.tsx'
import type { Pointing } from './usePointing.ts'

/** Not the id of any step. */
const POINT = '/point'

/** How near a path comes to a place that is typed, or to a body of the part, and where along it. */
export function PathDistance(props: {
  readonly step: Step
  readonly path: Path
  readonly pointing: Pointing
}) {
  const { step, path, pointing } = props
  const part = usePart()
  const [to, setTo] = useState('')
  const bodies = stepsGiving(part, 'bodies')
  const known = to === POINT || bodies.some((b) => b.id === to) ? to : ''
  return (
    <Section title="How near it comes">
      <div className="flex flex-col gap-1.5">
        <Choice
          label="To"
          value={known}
          choices={[['', 'nothing yet'], [POINT, 'a point'], ...bodies.map((b) => [b.id, b.name] as const)]}
          onChoose={setTo}
        />
        {known === POINT && <ToPoint path={path} pointing={pointing} />}
        {known !== '' && known !== POINT && (
          <ToBody key={known} step={step} path={path} to={known} pointing={pointing} />
        )}
      </div>
    </Section>
  )
}

function ToPoint({ path, pointing }: { readonly path: Path; readonly pointing: Pointing }) {
  const [point, setPoint] = useState<Vec3>([0, 0, 0])
  return (
    <>
      {(['x', 'y', 'z'] as const).map((axis, i) => (
        <LengthEntry
          key={axis}
          label={`${axis} of the point`}
          value={point[i]!}
          onKeep={(mm) => setPoint(point.with(i, mm) as unknown as Vec3)}
        />
      ))}
      <Found pointing={pointing} found={nearestOnPath(path, point)} />
    </>
  )
}

function ToBody(props: {
  readonly step: Step
  readonly path: Path
  readonly to: string
  readonly pointing: Pointing
}) {
  const { step, path, to } = props
  const { compute } = useBench()
  const part = usePart()
  const [found, setFound] = useState<{ readonly of: Path; readonly distance: Distance | undefined }>()
  const [problem, setProblem] = useState<string>()
  useEffect(() => {
    let over = false
    compute.distance(part, step.id, to).then(
      (distance) => {
        if (over) return
        setProblem(undefined)
        setFound({ of: path, distance })
      },
      (e: unknown) => {
        if (!over && !(e instanceof Cancelled)) setProblem(e instanceof Error ? e.message : String(e))
      },
    )
    return () => {
      over = true
    }
  }, [compute, part, path, step.id, to])
  if (problem !== undefined) return <p className="text-error">✕ {problem}</p>
  if (found?.of !== path)
    return (
      <p className="muted" role="status">
        <span className="loading loading-spinner loading-xs" aria-hidden /> Looking…
      </p>
    )
  if (!found.distance) return <p className="muted">It has no sound body.</p>
  return <Found pointing={props.pointing} found={found.distance} />
}

/** The distance, and where along the path; pointing at it shows the place on the strip and in the picture. */
function Found({ pointing, found }: { readonly pointing: Pointing; readonly found: Distance }) {
  const units = useUnits()
  const show = (): void => pointing.at(found.station)
  const hide = pointing.nowhere
  return (
    <button
      type="button"
      className="flex items-baseline justify-between rounded-[3px] px-1 py-0.5 hover:bg-[var(--chosen-wash)]"
      aria-label="Show where it comes nearest"
      onPointerEnter={show}
      onPointerLeave={hide}
      onFocus={show}
      onBlur={hide}
    >
      <span className="muted">centre line, at {formatLength(found.station, units.length)}</span>
      <output className="figure font-medium" aria-label="Nearest distance">
        {formatLength(found.distance, units.length)}
      </output>
    </button>
  )
}
