import { useVirtualizer } from '@tanstack/react-virtual'
import { memo, useLayoutEffect, useRef, useState } from 'react'
import type { PathGiven } from '@flexum/core/recipe/evaluated'
import { formatLengthFigures, type LengthDisplay, formatAngle } from '@flexum/core/units'
import { Section } from '../../../../ui/Figures.tsx'
import { useUnits } from '../../context.ts'
import type { Pointing } from './usePointing.ts'

/** Rows from which on only those that are to be seen are on the page, how high one is about, px, and how many beside them. */
const MANY_ROWS = 80
const HEIGHT = 23
const BESIDE = 12

/** The segments of a path, one after the other; what is pointed at here lights up on the strip and in the picture. */
export function SegmentsTable({
  rows,
  pointing,
}: {
  readonly rows: PathGiven['analysis']['rows']
  readonly pointing: Pointing
}) {
  const units = useUnits()
  const lit = pointing.segment
  // One object that never changes, so that only the rows that light up are drawn again.
  const latest = useRef(pointing)
  useLayoutEffect(() => {
    latest.current = pointing
  })
  const [rowPointing] = useState(() => ({
    at: (station: number) => latest.current.at(station),
    nowhere: () => latest.current.nowhere(),
  }))
  const body = useRef<HTMLTableSectionElement>(null)
  const many = rows.length > MANY_ROWS
  // What it gives is read at each drawing and kept by nobody.
  // oxlint-disable-next-line react/incompatible-library
  const seen = useVirtualizer({
    count: rows.length,
    enabled: many,
    getScrollElement: () => body.current?.closest('aside') ?? null,
    estimateSize: () => HEIGHT,
    overscan: BESIDE,
    scrollMargin: body.current?.offsetTop ?? 0,
  })
  const margin = seen.options.scrollMargin
  const items = many ? seen.getVirtualItems() : []
  const [from, to] = many ? [items[0]?.index ?? 0, (items.at(-1)?.index ?? -1) + 1] : [0, rows.length]
  const before = many ? (items[0]?.start ?? margin) - margin : 0
  const after = many ? seen.getTotalSize() - ((items.at(-1)?.end ?? margin) - margin) : 0
  return (
    <Section title="Segments" aside={<span className="figure muted">{units.length.unit}</span>}>
      <table className="figure w-full text-right" aria-rowcount={rows.length + 1}>
        <thead className="font-sans">
          <tr className="[&>th]:pb-1 [&>th]:font-medium">
            <th className="text-left">#</th>
            <th className="text-left">kind</th>
            <th>at</th>
            <th>length</th>
            <th>R</th>
            <th>turn</th>
          </tr>
        </thead>
        <tbody ref={body}>
          <Gap height={before} />
          {rows.slice(from, to).map((row, i) => (
            <SegmentLine
              key={from + i}
              row={row}
              index={from + i}
              lit={lit === from + i}
              display={units.length}
              pointing={rowPointing}
            />
          ))}
          <Gap height={after} />
        </tbody>
      </table>
    </Section>
  )
}

/** Room for the rows that are not on the page. */
const Gap = ({ height }: { readonly height: number }) =>
  height > 0 ? (
    <tr aria-hidden>
      <td style={{ height }} />
    </tr>
  ) : null

/** One segment of the table; drawn again only when it lights up or changes. */
const SegmentLine = memo(function SegmentLine(p: {
  readonly row: PathGiven['analysis']['rows'][number]
  readonly index: number
  readonly lit: boolean
  readonly display: LengthDisplay
  readonly pointing: Pick<Pointing, 'at' | 'nowhere'>
}) {
  const { row, index, display } = p
  return (
    <tr
      className={`border-t hairline ${p.lit ? 'bg-[var(--chosen-wash)]' : ''}`}
      onPointerEnter={() => p.pointing.at(row.station + row.length / 2)}
      onPointerLeave={p.pointing.nowhere}
    >
      <td className="py-0.5 text-left muted">{index + 1}</td>
      <td className="text-left font-sans">
        {row.kind === 'arc' ? 'bend' : row.kind === 'line' ? 'straight' : row.kind}
      </td>
      <td>{formatLengthFigures(row.station, display)}</td>
      <td>{formatLengthFigures(row.length, display)}</td>
      <td>{Number.isFinite(row.radius) ? formatLengthFigures(row.radius, display) : '·'}</td>
      <td>{row.turn > 0 ? formatAngle(row.turn, 1) : '·'}</td>
    </tr>
  )
})
