import { newIds } from '../../actions/ids.ts'
import type { Id } from '@flexum/core/base'
import { type FreeStrand, type RunStep, type Step, type StrandsEntry, changeRun } from '@flexum/core/recipe'
import { deg } from '@flexum/core/num'
import { strandsInRow, strandsOnCircle } from '@flexum/core/profile'
import { typedFormula } from '@flexum/core/units'
import { stepResult } from '../../../../bench/results.ts'
import { useBench, usePart, useSessionState } from '../../context.ts'
import { StepField } from '../../inspector/StepField.tsx'
import { StepFields } from '../../inspector/StepFields.tsx'

const KINDS = {
  alone: 'one alone',
  circle: 'on a circle',
  row: 'in a row',
  free: 'set one by one',
} as const
type Kind = keyof typeof KINDS

/** A length in mm as a formula, to the full thousandth. */
const figure = (v: number) => typedFormula(String(Number(v.toFixed(3))), 'mm')

/** A first arrangement of each kind in which round strands, so many mm across, just touch. */
function firstStrands(
  kind: Kind,
  across: number,
  fresh: (i: number) => FreeStrand,
): StrandsEntry | undefined {
  switch (kind) {
    case 'alone':
      return undefined
    case 'circle': {
      const radius = figure(across / 2 / Math.sin(Math.PI / 3) + 0.001)
      return { kind, count: '3', radius, start: '90 deg', facing: 'turned' }
    }
    case 'row':
      return { kind, count: '3', spacing: figure(across), lie: '0' }
    case 'free':
      return { kind, places: [-1, 0, 1].map(fresh) }
  }
}

/** How many times the section is carried side by side, and where each lies. */
export function StrandsFields({ step }: { readonly step: RunStep }) {
  const { session } = useBench()
  const part = usePart()
  const run = useSessionState((s) => stepResult(s.result, step.id))
  const output = run?.output?.carried
  const profile = useSessionState((s) => stepResult(s.result, step.profile))
  const box = profile?.output?.section?.properties.box
  const across = box ? Math.max(box.max[0] - box.min[0], box.max[1] - box.min[1]) : 10
  const { strands } = step
  const newId = newIds(part, 's')

  const fresh = (i: number): FreeStrand => ({
    id: newId(),
    x: figure(i * across),
    y: '0',
    turn: '0',
    profile: null,
  })

  const put = (entry: StrandsEntry | undefined, label = 'Strands'): void =>
    void session.run(changeRun, { step: step.id, choices: { strands: entry } }, { label })
  const at = part.steps.indexOf(step)
  const profiles = part.steps.filter(
    (s, i) => i < at && (s.kind === 'stock-profile' || s.kind === 'sketch-profile'),
  )
  return (
    <div className="flex flex-col gap-1.5">
      <label className="grid grid-cols-[1fr_180px] items-center gap-x-2">
        <span className="muted">Strands</span>
        <select
          className="select select-sm"
          value={strands?.kind ?? 'alone'}
          onChange={(e) => put(firstStrands(e.target.value as Kind, across, fresh))}
        >
          {Object.entries(KINDS).map(([kind, title]) => (
            <option key={kind} value={kind}>
              {title}
            </option>
          ))}
        </select>
      </label>
      {(strands?.kind === 'circle' || strands?.kind === 'row') && (
        <StepField
          step={step}
          field="strands/count"
          label="How many"
          formula={strands.count}
          dimension="number"
        />
      )}
      {strands?.kind === 'circle' && <OnCircle step={step} strands={strands} put={put} />}
      {strands?.kind === 'row' && (
        <StepFields
          step={step}
          fields={[
            ['strands/spacing', 'Apart', strands.spacing, 'length'],
            ['strands/lie', 'Row lies at', strands.lie, 'angle'],
          ]}
        />
      )}
      {strands?.kind === 'free' && (
        <FreeStrands step={step} strands={strands} profiles={profiles} put={put} fresh={fresh} />
      )}
      {output && output.strands.length > 1 && strands?.kind !== 'free' && (
        <button
          type="button"
          className="btn btn-xs btn-paper self-start"
          title="Gives each strand its own place and turn, to be changed one by one"
          onClick={() => put(freed(strands!, run!.fields, newId), 'Set strands one by one')}
        >
          Set one by one
        </button>
      )}
    </div>
  )
}

