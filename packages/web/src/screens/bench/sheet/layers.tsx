import { memo } from 'react'
import { TURN } from '@flexum/core/num'
import { arc2, type Curve2 } from '@flexum/core/plane'
import { ACROSS, UP } from '@flexum/core/sketch'
import { Blocks } from '../../../ui/Blocks.tsx'
import { curvesPath } from '../../../ui/curvePath.ts'
import type { SheetModel } from '../../../sheet/model.ts'
import type { Preview } from '../../../sheet/tools/tool.ts'
import { gridStep, laidOn, toScreen, toSheet, type SheetView } from '../../../sheet/view.ts'
import { tightLength } from '../../../ui/units.ts'
import { useUnits } from '../context.ts'
import { useSheetState } from './context.ts'

interface LayerProps {
  readonly model: SheetModel
  readonly view: SheetView
}

/** Quiet grid lines and the two axes. */
export const GridLayer = memo(function GridLayer({ view }: { readonly view: SheetView }) {
  const step = gridStep(view)
  const [x0, y1] = toSheet(view, [0, 0])
  const [x1, y0] = toSheet(view, [view.width, view.height])
  let d = ''
  for (let k = Math.ceil(x0 / step); k * step <= x1; k++)
    d += `M${toScreen(view, [k * step, 0])[0]} 0V${view.height}`
  for (let k = Math.ceil(y0 / step); k * step <= y1; k++)
    d += `M0 ${toScreen(view, [0, k * step])[1]}H${view.width}`
  const [ox, oy] = toScreen(view, [0, 0])
  const chosen = useSheetState((s) => s.chosen)
  const hover = useSheetState((s) => s.hover)
  const lit = new Set([...chosen, ...(hover === undefined ? [] : [hover])])
  return (
    <g>
      <path d={d} stroke="var(--color-base-300)" strokeOpacity="0.42" strokeWidth="1" />
      <path
        d={`M${ox} 0V${view.height}`}
        stroke={lit.has(UP) ? 'var(--color-primary)' : 'var(--ink3)'}
        strokeWidth={lit.has(UP) ? 2 : 1}
        strokeOpacity={lit.has(UP) ? 1 : 0.55}
      />
      <path
        d={`M0 ${oy}H${view.width}`}
        stroke={lit.has(ACROSS) ? 'var(--color-primary)' : 'var(--ink3)'}
        strokeWidth={lit.has(ACROSS) ? 2 : 1}
        strokeOpacity={lit.has(ACROSS) ? 1 : 0.55}
      />
    </g>
  )
})

/** Closed regions, hatched. */
export function RegionsLayer({ model, view }: LayerProps) {
  const on = laidOn(view)
  const { regions } = model.solved.areas
  if (regions.length === 0) return null
  return (
    <g>
      <defs>
        <pattern
          id="sheet-hatch"
          width="9"
          height="9"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0V9" stroke="var(--color-success)" strokeOpacity="0.38" />
        </pattern>
      </defs>
      {regions.map((r, i) => (
        <path
          key={i}
          d={[r.outer, ...r.holes].map((l) => curvesPath(l, on, true)).join('')}
          fill="url(#sheet-hatch)"
          fillRule="evenodd"
        />
      ))}
    </g>
  )
}

/** Gaps, ringed with their size. */
export function GapsLayer({ model, view }: LayerProps) {
  const units = useUnits()
  const items = model.solved.areas.gaps.map((g) => {
    const [a, b] = [toScreen(view, g.a.at), toScreen(view, g.b.at)]
    return {
      id: `${g.a.curve} ${g.a.point} ${g.b.curve} ${g.b.point}`,
      x: (a[0] + b[0]) / 2,
      y: (a[1] + b[1]) / 2,
      r: Math.hypot(a[0] - b[0], a[1] - b[1]) / 2 + 11,
      text: `gap ${tightLength(g.distance, units.length)}`,
    }
  })
  // In an order of their own: by size they would change places at every step of a drag.
  items.sort((p, q) => (p.id < q.id ? -1 : 1))
  return (
    <g>
      <Blocks of={GapMark} items={items} />
    </g>
  )
}

interface GapMarkProps {
  readonly id: string
  readonly x: number
  readonly y: number
  readonly r: number
  readonly text: string
}

