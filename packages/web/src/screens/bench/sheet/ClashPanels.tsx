import { type Drawing, type SketchConstraint } from '@flexum/core/recipe'
import { constraintName } from '@flexum/core/recipe/evaluated'
import type { SketchEntity } from '@flexum/core/sketch'
import { formulaText } from '@flexum/core/units'
import type { SheetModel } from '../../../sheet/model.ts'
import { asReference, freshRow, isFresh, withoutConstraint, type ClashRow } from '../../../sheet/outcome.ts'
import { useSheet, useSheetState } from './context.ts'
import { ShapePicture } from './ShapePicture.tsx'
import type { Pending } from '../../../sheet/state.ts'

const COUNTS = ['None', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight']

/** The smallest set that cannot all hold; nothing is done until one is let go. */
export function ClashPanel({ model }: { readonly model: SheetModel }) {
  const sheet = useSheet()
  const pending = useSheetState((s) => s.pending)
  if (pending?.kind !== 'clash') return null
  const { rows, drawing, fits } = pending
  const before = new Set(model.step.constraints.map((c) => c.id))
  return (
    <section
      aria-label="Clash"
      className="m-3 rounded-r-box border-l-[3px] border-error bg-[var(--block-wash)] px-3 py-2.5"
    >
      <h3 className="heading">{COUNTS[rows.length] ?? rows.length} that cannot all hold</h3>
      <p className="muted mb-1">
        {rows.length === 0
          ? 'No shape near this one holds all of them.'
          : 'Let one go. The picture shows what you would get. Nothing is changed until then.'}
        {' Esc leaves all as it was'}
        {freshRow(model.step, drawing, rows) ? '; R makes the dimension just typed a reference.' : '.'}
      </p>
      <ul>
        {rows.map((row, i) => {
          const c = drawing.constraints.find((x) => x.id === row.constraint)
          if (!c) return null
          const fresh = !isFresh(model.step, c) ? '' : before.has(c.id) ? ' (changed)' : ' (new)'
          const name = rowName(drawing, c)
          return (
            <ConstraintRow
              key={row.constraint}
              row={row}
              pending={pending}
              i={i}
              name={name}
              fresh={fresh}
              c={c}
              drawing={drawing}
            />
          )
        })}
      </ul>
      {fits && (
        <button type="button" className="btn btn-xs btn-paper mt-1 mr-1" onClick={() => fits.take()}>
          Take {fits.words}
        </button>
      )}
      <button type="button" className="btn btn-xs btn-ghost mt-1" onClick={() => sheet.refusePending()}>
        Leave all as it was
      </button>
    </section>
  )
}

/** One constraint of those that cannot hold together. */
function ConstraintRow({
  row,
  pending,
  i,
  name,
  fresh,
  c,
  drawing,
}: {
  readonly row: ClashRow
  readonly pending: Extract<Pending, { kind: 'clash' }>
  readonly i: number
  readonly name: string
  readonly fresh: '' | ' (changed)' | ' (new)'
  readonly c: SketchConstraint
  readonly drawing: Drawing
}) {
  const sheet = useSheet()
  return (
    <li
      className="flex items-center gap-2 border-t border-error/25 py-1.5"
      onPointerEnter={() => sheet.set({ pending: { ...pending, looked: i }, pointed: [row.constraint] })}
      onPointerLeave={() => sheet.set({ pending: { ...pending, looked: undefined }, pointed: [] })}
    >
      <ShapePicture entities={row.without} />
      <span className="min-w-0 flex-1">
        {name}
        {fresh && <span className="muted">{fresh}</span>}
      </span>
      <span className="flex flex-col gap-1">
        {c.kind === 'dimension' && (
          <button
            type="button"
            className="btn btn-xs btn-paper"
            aria-label={`Make ${name} a reference`}
            onFocus={() => sheet.set({ pending: { ...pending, looked: i } })}
            onClick={() => sheet.resolve(asReference(drawing, row))}
          >
            Reference
          </button>
        )}
        <button
          type="button"
          className="btn btn-xs btn-paper"
          aria-label={`Let go of ${name}`}
          onFocus={() => sheet.set({ pending: { ...pending, looked: i } })}
          onClick={() => sheet.resolve(withoutConstraint(drawing, row))}
        >
          Let go
        </button>
      </span>
    </li>
  )
}

function rowName(drawing: { readonly entities: readonly SketchEntity[] }, c: SketchConstraint): string {
  const name = constraintName(drawing, c)
  return c.kind === 'dimension' ? `${name} = ${formulaText(c.formula)}` : name
}

/** The sketch itself cannot hold (a value changed): the way out is the same. */
export function StandingClash({ model }: { readonly model: SheetModel }) {
  const sheet = useSheet()
  const pending = useSheetState((s) => s.pending)
  if (model.failing.size === 0 || pending) return null
  return (
    <div className="m-3 rounded-r-box border-l-[3px] border-error bg-[var(--block-wash)] px-3 py-2">
      <p>
        <span aria-hidden>✕ </span>The constraints of this sketch cannot all hold. It is shown as it last did.
      </p>
      <button
        type="button"
        className="btn btn-xs btn-paper mt-1"
        onClick={() =>
          sheet.attempt('Resolve the clash', {
            entities: model.step.entities,
            constraints: model.step.constraints,
          })
        }
      >
        Show what clashes
      </button>
    </div>
  )
}
