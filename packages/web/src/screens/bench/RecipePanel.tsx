import { DragDropProvider } from '@dnd-kit/react'
import { isSortable, useSortable } from '@dnd-kit/react/sortable'
import { GripVertical, MoreHorizontal } from 'lucide-react'
import { useState, type ReactNode } from 'react'
import {
  allKinds,
  stationOf,
  type Part,
  type Step,
  moveStep,
  removeStep,
  renameStep,
  setSuppressed,
  setBuiltTo,
} from '@flexum/core/recipe'
import { type StepResult } from '@flexum/core/recipe/evaluated'
import { selectionOf, type Session } from '../../bench/session.ts'
import { Menu, type MenuItem } from '../../ui/Menu.tsx'
import { counted } from '../../ui/counted.ts'
import { pickSvg } from './actions/files-in.ts'
import { pickPoints } from './actions/points-in.ts'
import { addNewStep, drawBody, drawPath, drawProfile } from './actions/recipe.ts'
import { NewSheetDialog } from './NewSheetDialog.tsx'
import { useBench, usePart, useSessionState } from './context.ts'
import { StepPicture, ValuesPicture } from './StepPicture.tsx'
import { pageOf } from './steps/index.ts'

/** The recipe: values first, then every step with its picture and figure; the mark shows how far it is built. */
export function RecipePanel() {
  const { session } = useBench()
  const part = usePart()
  const result = useSessionState((s) => s.result)
  const selection = useSessionState(selectionOf)
  const steps = part.steps.length
  const [asking, setAsking] = useState(false)
  return (
    <div className="flex h-full flex-col overflow-y-auto bg-base-200 pb-2">
      <div className="flex items-center justify-between px-3 pt-3 pb-2">
        <h2 className="heading">Recipe</h2>
        <span className="figure muted">{counted(steps, 'step')}</span>
      </div>
      <button
        type="button"
        className={`flex items-center gap-2.5 border-l-[3px] py-1.5 pr-2 pl-3 text-left ${selection.station === 'values' ? 'border-primary bg-[var(--chosen-wash)]' : 'border-transparent hover:bg-base-100'}`}
        onClick={() => session.select({ station: 'values', step: null, node: null })}
      >
        <ValuesPicture />
        <span className="min-w-0">
          <span className="block font-medium">Values</span>
          <span className="figure muted block truncate">{valuesLine(part)}</span>
        </span>
      </button>
      <DragDropProvider
        onDragEnd={(e) => {
          const { source } = e.operation
          if (e.canceled || !isSortable(source) || source.initialIndex === source.index) return
          session.run(moveStep, { step: String(source.id), to: source.index }, { label: 'Move step' })
        }}
      >
        <ol aria-label="Steps">
          {part.steps.map((step, index) => (
            <StepRow
              key={step.id}
              step={step}
              index={index}
              part={part}
              result={result?.steps.find((s) => s.id === step.id)}
              chosen={selection.station !== 'values' && selection.step === step.id}
            />
          ))}
        </ol>
      </DragDropProvider>
      {part.builtTo === null && steps > 0 && <BuiltMark />}
      <div className="px-3 pt-3">
        <Menu
          name="Add a step"
          label="Add a step ▾"
          items={[
            {
              label: 'Draw a path',
              onSelect: () =>
                part.steps.some((s) => s.kind === 'sketch') ? setAsking(true) : drawPath(session),
            },
            { label: 'Path through points of a file…', onSelect: () => pickPoints(session) },
            { label: 'Path from an SVG file…', onSelect: () => pickSvg(session, 'sketch-path') },
            { label: 'Draw a profile', onSelect: () => drawProfile(session) },
            { label: 'Draw a body', onSelect: () => drawBody(session) },
            ...allKinds().map(({ kind, title }) => ({
              label: title,
              onSelect: () => addNewStep(session, kind),
            })),
          ]}
        />
      </div>
      {asking && <NewSheetDialog onClose={() => setAsking(false)} />}
    </div>
  )
}

function valuesLine(part: Part): string {
  if (part.values.length === 0) return 'none yet'
  const variants = part.variants.length === 0 ? '' : `, ${part.variants.length} variants`
  return `${part.values.length}${variants}`
}

function BuiltMark() {
  return (
    <div
      className="mx-3 mt-1 border-t-2 border-dashed border-success pt-0.5 muted text-right text-xs"
      aria-hidden
    >
      built to here
    </div>
  )
}

