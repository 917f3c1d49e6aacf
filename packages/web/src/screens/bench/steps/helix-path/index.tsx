import { countingIds } from '@flexum/core/base'
import {
  idsIn,
  type HelixBy,
  type HelixEnd,
  type HelixPathStep,
  changeHelix,
  grindEnds,
  type HelixChoices,
} from '@flexum/core/recipe'
import { coilOf } from '@flexum/core/path'
import { formatDecimal, formatLength, writtenFigure, writtenLength } from '@flexum/core/units'
import { stepResult } from '../../../../bench/results.ts'
import { partOf } from '../../../../bench/session.ts'
import { Figures } from '../../../../ui/Figures.tsx'
import { useBench, usePart, useSessionState } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import { StepFields } from '../../inspector/StepFields.tsx'
import type { PageKind } from '../page-kind.ts'
import { Glyph } from '../shared/Glyph.tsx'
import { PathPanel } from '../shared/PathPanel.tsx'

export const helixPathPage: PageKind<HelixPathStep> = {
  Picture: () => <Glyph copper d="M7 22c0-4 12 1 12-4S7 17 7 13s12 1 12-4" />,
  Inspector: HelixInspector,
}

const BY: Readonly<Record<HelixBy, string>> = {
  'pitch-turns': 'rise and turns',
  'pitch-height': 'rise and height',
  'turns-height': 'turns and height',
}

const HANDS = { right: 'right-hand', left: 'left-hand' } as const
const ENDS = { none: 'nothing', straight: 'a straight', hook: 'a hook' } as const

/** A first end of each kind. */
const END: Readonly<Record<HelixEnd['kind'], HelixEnd>> = {
  straight: { kind: 'straight', length: '20 mm' },
  hook: { kind: 'hook', radius: '8 mm', angle: '180 deg', length: '5 mm' },
}

/** How a coil winds: its sizes, its hand, how it widens, and what its ends are. */
function HelixInspector({ step }: { readonly step: HelixPathStep }) {
  const { by, typeBy, follows, change, closed, coil } = useCoil(step)
  return (
    <PathPanel step={step}>
      <div className="flex flex-col gap-1.5 px-3 py-2">
        <StepField
          step={step}
          field="radius"
          label="Centreline radius"
          formula={step.radius}
          dimension="length"
        />
        <Choice label="Typed by" value={by} choices={BY} onChoose={typeBy} />
        <StepFields
          step={step}
          fields={(
            [
              ['pitch', 'Rise per turn', step.pitch, 'length'],
              ['turns', 'Turns', step.turns, 'number'],
              ['height', 'Height', step.height ?? '', 'length'],
            ] as const
          ).filter(([size]) => by.includes(size))}
        />
        <Figures rows={follows} />
        <Choice
          label="Hand"
          value={step.hand}
          choices={HANDS}
          onChoose={(hand) => change({ hand }, 'Hand')}
        />
        <Check
          label="Another radius at its end"
          checked={step.endRadius !== undefined}
          onChange={(on) => change({ endRadius: on ? step.radius : undefined }, 'Radius at the end')}
        />
        {step.endRadius !== undefined && (
          <StepField
            step={step}
            field="endRadius"
            label="Radius at the end"
            formula={step.endRadius}
            dimension="length"
          />
        )}
        <Check
          label="Closed ends"
          checked={closed !== undefined}
          onChange={(on) =>
            change({ closed: on ? { start: '1', end: '1', rise: '2 mm' } : undefined }, 'Closed ends')
          }
        />
        {closed && (
          <StepFields
            step={step}
            fields={[
              ['closed/start', 'Turns at the start', closed.start, 'number'],
              ['closed/end', 'Turns at the end', closed.end, 'number'],
              ['closed/rise', 'Rise of a closed turn', closed.rise, 'length'],
            ]}
          />
        )}
        {(['start', 'end'] as const).map((side) => (
          <EndOfCoil key={side} step={step} side={side} change={change} />
        ))}
        {coil.ok && coil.value.height !== 0 && <GroundEnds step={step} down={coil.value.height < 0} />}
      </div>
    </PathPanel>
  )
}

