import { useEffect, useState } from 'react'
import type { Progress } from '@flexum/core/base'
import { BARE } from '@flexum/core/recipe/evaluated'
import { exportOf, type ExportOption, type FileId } from '@flexum/core/files'
import { formatLength, resolveFormula, typedFormula, type LengthUnit } from '@flexum/core/units'
import { Cancelled } from '../../compute/client.ts'
import { FormDialog, Row } from '../stock/FormDialog.tsx'
import { exportFile } from './actions/files-out.ts'
import { useBench, useUnits, useSessionState } from './context.ts'
import type { UnitSettings } from '@flexum/core/recipe'

/** A length that was typed, mm; none when nothing was, or why it is none. */
function lengthOf(text: string, unit: LengthUnit): { readonly value?: number; readonly fault?: string } {
  if (text.trim() === '') return {}
  const read = resolveFormula(typedFormula(text, unit), 'length', { bare: BARE, lookup: () => undefined })
  if (!read.ok) return { fault: read.fault.message }
  return read.value.value > 0 ? { value: read.value.value } : { fault: 'a length above 0 is needed' }
}

/** Asks what a file may be told, and writes it. */
export function FileDialog({ file, onClose }: { readonly file: FileId; onClose(): void }) {
  const bench = useBench()
  const units = useUnits()
  const result = useSessionState((s) => s.result)
  const [texts, setTexts] = useState<Readonly<Record<string, string>>>({})
  const [busy, setBusy] = useState(false)
  const [refusal, setRefusal] = useState<string>()
  const [progress, setProgress] = useState<Progress>()
  useEffect(() => {
    bench.compute.onProgress('beside', setProgress)
    return () => bench.compute.onProgress('beside', () => undefined)
  }, [bench.compute])
  const { title, options } = exportOf(file)
  const rows = Object.entries(options).map(([name, option]) => {
    const { value, fault } = lengthOf(texts[name] ?? '', units.length.unit)
    return { name, option, value, fault }
  })
  const write = async (): Promise<void> => {
    if (rows.some((r) => r.fault !== undefined)) return
    setBusy(true)
    setRefusal(undefined)
    try {
      const given = rows.flatMap((r) => (r.value === undefined ? [] : [[r.name, r.value] as const]))
      const problem = await exportFile(bench, file, Object.fromEntries(given))
      if (problem === undefined) onClose()
      else setRefusal(problem.replace(/\.$/, ''))
    } catch (error) {
      if (error instanceof Cancelled) return
      setRefusal(error instanceof Error ? error.message : String(error))
    } finally {
      setBusy(false)
    }
  }
  return (
    <FormDialog
      title={title}
      keep={busy ? 'Writing…' : 'Write the file'}
      busy={busy}
      refusal={refusal}
      onSubmit={(e) => {
        e.preventDefault()
        void write()
      }}
      onClose={() => {
        if (busy) bench.compute.cancel('beside')
        onClose()
      }}
    >
      {rows.map(({ name, option, fault }, i) => {
        const unsaid = result && option.unsaidOf(result)
        return (
          <OptionRow
            key={name}
            name={name}
            option={option}
            fault={fault}
            unsaid={unsaid}
            units={units}
            texts={texts}
            i={i}
            setTexts={setTexts}
          />
        )
      })}
      {busy && (
        <progress
          className="progress progress-primary"
          aria-label="How far the file has come"
          max={1}
          value={progress?.share ?? 0}
        />
      )}
      {result &&
        rows.map(({ name, option }) => (
          <p key={name} className="muted">
            {option.hint(result)}
          </p>
        ))}
    </FormDialog>
  )
}

/** One choice of the file. */
function OptionRow({
  name,
  option,
  fault,
  unsaid,
  units,
  texts,
  i,
  setTexts,
}: {
  readonly name: string
  readonly option: ExportOption
  readonly fault: string | undefined
  readonly unsaid: number | undefined
  readonly units: UnitSettings
  readonly texts: Readonly<Record<string, string>>
  readonly i: number
  readonly setTexts: (next: Readonly<Record<string, string>>) => void
}) {
  return (
    <Row label={option.label} fault={fault}>
      <input
        className={`input input-sm figure text-right ${fault ? 'border-error' : ''}`}
        aria-label={option.label}
        placeholder={
          unsaid === undefined ? option.unsaid : `${option.unsaid}: ${formatLength(unsaid, units.length)}`
        }
        value={texts[name] ?? ''}
        autoFocus={i === 0}
        spellCheck={false}
        autoComplete="off"
        aria-invalid={fault !== undefined}
        onChange={(e) => setTexts({ ...texts, [name]: e.target.value })}
      />
    </Row>
  )
}
