import { SQUARE_CUT, type EndEntry, type RunStep } from '@flexum/core/recipe'
import type { Formula } from '@flexum/core/units'
import { stepResult } from '../../../../bench/results.ts'
import { useSessionState } from '../../context.ts'
import { StepField } from '../../inspector/StepField.tsx'
import { StepFields } from '../../inspector/StepFields.tsx'
import { Choice } from '../../inspector/Choice.tsx'
import { useChangeRun } from './useChangeRun.ts'

/** Kinds of ends to choose: a mitred stop is an angled one that slopes back to the wall. */
type Kind = EndEntry['kind'] | 'stop'

const END_WORDS = {
  square: 'square',
  angled: 'angled',
  stop: 'mitred stop',
  domed: 'domed',
  return: 'return to the wall',
} as const satisfies Record<Kind, string>

/** A first end of each kind, that runs on as the one before did. The wall is at the right of the travel where the room is at the left. */
function first(kind: Kind, runOn: Formula, side: 'start' | 'end', room: 'left' | 'right'): EndEntry {
  switch (kind) {
    case 'stop': {
      // The face ends before the back does.
      const across = (side === 'end') === (room === 'left') ? '45 deg' : '-45 deg'
      return { kind: 'angled', runOn, closed: false, across, tilt: '0' }
    }
    case 'square':
      return { kind, runOn, closed: false }
    case 'angled':
      return { kind, runOn, closed: false, across: '45 deg', tilt: '0' }
    case 'domed':
      return { kind, runOn, height: '5 mm' }
    case 'return':
      return { kind, runOn, length: '0', toward: room === 'left' ? 'right' : 'left' }
  }
}

/** How one end of a run is made. */
export function EndFields(props: {
  readonly step: RunStep
  readonly side: 'start' | 'end'
  /** Whether there is a hollow to plug. */
  readonly hollow: boolean
}) {
  const { step, side } = props
  const change = useChangeRun(step)
  const entry = step.ends?.[side] ?? SQUARE_CUT
  const room = useSessionState((s) => stepResult(s.result, step.path)?.output?.path?.onWalls?.room) ?? 'left'
  const put = (next: EndEntry, label: string): void => {
    const ends = { start: step.ends?.start ?? SQUARE_CUT, end: step.ends?.end ?? SQUARE_CUT, [side]: next }
    change({ ends }, label)
  }
  const field = (name: string): string => `ends/${side}/${name}`
  return (
    <div className="flex flex-col gap-1.5">
      <Choice
        label="Made"
        value={entry.kind as Kind}
        choices={END_WORDS}
        onChoose={(kind) =>
          put(
            first(kind, entry.runOn, side, room),
            `${side === 'start' ? 'Start' : 'End'} ${END_WORDS[kind]}`,
          )
        }
      />
      {entry.kind === 'angled' && (
        <StepFields
          step={step}
          fields={[
            [field('across'), 'Angle across', entry.across, 'angle'],
            [field('tilt'), 'Angle up', entry.tilt, 'angle'],
          ]}
        />
      )}
      {entry.kind === 'domed' && (
        <StepField
          step={step}
          field={field('height')}
          label="Height of the dome"
          formula={entry.height}
          dimension="length"
        />
      )}
      {entry.kind === 'return' && <ReturnField step={step} field={field} entry={entry} put={put} />}
      {/* Of the step, so that the field is there before it has been set. */}
      {step.ends ? (
        <StepField
          step={step}
          field={field('runOn')}
          label="Runs on by"
          formula={entry.runOn}
          dimension="length"
        />
      ) : (
        <button
          type="button"
          className="btn btn-xs btn-paper self-start"
          onClick={() => put({ ...entry, runOn: '10 mm' }, 'Run on')}
        >
          Run it on
        </button>
      )}
      {props.hollow && (entry.kind === 'square' || entry.kind === 'angled') && (
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            checked={entry.closed}
            onChange={(e) => put({ ...entry, closed: e.target.checked }, 'Plug')}
          />
          Closed with a plug
        </label>
      )}
    </div>
  )
}

/** The length of a return and to which side it goes. */
function ReturnField({
  step,
  field,
  entry,
  put,
}: {
  readonly step: RunStep
  readonly field: (name: string) => string
  readonly entry: Extract<EndEntry, { kind: 'return' }>
  readonly put: (next: EndEntry, label: string) => void
}) {
  return (
    <>
      <StepField
        step={step}
        field={field('length')}
        label="Length of the return, 0 for the section’s own depth"
        formula={entry.length}
        dimension="length"
      />
      <Choice
        label="Goes"
        value={entry.toward}
        choices={{ right: 'to the right', left: 'to the left' }}
        onChoose={(toward) => put({ ...entry, toward }, 'Return')}
      />
    </>
  )
}
