import { countingIds } from '@flexum/core/base'
import { freshHole, idsIn, kindOf, type HoleEntry, type HolesStep, changeHoles } from '@flexum/core/recipe'
import { frameOnFace } from '@flexum/core/recipe/evaluated'
import { faceNamed } from '@flexum/core/solid'
import { vec3, type Vec3 } from '@flexum/core/space'
import { bodiesBefore as bodiesShownBefore } from '../../../../bench/picking.ts'
import { partOf } from '../../../../bench/session.ts'
import { useBench, usePart } from '../../context.ts'
import { BodyChoice } from '../shared/BodyChoice.tsx'
import { HoleFields } from './HoleFields.tsx'

/** The holes of a step, a row each; a new row copies the one it comes after. */
export function HolesTable({ step }: { readonly step: HolesStep }) {
  const { session } = useBench()
  const part = usePart()
  const set = (rows: readonly HoleEntry[], label: string): void =>
    void session.run(changeHoles, { step: step.id, choices: { rows } }, { label })
  const before = part.steps.slice(
    0,
    part.steps.findIndex((s) => s.id === step.id),
  )
  const sketches = before.filter((s) => s.kind === 'sketch')
  const runs = before.filter((s) => kindOf(s).gives.includes('carried'))
  const pickFace = (row: HoleEntry, number: number): void =>
    session.pick({
      step: step.id,
      what: 'face',
      flat: true,
      hint: `Press the flat face that hole ${number} goes into`,
      chosen: row.place.kind === 'face' ? [row.place.on.face] : [],
      take: ({ of, name }) => {
        // In its middle, to be dragged from there.
        const bodies = bodiesShownBefore(session.store.getState().result, step.id)
        const face = faceNamed(
          bodies.map((s) => s.body),
          name,
        )
        const frame = face?.form.kind === 'plane' ? frameOnFace(face.form, 0) : undefined
        const off = face && frame ? vec3.sub(face.at, frame.origin) : undefined
        const along = (axis: Vec3 | undefined): string =>
          off && axis ? `${Number(vec3.dot(off, axis).toFixed(1))} mm` : '0'
        const at = { x: along(frame?.x), y: along(frame?.y) }
        const place = { kind: 'face', on: { of, face: name }, ...at } as const
        set(
          step.rows.map((r) => (r === row ? { ...r, place } : r)),
          `Hole ${number} on a face`,
        )
      },
    })
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
      <BodyChoice
        step={step}
        label="In"
        of={step.of}
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
              onPickFace={() => pickFace(row, i + 1)}
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
