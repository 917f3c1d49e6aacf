import { memo, useEffect } from 'react'
import { useShallow } from 'zustand/react/shallow'
import { shownPart } from '../../../bench/session.ts'
import { CHANGES, type ChangeName } from '../../../sheet/changes/index.ts'
import { sourcesFor, takeAll } from '../../../sheet/taking.ts'
import { FileButton } from '../../../ui/FileButton.tsx'
import { Menu } from '../../../ui/Menu.tsx'
import { TOOLS, type ToolName } from '../../../sheet/tools/index.ts'
import { useBench, useSessionState } from '../context.ts'
import { useSheet, useSheetState } from './context.ts'
import { INSTANT } from './instant.ts'
import { usePicturePutting } from './PicturePanel.tsx'

/** Drawing, measuring and changing, in words with their keys. */
export function SheetTools() {
  return (
    <div className="flex h-full flex-col gap-3 overflow-y-auto bg-base-200 px-3 py-3">
      <ToolGroup title="Draw" />
      <ToolGroup title="Measure" />
      <ChangeGroup />
    </div>
  )
}

function ToolGroup({ title }: { readonly title: 'Draw' | 'Measure' }) {
  const sheet = useSheet()
  const tool = useSheetState((s) => s.tool)
  const names = (Object.keys(TOOLS) as ToolName[]).filter((n) => TOOLS[n].group === title)
  return (
    <section aria-label={title}>
      <h3 className="muted mb-1.5">{title}</h3>
      <div className="grid grid-cols-2 gap-1">
        {names.map((name) => (
          <ToolButton
            key={name}
            word={TOOLS[name].word}
            shortcut={TOOLS[name].key}
            pressed={tool === name}
            onClick={() => sheet.take(name)}
          />
        ))}
        {title === 'Measure' && <PictureButton />}
      </div>
    </section>
  )
}

/** What can be done with what is drawn: tools that click on curves, changes that ask for figures, and what is done at once. */
function ChangeGroup() {
  const sheet = useSheet()
  const tool = useSheetState((s) => s.tool)
  const changing = useSheetState((s) => s.changing)
  const picks = (Object.keys(TOOLS) as ToolName[]).filter((n) => TOOLS[n].group === 'Change')
  return (
    <section aria-label="Change">
      <h3 className="muted mb-1.5">Change</h3>
      <div className="grid grid-cols-2 gap-1">
        {picks.map((name) => (
          <ToolButton
            key={name}
            word={TOOLS[name].word}
            shortcut={TOOLS[name].key}
            pressed={tool === name}
            onClick={() => sheet.take(name)}
          />
        ))}
        {(Object.keys(CHANGES) as ChangeName[]).map((name) => (
          <ToolButton
            key={name}
            word={CHANGES[name].word}
            shortcut={CHANGES[name].key}
            title={CHANGES[name].needs}
            pressed={changing === name}
            onClick={() => sheet.change(name)}
          />
        ))}
        {INSTANT.map((c) => (
          <ToolButton
            key={c.word}
            word={c.word}
            shortcut={c.key ?? ''}
            title={c.needs}
            onClick={() => c.act(sheet, sheet.model(), sheet.store.getState().chosen)}
          />
        ))}
        <TakeAllMenu />
      </div>
    </section>
  )
}

function ToolButton(props: {
  readonly word: string
  readonly shortcut: string
  readonly title?: string
  readonly pressed?: boolean
  onClick(): void
}) {
  return (
    <button
      type="button"
      title={props.title}
      aria-pressed={props.pressed}
      className={`btn btn-sm justify-between gap-1 px-2 font-medium whitespace-nowrap ${props.pressed ? 'btn-primary' : 'btn-paper'}`}
      onClick={props.onClick}
    >
      {props.word}
      {props.shortcut && <kbd className="figure opacity-75">{props.shortcut.toUpperCase()}</kbd>}
    </button>
  )
}

/** What the clipboard may hold to be laid on the sheet; what is in it is looked at when it is read. */
const isPicture = (type: string): boolean => type.startsWith('image/')

/** Lays a PNG or JPEG on the sheet to be traced; one can be pasted as well. */
function PictureButton() {
  const put = usePicturePutting()
  useEffect(() => {
    const onPaste = (e: ClipboardEvent): void => {
      const file = [...(e.clipboardData?.files ?? [])].find((f) => isPicture(f.type))
      if (file) put(file)
    }
    window.addEventListener('paste', onPaste)
    return () => window.removeEventListener('paste', onPaste)
  }, [put])
  return (
    <FileButton sort="picture" className="btn-sm btn-paper justify-between px-2 font-medium" onFile={put}>
      Picture…
    </FileButton>
  )
}

/** Takes all curves of an earlier step over as guides that follow it. */
function TakeAllMenu() {
  const sheet = useSheet()
  const names = useSessionState(
    useShallow((s) => sourcesFor(shownPart(s), s.result, sheet.stepId).map((x) => x.name)),
  )
  return names.length === 0 ? null : <TakeAll names={names} />
}

const TakeAll = memo(function TakeAll({ names }: { readonly names: readonly string[] }) {
  const { session } = useBench()
  const sheet = useSheet()
  const take = (i: number): void => {
    const s = session.store.getState()
    const source = sourcesFor(shownPart(s), s.result, sheet.stepId)[i]
    if (source)
      sheet.edit(`Take over ${source.name}`, (d) => takeAll(d, source, { linked: true, guide: true }))
  }
  return (
    <Menu
      name="All of an earlier step as guides"
      label="All of… ▾"
      className="btn btn-sm btn-paper"
      items={names.map((label, i) => ({ label, onSelect: () => take(i) }))}
    />
  )
})
