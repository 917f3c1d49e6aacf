import type { CutsGiven, SawnEnd, SawnPiece } from '@flexum/core/cutting'
import { formatLengthFigures, type LengthDisplay } from '@flexum/core/units'
import { Section } from '../../../../ui/Figures.tsx'
import { useUnits } from '../../context.ts'
import { sawAngle } from '@flexum/core/report'
import { leftAndRight, pieceName } from './saw-words.ts'

/** The pieces with their lengths and how the saw is set for both cuts; one can be chosen. */
export function PiecesTable(props: {
  readonly cuts: CutsGiven
  readonly chosen: number
  readonly lit: number | undefined
  onChoose(number: number): void
  onPoint(piece: SawnPiece | undefined): void
}) {
  const { cuts } = props
  const { length } = useUnits()
  return (
    <Section title="Pieces" aside={<span className="figure muted">{length.unit}</span>}>
      <table className="figure w-full text-right" aria-label="Pieces">
        <thead className="font-sans">
          <tr className="[&>th]:pb-1 [&>th]:font-medium">
            <th className="text-left">#</th>
            <th>long point</th>
            <th>short point</th>
          </tr>
          <tr className="muted [&>th]:pb-1 [&>th]:font-normal">
            <th className="pl-3 text-left">cut</th>
            <th>handle to</th>
            <th>blade leans</th>
          </tr>
        </thead>
        {cuts.pieces.map((p) => {
          const [left, right] = leftAndRight(p, cuts.lie)
          const chosen = p.number === props.chosen
          return (
            <PieceRows
              key={p.number}
              p={p}
              chosen={chosen}
              length={length}
              left={left}
              right={right}
              lit={props.lit}
              onPoint={props.onPoint}
              onChoose={props.onChoose}
            />
          )
        })}
      </table>
      <p className="muted pt-2">
        The handle and the top of the blade go to the side told, seen from where you stand.
      </p>
    </Section>
  )
}

/** One piece and its cuts. */
function PieceRows({
  p,
  chosen,
  length,
  left,
  right,
  lit,
  onPoint,
  onChoose,
}: {
  readonly p: SawnPiece
  readonly chosen: boolean
  readonly length: LengthDisplay
  readonly left: SawnEnd
  readonly right: SawnEnd
  readonly lit: number | undefined
  readonly onPoint: (piece: SawnPiece | undefined) => void
  readonly onChoose: (number: number) => void
}) {
  return (
    <tbody
      className={`border-t hairline ${chosen || p.number === lit ? 'bg-[var(--chosen-wash)]' : ''}`}
      onPointerEnter={() => onPoint(p)}
      onPointerLeave={() => onPoint(undefined)}
    >
      <tr>
        <td className="py-0.5 text-left font-sans">
          <button
            type="button"
            aria-pressed={chosen}
            aria-label={`Show piece ${p.number}`}
            className={`link ${chosen ? 'font-semibold' : ''}`}
            onClick={() => onChoose(p.number)}
            onFocus={() => onPoint(p)}
            onBlur={() => onPoint(undefined)}
          >
            {pieceName(p)}
          </button>
        </td>
        <td className="font-medium">{formatLengthFigures(p.lengths.long, length)}</td>
        <td>{formatLengthFigures(p.lengths.short, length)}</td>
      </tr>
      <CutLine side="left" end={left} />
      <CutLine side="right" end={right} />
    </tbody>
  )
}

/** How the saw is set for one cut. */
function CutLine({ side, end }: { readonly side: 'left' | 'right'; readonly end: SawnEnd }) {
  const plain = end.made === 'square' || end.made === 'domed' || end.made === 'coped'
  return (
    <tr className="[&>td]:pb-0.5">
      <td className="pl-3 text-left font-sans muted">
        {side} {end.made}
      </td>
      {plain ? (
        <td colSpan={2} />
      ) : (
        <>
          <td title="The handle of the saw from square">
            <span className="sr-only">mitre </span>
            {sawAngle(end.setting.mitre)}
          </td>
          <td title="The blade from upright">
            <span className="sr-only">bevel </span>
            {sawAngle(end.setting.bevel)}
          </td>
        </>
      )}
    </tr>
  )
}
