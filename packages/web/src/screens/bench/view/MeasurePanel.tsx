import { useEffect, useMemo, useState } from 'react'
import { stepOf } from '@flexum/core/recipe'
import {
  chainOf,
  edgesOfBody,
  edgeWords,
  facesOfBody,
  faceWords,
  measureBetween,
  type Measurable,
} from '@flexum/core/solid'
import { vec3, type Vec3 } from '@flexum/core/space'
import { formatLength, formatAngle } from '@flexum/core/units'
import type { RunView } from '../../../bench/results.ts'
import type { BenchView } from '../../../scene/BenchView.ts'
import { Figures } from '../../../ui/Figures.tsx'
import { usePart, useUnits } from '../context.ts'
import { Choice } from '../inspector/Choice.tsx'
import { useProjected } from '../useProjected.ts'
import { ToolPanel } from './ToolPanel.tsx'

export type Ends = readonly [from: Measurable | undefined, to: Measurable | undefined]

/** How something to measure from is called: an edge or a face by its step. */
function wordsOf(m: Measurable, nameOf: (step: string) => string | undefined): string {
  if (m.kind === 'point') return 'a corner'
  return m.kind === 'edge'
    ? edgeWords(edgesOfBody(m.body)[m.number]!.name, nameOf)
    : faceWords(facesOfBody(m.body).faces[m.number]!.name, nameOf)
}

/** Points that can be measured from without a pointer: nodes, and the run's ends. */
function namedPoints(shown: RunView | undefined): readonly (readonly [string, Measurable])[] {
  const nodes = (shown?.pathResult?.nodePoints ?? []).map(
    (n, i) => [`node ${i + 1}`, { kind: 'point', at: n.point }] as const,
  )
  return nodes
}

/** Measures between two things clicked on the picture, or named. */
export function MeasurePanel(props: {
  readonly view: BenchView
  readonly shown: RunView | undefined
  readonly ends: Ends
  /** What a click would take. */
  readonly hover?: Measurable | undefined
  onEnds(ends: Ends): void
  onClose(): void
}) {
  const units = useUnits()
  const [from, to] = props.ends
  const named = namedPoints(props.shown)
  const measured = useMemo(() => (from && to ? measureBetween(from, to) : undefined), [from, to])
  const part = usePart()
  const nameOf = (step: string): string | undefined => stepOf(part, step)?.name
  const length = (v: number): string => formatLength(v, units.length)
  const chosen = (p: Measurable | undefined): string =>
    named.find(([, q]) => p?.kind === 'point' && q.at.every((v, i) => v === p.at[i]))?.[0] ??
    (p ? 'picked' : '')
  return (
    <ToolPanel title="Measure" onClose={props.onClose}>
      <p className="muted" role="status" aria-label="What a click takes">
        {from && to
          ? 'Click again to measure something else.'
          : `Click ${from ? 'where to' : 'where from'}: ${props.hover ? wordsOf(props.hover, nameOf) : 'a corner, an edge or a face'}.`}
      </p>
      {(['From', 'To'] as const).map((label, i) => (
        <Choice
          key={label}
          label={label}
          value={chosen(props.ends[i])}
          choices={[
            ['', 'not yet'],
            ...(chosen(props.ends[i]) === 'picked'
              ? [['picked', wordsOf(props.ends[i]!, nameOf)] as const]
              : []),
            ...named.map(([name]) => [name, name] as const),
          ]}
          onChoose={(name) => {
            const point = named.find(([n]) => n === name)?.[1]
            if (name !== 'picked') props.onEnds(i === 0 ? [point, to] : [from, point])
          }}
        />
      ))}
      {measured && (
        <Figures
          rows={[
            measured.nearest && ['Nearest', length(measured.nearest.distance)],
            ...(measured.nearest ? alongAxes(measured.nearest.from, measured.nearest.to, length) : []),
            measured.angle === undefined ? undefined : ['Angle', formatAngle(measured.angle, 3)],
            // Of two points the nearest is all there is.
            from!.kind === 'point' && to!.kind === 'point'
              ? undefined
              : ['Pressed places', length(vec3.distance(from!.at, to!.at))],
          ]}
        />
      )}
    </ToolPanel>
  )
}

const alongAxes = (from: Vec3, to: Vec3, length: (v: number) => string) =>
  (['x', 'y', 'z'] as const).map((axis, i) => [`in ${axis}`, length(to[i]! - from[i]!)] as const)

/** Lights what is measured between, and what a click would take, while that is done. */
export function useMeasuredLit(
  view: BenchView | undefined,
  active: boolean,
  ends: Ends,
  hover: Measurable | undefined,
): void {
  useEffect(() => {
    if (!view || !active) return
    const lit = [...ends, hover].filter((m) => m !== undefined && m.kind !== 'point')
    view.setChosen(
      lit.flatMap((m) => (m.kind === 'face' ? [{ body: m.body, face: m.number }] : [])),
      lit.flatMap((m) => (m.kind === 'edge' ? [chainOf(edgesOfBody(m.body)[m.number]!)] : [])),
    )
    return () => view.setChosen([], [])
  }, [view, active, ends, hover])
}

/** What is measured between, on the picture, and what a click would take. */
export function MeasureMarks(props: {
  readonly view: BenchView
  readonly ends: Ends
  readonly hover: Measurable | undefined
}) {
  const { view, ends, hover } = props
  useProjected(view)
  const [a, b] = ends
  const nearest = useMemo(() => (a && b ? measureBetween(a, b).nearest : undefined), [a, b])
  const pressed = ends.map((e) => e && view.project(e.at))
  const [from, to] = nearest ? [view.project(nearest.from), view.project(nearest.to)] : []
  const over = hover && view.project(hover.at)
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full" aria-hidden>
      {from && to && (
        <path
          d={`M${from[0]} ${from[1]}L${to[0]} ${to[1]}`}
          stroke="var(--color-primary)"
          strokeWidth="1.4"
          strokeDasharray="5 3"
        />
      )}
      {[...(nearest ? [from, to] : pressed)].map(
        (p, i) =>
          p && (
            <circle
              key={i}
              cx={p[0]}
              cy={p[1]}
              r="4"
              fill="var(--color-base-100)"
              stroke="var(--color-primary)"
              strokeWidth="2"
            />
          ),
      )}
      {over && hover && (
        <g fill="none" stroke="var(--color-primary)" strokeWidth="1.6">
          {hover.kind === 'point' && <rect x={over[0] - 5} y={over[1] - 5} width="10" height="10" />}
          {hover.kind === 'face' && <circle cx={over[0]} cy={over[1]} r="3" />}
        </g>
      )}
    </svg>
  )
}

/** Escape lets go of what was picked first, then leaves. */
export function useMeasureKeys(
  active: boolean,
  ends: Ends,
  onEnds: (e: Ends) => void,
  leave: () => void,
): void {
  useEffect(() => {
    if (!active) return
    const onKey = (e: KeyboardEvent): void => {
      if (e.key !== 'Escape') return
      if (ends[0]) onEnds([undefined, undefined])
      else leave()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [active, ends, onEnds, leave])
}

/** What is picked while the tool is on. */
export function useEnds(): readonly [Ends, (e: Ends) => void] {
  return useState<Ends>([undefined, undefined])
}
