import type { Id } from '@flexum/core/base'
import { freshStep, type Step, addStep } from '@flexum/core/recipe'
import { partOf } from '../../../bench/session.ts'
import type { SheetModel } from '../../../sheet/model.ts'
import { counted } from '../../../ui/counted.ts'
import { Section } from '../../../ui/Figures.tsx'
import { newId } from '../actions/ids.ts'
import { useBench, usePart } from '../context.ts'
import { useSheet, useSheetState } from './context.ts'
import { unused, usesOf, type SketchUse } from './uses.ts'

/** What the sketch is used for: each use with its mark, chosen anew by pointing; and what is in no use yet. */
export function UsesPanel({ model }: { readonly model: SheetModel }) {
  const part = usePart()
  const { session } = useBench()
  const uses = usesOf(part, model)
  const free = unused(model, uses)
  if (uses.length === 0 || model.entities.length === 0) return null

  const use = (
    kind: 'sketch-path' | 'sketch-profile' | 'extruded',
    choices: { curves: readonly Id[] } | { regions: readonly (readonly Id[])[] },
  ): void => {
    const now = partOf(session.store.getState())
    const at = now.steps.findIndex((s) => s.id === model.step.id) + 1
    const made = freshStep(now, kind, { id: newId(now, 's'), before: at })
    if (!made.ok) return
    const step = { ...made.value, sketch: model.step.id, ...choices } as Step
    session.run(addStep, { step, index: at }, { label: `Add ${step.name}` })
  }
  return (
    <Section title="Used for">
      <ul aria-label="Uses of this sketch">
        {uses.map((u) => (
          <UseRow key={u.step.id} use={u} />
        ))}
      </ul>
      {free.curves.length > 0 && (
        <div className="border-t hairline py-1">
          <p className="muted">{counted(free.curves.length, 'curve')} in no use yet.</p>
          <div className="mt-1 flex gap-1.5">
            <button
              type="button"
              className="btn btn-xs btn-paper"
              onClick={() => use('sketch-path', { curves: free.curves })}
            >
              Path of them
            </button>
            {free.regions.length > 0 && (
              <button
                type="button"
                className="btn btn-xs btn-paper"
                onClick={() => use('sketch-profile', { regions: [[...free.regions.at(-1)!.curves]] })}
              >
                Profile of them
              </button>
            )}
            {free.regions.length > 0 && (
              <button
                type="button"
                className="btn btn-xs btn-paper"
                onClick={() => use('extruded', { regions: [[...free.regions.at(-1)!.curves]] })}
              >
                Body of them
              </button>
            )}
          </div>
        </div>
      )}
    </Section>
  )
}

function UseRow({ use }: { readonly use: SketchUse }) {
  const sheet = useSheet()
  const picking = useSheetState((s) => s.picking)
  const on = picking === use.step.id
  const path = use.step.kind === 'sketch-path'
  return (
    <li className="flex items-center gap-2 border-t hairline py-1">
      <UseMark use={use} />
      <span className="min-w-0 flex-1 truncate">
        {use.step.name}{' '}
        <span className="muted">
          {path ? counted(use.curves.length, 'curve') : counted(use.regions.length, 'region')}
        </span>
      </span>
      <button
        type="button"
        className={`btn btn-xs ${on ? 'btn-primary' : 'btn-paper'}`}
        aria-pressed={on}
        aria-label={`Choose the ${path ? 'curves' : 'regions'} of ${use.step.name} on the sheet`}
        onClick={() => {
          if (!on) sheet.take('choose')
          sheet.set({ picking: on ? undefined : use.step.id, chosen: [] })
        }}
      >
        {on ? 'Done' : 'Choose'}
      </button>
    </li>
  )
}

/** A use's letter over its stroke. */
function UseMark({ use }: { readonly use: SketchUse }) {
  return (
    <svg width="34" height="18" aria-hidden className="shrink-0">
      <path
        d="M2 14H32"
        stroke="var(--color-success)"
        strokeWidth="4"
        strokeDasharray={use.dash}
        strokeLinecap="round"
      />
      <text x="17" y="9" textAnchor="middle" className="figure" fill="currentColor">
        {use.letter}
      </text>
    </svg>
  )
}
