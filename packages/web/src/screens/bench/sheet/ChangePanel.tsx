import { useEffect, useId, useMemo, useRef, useState } from 'react'
import type { Id, Result } from '@flexum/core/base'
import {
  CHANGES,
  type Change,
  type ChangeField,
  type ChangeName,
  type ChangeOption,
} from '../../../sheet/changes/index.ts'
import type { Draft } from '../../../sheet/drafting.ts'
import type { SheetModel } from '../../../sheet/model.ts'
import { readTyped } from '../../../sheet/typing.ts'
import { Section } from '../../../ui/Figures.tsx'
import { echoOf } from '../../../ui/FormulaField.tsx'
import { usePart } from '../context.ts'
import { useSheet, useSheetState } from './context.ts'

/** Asks for the figures and choices of a change, shows on the sheet what would come of them, and makes it. */
export function ChangePanel({ model }: { readonly model: SheetModel }) {
  const changing = useSheetState((s) => s.changing)
  if (!changing) return null
  return <OpenChange key={changing} name={changing} model={model} />
}

/** What was typed last time, for as long as the page is open. */
const last = new Map<string, string>()

function OpenChange({ name, model }: { readonly name: ChangeName; readonly model: SheetModel }) {
  const sheet = useSheet()
  const part = usePart()
  const id = useId()
  const change = CHANGES[name]
  const chosen = useSheetState((s) => s.chosen)
  const [texts, setTexts] = useState<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(change.fields.map((f) => [f.key, last.get(`${name}/${f.key}`) ?? f.first])),
  )
  const [options, setOptions] = useState<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(change.options.map((o) => [o.key, last.get(`${name}/${o.key}`) ?? o.choices[0]![0]])),
  )
  const form = useRef<HTMLFormElement>(null)
  const fits = change.fits(model, chosen)
  const { outcome, ready, build, asked } = useOutcome({ change, options, texts, model, chosen, fits })
  useEffect(() => form.current?.querySelector('input')?.select(), [])

  const close = (): void => sheet.set({ changing: undefined, ghost: undefined })
  const problem = !fits
    ? `${change.needs}.`
    : outcome?.kind === 'fault'
      ? outcome.message
      : outcome?.kind === 'clash'
        ? 'This cannot hold with the constraints that are there.'
        : undefined
  return (
    <Section
      title={change.word}
      aside={
        <button type="button" className="btn btn-xs btn-ghost" onClick={close}>
          Close
        </button>
      }
    >
      <form
        ref={form}
        aria-label={change.word}
        className="flex flex-col gap-1.5"
        onSubmit={(e) => {
          e.preventDefault()
          if (!ready || !sheet.edit(change.word, build)) return
          for (const [k, v] of Object.entries({ ...texts, ...options })) last.set(`${name}/${k}`, v)
          close()
        }}
        onKeyDown={(e) => {
          e.stopPropagation()
          if (e.key === 'Escape') close()
        }}
      >
        {change.options
          .filter((o: ChangeOption) => o.when?.(options) ?? true)
          .map((o) => (
            <OptionField key={o.key} o={o} options={options} setOptions={setOptions} />
          ))}
        {asked.map((f) => {
          const { formula } = readTyped(sheet, texts[f.key] ?? '', f.dimension)
          const echo = echoOf(formula, f.dimension, part.units, model.around)
          return <FigureField key={f.key} f={f} id={id} echo={echo} texts={texts} setTexts={setTexts} />
        })}
        {problem && (
          <p role="status" className="text-error">
            <span aria-hidden>✕ </span>
            {problem}
          </p>
        )}
        <button
          type="submit"
          className="btn btn-sm btn-success self-start"
          disabled={!ready || outcome?.kind === 'fault'}
        >
          {change.word}
        </button>
      </form>
    </Section>
  )
}

/** What the change would come to with what is typed, shown on the sheet as a ghost. */
function useOutcome({
  change,
  options,
  texts,
  model,
  chosen,
  fits,
}: {
  readonly change: Change
  readonly options: Readonly<Record<string, string>>
  readonly texts: Readonly<Record<string, string>>
  readonly model: SheetModel
  readonly chosen: readonly string[]
  readonly fits: boolean
}) {
  const sheet = useSheet()
  const { asked, figures, build } = useMemo(() => {
    const fields = change.fields.filter((f: ChangeField) => f.when?.(options) ?? true)
    const read = Object.fromEntries(
      fields.flatMap((f) => {
        const { formula, result } = readTyped(sheet, texts[f.key] ?? '', f.dimension)
        return result.ok ? [[f.key, { value: result.value.value, formula }]] : []
      }),
    )
    const input = { model, chosen, figures: read, options }
    return {
      asked: fields,
      figures: read,
      build: (d: Draft): Result<readonly Id[]> => change.build(d, input),
    }
  }, [sheet, change, model, chosen, texts, options])
  const ready = fits && Object.keys(figures).length === asked.length
  const outcome = useMemo(() => (ready ? sheet.tryEdit(build) : undefined), [sheet, ready, build])
  const ghost = outcome?.kind === 'good' ? outcome.drawing.entities : undefined
  useEffect(() => {
    sheet.set({ ghost })
    return () => sheet.set({ ghost: undefined })
  }, [sheet, ghost])
  return { outcome, ready, build, asked }
}

/** One choice of the change. */
function OptionField({
  o,
  options,
  setOptions,
}: {
  readonly o: ChangeOption
  readonly options: Readonly<Record<string, string>>
  readonly setOptions: (next: Readonly<Record<string, string>>) => void
}) {
  return (
    <label className="grid grid-cols-[1fr_168px] items-center gap-x-2">
      <span className="muted">{o.label}</span>
      <select
        className="select select-sm w-full"
        value={options[o.key]}
        onChange={(e) => setOptions({ ...options, [o.key]: e.target.value })}
      >
        {o.choices.map(([value, label]) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </select>
    </label>
  )
}

/** One figure of the change, with what it comes to. */
function FigureField({
  f,
  id,
  echo,
  texts,
  setTexts,
}: {
  readonly f: ChangeField
  readonly id: string
  readonly echo: { readonly ok: boolean; readonly text: string }
  readonly texts: Readonly<Record<string, string>>
  readonly setTexts: (next: Readonly<Record<string, string>>) => void
}) {
  return (
    <div className="grid grid-cols-[1fr_168px] items-center gap-x-2">
      <label htmlFor={`${id}-${f.key}`} className="muted">
        {f.label}
      </label>
      <input
        id={`${id}-${f.key}`}
        className={`input input-sm figure w-full text-right ${echo.ok ? '' : 'border-error'}`}
        aria-invalid={!echo.ok}
        autoComplete="off"
        spellCheck={false}
        value={texts[f.key] ?? ''}
        onChange={(e) => setTexts({ ...texts, [f.key]: e.target.value })}
      />
      <span className={`figure col-span-2 text-right ${echo.ok ? 'muted' : 'text-error'}`}>{echo.text}</span>
    </div>
  )
}
