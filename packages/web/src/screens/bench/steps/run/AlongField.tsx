import { useId, useMemo, useState } from 'react'
import { extent } from 'd3-array'
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { type RunStep, type UnitSettings, setFormula } from '@flexum/core/recipe'
import { alongRun } from '@flexum/core/recipe/evaluated'
import { formulaText, readFormula, type DimensionName, type Formula } from '@flexum/core/units'
import { stepResult } from '../../../../bench/results.ts'
import { editedFormula, textToEdit } from '../../../../ui/typing.ts'
import { EntryField } from '../../../../ui/EntryField.tsx'
import { showValue } from '../../../../ui/FormulaField.tsx'
import { useBench, usePart, useSessionState, useSurroundings } from '../../context.ts'

const SAMPLES = 480
const [WIDTH, HEIGHT] = [264, 62]

/** A formula of the place along the run: its text, what is wrong with it as it is typed, and its curve. */
export function AlongField(props: {
  readonly step: RunStep
  readonly field: string
  readonly label: string
  readonly formula: Formula
  readonly dimension: DimensionName
}) {
  const { step, field, label, dimension } = props
  const { session } = useBench()
  const part = usePart()
  const id = useId()
  const around = useSurroundings()
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const finding = result?.findings.find((f) => f.field === field)
  const length = result?.output?.carried?.path.length ?? 1000
  const [draft, setDraft] = useState<string>()
  const isLength = dimension === 'length'
  const { unit } = part.units.length
  const formula = draft === undefined ? props.formula : editedFormula(props.formula, draft, unit, isLength)
  const text = formulaText(formula)
  const curve = useMemo(() => {
    const read = readFormula(formula, dimension)
    if (!read.ok) return read.fault.message
    const values: number[] = []
    for (let i = 0; i <= SAMPLES; i++) {
      const t = i / SAMPLES
      const r = read.value(alongRun(around, t, t * length))
      if (!r.ok) return `at t = ${t.toFixed(2)}: ${r.fault.message}`
      values.push(r.value.value)
    }
    return values
    // The text stands for the formula, which is made anew at every keystroke.
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [text, unit, dimension, around, length])
  const wrong = typeof curve === 'string' ? curve : draft === undefined ? finding?.message : undefined
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} className="muted">
        {label}
      </label>
      <EntryField
        id={id}
        className={`input input-sm figure w-full ${wrong === undefined ? '' : 'border-error'}`}
        text={textToEdit(props.formula, unit, isLength)}
        shown={formulaText(props.formula)}
        aria-invalid={wrong !== undefined}
        aria-describedby={`${id}-note`}
        onDraft={setDraft}
        onKeep={(typed) =>
          session.run(
            setFormula,
            { step: step.id, field, formula: editedFormula(props.formula, typed, unit, isLength) },
            { label },
          )
        }
      />
      {typeof curve !== 'string' && (
        <Curve values={curve} length={length} dimension={dimension} units={part.units} name={label} />
      )}
      <p id={`${id}-note`} className={`figure break-words ${wrong === undefined ? 'muted' : 'text-error'}`}>
        {wrong === undefined ? 't: 0 to 1, s: length so far' : `✕ ${wrong}`}
      </p>
    </div>
  )
}

/** A value along the run, drawn; pointing at it reads it. */
function Curve(props: {
  readonly values: readonly number[]
  readonly length: number
  readonly dimension: DimensionName
  readonly units: UnitSettings
  readonly name: string
}) {
  const { values } = props
  const { session } = useBench()
  const [at, setAt] = useState<number>()
  const [least = 0, most = 0] = extent(values)
  const room = most - least || Math.abs(most) || 1
  const x = scaleLinear([0, SAMPLES], [0, WIDTH])
  const y = scaleLinear([least - room * 0.08, most + room * 0.08], [HEIGHT - 14, 2])
  const path = line<number>(
    (_, i) => x(i),
    (v) => y(v),
  )(values)
  const show = (v: number): string => {
    const text = showValue(v, props.dimension, props.units)
    return props.dimension === 'number' ? String(Number(v.toFixed(4))) : text
  }
  const marked = at === undefined ? undefined : values[at]!
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="hairline w-full rounded-[3px] border bg-base-100"
      role="img"
      aria-label={`${props.name} along the run: from ${show(values[0]!)} to ${show(values.at(-1)!)}, least ${show(least)}, most ${show(most)}`}
      onPointerMove={(e) => {
        const box = e.currentTarget.getBoundingClientRect()
        const i = Math.min(Math.max(Math.round(((e.clientX - box.left) / box.width) * SAMPLES), 0), SAMPLES)
        setAt(i)
        session.point({ station: (i / SAMPLES) * props.length })
      }}
      onPointerLeave={() => {
        setAt(undefined)
        session.point(undefined)
      }}
    >
      <line x1={0} x2={WIDTH} y1={HEIGHT - 13} y2={HEIGHT - 13} stroke="var(--color-base-300)" />
      <path d={path ?? ''} fill="none" stroke="var(--color-primary)" strokeWidth="1.6" />
      {at !== undefined && marked !== undefined && (
        <g>
          <line
            x1={x(at)}
            x2={x(at)}
            y1={0}
            y2={HEIGHT - 13}
            stroke="var(--color-primary)"
            strokeDasharray="2 2"
          />
          <circle cx={x(at)} cy={y(marked)} r={2.6} fill="var(--color-primary)" />
        </g>
      )}
      <g className="figure" fontSize="9.5" fill="var(--ink2)">
        <text x={3} y={HEIGHT - 3}>
          {at === undefined ? `least ${show(least)}` : `t ${(at / SAMPLES).toFixed(2)}`}
        </text>
        <text x={WIDTH - 3} y={HEIGHT - 3} textAnchor="end">
          {marked === undefined ? `most ${show(most)}` : show(marked)}
        </text>
      </g>
    </svg>
  )
}
