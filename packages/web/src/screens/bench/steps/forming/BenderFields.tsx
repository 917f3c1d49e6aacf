import { Plus, X } from 'lucide-react'
import {
  type BenderEntry,
  type DieEntry,
  type FormingStep,
  BENDER_SIZES,
  changeForming,
} from '@flexum/core/recipe'
import { BENDER_GROUPS } from '../../../../ui/formingLabels.ts'
import { newId } from '../../actions/ids.ts'
import { useBench, usePart } from '../../context.ts'
import { StepField } from '../../inspector/StepField.tsx'
import { BenderPicker } from './BenderPicker.tsx'

/** The bender that the part is bent on: one of the table, or its own figures. */
export function BenderFields({ step }: { readonly step: FormingStep }) {
  const { session } = useBench()
  const part = usePart()
  const { bender } = step
  const change = (choices: Partial<FormingStep['bender']>, label: string) =>
    session.run(changeForming, { step: step.id, choices: { bender: { ...bender, ...choices } } }, { label })
  return (
    <div className="flex flex-col gap-1.5 px-3 py-2">
      <BenderPicker step={step} />
      <label className="flex items-center justify-between gap-2">
        <span className="muted">Bends to either hand</span>
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={bender.bothHands}
          onChange={(e) => change({ bothHands: e.target.checked }, 'Bends to either hand')}
        />
      </label>
      {BENDER_GROUPS.map(([title, sizes]) => (
        <fieldset key={title} className="flex flex-col gap-1.5 pt-1.5">
          <legend className="pb-1 font-medium">{title}</legend>
          {sizes.map(([size, label]) => (
            <StepField
              key={size}
              step={step}
              field={`bender/${size}`}
              label={label}
              formula={bender[size]}
              dimension={BENDER_SIZES[size]}
            />
          ))}
        </fieldset>
      ))}
      <fieldset className="flex flex-col gap-1.5 pt-1.5">
        <legend className="pb-1 font-medium">Dies at hand, by centreline radius</legend>
        {bender.dies.length === 0 && <p className="muted">Any radius, while none is told.</p>}
        {bender.dies.map((die, i) => (
          <DieRow key={die.id} die={die} step={step} i={i} change={change} bender={bender} />
        ))}
        <button
          type="button"
          className="btn btn-xs btn-paper self-start"
          onClick={() => {
            const radius = bender.dies.at(-1)?.radius ?? '40'
            change({ dies: [...bender.dies, { id: newId(part, 'd'), radius }] }, 'Add a die')
          }}
        >
          <Plus size={12} aria-hidden /> Die
        </button>
      </fieldset>
    </div>
  )
}

/** One die. */
function DieRow({
  die,
  step,
  i,
  change,
  bender,
}: {
  readonly die: DieEntry
  readonly step: FormingStep
  readonly i: number
  readonly change: (choices: Partial<FormingStep['bender']>, label: string) => boolean
  readonly bender: BenderEntry
}) {
  return (
    <div className="grid grid-cols-[1fr_auto] items-start gap-1">
      <StepField
        step={step}
        field={`bender/dies/${die.id}/radius`}
        label={`Die ${i + 1}`}
        formula={die.radius}
        dimension="length"
      />
      <button
        type="button"
        className="btn btn-xs btn-ghost mt-0.5"
        aria-label={`Take out die ${i + 1}`}
        onClick={() => change({ dies: bender.dies.filter((d) => d !== die) }, 'Take out a die')}
      >
        <X size={12} aria-hidden />
      </button>
    </div>
  )
}
