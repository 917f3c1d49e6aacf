import { Printer } from 'lucide-react'
import { useState } from 'react'
import type { FormingStep } from '@flexum/core/recipe'
import type { FormingGiven } from '@flexum/core/forming'
import { StepFields } from '../../inspector/StepFields.tsx'
import { BendSheet } from './sheet/BendSheet.tsx'

/** What the bend sheet says besides the moves, and the sheet itself. */
export function BendSheetFields({
  step,
  forming,
}: {
  readonly step: FormingStep
  readonly forming: FormingGiven | undefined
}) {
  const [open, setOpen] = useState(false)
  const { tolerances } = step
  return (
    <div className="flex flex-col gap-1.5 px-3 pb-2">
      {tolerances && (
        <StepFields
          step={step}
          fields={[
            ['tolerances/length', 'Lengths within', tolerances.length, 'length'],
            ['tolerances/angle', 'Angles within', tolerances.angle, 'angle'],
          ]}
        />
      )}
      <button
        type="button"
        className="btn btn-xs btn-paper self-start"
        disabled={!forming}
        onClick={() => setOpen(true)}
      >
        <Printer size={12} aria-hidden /> Bend sheet
      </button>
      {open && forming && <BendSheet step={step} onClose={() => setOpen(false)} />}
    </div>
  )
}
