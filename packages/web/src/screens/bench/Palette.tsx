import { Command } from 'cmdk'
import { useContext } from 'react'
import { allKinds, STATIONS } from '@flexum/core/recipe'
import type { FileId } from '@flexum/core/files'
import { STANDARD_VIEWS, type StandardView } from '../../scene/BenchView.ts'
import { toggleFinePictures } from '../../scene/quality.ts'
import { CHANGES, type ChangeName } from '../../sheet/changes/index.ts'
import type { Sheet } from '../../sheet/sheet.ts'
import { TOOLS, type ToolName } from '../../sheet/tools/index.ts'
import { toggleTheme } from '../../ui/theme.ts'
import { UNIT_CHOICES } from '../../ui/units.ts'
import { pickSvg } from './actions/files-in.ts'
import { pickPoints } from './actions/points-in.ts'
import { filesOut } from './actions/files-out.ts'
import { removeChosenNode, reversePath } from './actions/nodes.ts'
import { addNewStep } from './actions/recipe.ts'
import { chooseUnits } from './actions/units.ts'
import { useBench } from './context.ts'
import { SheetContext } from './sheet/context.ts'

/** Tools and changes of the open sheet, found by the other words of the trade too. */
const sheetCommands = (sheet: Sheet) => [
  ...Object.entries(TOOLS).map(
    ([name, { word, key, also }]) =>
      [word, () => sheet.take(name as ToolName), key.toUpperCase(), also] as const,
  ),
  ...Object.entries(CHANGES).map(
    ([name, { word, key, also }]) =>
      [word, () => sheet.change(name as ChangeName), key.toUpperCase(), also] as const,
  ),
  ['Fit all in view', () => sheet.fit(), 'Home', ['show all', 'zoom']] as const,
]

/** Search for anything that can be done now. */
export function Palette(props: { readonly open: boolean; onClose(): void; onFile(file: FileId): void }) {
  const { open, onClose } = props
  const sheet = useContext(SheetContext)
  const groups = useCommandGroups(sheet, props.onFile)
  return (
    <Command.Dialog
      open={open}
      onOpenChange={(o) => !o && onClose()}
      label="Do something"
      overlayClassName="fixed inset-0 z-40 bg-neutral/20"
      contentClassName="fixed top-24 left-1/2 z-50 w-[460px] -translate-x-1/2 overflow-hidden rounded-box border hairline bg-base-100 shadow-xl"
    >
      <Command.Input
        placeholder="What do you want to do?"
        className="w-full border-b hairline bg-transparent px-4 py-3 text-[15px] outline-none"
      />
      <CommandList groups={groups} onClose={onClose} />
    </Command.Dialog>
  )
}

/** What can be done here, by groups. */
function useCommandGroups(sheet: Sheet | undefined, onFile: (file: FileId) => void) {
  const bench = useBench()
  const { session, view } = bench
  const groups: readonly {
    title: string
    commands: readonly (readonly [label: string, act: () => void, hint?: string, words?: readonly string[]])[]
  }[] = [
    ...(sheet ? [{ title: 'On the sheet', commands: sheetCommands(sheet) }] : []),
    {
      title: 'Change',
      commands: [
        ['Undo', () => session.undo(), 'Ctrl Z'],
        ['Redo', () => session.redo(), 'Ctrl Y'],
        ['Reverse path', () => reversePath(session)],
        ['Remove the chosen node', () => removeChosenNode(session)],
        ...allKinds().map(
          ({ kind, title }) => [`Add ${title.toLowerCase()}`, () => addNewStep(session, kind)] as const,
        ),
        ['Path through points of a file', () => pickPoints(session)],
        ['Path from an SVG file', () => pickSvg(session, 'sketch-path')],
      ],
    },
    {
      title: 'Go to',
      commands: STATIONS.map(
        (s) => [`${s.charAt(0).toUpperCase()}${s.slice(1)}`, () => session.select({ station: s })] as const,
      ),
    },
    {
      title: 'Look',
      commands: [
        ...Object.keys(STANDARD_VIEWS).map(
          (name) =>
            [
              `View: ${name}`,
              () => view.current?.look(name as StandardView),
              name === 'Isometric' ? 'Home' : '',
            ] as const,
        ),
        ['Light or dark colours', () => toggleTheme()],
        [
          'Smoother or faster picture',
          () => {
            toggleFinePictures()
            window.location.reload()
          },
        ],
      ],
    },
    {
      title: 'Units',
      commands: UNIT_CHOICES.map((c) => [`Show ${c.name}`, () => chooseUnits(session, c.name)] as const),
    },
    {
      title: 'Take out',
      commands: filesOut(bench, onFile).map(({ label, act }) => [label, act] as const),
    },
  ]
  return groups
}

/** What fits what is typed, by groups. */
function CommandList({
  groups,
  onClose,
}: {
  readonly groups: readonly {
    title: string
    commands: readonly (readonly [label: string, act: () => void, hint?: string, words?: readonly string[]])[]
  }[]
  readonly onClose: () => void
}) {
  return (
    <Command.List className="max-h-80 overflow-y-auto py-1">
      <Command.Empty className="muted px-4 py-6 text-center">Nothing by that name</Command.Empty>
      {groups.map((g) => (
        <Command.Group
          key={g.title}
          heading={g.title}
          className="[&_[cmdk-group-heading]]:muted [&_[cmdk-group-heading]]:px-4 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-xs"
        >
          {g.commands.map(([label, act, hint, words]) => (
            <Command.Item
              key={label}
              {...(words ? { keywords: [...words] } : {})}
              className="flex cursor-pointer justify-between px-4 py-1.5 data-[selected=true]:bg-[var(--chosen-wash)]"
              onSelect={() => {
                onClose()
                act()
              }}
            >
              {label}
              {hint && <kbd className="figure muted">{hint}</kbd>}
            </Command.Item>
          ))}
        </Command.Group>
      ))}
    </Command.List>
  )
}
