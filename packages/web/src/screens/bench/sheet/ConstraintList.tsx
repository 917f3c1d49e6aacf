import { useState } from 'react'
import { type SketchConstraint } from '@flexum/core/recipe'
import { constraintName } from '@flexum/core/recipe/evaluated'
import { referencesOf } from '@flexum/core/sketch'
import { dimensionText } from '../../../sheet/dimension-text.ts'
import type { SheetModel } from '../../../sheet/model.ts'
import { TOOLS, type ToolName } from '../../../sheet/tools/index.ts'
import { Section } from '../../../ui/Figures.tsx'
import { useUnits } from '../context.ts'
import { useSheet, useSheetState } from './context.ts'

/** Constraints in words, each with its removal; pointing at one lights it up on the sheet. */
export function ConstraintList(props: {
  readonly model: SheetModel
  readonly constraints: readonly SketchConstraint[]
}) {
  const sheet = useSheet()
  const units = useUnits()
  const { model } = props
  return (
    <ul aria-label="Constraints">
      {props.constraints.map((c) => {
        const name = constraintName(model.step, c)
        const wrong = model.failing.has(c.id) || model.faults.has(c.id)
        return (
          <li
            key={c.id}
            className="flex items-baseline justify-between gap-2 border-t hairline py-1 hover:bg-base-200"
            onPointerEnter={() => sheet.set({ pointed: [c.id, ...referencesOf(c)] })}
            onPointerLeave={() => sheet.set({ pointed: [] })}
          >
            <button
              type="button"
              className={`min-w-0 flex-1 text-left ${wrong ? 'text-error' : ''}`}
              onFocus={() => sheet.set({ pointed: [c.id, ...referencesOf(c)] })}
              onBlur={() => sheet.set({ pointed: [] })}
              onClick={() => sheet.choose([c.id])}
            >
              {wrong && '✕ '}
              {name}
            </button>
            {c.kind === 'dimension' && (
              <span className="figure">
                {dimensionText(c, model.solved.measures.get(c.id) ?? 0, units, 'value')}
              </span>
            )}
            <button
              type="button"
              className="figure muted cursor-pointer hover:text-error"
              aria-label={`Drop ${name}`}
              onClick={() => sheet.remove([c.id])}
            >
              drop
            </button>
          </li>
        )
      })}
    </ul>
  )
}

/** Every constraint of the sketch, folded until asked for. */
export function AllConstraints({ model }: { readonly model: SheetModel }) {
  const [open, setOpen] = useState(false)
  const tool = useSheetState((s) => s.tool)
  const { constraints } = model.step
  if (constraints.length === 0) {
    return (
      <p className="muted px-3 py-3">
        {model.entities.length === 0
          ? emptyWords(tool)
          : 'Nothing is constrained yet. Choose things on the sheet to see what can be.'}
      </p>
    )
  }
  return (
    <Section
      title={`All constraints: ${constraints.length}`}
      aside={
        <button
          type="button"
          className="btn btn-xs btn-ghost"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {open ? 'Fold' : 'Show'}
        </button>
      }
    >
      {open && <ConstraintList model={model} constraints={constraints} />}
    </Section>
  )
}

/** How an empty sheet is begun with the tool in hand. */
function emptyWords(tool: ToolName): string {
  if (tool === 'choose')
    return 'Nothing is drawn yet. Take a tool from the left or by its key: C draws a chain of lines and arcs.'
  if (tool === 'chain')
    return 'Click where the line starts, then each next point, or type its length. A makes the next stretch an arc.'
  return `Nothing is drawn yet. ${TOOLS[tool].word} is in hand: what it asks for next stands at the foot of the sheet.`
}
