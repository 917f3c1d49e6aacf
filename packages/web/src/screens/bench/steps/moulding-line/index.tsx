import { ArrowLeftRight } from 'lucide-react'
import {
  type LineLevel,
  type MouldingLineStep,
  changeMouldingLine,
  type MouldingLineChoices,
} from '@flexum/core/recipe'
import { stepResult, stepsGiving } from '../../../../bench/results.ts'
import { reversePath } from '../../actions/nodes.ts'
import { useBench, usePart, useSessionState } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import type { PageKind } from '../page-kind.ts'
import { Glyph } from '../shared/Glyph.tsx'
import { PathPanel } from '../shared/PathPanel.tsx'
import { RoomPlan } from '../shared/RoomPlan.tsx'
import { UseInRun } from '../shared/UseInRun.tsx'
import { useWallRange } from '../shared/useWallRange.ts'
import { Mouldings } from './Mouldings.tsx'
import { TrimFigure } from './TrimFigure.tsx'
import { WallPressing } from './WallPressing.tsx'
import { useLineRoom, useTakeWalls } from './walls.ts'

export const trimPathPage: PageKind<MouldingLineStep> = {
  Picture: () => <Glyph copper d="M5 20V8H21V20M5 12H21" />,
  Inspector: TrimInspector,
  Marks: WallPressing,
}

const LEVELS: Readonly<Record<LineLevel, string>> = {
  floor: 'the floor',
  ceiling: 'the ceiling',
  height: 'a height',
  opening: 'round an opening',
}

/** At which level a line runs along walls, along which of them, and what runs along it. */
function TrimInspector({ step }: { readonly step: MouldingLineStep }) {
  const { session } = useBench()
  const part = usePart()
  const openings =
    useSessionState((s) => stepResult(s.result, step.walls)?.output?.path?.room?.openings) ?? []
  const before = part.steps.slice(
    0,
    part.steps.findIndex((s) => s.id === step.id),
  )
  const rooms = stepsGiving({ ...part, steps: before }, 'path')
  const set = (choices: MouldingLineChoices, label: string) =>
    session.run(changeMouldingLine, { step: step.id, choices }, { label })
  const named = openings.map(
    (o) => [o.id, `${o.sill > 0 ? 'the window' : 'the door'} in wall ${o.wall + 1}`] as const,
  )
  const around = step.around ?? openings[0]?.id
  const past = step.past ?? []
  return (
    <PathPanel step={step}>
      <div className="flex flex-col gap-1.5 px-3 py-2">
        <Choice
          label="Along"
          value={step.walls}
          choices={rooms.map((r) => [r.id, r.name] as const)}
          onChoose={(id) => set({ walls: id, first: null, last: null }, 'Run along other walls')}
        />
        <Choice
          label="At"
          value={step.level}
          choices={LEVELS}
          onChoose={(level) =>
            set(
              level === 'opening' && around !== undefined ? { level, around } : { level },
              level === 'opening' ? 'Run round an opening' : `Run at ${LEVELS[level]}`,
            )
          }
        />
        {step.level === 'height' && (
          <StepField
            step={step}
            field="height"
            label="Above the floor"
            formula={step.height}
            dimension="length"
          />
        )}
        {step.level === 'opening' ? (
          <Choice
            label="Round"
            value={step.around ?? ''}
            choices={[...(named.length === 0 ? [['', 'no opening yet'] as const] : []), ...named]}
            onChoose={(id) => set({ around: id }, 'Run round another opening')}
          />
        ) : (
          <AlongWalls step={step} openings={named} set={set} />
        )}
        {openings.length > 0 && <TrimFigure step={step} figure="clear" />}
        {step.level !== 'opening' && <TrimFigure step={step} figure="straights" />}
        {past.length > 0 && step.level !== 'opening' && <PastOpenings past={past} set={set} named={named} />}
        <div className="flex flex-wrap gap-2">
          <UseInRun step={step.id} as="path" />
          <button
            type="button"
            className="btn btn-xs btn-paper"
            onClick={() => reversePath(session, step.id)}
          >
            <ArrowLeftRight size={12} aria-hidden /> Reverse
          </button>
        </div>
      </div>
      <Mouldings step={step} />
    </PathPanel>
  )
}

/** The openings at which the line does not break. */
function PastOpenings({
  past,
  set,
  named,
}: {
  readonly past: readonly string[]
  readonly set: (choices: MouldingLineChoices, label: string) => boolean
  readonly named: readonly (readonly [id: string, name: string])[]
}) {
  return (
    <fieldset>
      <legend className="muted">Runs past</legend>
      {past.map((id) => (
        <label key={id} className="flex items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            checked
            onChange={() => set({ past: past.filter((p) => p !== id) }, 'Run past no longer')}
          />
          {named.find(([o]) => o === id)?.[1] ?? 'an opening that is gone'}
        </label>
      ))}
    </fieldset>
  )
}

/** The walls that a line runs along: pressed on their plan or in the picture, or chosen by name. */
function AlongWalls(props: {
  readonly step: MouldingLineStep
  readonly openings: readonly (readonly [string, string])[]
  set(choices: MouldingLineChoices, label: string): void
}) {
  const { step, openings, set } = props
  const { session } = useBench()
  const pressing = useSessionState((s) => s.pressing === step.id)
  const { room, walls, chosen } = useLineRoom(step)
  const take = useTakeWalls(step, room)
  const press = useWallRange(walls.length, room?.room.path.closed ?? false, take)
  const choices = (all: string, beside: string) => [
    ['', all] as const,
    ...walls.map((id, i) => [id, `wall ${i + 1}`] as const),
    ...openings.map(([id, name]) => [id, `${beside} ${name}`] as const),
  ]
  return (
    <>
      {room && (
        <RoomPlan
          room={room.room}
          label="Walls from above: press one, or drag across several"
          chosen={chosen}
          press={press}
        />
      )}
      {room && (
        <div className="flex flex-wrap items-center gap-2">
          <button
            type="button"
            className="btn btn-xs btn-paper"
            aria-pressed={pressing}
            onClick={() => session.pressWalls(pressing ? undefined : step.id)}
          >
            {pressing ? 'Leave pressing' : 'Press in the room'}
          </button>
          <button
            type="button"
            className="btn btn-xs btn-paper"
            disabled={step.first === null && step.last === null}
            onClick={() => set({ first: null, last: null }, 'Run all round')}
          >
            All round
          </button>
        </div>
      )}
      <Choice
        label="From"
        value={step.first ?? ''}
        choices={choices('the first wall', 'after')}
        onChoose={(id) => set({ first: id === '' ? null : id }, 'Begin at another wall')}
      />
      <Choice
        label="To"
        value={step.last ?? ''}
        choices={choices('the last wall', 'before')}
        onChoose={(id) => set({ last: id === '' ? null : id }, 'End at another wall')}
      />
    </>
  )
}
