import { useEffect, useRef, useState } from 'react'
import { templateOf, type CutsGiven, type SawnPiece } from '@flexum/core/cutting'
import type { CarriedGiven } from '@flexum/core/sweep'
import { formatLength } from '@flexum/core/units'
import { PAPERS, sheetsOf, type Paper } from '../../../../strip/sheets.ts'
import { counted } from '../../../../ui/counted.ts'
import { usePart, useUnits } from '../../context.ts'
import { pointsOf } from './LieDrawing.tsx'
import { TemplateSheet, type EndTemplate } from './TemplateSheet.tsx'

/** Templates are drawn for straight pieces whose ends are none that are square. */
export const hasTemplate = ({ straight, start, end }: SawnPiece): boolean =>
  straight && [start, end].some((e) => isShaped(e.made))

const isShaped = (made: SawnPiece['end']['made']): boolean => made !== 'square' && made !== 'domed'

/** The templates of all cuts that are none square. */
function templatesOf(run: CarriedGiven, cuts: CutsGiven): readonly EndTemplate[] {
  const outline = pointsOf(run.section)[0] ?? []
  return cuts.pieces.filter(hasTemplate).flatMap((p) =>
    (['start', 'end'] as const).flatMap((side): EndTemplate[] =>
      isShaped(p[side].made)
        ? [
            {
              piece: p.number,
              side,
              made: p[side].made,
              template: templateOf(outline, p.to - p.from, p.start, p.end, side),
            },
          ]
        : [],
    ),
  )
}

/** Cuts at true size on sheets of paper, to be wrapped round the bar: the line lies where it is cut. */
export function TemplateSheets(props: {
  readonly run: CarriedGiven
  readonly cuts: CutsGiven
  onClose(): void
}) {
  const part = usePart()
  const units = useUnits()
  const dialog = useRef<HTMLDialogElement>(null)
  const [paper, setPaper] = useState<Paper>(
    units.length.unit === 'in' || units.length.unit === 'ft' ? 'letter' : 'a4',
  )
  const { wide, page } = PAPERS[paper]
  useEffect(() => dialog.current?.showModal(), [])
  const templates = templatesOf(props.run, props.cuts)
  const sheets = templates.flatMap((t) =>
    (sheetsOf(0, t.template.around, wide) ?? []).map((sheet, _, all) => ({ t, sheet, of: all.length })),
  )
  return (
    <dialog
      ref={dialog}
      className="strip-sheets m-auto h-[94vh] w-[1160px] max-w-[98vw] overflow-auto bg-white p-6 text-[#23282c]"
      aria-label="Templates at true size"
      onClose={props.onClose}
    >
      <style>{`@media print { @page { size: ${page}; margin: 9mm } }`}</style>
      <div className="mb-4 flex flex-wrap items-center justify-end gap-3 print:hidden">
        <p className="mr-auto max-w-[52ch]">
          {counted(sheets.length, 'sheet')}. Print at 100 %, not fitted to the page, check the 100 mm line,
          cut along the curve and wrap it round the bar, its straight edge square.
        </p>
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
        <button type="button" className="btn btn-sm btn-neutral" onClick={() => window.print()}>
          Print
        </button>
        <button type="button" className="btn btn-sm btn-ghost" onClick={() => dialog.current?.close()}>
          Close
        </button>
      </div>
      {sheets.map(({ t, sheet, of }) => (
        <TemplateSheet
          key={`${t.piece}-${t.side}-${sheet.number}`}
          of={of}
          sheet={sheet}
          title={part.name}
          end={t}
          wide={wide}
          figure={(mm) => formatLength(mm, units.length)}
        />
      ))}
    </dialog>
  )
}
