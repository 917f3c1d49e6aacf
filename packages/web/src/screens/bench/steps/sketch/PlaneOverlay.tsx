import { useEffect, useMemo } from 'react'
import {
  isMainPlane,
  needsOf,
  setPlane,
  type Part,
  type SketchStep,
  type Followed,
  type SheetPlane,
} from '@flexum/core/recipe'
import {
  outputTaken,
  placesInSpace,
  placesOfBodies,
  takenIn,
  straightsOf,
  type PartResult,
} from '@flexum/core/recipe/evaluated'
import { edgesOfBody, formOfEdge, type Body } from '@flexum/core/solid'
import { pathPoint } from '@flexum/core/path'
import type { Vec3 } from '@flexum/core/space'
import { stepResult } from '../../../../bench/results.ts'
import type { Placing } from '../../../../bench/session.ts'
import type { BenchView } from '../../../../scene/BenchView.ts'
import { useBench, usePart, useSessionState } from '../../context.ts'
import { useProjected } from '../../useProjected.ts'

/** Places along a path by which a press on it finds its station. */
const ALONG = 240

const WORDS: Readonly<Record<Placing['kind'], readonly string[]>> = {
  square: ['Press the path where the sheet should stand square to it'],
  points: [
    'Press the place of its origin',
    'Press a place that lies across from it',
    'Press a third place, off that line',
  ],
  tilted: ['Press the line that it should lie on'],
  parallel: ['Press the place that it should go through'],
}

/** What an earlier step offers to lie on. */
interface Offered {
  readonly step: string
  readonly name: string
  readonly of: Followed['of']
  readonly places: ReadonlyMap<string, Vec3>
  readonly straights: readonly (readonly [string, string])[]
  /** Of a path, evenly along it, each with its station. */
  readonly along: readonly (readonly [number, Vec3])[]
}

/** Everything that a sheet can be pressed to lie on, over the picture. */
export function PlaneOverlay({ view, placing }: { readonly view: BenchView; readonly placing: Placing }) {
  const { session } = useBench()
  const part = usePart()
  const result = useSessionState((s) => s.result)
  useProjected(view)
  const offered = useMemo(() => offeredTo(part, result, placing.step), [part, result, placing.step])
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      if (e.key === 'Escape') session.place(undefined)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [session])
  const step = part.steps.find((s): s is SketchStep => s.id === placing.step && s.kind === 'sketch')
  if (!step) return null
  const lay = (plane: SheetPlane): void => {
    session.run(setPlane, { step: placing.step, plane }, { label: 'Plane of the sheet' })
    session.place(undefined)
  }
  const pick = (place: Followed): void => {
    const [a, b, c] = [...placing.picked, place]
    if (placing.kind === 'parallel')
      return lay({ kind: 'parallel', to: parallelTo(step.plane), through: place })
    if (a && b && c) lay({ kind: 'points', points: [a, b, c] })
    else session.place({ ...placing, picked: [...placing.picked, place] })
  }
  const picked = (o: Offered, place: string): boolean =>
    placing.picked.some((p) => p.step === o.step && p.of === o.of && p.place === place)
  return (
    <>
      <p
        role="status"
        aria-label="Plane"
        className="absolute top-12 left-1/2 z-10 -translate-x-1/2 rounded-box whitespace-nowrap bg-[var(--chosen-wash)] px-3 py-1.5 shadow"
      >
        {offered.length === 0
          ? 'No step before this sheet has anything that it could lie on'
          : WORDS[placing.kind][placing.picked.length]}{' '}
        · Esc leaves
      </p>
      <svg className="pointer-events-none absolute inset-0 h-full w-full overflow-visible">
        {offered.map((o) => (
          <OfferOfPlanes
            key={`${o.of} ${o.step}`}
            o={o}
            placing={placing}
            view={view}
            lay={lay}
            step={step}
            picked={picked}
            pick={pick}
          />
        ))}
      </svg>
    </>
  )
}

/** What can be pressed of one step, to lay a sheet by it. */
function OfferOfPlanes({
  o,
  placing,
  view,
  lay,
  step,
  picked,
  pick,
}: {
  readonly o: Offered
  readonly placing: Placing
  readonly view: BenchView
  readonly lay: (plane: SheetPlane) => void
  readonly step: SketchStep
  readonly picked: (o: Offered, place: string) => boolean
  readonly pick: (place: Followed) => void
}) {
  return (
    <g>
      {placing.kind === 'square' && (
        <Pressed
          label={`Along ${o.name}`}
          d={lineThrough(
            view,
            o.along.map(([, p]) => p),
          )}
          onPress={(x, y) =>
            lay({ kind: 'square', path: o.step, station: stationText(nearest(view, o, x, y)) })
          }
        />
      )}
      {placing.kind === 'tilted' &&
        o.straights.map(([a, b], i) => (
          <Pressed
            key={i}
            label={`Line ${i + 1} of ${o.name}`}
            d={lineThrough(view, [o.places.get(a)!, o.places.get(b)!])}
            onPress={() =>
              lay({
                kind: 'tilted',
                along: [
                  { step: o.step, of: o.of, place: a },
                  { step: o.step, of: o.of, place: b },
                ],
                angle: step.plane.kind === 'tilted' ? step.plane.angle : '0',
              })
            }
          />
        ))}
      {(placing.kind === 'points' || placing.kind === 'parallel') &&
        [...o.places].map(([place, p], i) => {
          const seen = view.project(p)
          return (
            seen && (
              <OfferedPoint key={place} place={place} seen={seen} i={i} o={o} picked={picked} pick={pick} />
            )
          )
        })}
    </g>
  )
}