/** Strands on a circle. */
function OnCircle({
  step,
  strands,
  put,
}: {
  readonly step: RunStep
  readonly strands: Extract<StrandsEntry, { kind: 'circle' }>
  readonly put: (entry: StrandsEntry | undefined, label?: string) => void
}) {
  return (
    <>
      <StepFields
        step={step}
        fields={[
          ['strands/radius', 'Circle radius', strands.radius, 'length'],
          ['strands/start', 'First one at', strands.start, 'angle'],
        ]}
      />
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          className="checkbox checkbox-xs"
          checked={strands.facing === 'turned'}
          onChange={(e) => put({ ...strands, facing: e.target.checked ? 'turned' : 'same' }, 'Facing')}
        />
        Each keeps one side to the middle
      </label>
    </>
  )
}

interface FreeProps {
  readonly step: RunStep
  readonly strands: Extract<StrandsEntry, { kind: 'free' }>
  readonly profiles: readonly Step[]
  put(entry: StrandsEntry, label?: string): void
}

/** Strands that lie each in a place of its own. */
function FreeStrands(props: FreeProps & { fresh(index: number): FreeStrand }) {
  const { step, strands, profiles, put, fresh } = props
  return (
    <>
      {strands.places.map((p, i) => (
        <FreeStrandFields key={p.id} step={step} strands={strands} index={i} profiles={profiles} put={put} />
      ))}
      <button
        type="button"
        className="btn btn-xs btn-paper self-start"
        onClick={() =>
          put({ ...strands, places: [...strands.places, fresh(strands.places.length)] }, 'Add a strand')
        }
      >
        Add a strand
      </button>
    </>
  )
}

/** One strand of these: where it lies, how it is turned, and its own profile. */
function FreeStrandFields({
  step,
  strands,
  profiles,
  put,
  index: i,
}: FreeProps & { readonly index: number }) {
  const p = strands.places[i]!
  return (
    <fieldset className="hairline rounded-[3px] border px-2 pt-1 pb-1.5">
      <legend className="muted px-1">Strand {i + 1}</legend>
      <div className="flex flex-col gap-1">
        <StepFields
          step={step}
          fields={[
            [`strands/${p.id}/x`, `x of strand ${i + 1}`, p.x, 'length'],
            [`strands/${p.id}/y`, `y of strand ${i + 1}`, p.y, 'length'],
            [`strands/${p.id}/turn`, `turn of strand ${i + 1}`, p.turn, 'angle'],
          ]}
        />
        <label className="grid grid-cols-[1fr_180px] items-center gap-x-2">
          <span className="muted">Profile</span>
          <select
            className="select select-sm"
            aria-label={`Profile of strand ${i + 1}`}
            value={p.profile ?? ''}
            onChange={(e) => put(withPlace(strands, i, { ...p, profile: e.target.value || null }))}
          >
            <option value="">the run's</option>
            {profiles.map((s) => (
              <option key={s.id} value={s.id}>
                {s.name}
              </option>
            ))}
          </select>
        </label>
        {strands.places.length > 1 && (
          <button
            type="button"
            className="btn btn-xs btn-ghost self-end"
            onClick={() =>
              put(
                { ...strands, places: strands.places.filter((_, k) => k !== i) },
                `Take out strand ${i + 1}`,
              )
            }
          >
            Take out strand {i + 1}
          </button>
        )}
      </div>
    </fieldset>
  )
}

function withPlace(
  entry: Extract<StrandsEntry, { kind: 'free' }>,
  index: number,
  place: FreeStrand,
): StrandsEntry {
  return { ...entry, places: entry.places.map((p, i) => (i === index ? place : p)) }
}

/** A circle or row as places of their own. */
function freed(
  entry: Exclude<StrandsEntry, { kind: 'free' }>,
  fields: Readonly<Record<string, { readonly value: number }>>,
  newId: () => Id,
): StrandsEntry {
  const n = (name: string): number => fields[`strands/${name}`]?.value ?? 0
  const places =
    entry.kind === 'circle'
      ? strandsOnCircle(n('count'), n('radius'), n('start'), entry.facing)
      : strandsInRow(n('count'), n('spacing'), n('lie'))
  const text = (v: number): string => String(Number(v.toFixed(6)))
  return {
    kind: 'free',
    places: places.map((p) => ({
      id: newId(),
      x: typedFormula(text(p.at[0]), 'mm'),
      y: typedFormula(text(p.at[1]), 'mm'),
      turn: `${text(deg(p.turn))} deg`,
      profile: null,
    })),
  }
}
