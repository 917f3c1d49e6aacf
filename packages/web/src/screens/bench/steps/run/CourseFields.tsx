import {
  type RunStep,
  type ScaleEntry,
  type ShapingEntry,
  type TwistEntry,
  dimensionOfMeasured,
  dimensionsOf,
  sizeDimension,
} from '@flexum/core/recipe'
import { newId } from '../../actions/ids.ts'
import { usePart } from '../../context.ts'
import { SIZE_LABELS } from '../../../../ui/sizeLabels.ts'
import { StepField } from '../../inspector/StepField.tsx'
import { StepFields } from '../../inspector/StepFields.tsx'
import { AlongField } from './AlongField.tsx'
import { Choice } from '../../inspector/Choice.tsx'
import { useChangeRun } from './useChangeRun.ts'

const TWISTS = {
  none: 'none',
  total: 'an angle in all',
  rate: 'an angle every so far',
  formula: 'by a formula',
} as const

const FIRST_TWIST: Readonly<Record<keyof typeof TWISTS, TwistEntry | undefined>> = {
  none: undefined,
  total: { kind: 'total', angle: '180 deg' },
  rate: { kind: 'rate', angle: '360 deg', every: '100 mm' },
  formula: { kind: 'formula', formula: '180 deg * t' },
}

export function TwistFields({ step }: { readonly step: RunStep }) {
  const change = useChangeRun(step)
  const { twist } = step
  return (
    <div className="flex flex-col gap-1.5">
      <Choice
        label="Twist"
        value={twist?.kind ?? 'none'}
        choices={TWISTS}
        onChoose={(kind) => change({ twist: FIRST_TWIST[kind] }, 'Twist')}
      />
      {(twist?.kind === 'total' || twist?.kind === 'rate') && (
        <StepField
          step={step}
          field="twist/angle"
          label="Twist angle"
          formula={twist.angle}
          dimension="angle"
        />
      )}
      {twist?.kind === 'rate' && (
        <StepField step={step} field="twist/every" label="Every" formula={twist.every} dimension="length" />
      )}
      {twist?.kind === 'formula' && (
        <AlongField
          step={step}
          field="twist/formula"
          label="Twist by t and s"
          formula={twist.formula}
          dimension="angle"
        />
      )}
    </div>
  )
}

const SCALES = { none: 'the same all along', ends: 'from start to end', formula: 'by a formula' } as const

const FIRST_SCALE: Readonly<Record<keyof typeof SCALES, ScaleEntry | undefined>> = {
  none: undefined,
  ends: { kind: 'ends', start: '1', end: '0.5', ease: 'straight' },
  formula: { kind: 'formula', formula: '1 + 0.2 * sin(180 deg * t)' },
}

export function ScaleFields({ step }: { readonly step: RunStep }) {
  const change = useChangeRun(step)
  const { scale } = step
  return (
    <div className="flex flex-col gap-1.5">
      <Choice
        label="Scale"
        value={scale?.kind ?? 'none'}
        choices={SCALES}
        onChoose={(kind) => change({ scale: FIRST_SCALE[kind] }, 'Scale')}
      />
      {scale?.kind === 'ends' && (
        <>
          <StepFields
            step={step}
            fields={[
              ['scale/start', 'At the start', scale.start, 'number'],
              ['scale/end', 'At the end', scale.end, 'number'],
            ]}
          />
          <Choice
            label="Between"
            value={scale.ease}
            choices={{ straight: 'evenly', smooth: 'smoothly, level at both ends' }}
            onChoose={(ease) => change({ scale: { ...scale, ease } }, 'Scale')}
          />
        </>
      )}
      {scale?.kind === 'formula' && (
        <AlongField
          step={step}
          field="scale/formula"
          label="Scale by t and s"
          formula={scale.formula}
          dimension="number"
        />
      )}
    </div>
  )
}

interface Shapeable {
  readonly field: string
  readonly label: string
  readonly dimension: 'length' | 'angle'
  /** A formula that leaves it as it is. */
  readonly now: ShapingEntry['formula']
}

/** Sizes of the profile that a formula along the run can take over. */
function useShapeable(step: RunStep): Shapeable[] {
  const part = usePart()
  const profile = part.steps.find((s) => s.id === step.profile)
  if (profile?.kind === 'stock-profile')
    return Object.entries(profile.sizes).flatMap(([name, now]) => {
      const dimension = sizeDimension(name)
      if (dimension === 'number') return []
      const label = SIZE_LABELS[name] ?? name
      return [{ field: `sizes/${name}`, label, dimension: dimension as 'length' | 'angle', now }]
    })
  const sketch =
    profile?.kind === 'sketch-profile' ? part.steps.find((s) => s.id === profile.sketch) : undefined
  if (sketch?.kind !== 'sketch') return []
  return dimensionsOf(sketch).flatMap((d): Shapeable[] => {
    if (d.role !== 'driving') return []
    const dimension = dimensionOfMeasured(d.measured)
    if (dimension !== 'length' && dimension !== 'angle') return []
    return [{ field: `constraints/${d.id}/formula`, label: d.name, dimension, now: d.formula }]
  })
}

/** Sizes of the profile as formulas of the place along the run. */
export function ShapingFields({ step }: { readonly step: RunStep }) {
  const part = usePart()
  const change = useChangeRun(step)
  const sizes = useShapeable(step)
  const shaping = step.shaping ?? []
  const free = sizes.filter((s) => !shaping.some((e) => e.field === s.field))
  const put = (entries: readonly ShapingEntry[], label: string): void =>
    change({ shaping: entries.length > 0 ? entries : undefined }, label)
  return (
    <div className="flex flex-col gap-2">
      {shaping.map((e) => {
        const label = sizes.find((s) => s.field === e.field)?.label ?? 'A size that is gone'
        return (
          <div key={e.id} className="flex flex-col gap-1">
            <AlongField
              step={step}
              field={`shaping/${e.id}/formula`}
              label={`${label} by t and s`}
              formula={e.formula}
              dimension={e.dimension}
            />
            <button
              type="button"
              className="btn btn-xs btn-ghost self-end"
              onClick={() =>
                put(
                  shaping.filter((x) => x !== e),
                  `${label} stays the same`,
                )
              }
            >
              Leave {label.toLowerCase()} the same
            </button>
          </div>
        )
      })}
      {free.length > 0 && (
        <Choice
          label="Shape a size"
          value=""
          choices={[['', 'choose one…'], ...free.map((s) => [s.field, s.label] as const)]}
          onChoose={(field) => {
            const size = free.find((s) => s.field === field)
            if (!size) return
            const entry = { id: newId(part, 'h'), field, dimension: size.dimension, formula: size.now }
            put([...shaping, entry], `Shape ${size.label.toLowerCase()}`)
          }}
        />
      )}
      {sizes.length === 0 && (
        <p className="muted">This profile has no size to shape; give its sketch dimensions first.</p>
      )}
    </div>
  )
}
