import { deg } from '@flexum/core/num'
import { addValue } from '@flexum/core/recipe'
import { checkName, formatExact, formulaText, LENGTH_FACTORS } from '@flexum/core/units'
import type { Field, Preview } from '../../../sheet/tools/tool.ts'
import { readTyped } from '../../../sheet/typing.ts'
import { toScreen } from '../../../sheet/view.ts'
import { measureFormula } from '../../../sheet/dimension-text.ts'
import { newId } from '../actions/ids.ts'
import { useBench, useUnits } from '../context.ts'
import { useSheet, useSheetState } from './context.ts'

/** Figures beside the pointer; typing a digit goes into the first, Tab to the next, Enter places. */
export function PointerFields({ preview }: { readonly preview: Preview }) {
  const sheet = useSheet()
  const pointer = useSheetState((s) => s.pointer)
  const typed = useSheetState((s) => s.typed)
  const view = useSheetState((s) => s.view)
  const units = useUnits()
  const { session } = useBench()
  if (!pointer || preview.fields.length === 0) return null
  const [x, y] = toScreen(view, pointer.snap.at)
  const left = Math.min(Math.max(x + 22, 8), view.width - 190)
  const top = Math.min(Math.max(y + 16, 8), view.height - 70)
  const show = (f: Field): string => {
    if (f.dimension === 'angle') return `${formatExact(Number(deg(f.value).toFixed(2)))}°`
    if (f.dimension === 'number') return formatExact(f.value)
    return formatExact(Number((f.value / LENGTH_FACTORS[units.length.unit]).toFixed(3)))
  }
  /** A text that stands for nothing yet and could be the name of a value. */
  const freshIn = (f: Field): string | undefined => {
    const text = typed?.texts[f.key]?.trim() ?? ''
    if (text === '' || readTyped(sheet, text, f.dimension).result.ok) return undefined
    return checkName(text).ok ? text : undefined
  }
  const fresh = preview.fields.flatMap((f) => {
    const name = freshIn(f)
    return name === undefined ? [] : [{ f, name, formula: measureFormula(f.value, f.dimension, units) }]
  })
  /** Places what was typed; names that stand for nothing become values first, as large as they are now. */
  const place = (): void => {
    for (const { f, name, formula } of fresh) {
      const value = { id: newId(sheet.part(), 'v'), name, dimension: f.dimension, formula }
      if (!session.run(addValue, { value }, { label: `Value ${name}` })) return
    }
    sheet.pressTyped()
  }
  const put = (field: string, text: string): void =>
    sheet.set({ typed: { field, texts: { ...typed?.texts, [field]: text } } })
  return (
    <div
      className="figure absolute z-10 rounded-[4px] bg-neutral px-2.5 py-1.5 text-neutral-content shadow"
      style={{ left, top, pointerEvents: typed ? 'auto' : 'none' }}
    >
      {preview.fields.map((f, i) => {
        const text = typed?.texts[f.key]
        const wrong =
          text !== undefined && text.trim() !== '' && !readTyped(sheet, text, f.dimension).result.ok
        return (
          <PointerField
            key={f.key}
            f={f}
            typed={typed}
            wrong={wrong}
            text={text}
            put={put}
            preview={preview}
            i={i}
            place={place}
            show={show}
          />
        )
      })}
      {fresh.map(({ f, name, formula }) => (
        <button key={f.key} type="button" className="block cursor-pointer underline" onClick={place}>
          Make a value {name} = {formulaText(formula)}
        </button>
      ))}
    </div>
  )
}

/** One figure beside the pointer, typed or as it is. */
function PointerField({
  f,
  typed,
  wrong,
  text,
  put,
  preview,
  i,
  place,
  show,
}: {
  readonly f: Field
  readonly typed: { readonly field: string; readonly texts: Readonly<Record<string, string>> } | undefined
  readonly wrong: boolean
  readonly text: string | undefined
  readonly put: (field: string, text: string) => void
  readonly preview: Preview
  readonly i: number
  readonly place: () => void
  readonly show: (f: Field) => string
}) {
  const sheet = useSheet()
  return (
    <label className="flex items-center gap-2">
      <span className="min-w-12 opacity-80">{f.label}</span>
      {typed?.field === f.key ? (
        <input
          className={`figure w-24 bg-transparent outline-none ${wrong ? 'underline decoration-wavy' : ''}`}
          aria-label={f.label}
          aria-invalid={wrong}
          autoFocus
          value={text ?? ''}
          onFocus={(e) => e.currentTarget.setSelectionRange(99, 99)}
          onChange={(e) => put(f.key, e.target.value)}
          onKeyDown={(e) => {
            e.stopPropagation()
            if (e.key === 'Tab') {
              e.preventDefault()
              const n = preview.fields.length
              const next = preview.fields[(i + (e.shiftKey ? n - 1 : 1)) % n]!
              sheet.set({ typed: { field: next.key, texts: typed.texts } })
            } else if (e.key === 'Enter') {
              e.preventDefault()
              place()
            } else if (e.key === 'Escape') sheet.set({ typed: undefined })
          }}
        />
      ) : (
        <span>{text ?? show(f)}</span>
      )}
    </label>
  )
}
