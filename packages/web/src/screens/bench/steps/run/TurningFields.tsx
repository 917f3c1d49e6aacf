import { useState } from 'react'
import { kindOf, stepOf, type Direction, type RunStep } from '@flexum/core/recipe'
import { ORIENTATIONS } from '@flexum/core/sweep'
import { StepField } from '../../inspector/StepField.tsx'
import { Choice } from '../../inspector/Choice.tsx'
import { TurningCompare } from './TurningCompare.tsx'
import { usePart } from '../../context.ts'
import { useChangeRun } from './useChangeRun.ts'

const TURNING_WORDS = {
  square: 'square to the path',
  upright: 'upright, to a direction',
  fixed: 'fixed, it only travels',
  faces: 'by the faces beside it',
} as const satisfies Record<RunStep['turning'], string>

const UPS = {
  z: ['up, Z', { x: '0', y: '0', z: '1' }],
  x: ['along X', { x: '1', y: '0', z: '0' }],
  y: ['along Y', { x: '0', y: '1', z: '0' }],
} as const satisfies Record<string, readonly [string, Direction]>

const upName = (up: Direction | undefined): 'x' | 'y' | 'z' | 'own' => {
  if (!up) return 'z'
  const same = (Object.keys(UPS) as (keyof typeof UPS)[]).find((k) => {
    const d = UPS[k][1]
    return d.x === up.x && d.y === up.y && d.z === up.z
  })
  return same ?? 'own'
}

/** How the section turns as it goes along the path. */
export function TurningFields({ step }: { readonly step: RunStep }) {
  const change = useChangeRun(step)
  const [comparing, setComparing] = useState(false)
  const up = upName(step.up)
  const path = stepOf(usePart(), step.path)
  const isBetweenFaces = path !== undefined && kindOf(path).isBetweenFaces === true
  const turnings = ORIENTATIONS.filter((t) => t !== 'faces' || isBetweenFaces || step.turning === t)
  return (
    <div className="flex flex-col gap-1.5">
      <Choice
        label="Turning"
        value={step.turning}
        choices={turnings.map((t) => [t, TURNING_WORDS[t]] as const)}
        onChoose={(turning) => change({ turning }, `Turn ${turning}`)}
      />
      {step.turning === 'upright' && (
        <Choice
          label="Up leans"
          value={up}
          choices={[
            ...Object.entries(UPS).map(([k, [title]]) => [k, title] as const),
            ['own', 'a direction of its own'],
          ]}
          onChoose={(k) =>
            change(
              { up: k === 'own' ? { x: '0', y: '1', z: '1' } : UPS[k as keyof typeof UPS][1] },
              'Up direction',
            )
          }
        />
      )}
      {step.turning === 'upright' &&
        up === 'own' &&
        (['x', 'y', 'z'] as const).map((k) => (
          <StepField
            key={k}
            step={step}
            field={`up/${k}`}
            label={`Direction ${k}`}
            formula={step.up![k]}
            dimension="number"
          />
        ))}
      <button
        type="button"
        className="btn btn-xs btn-paper self-start"
        aria-expanded={comparing}
        onClick={() => setComparing(!comparing)}
      >
        {comparing ? 'Close the comparison' : 'Compare the turnings'}
      </button>
      {comparing && <TurningCompare step={step} />}
    </div>
  )
}
