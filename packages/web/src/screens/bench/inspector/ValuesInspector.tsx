import { X } from 'lucide-react'
import { useId, useState } from 'react'
import { formulaText, namesUsed, typedFormula, type DimensionName, type Formula } from '@flexum/core/units'
import {
  type NamedValue,
  type Part,
  addValue,
  addVariant,
  removeValue,
  removeVariant,
  renameValue,
  renameVariant,
  setOverride,
  setValueDimension,
  setValueFormula,
  countUses,
  type Variant,
} from '@flexum/core/recipe'
import { editedFormula, textToEdit } from '../../../ui/typing.ts'
import { Section } from '../../../ui/Figures.tsx'
import { EntryField } from '../../../ui/EntryField.tsx'
import { echoOf, showValue } from '../../../ui/FormulaField.tsx'
import { newId } from '../actions/ids.ts'
import { useBench, usePart, useSessionState, useSurroundings } from '../context.ts'
import { StationFindings } from './StationFindings.tsx'

const KINDS: readonly DimensionName[] = ['length', 'angle', 'number', 'mass']

/** Named values with their formulas and use counts, and the table of variants. */
export function ValuesInspector() {
  const { session } = useBench()
  const part = usePart()
  const counts = countUses(part)
  const add = (): void => {
    const taken = new Set(part.values.map((v) => v.name))
    let n = part.values.length + 1
    while (taken.has(`value${n}`)) n++
    const value: NamedValue = { id: newId(part, 'v'), name: `value${n}`, dimension: 'length', formula: '10' }
    session.run(addValue, { value }, { label: 'Add value' })
  }
  return (
    <>
      <div className="flex items-baseline justify-between px-3 pt-3 pb-2">
        <h2 className="heading">Values</h2>
        <button type="button" className="btn btn-xs btn-paper" onClick={add}>
          Add a value
        </button>
      </div>
      {part.values.length === 0 && (
        <p className="muted px-3 pb-3">
          Give a size a name here, and any field can use it: <span className="figure">reach / 3</span>.
        </p>
      )}
      {part.values.map((v) => (
        <ValueRow key={v.id} value={v} uses={counts.get(v.name) ?? 0} />
      ))}
      <StationFindings station="values" />
      {part.values.length > 0 && <Variants part={part} />}
    </>
  )
}

function ValueRow({ value, uses }: { readonly value: NamedValue; readonly uses: number }) {
  const { session } = useBench()
  const part = usePart()
  const around = useSurroundings()
  const result = useSessionState((s) => s.result?.values.find((r) => r.id === value.id)?.result)
  return (
    <div className="border-t hairline px-3 py-2">
      <div className="flex items-center gap-1.5">
        <EntryField
          className="input input-sm w-24 shrink-0 font-medium"
          aria-label={`Name of ${value.name}`}
          text={value.name}
          shown={value.name}
          onKeep={(name) =>
            session.run(renameValue, { value: value.id, name: name.trim() }, { label: 'Rename value' })
          }
        />
        <FormulaInput
          label={`Formula of ${value.name}`}
          formula={value.formula}
          dimension={value.dimension}
          fault={result && !result.ok ? result.fault.message : undefined}
          shown={result?.ok ? showValue(result.value.value, value.dimension, part.units) : undefined}
          echo={(f) => echoOf(f, value.dimension, part.units, around)}
          onCommit={(formula) =>
            session.run(setValueFormula, { value: value.id, formula }, { label: value.name })
          }
        />
        <button
          type="button"
          className="btn btn-ghost btn-xs btn-square"
          aria-label={`Remove ${value.name}`}
          onClick={() => session.run(removeValue, { value: value.id }, { label: 'Remove value' })}
        >
          <X size={12} aria-hidden />
        </button>
      </div>
      <div className="muted mt-0.5 flex items-center gap-2 pl-1 text-xs">
        <select
          className="cursor-pointer rounded-[3px] bg-transparent py-0.5 hover:bg-base-200"
          aria-label={`What ${value.name} measures`}
          value={value.dimension}
          onChange={(e) =>
            session.run(
              setValueDimension,
              { value: value.id, dimension: e.target.value as DimensionName },
              { label: value.name },
            )
          }
        >
          {KINDS.map((k) => (
            <option key={k}>{k}</option>
          ))}
        </select>
        <span>{uses === 1 ? 'used once' : uses === 0 ? 'not used' : `used ${uses} times`}</span>
        <span className="figure min-w-0 flex-1 truncate pr-8 text-right">
          {namesUsed(value.formula).length > 0 ? formulaText(value.formula) : ''}
        </span>
      </div>
    </div>
  )
}

