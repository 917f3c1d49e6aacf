import {
  FIRST_CHANGES,
  stepOf,
  type ChangedPathStep,
  type PathChange,
  type PathChangeKind,
  changeChangedPath,
  type Step,
} from '@flexum/core/recipe'
import { type DimensionName, formatLength, type Formula } from '@flexum/core/units'
import { stepResult, stepsGiving } from '../../../../bench/results.ts'
import { Figures } from '../../../../ui/Figures.tsx'
import { useBench, usePart, useSessionState, useUnits } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import type { PageKind } from '../page-kind.ts'
import { Glyph } from '../shared/Glyph.tsx'
import { PathPanel } from '../shared/PathPanel.tsx'
import { UseInRun } from '../shared/UseInRun.tsx'
import type { Id } from '@flexum/core/base'

export const changedPathPage: PageKind<ChangedPathStep> = {
  Picture: () => <Glyph copper d="M4 22c3-8 6-8 8-4M13 4v24M22 22c-3-8-6-8-8-4" />,
  Inspector: ChangedPathInspector,
}

const CHANGES: Readonly<Record<PathChangeKind, string>> = {
  mirror: 'mirrored',
  part: 'a part of it',
  start: 'closed, from another start',
  join: 'joined to others',
  beside: 'to one side of it',
  views: 'one line of two views',
  straighten: 'straightened',
  arc: 'a straight bent to an arc',
  rebuild: 'rebuilt, one smooth curve',
  simplify: 'with fewer corners',
}
const CORNERS = { extended: 'run on to where they meet', rounded: 'rounded' } as const
const PLANES = { xy: 'level, XY', xz: 'upright, XZ', yz: 'across, YZ' } as const

/** The fields of each change, with what they are called. */
const FIELDS: { readonly [K in PathChangeKind]: readonly (readonly [string, string, DimensionName])[] } = {
  mirror: [['offset', 'Mirror lies at', 'length']],
  part: [
    ['from', 'From', 'length'],
    ['to', 'To', 'length'],
  ],
  start: [['at', 'Begins at', 'length']],
  join: [['radius', 'Blend radius, 0 for none', 'length']],
  beside: [['by', 'To the left, − to the right', 'length']],
  views: [],
  straighten: [],
  arc: [
    ['angle', 'Turns by', 'angle'],
    ['x', 'Toward, x', 'number'],
    ['y', 'Toward, y', 'number'],
    ['z', 'Toward, z', 'number'],
  ],
  rebuild: [['spans', 'Spans', 'number']],
  simplify: [['within', 'Corners within', 'length']],
}

/** Which path is changed, and how. */
function ChangedPathInspector({ step }: { readonly step: ChangedPathStep }) {
  const { session } = useBench()
  const part = usePart()
  const units = useUnits()
  const apart = useSessionState((s) => stepResult(s.result, step.id)?.output?.path?.follows?.deviation)
  const at = part.steps.indexOf(stepOf(part, step.id)!)
  const paths = stepsGiving({ ...part, steps: part.steps.slice(0, at) }, 'path')
  const { change } = step
  const set = (next: PathChange, label: string) =>
    session.run(changeChangedPath, { step: step.id, choices: { change: next } }, { label })
  return (
    <PathPanel step={step}>
      <div className="flex flex-col gap-1.5 px-3 py-2">
        <Choice
          label="Made of"
          value={step.path}
          choices={paths.map((p) => [p.id, p.name] as const)}
          onChoose={(path) =>
            session.run(
              changeChangedPath,
              { step: step.id, choices: { path } },
              { label: 'Made of another path' },
            )
          }
        />
        <Choice<PathChangeKind>
          label="It is"
          value={change.kind}
          choices={CHANGES}
          onChoose={(kind) => set(FIRST_CHANGES[kind], CHANGES[kind])}
        />
        {change.kind === 'mirror' && (
          <Choice
            label="Mirror"
            value={change.plane}
            choices={PLANES}
            onChoose={(plane) => set({ ...change, plane }, `Mirror ${PLANES[plane]}`)}
          />
        )}
        {change.kind === 'views' && <OtherView change={change} paths={paths} step={step} set={set} />}
        {change.kind === 'beside' && (
          <Choice
            label="Outside corners"
            value={change.corners}
            choices={CORNERS}
            onChoose={(corners) => set({ ...change, corners }, CORNERS[corners])}
          />
        )}
        {change.kind === 'join' && <JoinedPaths change={change} set={set} paths={paths} />}
        {FIELDS[change.kind].map(([field, label, dimension]) => (
          <StepField
            key={`${change.kind}-${field}`}
            step={step}
            field={`change/${field}`}
            label={label}
            formula={(change as unknown as Record<string, string>)[field]!}
            dimension={dimension}
          />
        ))}
        {apart && (
          <Figures
            rows={[
              ['Lies off at most', formatLength(apart.most, units.length), String(apart.most)],
              ['at, along the path', formatLength(apart.station, units.length)],
            ]}
          />
        )}
      </div>
      <div className="px-3 pb-2">
        <UseInRun step={step.id} as="path" />
      </div>
    </PathPanel>
  )
}

function OtherView({
  change,
  paths,
  step,
  set,
}: {
  readonly change: { readonly kind: 'views'; readonly with: Id | null }
  readonly paths: readonly Step[]
  readonly step: ChangedPathStep
  readonly set: (next: PathChange, label: string) => boolean
}) {
  return (
    <Choice
      label="The other view"
      value={change.with ?? ''}
      choices={[
        ...(change.with === null ? [['', 'choose a path…'] as const] : []),
        ...paths.filter((p) => p.id !== step.path).map((p) => [p.id, p.name] as const),
      ]}
      onChoose={(id) => {
        if (id !== '') set({ ...change, with: id }, 'Choose the other view')
      }}
    />
  )
}

/** The paths that are joined on, in their order. */
function JoinedPaths({
  change,
  set,
  paths,
}: {
  readonly change: { readonly kind: 'join'; readonly with: readonly Id[]; readonly radius: Formula }
  readonly set: (next: PathChange, label: string) => boolean
  readonly paths: readonly Step[]
}) {
  const part = usePart()
  return (
    <fieldset className="flex flex-col gap-1">
      <legend className="pb-1 muted">Then, in this order</legend>
      {change.with.map((id, i) => (
        <div key={i} className="flex items-center justify-between gap-2">
          <span>{stepOf(part, id)?.name ?? id}</span>
          <button
            type="button"
            className="btn btn-xs btn-ghost"
            onClick={() => set({ ...change, with: change.with.toSpliced(i, 1) }, 'Take out of the joined')}
          >
            Take out
          </button>
        </div>
      ))}
      <Choice
        label="Add"
        value=""
        choices={[['', 'another path…'], ...paths.map((p) => [p.id, p.name] as const)]}
        onChoose={(id) => {
          if (id !== '') set({ ...change, with: [...change.with, id] }, 'Join another path')
        }}
      />
    </fieldset>
  )
}
