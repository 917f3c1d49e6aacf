import { useEffect, useRef } from 'react'
import { stepOf, type FormingStep } from '@flexum/core/document'
import { fittedBlank, inputOf, type FormingGiven } from '@flexum/core/evaluate'
import { zonesOf } from '@flexum/core/forming'
import { deg } from '@flexum/core/num'
import { pathPoint } from '@flexum/core/path'
import { formatDecimal, formatLength, formatLengthFigures, formatMass, formulaText } from '@flexum/core/units'
import { stepResult } from '../../../../../bench/results.ts'
import { usePart, useSessionState } from '../../../context.ts'
import { SheetBar } from './SheetBar.tsx'
import { SheetPicture } from './SheetPicture.tsx'

/** The page that goes to the bender: picture, straight bar, moves as they are made, bends as they are wanted, points, blank. */
export function BendSheet(props: {
  readonly step: FormingStep
  readonly forming: FormingGiven
  onClose(): void
}) {
  const { step, forming } = props
  const dialog = useRef<HTMLDialogElement>(null)
  useEffect(() => dialog.current?.showModal(), [])
  return (
    <dialog
      ref={dialog}
      className="bend-sheet m-auto h-[94vh] w-[860px] max-w-[96vw] overflow-auto bg-white p-8 text-[#23282c]"
      aria-label="Bend sheet"
      onClose={props.onClose}
    >
      <div className="mb-4 flex justify-end gap-2 print:hidden">
        <button type="button" className="btn btn-sm btn-neutral" onClick={() => window.print()}>
          Print
        </button>
        <button type="button" className="btn btn-sm btn-ghost" onClick={() => dialog.current?.close()}>
          Close
        </button>
      </div>
      <Sheet step={step} forming={forming} />
    </dialog>
  )
}

function Sheet({ step, forming }: { readonly step: FormingStep; readonly forming: FormingGiven }) {
  const part = usePart()
  const all = useSessionState((s) => s.result)
  const revision = useSessionState((s) => s.revision)
  const own = stepResult(all, step.blank)?.output?.blank
  const blank = own && fittedBlank(own, all?.steps ?? [])
  const run = stepResult(all, step.run)?.output?.carried
  const runStep = stepOf(part, step.run)
  const profile = stepResult(all, inputOf(runStep, 'section'))
  const { length, mass } = part.units
  const { bar, bends, program, straights } = forming
  if (!blank || !run || !profile?.output?.section) return <p>The part cannot be built as it stands.</p>
  const fig = (v: number): string => formatLengthFigures(v, length)
  const zones = zonesOf(bar)
  const middles = bends.map(({ row }) => {
    const [from, to] = [run.path.starts[row.segments[0]]!, run.path.starts[row.segments[1] + 1]!]
    return pathPoint(run.path, (from + to) / 2)
  })
  const points = [
    ['start', pathPoint(run.path, 0)] as const,
    ...bends.flatMap(({ row }, i) => [
      [`bend ${i + 1} begins`, pathPoint(run.path, run.path.starts[row.segments[0]]!)] as const,
      [`bend ${i + 1} ends`, pathPoint(run.path, run.path.starts[row.segments[1] + 1]!)] as const,
    ]),
    ['end', pathPoint(run.path, run.path.length)] as const,
  ]
  const { tolerances } = step
  return (
    <article className="flex flex-col gap-4 text-[12.5px]">
      <header className="flex items-baseline justify-between border-b-2 border-current pb-1">
        <h1 className="text-[20px] font-semibold">{part.name}</h1>
        <p>
          Bend sheet · revision {revision} · lengths in {length.unit}
        </p>
      </header>
      <div className="grid grid-cols-[1.3fr_1fr] gap-6">
        <SheetPicture path={run.path} reach={forming.reach} bends={middles} />
        <dl className="grid grid-cols-[auto_1fr] content-start gap-x-3 gap-y-0.5">
          {(
            [
              ['Section', profile.summary],
              ['Material', profile.output.section.material],
              ['Cut length', formatLength(blank.cut, length)],
              ['Developed', formatLength(blank.developed.length, length)],
              blank.startAllowance + blank.endAllowance > 0
                ? ['Allowances', `${fig(blank.startAllowance)} + ${fig(blank.endAllowance)}`]
                : undefined,
              blank.cutOff.start + blank.cutOff.end > 0
                ? ['Cut off after bending', `${fig(blank.cutOff.start)} + ${fig(blank.cutOff.end)}`]
                : undefined,
              ['Mass of the blank', formatMass(blank.mass, mass, 4)],
              ['Bender', step.bender.name],
              ['Bent first', step.fromEnd ? 'the end' : 'the start'],
              ['Time', `${formatDecimal(program.time, 0)} s`],
              tolerances
                ? [
                    'Tolerances',
                    `± ${formulaText(tolerances.length)} length, ± ${formulaText(tolerances.angle)}° angle`,
                  ]
                : undefined,
            ] as const
          ).map(
            (row) =>
              row && (
                <div key={row[0]} className="contents">
                  <dt>{row[0]}</dt>
                  <dd className="text-right font-medium">{row[1]}</dd>
                </div>
              ),
          )}
        </dl>
      </div>
      <SheetBar bar={bar} display={length} />
      <div className="grid grid-cols-[1.25fr_1fr] gap-6">
        <Table
          title="As it is bent"
          heads={['#', 'bend', 'mark at', 'feed', 'turn', 'set', 'tool R']}
          rows={program.moves.map((m, i) => {
            const bend = bar.bends[m.index]!.bend
            return [
              String(i + 1),
              String(bend + 1),
              fig(zones[m.index]!.from),
              fig(m.feed),
              `${formatDecimal(deg(m.turn), 1)}°${m.flipped ? ' other hand' : ''}`,
              `${formatDecimal(deg(m.set), 1)}°`,
              fig(bends[bend]!.tool),
            ]
          })}
        />
        <Table
          title="As it is wanted"
          heads={['bend', 'straight', 'turn', 'angle', 'R']}
          rows={[
            ...bends.map(({ row }, i) => [
              String(i + 1),
              fig(row.length),
              `${formatDecimal(deg(row.rotation), 1)}°`,
              `${formatDecimal(deg(row.angle), 1)}°`,
              fig(row.radius),
            ]),
            ['end', fig(straights.at(-1)!), '', '', ''],
          ]}
        />
      </div>
      <Table
        title="Points of the centre line"
        heads={['place', 'x', 'y', 'z']}
        rows={points.map(([name, p]) => [name, ...p.map((v) => fig(v))])}
      />
    </article>
  )
}

function Table(props: {
  readonly title: string
  readonly heads: readonly string[]
  readonly rows: readonly (readonly string[])[]
}) {
  return (
    <section>
      <h2 className="mb-1 font-semibold">{props.title}</h2>
      <table className="figure w-full text-right" aria-label={props.title}>
        <thead>
          <tr className="border-b border-current font-sans [&>th]:font-medium [&>th:first-child]:text-left">
            {props.heads.map((h) => (
              <th key={h}>{h}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {props.rows.map((row, i) => (
            <tr key={i} className="border-b border-[#ccc] [&>td:first-child]:text-left">
              {row.map((cell, k) => (
                <td key={k} className="py-0.5">
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}