/** A bare formula input that shows its value until it is entered. */
function FormulaInput(props: {
  readonly label: string
  readonly formula: Formula | undefined
  readonly dimension: DimensionName
  readonly shown: string | undefined
  readonly fault?: string | undefined
  readonly placeholder?: string
  echo(f: Formula): { ok: boolean; text: string }
  onCommit(f: Formula): void
}) {
  const { unit } = usePart().units.length
  const id = useId()
  const [draft, setDraft] = useState<string>()
  const isLength = props.dimension === 'length'
  const before = props.formula ?? ''
  const formulaOf = (text: string): Formula =>
    before === '' ? typedFormula(text.trim(), unit) : editedFormula(before, text, unit, isLength)
  const note = draft === undefined || draft.trim() === '' ? undefined : props.echo(formulaOf(draft))
  const wrong = note ? !note.ok : props.fault !== undefined
  return (
    <span className="relative min-w-0 flex-1">
      <EntryField
        className={`input ${props.shown === undefined ? 'input-xs' : 'input-sm'} figure w-full text-right ${wrong ? 'border-error' : ''}`}
        aria-label={props.label}
        aria-invalid={wrong}
        aria-describedby={note ? id : undefined}
        title={props.fault ?? formulaText(before)}
        placeholder={props.placeholder}
        text={before === '' ? '' : textToEdit(before, unit, isLength)}
        shown={props.shown ?? formulaText(before)}
        onDraft={setDraft}
        onKeep={(text) => props.onCommit(formulaOf(text))}
      />
      {note && (
        <span
          id={id}
          className="figure absolute top-full right-0 z-20 mt-0.5 max-w-72 rounded-[3px] bg-neutral px-1.5 py-0.5 text-neutral-content"
        >
          {note.ok ? '' : '✕ '}
          {note.text}
        </span>
      )}
    </span>
  )
}

/** A row a size; an empty cell lets the value's own formula stand. */
function Variants({ part }: { readonly part: Part }) {
  const { session } = useBench()
  const add = (): void => {
    const variant = { id: newId(part, 'w'), name: `Size ${part.variants.length + 1}`, overrides: {} }
    session.run(addVariant, { variant }, { label: 'Add variant' })
  }
  return (
    <Section
      title="Variants"
      aside={
        <button type="button" className="btn btn-xs btn-paper" onClick={add}>
          Add a variant
        </button>
      }
    >
      {part.variants.length === 0 && <p className="muted">A row a size: each may give values of its own.</p>}
      {part.variants.length > 0 && (
        <div className="overflow-x-auto">
          <table className="w-full" aria-label="Variants">
            <thead>
              <tr className="[&>th]:px-1 [&>th]:pb-1 [&>th]:text-left [&>th]:font-medium">
                <th>size</th>
                {part.values.map((v) => (
                  <th key={v.id} className="figure">
                    {v.name}
                  </th>
                ))}
                <th>
                  <span className="sr-only">Remove</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {part.variants.map((variant) => (
                <VariantRow key={variant.id} variant={variant} part={part} />
              ))}
            </tbody>
          </table>
        </div>
      )}
    </Section>
  )
}

/** One variant: its name, what it changes, and a way to take it out. */
function VariantRow({ variant, part }: { readonly variant: Variant; readonly part: Part }) {
  const { session } = useBench()
  const around = useSurroundings()
  return (
    <tr className={variant.id === part.variant ? 'bg-[var(--chosen-wash)]' : ''}>
      <td className="py-0.5 pr-1">
        <EntryField
          className="input input-xs w-20"
          aria-label={`Name of the variant ${variant.name}`}
          maxLength={120}
          text={variant.name}
          shown={variant.name}
          onKeep={(name) =>
            session.run(renameVariant, { variant: variant.id, name }, { label: 'Rename variant' })
          }
        />
      </td>
      {part.values.map((v) => (
        <td key={v.id} className="min-w-14 py-0.5 pr-1">
          <FormulaInput
            label={`${v.name} in ${variant.name}`}
            formula={variant.overrides[v.name]}
            dimension={v.dimension}
            shown={undefined}
            placeholder="·"
            echo={(f) => echoOf(f, v.dimension, part.units, around)}
            onCommit={(formula) =>
              session.run(
                setOverride,
                {
                  variant: variant.id,
                  name: v.name,
                  formula: formulaText(formula).trim() === '' ? undefined : formula,
                },
                { label: `${v.name} in ${variant.name}` },
              )
            }
          />
        </td>
      ))}
      <td>
        <button
          type="button"
          className="btn btn-ghost btn-xs btn-square"
          aria-label={`Remove ${variant.name}`}
          onClick={() => session.run(removeVariant, { variant: variant.id }, { label: 'Remove variant' })}
        >
          <X size={12} aria-hidden />
        </button>
      </td>
    </tr>
  )
}
