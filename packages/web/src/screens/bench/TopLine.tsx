import { partOf } from '../../bench/session.ts'
import { chooseVariant, present, renamePart, type Part } from '@flexum/core/recipe'
import { currentTheme } from '../../ui/theme.ts'
import { Mark } from '../../ui/Mark.tsx'
import { Menu } from '../../ui/Menu.tsx'
import { download } from '../../ui/download.ts'
import { UNIT_CHOICES, unitChoiceOf } from '../../ui/units.ts'
import type { FileId } from '@flexum/core/files'
import { filesOut } from './actions/files-out.ts'
import { chooseMassUnit, chooseUnits } from './actions/units.ts'
import { useBench, useSessionState } from './context.ts'
import { Redo2, Undo2 } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'

/** Name, save state, undo and redo, commands, units, variant, files. */
export function TopLine({ onPalette, onFile }: { onPalette(): void; onFile(file: FileId): void }) {
  const bench = useBench()
  const { view } = bench
  // As it counts: what is dragged changes nothing that stands here.
  const part = useSessionState(partOf)
  const history = useSessionState((s) => s.history)
  const undoing = history.past.length > 1 ? present(history).label : undefined
  const redoing = history.future[0]?.label

  const picture = async (): Promise<void> => {
    const paper = currentTheme() === 'flexum-night' ? '#1f2427' : '#fbf9f3'
    const png = await view.current?.toPng(paper)
    if (png) download(`${part.name}.png`, png, 'image/png')
  }
  return (
    <header className="flex h-[44px] shrink-0 items-center gap-2.5 px-4">
      <Link
        to="/"
        className="flex items-center gap-2 text-[15px] font-semibold"
        aria-label="Flexum, to the Rack"
      >
        <Mark />
        Flexum
      </Link>
      <span className="muted pl-1 whitespace-nowrap">
        <Link to="/" className="hover:underline">
          Rack
        </Link>{' '}
        ›
      </span>
      <h1 className="min-w-0">
        <PartName />
      </h1>
      <SaveMark />
      <UndoButtons undoing={undoing} redoing={redoing} />
      <div className="flex-1" />
      <button
        type="button"
        className="btn btn-sm btn-paper w-52 justify-between font-normal"
        onClick={onPalette}
      >
        <span className="muted">Do something…</span>
        <kbd className="figure muted">Ctrl K</kbd>
      </button>
      <UnitsMenu part={part} />
      {part.variants.length > 0 && <VariantsMenu part={part} />}
      <Menu
        name="Take out"
        label="Take out ▾"
        className="btn btn-sm btn-neutral"
        align="end"
        items={[
          ...filesOut(bench, onFile).map(({ label, act }) => ({ label, onSelect: act })),
          { label: 'Picture of the view (PNG)', onSelect: () => void picture() },
        ]}
      />
    </header>
  )
}

/** Undo and redo, each with what it undoes. */
function UndoButtons({
  undoing,
  redoing,
}: {
  readonly undoing: string | undefined
  readonly redoing: string | undefined
}) {
  const { session } = useBench()
  return (
    <div className="join">
      <button
        type="button"
        className="btn btn-sm btn-paper btn-square join-item"
        aria-label={undoing ? `Undo: ${undoing}` : 'Undo'}
        title={undoing ? `Undo: ${undoing} (Ctrl Z)` : 'Nothing to undo'}
        disabled={!undoing}
        onClick={() => session.undo()}
      >
        <Undo2 size={14} aria-hidden />
      </button>
      <button
        type="button"
        className="btn btn-sm btn-paper btn-square join-item"
        aria-label={redoing ? `Redo: ${redoing}` : 'Redo'}
        title={redoing ? `Redo: ${redoing} (Ctrl Y)` : 'Nothing to redo'}
        disabled={redoing === undefined}
        onClick={() => session.redo()}
      >
        <Redo2 size={14} aria-hidden />
      </button>
    </div>
  )
}

/** In which units lengths and masses are shown. */
function UnitsMenu({ part }: { readonly part: Part }) {
  const { session } = useBench()
  return (
    <Menu
      name={`Units: ${unitChoiceOf(part)}`}
      label={unitChoiceOf(part)}
      align="end"
      items={[
        ...UNIT_CHOICES.map((c) => ({
          label: c.name,
          checked: c.name === unitChoiceOf(part),
          onSelect: () => chooseUnits(session, c.name),
        })),
        'rule',
        ...(['kg', 'g', 'lb'] as const).map((mass) => ({
          label: `masses in ${mass}`,
          checked: part.units.mass === mass,
          onSelect: () => chooseMassUnit(session, mass),
        })),
      ]}
    />
  )
}

/** Which variant is shown. */
function VariantsMenu({ part }: { readonly part: Part }) {
  const { session } = useBench()
  const variant = part.variants.find((v) => v.id === part.variant)
  return (
    <Menu
      name={`Variant: ${variant?.name ?? 'Standard'}`}
      label={`${variant?.name ?? 'Standard'} ▾`}
      align="end"
      items={[{ id: null, name: 'Standard' }, ...part.variants].map((v) => ({
        label: v.name,
        checked: v.id === part.variant,
        onSelect: () => session.run(chooseVariant, { variant: v.id }, { label: `Variant ${v.name}` }),
      }))}
    />
  )
}

/** The part's name; a click makes it a field. */
function PartName() {
  const { session } = useBench()
  const name = useSessionState((s) => partOf(s).name)
  const [draft, setDraft] = useState<string>()
  if (draft === undefined) {
    return (
      <button
        type="button"
        className="truncate text-[15px] font-semibold hover:underline"
        aria-label={`Name: ${name}. Rename`}
        onClick={() => setDraft(name)}
      >
        {name}
      </button>
    )
  }
  const commit = (): void => {
    if (draft !== name) session.run(renamePart, { name: draft }, { label: 'Rename' })
    setDraft(undefined)
  }
  return (
    <input
      className="input input-sm w-52 font-semibold"
      aria-label="Name of the part"
      value={draft}
      autoFocus
      maxLength={120}
      onFocus={(e) => e.currentTarget.select()}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={commit}
      onKeyDown={(e) => {
        if (e.key === 'Enter') commit()
        if (e.key === 'Escape') setDraft(undefined)
      }}
    />
  )
}

const SAVE_WORDS = {
  saved: 'saved',
  unsaved: 'saving…',
  saving: 'saving…',
  failed: 'not saved',
  conflict: 'changed elsewhere',
} as const

function SaveMark() {
  const save = useSessionState((s) => s.save)
  const title = save.kind === 'failed' ? `${save.message}; it is tried again` : undefined
  const tone = save.kind === 'failed' || save.kind === 'conflict' ? 'text-error font-medium' : 'muted'
  return (
    <span
      role="status"
      aria-label="Save state"
      className={`min-w-14 text-xs whitespace-nowrap ${tone}`}
      title={title}
    >
      {SAVE_WORDS[save.kind]}
    </span>
  )
}