const GapMark = memo(function GapMark({ x, y, r, text }: GapMarkProps) {
  return (
    <g data-gap>
      <circle
        cx={x}
        cy={y}
        r={r}
        fill="none"
        stroke="var(--color-warning)"
        strokeWidth="2"
        strokeDasharray="4 3"
      />
      <Label at={[x + r + 6, y - r - 4]} text={text} tone="warn" />
    </g>
  )
})

/** A small label on the surface. */
export function Label(props: {
  readonly at: readonly [number, number]
  readonly text: string
  readonly tone: 'go' | 'warn'
}) {
  const width = props.text.length * 6.6 + 14
  const [x, y] = props.at
  return (
    <g>
      <rect
        x={x}
        y={y - 10}
        width={width}
        height={19}
        rx={9.5}
        fill={props.tone === 'go' ? 'var(--go-wash)' : 'var(--warn-wash)'}
      />
      <text
        x={x + width / 2}
        y={y + 4}
        textAnchor="middle"
        fontSize="12"
        fill={props.tone === 'go' ? 'var(--color-success)' : 'var(--color-warning)'}
        fontFamily="var(--font-sans)"
      >
        {props.text}
      </text>
    </g>
  )
}

/** What the tool in hand would draw, with what will be constrained in words, and where the pointer caught. */
export function PreviewLayer({ preview, view }: { readonly preview: Preview; readonly view: SheetView }) {
  const pointer = useSheetState((s) => s.pointer)
  const tool = useSheetState((s) => s.tool)
  const frame = useSheetState((s) => s.frame)
  const on = laidOn(view)
  const caught = pointer && tool !== 'choose' && tool !== 'dimension' ? pointer : undefined
  const at = caught && toScreen(view, caught.snap.at)
  const word = preview.words.join(' · ')
  return (
    <g fill="none">
      {caught?.snap.guides?.map(([a, b], i) => {
        const [p, q] = [toScreen(view, a), toScreen(view, b)]
        return (
          <path
            key={i}
            d={`M${p[0]} ${p[1]}L${q[0]} ${q[1]}`}
            stroke="var(--color-success)"
            strokeDasharray="1.5 4"
          />
        )
      })}
      {preview.ghosts?.map((c: Curve2, i) => (
        <path
          key={i}
          d={curvesPath([c], on)}
          stroke="var(--color-success)"
          strokeOpacity="0.35"
          strokeWidth="7"
          strokeLinecap="round"
        />
      ))}
      {preview.dotted && (
        <path
          d={preview.dotted.map((c) => curvesPath([c], on)).join('')}
          stroke="var(--color-success)"
          strokeWidth="2"
          strokeDasharray="1.5 4"
        />
      )}
      {preview.curves.map((c: Curve2, i) => (
        <path
          key={i}
          d={curvesPath([c], on)}
          stroke="var(--color-primary)"
          strokeWidth="2"
          strokeDasharray="8 4"
        />
      ))}
      {preview.points?.map((p, i) => {
        const [x, y] = toScreen(view, p)
        return <circle key={i} cx={x} cy={y} r="3" fill="var(--color-primary)" />
      })}
      {at && (
        <path
          d={curvesPath([arc2(caught.snap.at, 5 / view.scale, 0, TURN)], on)}
          stroke="var(--color-primary)"
          strokeWidth={caught.snap.word ? 2.4 : 1.2}
        />
      )}
      {pointer && word && (
        <Label at={labelPlace(view, toScreen(view, pointer.snap.at))} text={word} tone="go" />
      )}
      {frame && (
        <path
          d={framePath(toScreen(view, frame[0]), toScreen(view, frame[1]))}
          fill="var(--chosen-wash)"
          fillOpacity="0.4"
          stroke="var(--color-primary)"
        />
      )}
    </g>
  )
}

const labelPlace = (view: SheetView, at: readonly [number, number]): readonly [number, number] => [
  Math.min(at[0] + 16, view.width - 120),
  at[1] < 40 ? at[1] + 28 : at[1] - 18,
]

const framePath = (a: readonly [number, number], b: readonly [number, number]): string =>
  `M${a[0]} ${a[1]}H${b[0]}V${b[1]}H${a[0]}Z`
