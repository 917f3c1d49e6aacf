import { type WallEntry, setWall, type ProfileStep } from '@flexum/core/recipe'
import { useBench } from '../../context.ts'
import { StepField } from '../../inspector/StepField.tsx'

const SIDES = {
  solid: 'solid',
  in: 'hollow, wall in',
  out: 'hollow, wall out',
  even: 'hollow, wall on both sides',
} as const

/** Whether the section is solid, or has a wall inside, outside or on both sides of its outline. */
export function WallFields({ step }: { readonly step: ProfileStep }) {
  const { session } = useBench()
  const choose = (side: keyof typeof SIDES): void => {
    const wall: WallEntry | undefined =
      side === 'solid' ? undefined : { side, thickness: step.wall?.thickness ?? '1' }
    session.run(setWall, { step: step.id, wall }, { label: side === 'solid' ? 'Solid' : 'Hollow' })
  }
  return (
    <>
      <label className="grid grid-cols-[1fr_180px] items-center gap-x-2">
        <span className="muted">Material lies</span>
        <select
          className="select select-sm"
          value={step.wall?.side ?? 'solid'}
          onChange={(e) => choose(e.target.value as keyof typeof SIDES)}
        >
          {Object.entries(SIDES).map(([side, title]) => (
            <option key={side} value={side}>
              {title}
            </option>
          ))}
        </select>
      </label>
      {step.wall && (
        <StepField
          step={step}
          field="wall/thickness"
          label="Wall thickness"
          formula={step.wall.thickness}
          dimension="length"
        />
      )}
    </>
  )
}
