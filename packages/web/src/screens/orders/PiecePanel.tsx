import { X } from 'lucide-react'
import { fitsOn, type BarLayout, type Saw } from '@flexum/core/cutting'
import { kindOfPiece, cutWords } from '@flexum/core/report'
import { formatDecimal, formatMass } from '@flexum/core/units'
import type { PlanGroup } from '../../api/orders.ts'
import { Figures, Section } from '../../ui/Figures.tsx'
import type { BareMove } from './usePlan.ts'

/** The piece that is looked at, of which stock. */
export interface Chosen {
  readonly group: string
  readonly piece: string
}

/** One piece of the plan: what it is, how it is cut, whether it is sawn, and which bar it is on. */
export function PiecePanel(props: {
  readonly chosen: Chosen
  readonly groups: readonly PlanGroup[]
  readonly saw: Saw
  readonly done: ReadonlySet<string>
  onDone(pieces: readonly string[], sawn: boolean): void
  onMove(move: BareMove, back: BareMove): void
  onClose(): void
}) {
  const { chosen } = props
  const group = props.groups.find((g) => g.key === chosen.group)
  const kind = group?.pieces.find((k) => k.key === kindOfPiece(chosen.piece))
  const on = group?.bars.findIndex((b) => b.pieces.some((p) => p.id === chosen.piece)) ?? -1
  const bar = group?.bars[on]
  if (!group || !bar) return null
  const sawn = props.done.has(chosen.piece)
  const piece = bar.pieces.find((p) => p.id === chosen.piece)!
  const goes = group.bars
    .map((b, i) => ({ b, i }))
    .filter(({ b }) => b !== bar && fitsOn([...b.pieces, piece], b.length, props.saw))
  return (
    <aside aria-label="Piece" className="w-[250px] shrink-0 overflow-y-auto border-l hairline print:hidden">
      <Section
        title={kind ? kind.part : 'A piece that is gone'}
        aside={
          <button
            type="button"
            className="btn btn-xs btn-ghost btn-square"
            aria-label="Close"
            onClick={props.onClose}
          >
            <X size={13} aria-hidden />
          </button>
        }
      >
        <label className="mb-2 flex items-center justify-between gap-2">
          <span className="font-medium">Sawn</span>
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={sawn}
            onChange={(e) => props.onDone([chosen.piece], e.target.checked)}
          />
        </label>
        <Figures
          rows={[
            kind ? ['Piece', `${kind.number} of ${kind.runName}`] : undefined,
            ['On bar', String(on + 1)],
            ['Length', `${formatDecimal(piece.length, 3)} mm`],
            kind && Math.abs(kind.short - kind.length) > 1e-6
              ? ['Short point', `${formatDecimal(kind.short, 3)} mm`]
              : undefined,
            kind ? ['Mass', formatMass(kind.mass, 'kg')] : undefined,
          ]}
        />
        {kind && (
          <dl className="mt-2 flex flex-col gap-1">
            <dt className="muted">Left cut</dt>
            <dd className="figure">{cutWords(kind.left)}</dd>
            <dt className="muted">Right cut</dt>
            <dd className="figure">{cutWords(kind.right)}</dd>
          </dl>
        )}
        {kind?.bent && <p className="mt-2">It is bent after it is sawn.</p>}
      </Section>
      <Section title="Put it on another bar">
        <OtherBar sawn={sawn} goes={goes} group={group} bar={bar} chosen={chosen} onMove={props.onMove} />
        <p className="muted pt-2">Or drag it there.</p>
      </Section>
    </aside>
  )
}

/** Puts the piece on another bar that has room. */
function OtherBar({
  sawn,
  goes,
  group,
  bar,
  chosen,
  onMove,
}: {
  readonly sawn: boolean
  readonly goes: { b: BarLayout; i: number }[]
  readonly group: PlanGroup
  readonly bar: BarLayout
  readonly chosen: Chosen
  readonly onMove: (move: BareMove, back: BareMove) => void
}) {
  return (
    <select
      aria-label="Put it on another bar"
      className="select select-sm w-full"
      value=""
      disabled={sawn || goes.length === 0}
      onChange={(e) => {
        const to = group.bars.find((b) => b.id === e.target.value)
        if (!to) return
        const at = bar.pieces.findIndex((p) => p.id === chosen.piece)
        onMove(
          { piece: chosen.piece, to: to.id, at: to.pieces.length },
          { piece: chosen.piece, to: bar.id, at },
        )
      }}
    >
      <option value="">
        {sawn ? 'it is sawn already' : goes.length === 0 ? 'no other bar has room for it' : 'choose a bar…'}
      </option>
      {goes.map(({ b, i }) => (
        <option key={b.id} value={b.id}>
          bar {i + 1}, {formatDecimal(b.length, 0)} mm
        </option>
      ))}
    </select>
  )
}
