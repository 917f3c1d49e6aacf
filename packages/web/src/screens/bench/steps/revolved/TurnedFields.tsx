import { type RevolvedStep, changeRevolved } from '@flexum/core/recipe'
import { entityName } from '@flexum/core/recipe/evaluated'
import { ACROSS, UP } from '@flexum/core/sketch'
import { useBench, usePart } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import { RegionPicker } from '../shared/RegionPicker.tsx'

const OF = { regions: 'closed regions', wall: 'a wall along the chain' } as const

const SIDES: Readonly<Record<NonNullable<RevolvedStep['wall']>['side'], string>> = {
  left: 'left of the way drawn',
  right: 'right of the way drawn',
  even: 'half on each side',
}

/** What is turned, about which line and how far. */
export function TurnedFields({ step }: { readonly step: RevolvedStep }) {
  const { session } = useBench()
  const part = usePart()
  const change = (choices: Parameters<typeof changeRevolved>[1]['choices'], label: string): void =>
    void session.run(changeRevolved, { step: step.id, choices }, { label })
  const sketch = part.steps.find((s) => s.id === step.sketch)
  const lines =
    sketch?.kind === 'sketch'
      ? sketch.entities.flatMap((e) => (e.kind === 'line' ? [[e.id, entityName(sketch, e.id)] as const] : []))
      : []
  const axes = [[UP, 'the axis up'] as const, [ACROSS, 'the axis across'] as const, ...lines]
  const known = axes.some(([id]) => id === step.axis)
  return (
    <>
      <Choice
        label="Turned of"
        value={step.wall ? 'wall' : 'regions'}
        choices={OF}
        onChoose={(of) =>
          change(
            { wall: of === 'wall' ? { side: 'left', thickness: '2' } : undefined },
            `Turned of ${OF[of]}`,
          )
        }
      />
      <RegionPicker chosen={step} what="body" sketchOnly={step.wall !== undefined} onChange={change} />
      {step.wall && (
        <>
          <Choice
            label="Wall"
            value={step.wall.side}
            choices={SIDES}
            onChoose={(side) => change({ wall: { ...step.wall!, side } }, `Wall ${SIDES[side]}`)}
          />
          <StepField
            step={step}
            field="wall/thickness"
            label="Thickness"
            formula={step.wall.thickness}
            dimension="length"
          />
        </>
      )}
      <Choice
        label="About"
        value={step.axis}
        choices={known ? axes : [...axes, [step.axis, 'a line that is gone'] as const]}
        onChoose={(axis) => change({ axis }, 'Turned about another line')}
      />
      <StepField step={step} field="angle" label="By" formula={step.angle} dimension="angle" />
    </>
  )
}
