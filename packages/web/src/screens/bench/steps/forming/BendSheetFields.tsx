import { Printer } from 'lucide-react'
import { useState } from 'react'
import type { FormingStep } from '@flexum/core/recipe'
import type { FormingGiven } from '@flexum/core/forming'
import { StepField } from '../../inspector/StepField.tsx'
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
        <>
          <StepField
            step={step}
            field="tolerances/length"
            label="Lengths within"
            formula={tolerances.length}
            dimension="length"
          />
          <StepField
            step={step}
            field="tolerances/angle"
            label="Angles within"
            formula={tolerances.angle}
            dimension="angle"
          />
        </>
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
