import type { Id } from '@flexum/core/base'
import type { Step } from '@flexum/core/recipe'
import { usePart } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { bodiesBefore } from './bodies-before.ts'

/** Which of the bodies before a step it is about. */
export function BodyChoice(props: {
  readonly step: Step
  readonly label: string
  readonly of: Id
  onChoose(of: Id): void
}) {
  const bodies = bodiesBefore(usePart(), props.step, [props.of])
  const there = bodies.map((s) => [s.id, s.name] as const)
  return (
    <Choice
      label={props.label}
      value={props.of}
      choices={
        bodies.some((s) => s.id === props.of)
          ? there
          : [...there, [props.of, props.of === '' ? 'none yet' : 'a body that is gone'] as const]
      }
      onChoose={props.onChoose}
    />
  )
}
