import { useEffect, useRef, useState } from 'react'
import { dimensionOfMeasured, addValue } from '@flexum/core/recipe'
import { measuredValue } from '@flexum/core/sketch'
import { checkName, formulaText } from '@flexum/core/units'
import { measureFormula, measureText } from '../../../sheet/dimension-text.ts'
import { layoutDimension } from '../../../sheet/dimension-layout.ts'
import { dimensionOf, type SheetModel } from '../../../sheet/model.ts'
import { readTyped } from '../../../sheet/typing.ts'
import type { SheetView } from '../../../sheet/view.ts'
import { textToEdit, editedFormula } from '../../../ui/typing.ts'
import { echoOf } from '../../../ui/FormulaField.tsx'
import { newId } from '../actions/ids.ts'
import { useBench, usePart } from '../context.ts'
import { useSheet, useSheetState } from './context.ts'

/** The field of a dimension that is being typed, where it stands on the sheet. */
export function DimensionField({ model, view }: { readonly model: SheetModel; readonly view: SheetView }) {
  const editing = useSheetState((s) => s.editing)
  if (!editing) return null
  const key = editing.kind === 'old' ? editing.id : `${editing.place[0]},${editing.place[1]}`
  return <OpenField key={key} model={model} view={view} />
}

function OpenField({ model, view }: { readonly model: SheetModel; readonly view: SheetView }) {
  const sheet = useSheet()
  const { session } = useBench()
  const part = usePart()
  const editing = useSheetState((s) => s.editing)!
  const field = useRef<HTMLInputElement>(null)
  const old = editing.kind === 'old' ? dimensionOf(model, editing.id) : undefined
  const measured = editing.kind === 'new' ? editing.measured : old?.measured
  const dimension = measured ? dimensionOfMeasured(measured) : 'length'
  const isLength = dimension === 'length'
  const present = measured ? Math.abs(measuredValue(model.entities, measured)) : 0
  const first =
    old?.role === 'driving'
      ? textToEdit(old.formula, part.units.length.unit, isLength)
      : measureText(present, !isLength, part.units, 4)
  const [text, setText] = useState(first)

  useEffect(() => {
    field.current?.select()
    return sheet.names.taken((name) => {
      const input = field.current!
      const [from, to] = [input.selectionStart ?? 0, input.selectionEnd ?? 0]
      setText((t) => t.slice(0, from) + name + t.slice(to))
      input.focus()
    })
  }, [sheet])

  if (!measured) return null
  const drawing = layoutDimension(model, editing.kind === 'new' ? editing : old!, view)
  if (!drawing) return null
  const read = readTyped(sheet, text, dimension)
  const formula =
    old?.role === 'driving'
      ? editedFormula(old.formula, text, part.units.length.unit, isLength)
      : read.formula
  const echo = echoOf(formula, dimension, part.units, model.around)
  const fresh = !read.result.ok && checkName(text.trim()).ok ? text.trim() : undefined
  const enter = (): void => void sheet.enter(formula)
  const name = (): void => {
    if (fresh === undefined) return
    const value = {
      id: newId(part, 'v'),
      name: fresh,
      dimension,
      formula: old?.role === 'driving' ? old.formula : measureFormula(present, dimension, part.units),
    }
    if (session.run(addValue, { value }, { label: `Value ${fresh}` })) sheet.enter(fresh)
  }
  const [x, y] = drawing.text
  const left = Math.min(Math.max(x - 66, 6), view.width - 150)
  const top = Math.min(Math.max(y - 14, 6), view.height - 90)
  return (
    <div className="absolute z-20" style={{ left, top }}>
      <input
        ref={field}
        className="input input-sm figure w-33 border-primary text-center shadow"
        aria-label={old ? `Dimension ${old.name}` : 'New dimension'}
        aria-invalid={!echo.ok}
        autoFocus
        autoComplete="off"
        spellCheck={false}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          e.stopPropagation()
          if (e.key === 'Enter') {
            if (fresh !== undefined) name()
            else enter()
          } else if (e.key === 'Escape') sheet.set({ editing: undefined })
        }}
      />
      <div
        className="figure mt-1 w-max max-w-72 rounded-[3px] bg-neutral px-2 py-1 text-neutral-content shadow"
        role="status"
      >
        {fresh !== undefined ? (
          <button type="button" className="cursor-pointer underline" onClick={name}>
            Make a value {fresh} = {measureText(present, !isLength, part.units)}
          </button>
        ) : (
          <span>
            {echo.ok ? '' : '✕ '}
            {echo.text}
          </span>
        )}
      </div>
      {old && formulaText(old.formula) === '' && (
        <span className="sr-only">a reference until it is typed</span>
      )}
    </div>
  )
}
