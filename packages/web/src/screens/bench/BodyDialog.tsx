import { useState } from 'react'
import { BARE, bodiesOf } from '@flexum/core/evaluate'
import { formatLength, resolveFormula, typedFormula } from '@flexum/core/units'
import { FormDialog, Row } from '../stock/FormDialog.tsx'
import { BODY_TITLE, takeOutBody } from './actions.ts'
import { useBench, usePart, useSessionState } from './context.ts'

/** Asks how fine the body is to be written, and writes it. */
export function BodyDialog({ onClose }: { onClose(): void }) {
  const { session } = useBench()
  const { units } = usePart()
  const result = useSessionState((s) => s.result)
  const [text, setText] = useState('')
  const [busy, setBusy] = useState(false)
  const [refusal, setRefusal] = useState<string>()
  const bodies = result ? bodiesOf(result) : []
  const drawn = bodies.reduce((most, b) => Math.max(most, b.chordError), 0)
  const triangles = bodies.reduce((sum, b) => sum + (b.mesh.triangles.length / 3) * b.places.length, 0)
  const read =
    text.trim() === ''
      ? undefined
      : resolveFormula(typedFormula(text, units.length.unit), 'length', {
          bare: BARE,
          lookup: () => undefined,
        })
  const fault =
    read === undefined
      ? undefined
      : !read.ok
        ? read.fault.message
        : read.value.value > 0
          ? undefined
          : 'a length above 0 is needed'
  const write = async (): Promise<void> => {
    if (fault !== undefined) return
    setBusy(true)
    setRefusal(undefined)
    try {
      const problem = await takeOutBody(session, read?.ok ? read.value.value : undefined)
      if (problem === undefined) onClose()
      else setRefusal(problem.replace(/\.$/, ''))
    } catch (error) {
      setRefusal(error instanceof Error ? error.message : String(error))
    } finally {
      setBusy(false)
    }
  }
  return (
    <FormDialog
      title={BODY_TITLE}
      keep={busy ? 'Writing…' : 'Write the file'}
      busy={busy}
      refusal={refusal}
      onSubmit={(e) => {
        e.preventDefault()
        void write()
      }}
      onClose={onClose}
    >
      <Row label="Nowhere further off than" fault={fault}>
        <input
          className={`input input-sm figure text-right ${fault ? 'border-error' : ''}`}
          aria-label="Nowhere further off the true surface than"
          placeholder={drawn > 0 ? `as drawn: ${formatLength(drawn, units.length)}` : 'as drawn'}
          value={text}
          autoFocus
          spellCheck={false}
          autoComplete="off"
          aria-invalid={fault !== undefined}
          onChange={(e) => setText(e.target.value)}
        />
      </Row>
      <p className="muted">
        {bodies.length === 0
          ? 'There is no sound body to write.'
          : `How far its facets may lie from the true surface. As it is drawn it has ${triangles.toLocaleString('en')} triangles; a tenth of the distance takes about ten times as many.`}
      </p>
    </FormDialog>
  )
}
