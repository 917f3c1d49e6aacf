import { useEffect, useRef, useState } from 'react'
import type { CarriedGiven } from '@flexum/core/sweep'
import type { HoleMark, SectionGiven } from '@flexum/core/recipe/evaluated'
import { formatLength } from '@flexum/core/units'
import type { StripLayout } from '../../../../strip/layout.ts'
import { PAPERS, sheetsOf, type Paper } from '../../../../strip/sheets.ts'
import { counted } from '../../../../ui/counted.ts'
import { usePart, useUnits } from '../../context.ts'
import { SheetOfStrip } from './SheetOfStrip.tsx'

/** How high the strip is where it is not once round the bar, mm. */
const PLAIN = 20
/** Room on a sheet for what stands over and under the strip, mm. */
const ROOM = 60

/** The strip at true size on sheets of paper, to be printed, joined, and laid beside the bar or wrapped round it. */
export function StripSheets(props: {
  readonly layout: StripLayout
  readonly run: CarriedGiven | undefined
  readonly holes: readonly HoleMark[]
  readonly profile: SectionGiven | undefined
  onClose(): void
}) {
  const { layout, run, holes, profile } = props
  const part = usePart()
  const units = useUnits()
  const dialog = useRef<HTMLDialogElement>(null)
  const [paper, setPaper] = useState<Paper>(
    units.length.unit === 'in' || units.length.unit === 'ft' ? 'letter' : 'a4',
  )
  const { wide, high, page } = PAPERS[paper]
  const around = profile && isRound(profile) ? profile.properties.outerPerimeter : undefined
  const wraps = around !== undefined && around <= high - ROOM
  const [wrapped, setWrapped] = useState(true)
  useEffect(() => dialog.current?.showModal(), [])
  const sheets = sheetsOf(layout.start, layout.length, wide)
  const tall = wraps && wrapped ? around : PLAIN
  return (
    <dialog
      ref={dialog}
      className="strip-sheets m-auto h-[94vh] w-[1160px] max-w-[98vw] overflow-auto bg-white p-6 text-[#23282c]"
      aria-label="The strip at true size"
      onClose={props.onClose}
    >
      <style>{`@media print { @page { size: ${page}; margin: 9mm } }`}</style>
      <div className="mb-4 flex flex-wrap items-center justify-end gap-3 print:hidden">
        <p className="mr-auto max-w-[46ch]">
          {sheets
            ? `${counted(sheets.length, 'sheet')}. Print at 100 %, not fitted to the page, and check the 100 mm line.`
            : ''}
        </p>
        {wraps && (
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={wrapped}
              onChange={() => setWrapped(!wrapped)}
            />
            Once round the bar, {formatLength(around, units.length)}
          </label>
        )}
        <label className="flex items-center gap-2">
          Paper
          <select
            className="select select-sm w-28"
            value={paper}
            onChange={(e) => setPaper(e.target.value as Paper)}
          >
            {Object.entries(PAPERS).map(([key, { title }]) => (
              <option key={key} value={key}>
                {title}
              </option>
            ))}
          </select>
        </label>
        <button
          type="button"
          className="btn btn-sm btn-neutral"
          disabled={!sheets}
          onClick={() => window.print()}
        >
          Print
        </button>
        <button type="button" className="btn btn-sm btn-ghost" onClick={() => dialog.current?.close()}>
          Close
        </button>
      </div>
      {sheets ? (
        sheets.map((sheet) => (
          <SheetOfStrip
            key={sheet.number}
            sheet={sheet}
            of={sheets.length}
            title={part.name}
            layout={layout}
            run={run}
            holes={holes}
            wide={wide}
            tall={tall}
            wrapped={tall !== PLAIN}
            units={units}
          />
        ))
      ) : (
        <p>
          A bar of {formatLength(layout.length, units.length)} takes more sheets than are printed. Larger
          paper, or a shorter part of the path, would do.
        </p>
      )}
    </dialog>
  )
}

/** A bar that paper is wrapped round and lies on. */
const isRound = ({ shape }: SectionGiven): boolean => shape === 'round-bar' || shape === 'tube'