function StepRow(props: {
  readonly step: Step
  readonly index: number
  readonly part: Part
  readonly result: StepResult | undefined
  readonly chosen: boolean
}) {
  const { session } = useBench()
  const { step, index, part, result, chosen } = props
  const [naming, setNaming] = useState(false)
  const { ref, handleRef, isDragging } = useSortable({ id: step.id, index })
  const off = step.aside || result?.state === 'unbuilt'
  const wrong = result?.state === 'failed' || result?.findings.some((f) => f.severity === 'blocks')
  const station = stationOf(step, part.steps)
  const { Picture, open } = pageOf(step)
  const choose = (): void => session.select({ station, step: step.id, node: null })
  const items = useStepItems({ open, step, setNaming, part, index })
  return (
    <>
      <li
        ref={ref}
        className={`group relative flex items-center border-l-[3px] pr-1 ${chosen ? 'border-primary bg-[var(--chosen-wash)]' : 'border-transparent hover:bg-base-100'} ${isDragging ? 'bg-base-100 opacity-80 shadow' : ''} ${off ? 'opacity-55' : ''}`}
      >
        <button
          ref={handleRef}
          type="button"
          className="absolute left-0 flex h-full w-3 cursor-grab items-center text-[var(--ink2)] opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
          title="Drag to move"
          aria-label={`Move ${step.name}`}
        >
          <GripVertical size={12} aria-hidden />
        </button>
        {naming ? (
          <NameField
            name={step.name}
            onDone={(name) => {
              setNaming(false)
              if (name !== undefined && name !== step.name)
                session.run(renameStep, { step: step.id, name }, { label: 'Rename step' })
            }}
          />
        ) : (
          <StepName
            chosen={chosen}
            choose={choose}
            open={open}
            step={step}
            Picture={Picture}
            wrong={wrong}
            result={result}
          />
        )}
        <Menu
          name={`More for ${step.name}`}
          label={<MoreHorizontal size={14} aria-hidden />}
          className="btn btn-xs btn-ghost btn-square"
          align="end"
          items={items}
        />
      </li>
      {part.builtTo === step.id && <BuiltMark />}
    </>
  )
}

/** What can be done with a step. */
function useStepItems({
  open,
  step,
  setNaming,
  part,
  index,
}: {
  readonly open: { readonly label: string; act(session: Session, step: Step): void } | undefined
  readonly step: Step
  readonly setNaming: (next: boolean) => void
  readonly part: Part
  readonly index: number
}) {
  const { session } = useBench()
  const items: (MenuItem | 'rule')[] = [
    ...(open ? [{ label: open.label, onSelect: () => open.act(session, step) }] : []),
    { label: 'Rename', onSelect: () => setNaming(true) },
    {
      label: step.aside ? 'Take back in' : 'Set aside',
      onSelect: () =>
        session.run(
          setSuppressed,
          { step: step.id, aside: !step.aside },
          { label: step.aside ? 'Take back in' : 'Set aside' },
        ),
    },
    {
      label: part.builtTo === step.id ? 'Build all' : 'Build to here',
      onSelect: () =>
        session.run(
          setBuiltTo,
          { step: part.builtTo === step.id ? null : step.id },
          { label: 'Build to here' },
        ),
    },
    'rule',
    {
      label: 'Move up',
      disabled: index === 0,
      onSelect: () => session.run(moveStep, { step: step.id, to: index - 1 }, { label: 'Move step' }),
    },
    {
      label: 'Move down',
      disabled: index === part.steps.length - 1,
      onSelect: () => session.run(moveStep, { step: step.id, to: index + 1 }, { label: 'Move step' }),
    },
    'rule',
    {
      label: 'Remove',
      onSelect: () =>
        session.run(removeStep, { step: step.id }, { label: `Remove ${step.name}`, select: { step: null } }),
    },
  ]
  return items
}

/** Picture, name and summary of a step: one press chooses it, two open it. */
function StepName({
  chosen,
  choose,
  open,
  step,
  Picture,
  wrong,
  result,
}: {
  readonly chosen: boolean
  readonly choose: () => void
  readonly open: { readonly label: string; act(session: Session, step: Step): void } | undefined
  readonly step: Step
  readonly Picture: (props: { readonly step: Step }) => ReactNode
  readonly wrong: boolean | undefined
  readonly result: StepResult | undefined
}) {
  const { session } = useBench()
  return (
    <button
      type="button"
      aria-current={chosen ? 'true' : undefined}
      className="flex min-w-0 flex-1 items-center gap-2.5 py-1.5 pl-3 text-left"
      onClick={choose}
      onDoubleClick={() => open?.act(session, step)}
    >
      <StepPicture>
        <Picture step={step} />
      </StepPicture>
      <span className="min-w-0">
        <span className="block truncate font-medium">
          {wrong && <span className="text-error">✕ </span>}
          {step.name}
        </span>
        <span className={`figure block truncate ${wrong ? 'text-error' : 'muted'}`}>
          {result?.summary ?? '…'}
        </span>
      </span>
    </button>
  )
}

function NameField(props: { readonly name: string; onDone(name: string | undefined): void }) {
  const [draft, setDraft] = useState(props.name)
  return (
    <input
      className="input input-sm mx-2 my-1.5 flex-1"
      aria-label="Name of the step"
      autoFocus
      value={draft}
      maxLength={120}
      onFocus={(e) => e.currentTarget.select()}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={() => props.onDone(draft)}
      onKeyDown={(e) => {
        if (e.key === 'Enter') props.onDone(draft)
        if (e.key === 'Escape') props.onDone(undefined)
      }}
    />
  )
}
