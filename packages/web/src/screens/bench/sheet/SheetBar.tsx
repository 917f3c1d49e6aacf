import { memo, useState } from 'react'
import type { Id } from '@flexum/core/base'
import { rad } from '@flexum/core/num'
import { type SheetPlane } from '@flexum/core/recipe'
import { entityName } from '@flexum/core/recipe/evaluated'
import { ACROSS, chainOf, UP } from '@flexum/core/sketch'
import { curveLength } from '@flexum/core/plane'
import { formatLengthFigures } from '@flexum/core/units'
import { Menu } from '../../../ui/Menu.tsx'
import { readFigure } from '../../../ui/readFigure.ts'
import { firstChainIn, type SheetModel } from '../../../sheet/model.ts'
import type { Shown } from '../../../sheet/state.ts'
import { closeSheet } from '../actions/recipe.ts'
import { useBench, useUnits } from '../context.ts'
import { useSheet, useSheetModel, useSheetState } from './context.ts'

const PLANES: Readonly<Record<SheetPlane['kind'], string>> = {
  xy: 'XY',
  xz: 'XZ',
  yz: 'YZ',
  square: 'a cut square to the path',
  points: 'three places',
  tilted: 'a tilted plane',
  nodes: 'three nodes',
  face: 'a face',
  parallel: 'a parallel plane',
}

const SHOWN: Readonly<Record<Shown, string>> = {
  value: 'values',
  name: 'names and values',
  formula: 'formulas',
  tolerance: 'tolerances',
  exact: 'exact values',
}

/** What state the sketch is in, what can be done about it, and the way back to the part. */
export function SheetBar() {
  const { session } = useBench()
  const sheet = useSheet()
  const model = useSheetModel()
  const marks = useSheetState((s) => s.marks)
  const playing = useSheetState((s) => s.playing)
  const units = useUnits()
  const pending = useSheetState((s) => s.pending)
  if (!model) return null
  const clashing = model.failing.size > 0 || pending?.kind === 'clash'
  const length = chainLength(model)
  const { loose } = model.solved.freedom
  const empty = model.entities.length === 0
  return (
    <div
      role="toolbar"
      aria-label="Sheet"
      className={`flex h-[48px] shrink-0 items-center gap-2.5 overflow-x-auto overflow-y-hidden border-y hairline px-4 ${clashing ? 'bg-[var(--block-wash)]' : loose === 0 && !empty ? 'bg-[var(--go-wash)]' : 'bg-[var(--chosen-wash)]'}`}
    >
      <h2 className="heading mr-1 min-w-24 truncate">
        {model.step.name} on {PLANES[model.step.plane.kind]}
      </h2>
      <LooseMark model={model} clashing={clashing} />
      {loose > 0 && (
        <>
          <button
            type="button"
            className="btn btn-sm btn-paper shrink-0"
            aria-pressed={playing}
            onClick={() => sheet.set({ playing: !playing })}
          >
            {playing ? 'Stop' : 'Play the freedom'}
          </button>
          <button
            type="button"
            className="btn btn-sm btn-paper shrink-0"
            onClick={() => sheet.proposeSettling()}
          >
            Settle…
          </button>
        </>
      )}
      <button
        type="button"
        className="btn btn-sm btn-ghost shrink-0 px-2 font-normal"
        title="Show the marks of all constraints (M)"
        aria-pressed={marks === 'all'}
        onClick={() => sheet.set({ marks: marks === 'all' ? 'pointed' : 'all' })}
      >
        Marks: {marks === 'all' ? 'all' : 'pointed at'}
      </button>
      <StepsLock />
      <MirrorSwitch model={model} />
      <ShownMenu />
      <div className="flex-1" />
      {length !== undefined && (
        <span className="muted whitespace-nowrap" title="Length along the chain">
          <span className="max-[1240px]:sr-only">Length along the chain </span>
          <span className="figure text-base-content" data-testid="chain-length">
            {formatLengthFigures(length, units.length)}
          </span>
        </span>
      )}
      <button type="button" className="btn btn-sm btn-success shrink-0" onClick={() => closeSheet(session)}>
        Back to the part
      </button>
    </div>
  )
}

/** What dimensions show. */
const ShownMenu = memo(function ShownMenu() {
  const sheet = useSheet()
  const shown = useSheetState((s) => s.shown)
  return (
    <Menu
      name={`Dimensions show ${SHOWN[shown]}`}
      label={`Show ${SHOWN[shown]} ▾`}
      className="btn btn-sm btn-ghost shrink-0 px-2 font-normal"
      items={Object.entries(SHOWN).map(([key, label]) => ({
        label,
        checked: key === shown,
        onSelect: () => sheet.set({ shown: key as Shown }),
      }))}
    />
  )
})

