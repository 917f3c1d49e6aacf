import { useShallow } from 'zustand/react/shallow'
import { locate } from '@flexum/core/path'
import type { FormedBend, FormingGiven, Move } from '@flexum/core/forming'
import { deg } from '@flexum/core/num'
import { runView, stationOnPath } from '../../../../bench/results.ts'
import { partOf, selectionOf } from '../../../../bench/session.ts'
import { Section } from '../../../../ui/Figures.tsx'
import { tightLength } from '../../../../ui/units.ts'
import { useBench, useSessionState, useUnits } from '../../context.ts'
import { formatAngle } from '@flexum/core/units'
import type { PathGiven } from '@flexum/core/recipe/evaluated'

/** The moves of the bender as its operator needs them: corrected angles and tools, with what is wanted below. */
export function FormedTable({ forming, stale }: { readonly forming: FormingGiven; readonly stale: boolean }) {
  const units = useUnits()
  const focus = useSessionState((s) => s.focus?.station)
  const shown = useSessionState(useShallow((s) => runView(partOf(s), s.result, selectionOf(s).step)))
  const { run, path } = shown ?? {}
  const { bar, bends, program } = forming
  const length = (v: number): string => tightLength(v, units.length)
  return (
    <Section title={stale ? 'Last good moves' : 'Moves'}>
      {bends.length === 0 ? (
        <p className="muted">No bends: the bar stays straight.</p>
      ) : (
        <table className="figure w-full text-right [&_td]:pl-1.5" aria-label="Moves of the bender">
          <thead>
            <tr className="font-sans [&>th]:pb-1 [&>th]:font-medium">
              <th className="text-left">#</th>
              <th>feed</th>
              <th>turn</th>
              <th>set</th>
              <th>tool R</th>
            </tr>
          </thead>
          <tbody>
            {program.moves.map((m) => {
              const number = bar.bends[m.index]!.bend
              const bend = bends[number]!
              const [first, last] = bend.row.segments
              const stations =
                run && path
                  ? ([run.path.starts[first]!, run.path.starts[last + 1]!].map((s) =>
                      stationOnPath(run, s),
                    ) as [number, number])
                  : undefined
              const lit = stations && focus !== undefined && focus > stations[0] && focus < stations[1]
              const corrected = bend.set !== bend.row.angle || bend.tool !== bend.row.radius
              return (
                <MoveRow
                  key={m.index}
                  m={m}
                  lit={lit}
                  stations={stations}
                  path={path}
                  number={number}
                  length={length}
                  bend={bend}
                  corrected={corrected}
                />
              )
            })}
            <tr className="border-t hairline">
              <td className="py-0.5 text-left muted">end</td>
              <td>{length(bar.last)}</td>
              <td colSpan={3} />
            </tr>
          </tbody>
        </table>
      )}
    </Section>
  )
}

/** One move of the bender. */
function MoveRow({
  m,
  lit,
  stations,
  path,
  number,
  length,
  bend,
  corrected,
}: {
  readonly m: Move
  readonly lit: boolean | undefined
  readonly stations: [number, number] | undefined
  readonly path: PathGiven | undefined
  readonly number: number
  readonly length: (v: number) => string
  readonly bend: FormedBend
  readonly corrected: boolean
}) {
  const { session } = useBench()
  return (
    <tr
      className={`border-t hairline align-top ${lit ? 'bg-[var(--chosen-wash)]' : ''}`}
      onPointerEnter={() => {
        if (!stations || !path) return
        const station = (stations[0] + stations[1]) / 2
        session.point({ station, segment: locate(path.path, station).index })
      }}
      onPointerLeave={() => session.point(undefined)}
    >
      <td className="py-0.5 text-left muted">{number + 1}</td>
      <td>{length(m.feed)}</td>
      <td>
        {formatAngle(m.turn, 1)}
        {m.flipped && <span title="Bent to the other hand"> ⇄</span>}
      </td>
      <td title={String(deg(bend.set))}>
        {formatAngle(bend.set, 2)}
        {corrected && <span className="block muted">for {formatAngle(bend.row.angle, 2)}</span>}
      </td>
      <td title={String(bend.tool)}>
        {length(bend.tool)}
        {corrected && <span className="block muted">gives {length(bend.got)}</span>}
      </td>
    </tr>
  )
}