/** What the sizes of the coil come to, and how to type it by others. */
function useCoil(step: HelixPathStep) {
  const { session } = useBench()
  const part = usePart()
  const fields = useSessionState((s) => stepResult(s.result, step.id)?.fields)
  const { by = 'pitch-turns', closed } = step
  const change = (choices: HelixChoices, label: string): void =>
    void session.run(changeHelix, { step: step.id, choices }, { label })
  const value = (field: string): number | undefined => fields?.[field]?.value
  const typed = (size: string): number | undefined => (by.includes(size) ? value(size) : undefined)
  const coil = coilOf(
    { pitch: typed('pitch'), turns: typed('turns'), height: typed('height') },
    {
      start: value('closed/start') ?? 0,
      end: value('closed/end') ?? 0,
      rise: value('closed/rise') ?? 0,
    },
  )
  const { unit } = part.units.length
  const typeBy = (next: HelixBy): void => {
    const length = (mm: number) => writtenLength(mm, unit)
    // What is typed from here on begins as it is.
    const now: HelixChoices = coil.ok
      ? {
          ...(by.includes('pitch') ? {} : { pitch: length(coil.value.pitch) }),
          ...(by.includes('turns') ? {} : { turns: writtenFigure(coil.value.turns) }),
          ...(by.includes('height') ? {} : { height: length(coil.value.height) }),
        }
      : { height: step.height ?? '50' }
    change({ ...now, by: next === 'pitch-turns' ? undefined : next }, 'Helix by other sizes')
  }
  const follows: readonly (readonly [string, string])[] = !coil.ok
    ? []
    : by === 'pitch-turns'
      ? [['Height', formatLength(coil.value.height, part.units.length)]]
      : by === 'pitch-height'
        ? [['Turns', formatDecimal(coil.value.turns, 3)]]
        : [['Rise per turn', formatLength(coil.value.pitch, part.units.length)]]
  return { by, typeBy, follows, change, closed, coil }
}

/** The ends of what is carried along the coil ground flat, square to its axis, where they are not. */
function GroundEnds({ step, down }: { readonly step: HelixPathStep; readonly down: boolean }) {
  const { session } = useBench()
  const { steps } = usePart()
  const run = steps.find((s) => s.kind === 'run' && s.path === step.id)
  if (!run) return null
  const ground = steps.some((s) => s.kind === 'halved' && s.through?.run === run.id)
  return ground ? (
    <p className="muted">The ends of {run.name} are ground: two steps in the recipe say how.</p>
  ) : (
    <button
      type="button"
      className="btn btn-xs btn-paper self-start"
      onClick={() => {
        const ids = countingIds('s', idsIn(partOf(session.store.getState())))
        session.run(grindEnds, { run: run.id, steps: [ids(), ids()], down }, { label: 'Grind the ends' })
      }}
    >
      Grind the ends flat
    </button>
  )
}

function EndOfCoil(props: {
  readonly step: HelixPathStep
  readonly side: 'start' | 'end'
  change(choices: HelixChoices, label: string): void
}) {
  const { step, side } = props
  const end = step.ends?.[side]
  const where = side === 'start' ? 'Start' : 'End'
  const put = (next: HelixEnd | undefined): void => {
    const { [side]: _, ...others } = step.ends ?? {}
    const ends = next ? { ...others, [side]: next } : others
    props.change({ ends: Object.keys(ends).length > 0 ? ends : undefined }, `${where} of the helix`)
  }
  return (
    <>
      <Choice
        label={`${where} goes on in`}
        value={end?.kind ?? 'none'}
        choices={ENDS}
        onChoose={(kind) => put(kind === 'none' ? undefined : END[kind])}
      />
      {end?.kind === 'hook' && (
        <>
          <StepField
            step={step}
            field={`ends/${side}/radius`}
            label="Radius of the hook"
            of={`the ${side}`}
            formula={end.radius}
            dimension="length"
          />
          <StepField
            step={step}
            field={`ends/${side}/angle`}
            label="Bends by"
            of={`the ${side}`}
            formula={end.angle}
            dimension="angle"
          />
        </>
      )}
      {end && (
        <StepField
          step={step}
          field={`ends/${side}/length`}
          label="Straight"
          of={`the ${side}`}
          formula={end.length}
          dimension="length"
        />
      )}
    </>
  )
}

function Check(props: { readonly label: string; readonly checked: boolean; onChange(on: boolean): void }) {
  return (
    <label className="flex items-center gap-1.5">
      <input
        type="checkbox"
        className="checkbox checkbox-xs"
        checked={props.checked}
        onChange={(e) => props.onChange(e.target.checked)}
      />
      {props.label}
    </label>
  )
}
