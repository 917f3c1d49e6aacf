import { useEffect, useState } from 'react'
import { deg } from '@flexum/core/num'
import { measureBetween, type Picked } from '@flexum/core/space'
import { formatDecimal, formatLength } from '@flexum/core/units'
import type { RunView } from '../../../bench/results.ts'
import type { BenchView } from '../../../scene/BenchView.ts'
import { Figures } from '../../../ui/Figures.tsx'
import { useUnits } from '../context.ts'
import { Choice } from '../inspector/Choice.tsx'
import { useProjected } from '../useProjected.ts'
import { ToolPanel } from './ToolPanel.tsx'

export type Ends = readonly [from: Picked | undefined, to: Picked | undefined]

const KIND_WORDS = { point: 'a corner', edge: 'an edge', face: 'a face' } as const

/** Points that can be measured from without a pointer: nodes, and the run's ends. */
function namedPoints(shown: RunView | undefined): readonly (readonly [string, Picked])[] {
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
  onEnds(ends: Ends): void
  onClose(): void
}) {
  const units = useUnits()
  const [from, to] = props.ends
  const named = namedPoints(props.shown)
  const measured = from && to ? measureBetween(from, to) : undefined
  const length = (v: number): string => formatLength(v, units.length)
  const chosen = (p: Picked | undefined): string =>
    named.find(([, q]) => p?.kind === 'point' && q.at.every((v, i) => v === p.at[i]))?.[0] ??
    (p ? 'picked' : '')
  return (
    <ToolPanel title="Measure" onClose={props.onClose}>
      <p className="muted">
        {from && to
          ? 'Click again to measure something else.'
          : `Click ${from ? 'where to' : 'where from'}: a corner, an edge or a face.`}
      </p>
      {(['From', 'To'] as const).map((label, i) => (
        <Choice
          key={label}
          label={label}
          value={chosen(props.ends[i])}
          choices={[
            ['', 'not yet'],
            ...(chosen(props.ends[i]) === 'picked'
              ? [['picked', KIND_WORDS[props.ends[i]!.kind]] as const]
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
            [measured.square ? 'Distance, square' : 'Distance', length(measured.distance)],
            measured.angle === undefined ? undefined : ['Angle', `${formatDecimal(deg(measured.angle), 3)}°`],
            ['In x', length(measured.between[0])],
            ['In y', length(measured.between[1])],
            ['In z', length(measured.between[2])],
          ]}
        />
      )}
    </ToolPanel>
  )
}

/** What is measured between, on the picture, and what a click would take. */
export function MeasureMarks(props: {
  readonly view: BenchView
  readonly ends: Ends
  readonly hover: Picked | undefined
}) {
  const { view, ends, hover } = props
  useProjected(view)
  const [from, to] = ends.map((e) => e && view.project(e.at))
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
      {[from, to].map(
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
          {hover.kind === 'edge' && (
            <path d={`M${over[0] - 7} ${over[1] + 7}L${over[0] + 7} ${over[1] - 7}`} />
          )}
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