/** What is drawn appears on the other side of a line too, linked: of an axis, or of the line that is chosen. */
function MirrorSwitch({ model }: { readonly model: SheetModel }) {
  const mirror = useSheetState((s) => s.mirror)
  const chosen = useSheetState((s) => s.chosen)
  const [only] = chosen.length === 1 ? chosen : []
  const line = only !== undefined && model.byId.get(only)?.kind === 'line' ? only : undefined
  const lines = [line, mirror === UP || mirror === ACROSS ? undefined : mirror]
  const named = [...new Set(lines)].flatMap((id) =>
    id === undefined ? [] : [`${id} ${entityName(model.step, id)}`],
  )
  return <MirrorMenu lines={named.join('\n')} />
}

/** `lines` are the lines to choose from beside the axes: each its id, a blank, its name. */
const MirrorMenu = memo(function MirrorMenu({ lines }: { readonly lines: string }) {
  const sheet = useSheet()
  const mirror = useSheetState((s) => s.mirror)
  const choices: (readonly [string, Id | undefined])[] = [
    ['off', undefined],
    ['in the axis up', UP],
    ['in the axis across', ACROSS],
    ...lines
      .split('\n')
      .filter((l) => l !== '')
      .map((l) => [`in ${l.slice(l.indexOf(' ') + 1)}`, l.slice(0, l.indexOf(' '))] as const),
  ]
  const now = choices.find(([, id]) => id === mirror)?.[0] ?? 'off'
  return (
    <Menu
      name={`Drawing is mirrored: ${now}`}
      label={`Mirrored: ${now} ▾`}
      className={`btn btn-sm shrink-0 px-2 font-normal ${mirror === undefined ? 'btn-ghost' : 'btn-paper'}`}
      items={choices.map(([label, id]) => ({
        label,
        checked: id === mirror,
        onSelect: () => sheet.set({ mirror: id }),
      }))}
    />
  )
})

/** Locks directions to steps: on and off, and how large. */
const StepsLock = memo(function StepsLock() {
  const sheet = useSheet()
  const steps = useSheetState((s) => s.steps)
  const [text, setText] = useState('45')
  const read = readFigure(text, 'angle')
  const good = read.ok && read.value >= rad(1) && read.value <= rad(180)
  const locked = steps !== undefined
  return (
    <span className="flex items-center">
      <button
        type="button"
        className="btn btn-sm btn-ghost shrink-0 px-2 font-normal"
        title="Lines go in directions of so many degrees (S)"
        aria-pressed={locked}
        onClick={() => sheet.set({ steps: locked ? undefined : good ? read.value : rad(45) })}
      >
        Steps: {locked ? '' : 'free'}
      </button>
      {locked && (
        <input
          className={`input input-xs figure w-14 text-right ${good ? '' : 'input-error'}`}
          aria-label="Step of directions, degrees"
          aria-invalid={!good}
          title={good ? undefined : 'an angle from 1 to 180 degrees'}
          value={text}
          onChange={(e) => {
            setText(e.target.value)
            const angle = readFigure(e.target.value, 'angle')
            if (angle.ok && angle.value >= rad(1) && angle.value <= rad(180))
              sheet.set({ steps: angle.value })
          }}
        />
      )}
    </span>
  )
})

function LooseMark({ model, clashing }: { readonly model: SheetModel; readonly clashing: boolean }) {
  const { loose } = model.solved.freedom
  const empty = model.entities.length === 0
  const [text, tone] = clashing
    ? ['✕ clashing', 'border-error text-error']
    : empty
      ? ['empty', 'hairline']
      : loose === 0
        ? ['settled', 'border-success text-success']
        : [`${loose} loose`, 'border-primary']
  return (
    <span
      role="status"
      aria-label="Freedom"
      className={`rounded-full border-[1.5px] bg-base-100 px-3 py-0.5 font-semibold whitespace-nowrap ${tone}`}
    >
      {text}
    </span>
  )
}

/** The length of the chain that is no guide, if the sketch is one. */
function chainLength(model: SheetModel): number | undefined {
  const chain = chainOf(model.entities, firstChainIn(model))
  if (!chain.ok) return undefined
  return chain.value.links.reduce(
    (sum, l) => sum + (model.pieces.get(l.curve) ?? []).reduce((s, c) => s + curveLength(c), 0),
    0,
  )
}