function OfferedPoint({
  place,
  seen,
  i,
  o,
  picked,
  pick,
}: {
  readonly place: string
  readonly seen: readonly [number, number]
  readonly i: number
  readonly o: Offered
  readonly picked: (o: Offered, place: string) => boolean
  readonly pick: (place: Followed) => void
}) {
  return (
    <g
      transform={`translate(${seen[0]} ${seen[1]})`}
      className="pointer-events-auto cursor-pointer"
      role="button"
      tabIndex={0}
      aria-label={`Place ${i + 1} of ${o.name}`}
      aria-pressed={picked(o, place)}
      onClick={() => pick({ step: o.step, of: o.of, place })}
      onKeyDown={(e) => {
        if (e.key === 'Enter' || e.key === ' ') pick({ step: o.step, of: o.of, place })
      }}
    >
      <circle r="10" fill="transparent" />
      <circle
        r={picked(o, place) ? 7 : 5}
        fill={picked(o, place) ? 'var(--color-primary)' : 'var(--color-base-100)'}
        stroke="var(--color-primary)"
        strokeWidth="2"
      />
    </g>
  )
}

/** A line over the picture that can be pressed; by a key in its middle. */
function Pressed(props: {
  readonly label: string
  readonly d: string
  onPress(x?: number, y?: number): void
}) {
  return (
    <g
      className="group pointer-events-auto cursor-pointer"
      role="button"
      tabIndex={0}
      aria-label={props.label}
      onClick={(e) => {
        const { left, top } = e.currentTarget.ownerSVGElement!.getBoundingClientRect()
        props.onPress(e.clientX - left, e.clientY - top)
      }}
      onKeyDown={(e) => {
        if (e.key === 'Enter' || e.key === ' ') props.onPress()
      }}
    >
      <path d={props.d} fill="none" stroke="transparent" strokeWidth="16" />
      <path
        d={props.d}
        fill="none"
        stroke="var(--color-primary)"
        strokeWidth="3"
        strokeOpacity="0.8"
        className="group-hover:stroke-[5] group-focus:stroke-[5]"
      />
    </g>
  )
}

function offeredTo(part: Part, result: PartResult | undefined, sheet: string): Offered[] {
  const index = part.steps.findIndex((s) => s.id === sheet)
  const before = part.steps.slice(0, Math.max(0, index))
  const gone = takenIn(
    before.flatMap((s) => stepResult(result, s.id) ?? []),
    (s) => s.state === 'good',
  )
  return before.flatMap((s): Offered[] => {
    const output = outputTaken(part.steps[index], s.id, stepResult(result, s.id)?.output)
    if (output?.bodies && !gone.has(s.id)) {
      const places = new Map([...placesOfBodies(output.bodies)].slice(0, MOST_CORNERS))
      return [
        {
          step: s.id,
          name: s.name,
          of: 'bodies',
          places,
          straights: straightEdges(output.bodies),
          along: [],
        },
      ]
    }
    if (!output || !(output.sketch ?? output.path)) return []
    const path = output.path?.path
    const along = path
      ? Array.from({ length: ALONG + 1 }, (_, i) => {
          const station = (path.length * i) / ALONG
          return [station, pathPoint(path, station)] as const
        })
      : []
    const of = output.sketch ? 'sketch' : 'path'
    // A path that was drawn has its places by its drawing.
    const isDrawn =
      of === 'path' && needsOf(s).some((id) => part.steps.some((x) => x.id === id && x.kind === 'sketch'))
    const places = isDrawn ? new Map<string, Vec3>() : placesInSpace(output)
    const straights = isDrawn ? [] : straightsOf(output)
    return [{ step: s.id, name: s.name, of, places, straights, along }]
  })
}

/** Corners of bodies that are offered at most. */
const MOST_CORNERS = 120

/** The straight edges of bodies, by the names of the places where they end. */
const straightEdges = (bodies: readonly Body[]): (readonly [string, string])[] =>
  bodies
    .flatMap(edgesOfBody)
    .filter((e) => formOfEdge(e).kind === 'line')
    .slice(0, MOST_CORNERS)
    .map((e) => [`${e.name}@start`, `${e.name}@end`] as const)

/** A main plane is kept; any other goes by the front. */
const parallelTo = (plane: SheetPlane): string =>
  isMainPlane(plane.kind) ? plane.kind : plane.kind === 'parallel' ? plane.to : 'xz'

function lineThrough(view: BenchView, points: readonly Vec3[]): string {
  const seen = points.flatMap((p) => {
    const at = view.project(p)
    return at ? [`${at[0]} ${at[1]}`] : []
  })
  return seen.length > 1 ? `M${seen.join('L')}` : ''
}

/** The station of a path nearest to a place of the picture; its middle without one. */
function nearest(view: BenchView, { along }: Offered, x?: number, y?: number): number {
  if (x === undefined || y === undefined) return along[Math.floor(along.length / 2)]?.[0] ?? 0
  let best = { station: 0, off: Infinity }
  for (const [station, p] of along) {
    const at = view.project(p)
    const off = at ? Math.hypot(at[0] - x, at[1] - y) : Infinity
    if (off < best.off) best = { station, off }
  }
  return best.station
}

/** To a tenth of a mm: nobody presses finer. */
const stationText = (mm: number): string => `${Number(mm.toFixed(1))} mm`
