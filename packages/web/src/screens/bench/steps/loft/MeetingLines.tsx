import { useRef } from 'react'
import { type LoftStep, changeLoft } from '@flexum/core/recipe'
import { placeOnOutline, type Loft } from '@flexum/core/solid'
import { formulaText } from '@flexum/core/units'
import { stepResult } from '../../../../bench/results.ts'
import type { BenchView } from '../../../../scene/BenchView.ts'
import { useBench, useSessionState } from '../../context.ts'
import { useProjected } from '../../useProjected.ts'

/** Lines that show which places of the outlines meet, and places at which a drag looks where it is. */
const LINES = 12
const SAMPLES = 180

/** Which place of an outline meets which of the next, as lines; the first of each outline is dragged round it. */
export function MeetingLines({ step, view }: { readonly step: LoftStep; readonly view: BenchView }) {
  const result = useSessionState((s) => stepResult(s.result, step.id))
  useProjected(view)
  const solid = result?.output?.bodies?.[0]?.solid
  const blend = solid?.kind === 'lofted' ? solid.blend : undefined
  if (!blend) return null
  const seen = (k: number, round: number): string => {
    const at = view.project(placeOnOutline(blend.sections[k]!, round))
    return at ? `${at[0]} ${at[1]}` : '0 0'
  }
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full overflow-visible">
      {Array.from({ length: LINES }, (_, i) => (
        <path
          key={i}
          d={`M${blend.sections.map((_, k) => seen(k, i / LINES)).join('L')}`}
          fill="none"
          stroke="var(--color-primary)"
          strokeWidth={i === 0 ? 2 : 1}
          strokeOpacity={i === 0 ? 1 : 0.5}
          strokeDasharray={i === 0 ? undefined : '4 3'}
        />
      ))}
      {blend.sections.map((_, k) => (
        <Dot key={k} step={step} view={view} blend={blend} outline={k} />
      ))}
    </svg>
  )
}

function Dot(props: {
  readonly step: LoftStep
  readonly view: BenchView
  readonly blend: Loft
  readonly outline: number
}) {
  const { session } = useBench()
  const { step, view, blend, outline } = props
  const held = useRef(false)
  const section = blend.sections[outline]!
  const seen = view.project(placeOnOutline(section, 0))
  const entry = step.outlines[outline]
  if (!seen || !entry) return null
  const shifted = (by: number) => ({
    step: step.id,
    choices: {
      outlines: step.outlines.map((o) =>
        o === entry
          ? { ...o, shift: String(Number((Number(formulaText(o.shift)) + 100 * by).toFixed(1))) }
          : o,
      ),
    },
  })
  // A formula is somebody's own: it is changed where it stands.
  const typed = !Number.isFinite(Number(formulaText(entry.shift)))
  const under = (e: React.PointerEvent): number => {
    const box = e.currentTarget.closest('svg')!.getBoundingClientRect()
    const [x, y] = [e.clientX - box.left, e.clientY - box.top]
    let best = { round: 0, away: Infinity }
    for (let i = 0; i < SAMPLES; i++) {
      const at = view.project(placeOnOutline(section, i / SAMPLES))
      const away = at ? Math.hypot(at[0] - x, at[1] - y) : Infinity
      if (away < best.away) best = { round: i / SAMPLES, away }
    }
    return best.round > 0.5 ? best.round - 1 : best.round
  }
  return (
    <g
      transform={`translate(${seen[0]} ${seen[1]})`}
      className={typed ? '' : 'pointer-events-auto cursor-move'}
      role="button"
      tabIndex={typed ? -1 : 0}
      aria-label={`Drag what meets on outline ${outline + 1}`}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId)
        held.current = true
      }}
      onPointerUp={(e) => {
        if (!held.current) return
        held.current = false
        session.run(changeLoft, shifted(under(e)), { label: 'What meets what' })
      }}
      onKeyDown={(e) => {
        const by = { ArrowRight: 0.01, ArrowUp: 0.01, ArrowLeft: -0.01, ArrowDown: -0.01 }[e.key]
        if (by === undefined) return
        e.preventDefault()
        session.run(changeLoft, shifted(by), { label: 'What meets what', mergeKey: `shift-${entry.id}` })
      }}
    >
      <circle r="11" fill="transparent" />
      <circle r="5" fill="var(--color-base-100)" stroke="var(--color-primary)" strokeWidth="2" />
    </g>
  )
}
