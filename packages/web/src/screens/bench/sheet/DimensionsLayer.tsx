import { useRef } from 'react'
import { vec2, type Vec2 } from '@flexum/core/plane'
import { leaderOf } from '../../../sheet/beside.ts'
import { middleOf, measuredFor } from '../../../sheet/dimensioning.ts'
import { layoutDimension, type DimensionDrawing } from '../../../sheet/dimension-layout.ts'
import { dimensionText } from '../../../sheet/dimension-text.ts'
import type { SheetModel } from '../../../sheet/model.ts'
import { toSheet, type SheetView } from '../../../sheet/view.ts'
import { useUnits } from '../context.ts'
import { useSheet, useSheetState } from './context.ts'

/** Every dimension as on a drawing: click chooses, double click edits, dragging moves its text. */
export function DimensionsLayer({ model, view }: { readonly model: SheetModel; readonly view: SheetView }) {
  const units = useUnits()
  const shown = useSheetState((s) => s.shown)
  const chosen = useSheetState((s) => s.chosen)
  const marks = useSheetState((s) => s.marks)
  const pointed = useSheetState((s) => s.pointed)
  const pending = useSheetState((s) => s.pending)
  const editing = useSheetState((s) => s.editing)
  const clashing = new Set(pending?.kind === 'clash' ? pending.rows.map((r) => r.constraint) : model.failing)
  return (
    <g>
      {model.step.constraints.map((c) => {
        if (c.kind !== 'dimension') return null
        const drawing = layoutDimension(model, c, view)
        if (!drawing) return null
        const clash = clashing.has(c.id)
        const lit = chosen.includes(c.id) || pointed.includes(c.id)
        // What is drawn beside has one text, that of the first.
        if (!clash && !lit && marks !== 'all' && !model.faults.has(c.id) && leaderOf(model.step, c))
          return null
        const text = dimensionText(c, model.solved.measures.get(c.id) ?? 0, units, shown)
        const hidden = editing?.kind === 'old' && editing.id === c.id
        return (
          <DimensionFigure
            key={c.id}
            id={c.id}
            drawing={drawing}
            text={model.faults.has(c.id) ? `✕ ${text}` : clash ? `✕ ${text}` : text}
            tone={
              clash || model.faults.has(c.id)
                ? 'clash'
                : lit
                  ? 'chosen'
                  : c.role === 'reference'
                    ? 'reference'
                    : 'plain'
            }
            hidden={hidden}
            model={model}
            view={view}
          />
        )
      })}
      <Coming model={model} view={view} />
    </g>
  )
}

const TONES = {
  plain: 'var(--color-base-content)',
  reference: 'var(--ink2)',
  chosen: 'var(--color-primary)',
  clash: 'var(--color-error)',
} as const

function Lines({ drawing, tone }: { readonly drawing: DimensionDrawing; readonly tone: string }) {
  return (
    <g fill="none" stroke={tone}>
      {drawing.thin.map((d, i) => (
        <path key={i} d={d} strokeWidth="0.8" strokeOpacity="0.6" />
      ))}
      <path d={drawing.line} strokeWidth="1" />
      {drawing.arrows.map(({ at, toward }, i) => {
        const back = vec2.sub(at, vec2.scale(toward, 9))
        const side: Vec2 = [-toward[1] * 2.8, toward[0] * 2.8]
        const [p, q] = [vec2.add(back, side), vec2.sub(back, side)]
        return (
          <path key={i} d={`M${at[0]} ${at[1]}L${p[0]} ${p[1]}L${q[0]} ${q[1]}Z`} fill={tone} stroke="none" />
        )
      })}
    </g>
  )
}

function DimensionFigure(props: {
  readonly id: string
  readonly drawing: DimensionDrawing
  readonly text: string
  readonly tone: keyof typeof TONES
  readonly hidden: boolean
  readonly model: SheetModel
  readonly view: SheetView
}) {
  const sheet = useSheet()
  const { drawing, text, model, view } = props
  const tone = TONES[props.tone]
  const [x, y] = drawing.text
  const width = text.length * 7.3 + 10
  const drag = useRef<{ readonly start: Vec2; moved: boolean } | undefined>(undefined)
  const c = model.step.constraints.find((k) => k.id === props.id)
  return (
    <g data-dimension={props.id}>
      <Lines drawing={drawing} tone={tone} />
      {!props.hidden && (
        <g
          style={{ cursor: 'move', pointerEvents: 'all' }}
          onPointerDown={(e) => {
            if (e.button !== 0) return
            e.stopPropagation()
            if (sheet.store.getState().editing) {
              // Another dimension is being typed: this one's name goes into it.
              e.preventDefault()
              if (c?.kind === 'dimension') sheet.names.give(c.name)
              return
            }
            e.currentTarget.setPointerCapture(e.pointerId)
            drag.current = { start: [e.clientX, e.clientY], moved: false }
            sheet.choose([props.id], e.shiftKey)
          }}
          onPointerMove={(e) => {
            const d = drag.current
            if (!d || c?.kind !== 'dimension') return
            if (!d.moved && Math.hypot(e.clientX - d.start[0], e.clientY - d.start[1]) < 3) return
            d.moved = true
            const box = e.currentTarget.ownerSVGElement!.getBoundingClientRect()
            const at = toSheet(view, [e.clientX - box.left, e.clientY - box.top])
            sheet.showPlace(props.id, vec2.sub(at, middleOf(model, c.measured)))
          }}
          onPointerUp={() => {
            if (drag.current?.moved) sheet.keepPlace()
            drag.current = undefined
          }}
          onDoubleClick={() => sheet.set({ editing: { kind: 'old', id: props.id } })}
        >
          <rect
            x={x - width / 2}
            y={y - 10}
            width={width}
            height={20}
            fill="var(--color-base-100)"
            fillOpacity="0.92"
          />
          <text
            x={x}
            y={y + 4}
            textAnchor="middle"
            fontSize="12.5"
            fill={tone}
            fontFamily="var(--font-mono)"
            fontWeight={props.tone === 'chosen' ? 600 : 400}
          >
            {text}
          </text>
        </g>
      )}
    </g>
  )
}

/** The dimension that the next click would put on. */
function Coming({ model, view }: { readonly model: SheetModel; readonly view: SheetView }) {
  const tool = useSheetState((s) => s.tool)
  const chosen = useSheetState((s) => s.chosen)
  const pointer = useSheetState((s) => s.pointer)
  const editing = useSheetState((s) => s.editing)
  const sheet = useSheet()
  const measured =
    editing?.kind === 'new'
      ? editing.measured
      : tool === 'dimension' && sheet.tool().begun && pointer
        ? measuredFor(model, chosen, pointer.raw)
        : undefined
  if (!measured) return null
  const place = editing?.kind === 'new' ? editing.place : vec2.sub(pointer!.raw, middleOf(model, measured))
  const drawing = layoutDimension(model, { measured, place }, view)
  return drawing ? <Lines drawing={drawing} tone={TONES.chosen} /> : null
}
