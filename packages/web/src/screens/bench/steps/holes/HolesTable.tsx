import { countingIds } from '@flexum/core/base'
import { freshHole, idsIn, kindOf, type HoleEntry, type HolesStep } from '@flexum/core/document'
import { changeHoles } from '@flexum/core/edit'
import { partOf } from '../../../../bench/session.ts'
import { useBench, usePart } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { bodiesBefore } from '../shared/bodies-before.ts'
import { HoleFields } from './HoleFields.tsx'

/** The holes of a step, a row each; a new row copies the one it comes after. */
export function HolesTable({ step }: { readonly step: HolesStep }) {
  const { session } = useBench()
  const part = usePart()
  const set = (rows: readonly HoleEntry[], label: string): void =>
    void session.run(changeHoles, { step: step.id, choices: { rows } }, { label })
  const bodies = bodiesBefore(part, step, [step.of])
  const before = part.steps.slice(
    0,
    part.steps.findIndex((s) => s.id === step.id),
  )
  const sketches = before.filter((s) => s.kind === 'sketch')
  const runs = before.filter((s) => kindOf(s).gives.includes('carried'))
  const add = (after: HoleEntry | undefined): void => {
    const id = countingIds('h', idsIn(partOf(session.store.getState())))()
    const place = sketches[0]
      ? ({ kind: 'sheet', sketch: sketches.at(-1)!.id, x: '0', y: '0' } as const)
      : ({ kind: 'run', run: runs.at(-1)?.id ?? '', station: '20', clock: '0' } as const)
    const row = after ? { ...after, id } : freshHole(id, place)
    const at = after ? step.rows.indexOf(after) + 1 : step.rows.length
    set([...step.rows.slice(0, at), row, ...step.rows.slice(at)], 'Add a hole')
  }
  return (
    <>
      <Choice
        label="In"
        value={step.of}
        choices={
          bodies.some((s) => s.id === step.of)
            ? bodies.map((s) => [s.id, s.name] as const)
            : [...bodies.map((s) => [s.id, s.name] as const), [step.of, 'a body that is gone'] as const]
        }
        onChoose={(of) =>
          void session.run(
            changeHoles,
            { step: step.id, choices: { of } },
            { label: 'Holes in another body' },
          )
        }
      />
      <ol aria-label="Holes" className="flex flex-col gap-2">
        {step.rows.map((row, i) => (
          <li key={row.id} className="rounded-box border hairline p-2">
            <HoleFields
              step={step}
              row={row}
              number={i + 1}
              sketches={sketches}
              runs={runs}
              onChange={(next, label) =>
                set(
                  step.rows.map((r) => (r === row ? next : r)),
                  label,
                )
              }
              onCopy={() => add(row)}
              onRemove={() =>
                set(
                  step.rows.filter((r) => r !== row),
                  'Remove a hole',
                )
              }
            />
          </li>
        ))}
      </ol>
      <button type="button" className="btn btn-sm btn-paper self-start" onClick={() => add(step.rows.at(-1))}>
        Add a hole
      </button>
    </>
  )
}
