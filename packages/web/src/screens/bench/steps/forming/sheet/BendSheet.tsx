import { useEffect, useRef } from 'react'
import type { FormingStep } from '@flexum/core/recipe'
import { bendSheetOf, type BendSheet as Sheet, type SheetTable } from '@flexum/core/report'
import { usePart, useSessionState } from '../../../context.ts'
import { SheetBar } from './SheetBar.tsx'
import { SheetPicture } from './SheetPicture.tsx'

/** The page that goes to the bender: picture, straight bar, moves as they are made, bends as they are wanted, points, blank. */
export function BendSheet(props: { readonly step: FormingStep; onClose(): void }) {
  const { step } = props
  const part = usePart()
  const id = useSessionState((s) => s.id)
  const result = useSessionState((s) => s.result)
  const revision = useSessionState((s) => s.revision)
  const saved = useSessionState((s) => s.save.kind === 'saved')
  const dialog = useRef<HTMLDialogElement>(null)
  useEffect(() => dialog.current?.showModal(), [])
  const sheet = result && bendSheetOf(part, result, step.id, revision)
  return (
    <dialog
      ref={dialog}
      className="bend-sheet m-auto h-[94vh] w-[860px] max-w-[96vw] overflow-auto bg-white p-8 text-[#23282c]"
      aria-label="Bend sheet"
      onClose={props.onClose}
    >
      <div className="mb-4 flex items-center justify-end gap-2 print:hidden">
        {!saved && <p role="status">The PDF is of what is saved; it is being saved.</p>}
        <button type="button" className="btn btn-sm btn-neutral" onClick={() => window.print()}>
          Print
        </button>
        <a
          className="btn btn-sm btn-paper"
          aria-disabled={!saved || !sheet}
          {...(saved && sheet ? { href: `/api/parts/${id}/bend-sheets/${step.id}.pdf`, download: '' } : {})}
        >
          PDF
        </a>
        <button type="button" className="btn btn-sm btn-ghost" onClick={() => dialog.current?.close()}>
          Close
        </button>
      </div>
      {sheet ? <Page sheet={sheet} /> : <p>The part cannot be built as it stands.</p>}
    </dialog>
  )
}

function Page({ sheet }: { readonly sheet: Sheet }) {
  const { tables } = sheet
  return (
    <article className="flex flex-col gap-4 text-[12.5px]">
      <header className="flex items-baseline justify-between border-b-2 border-current pb-1">
        <h1 className="text-[20px] font-semibold">{sheet.title}</h1>
        <p>{sheet.about}</p>
      </header>
      <div className="grid grid-cols-[1.3fr_1fr] gap-6">
        <SheetPicture picture={sheet.picture} />
        <dl className="grid grid-cols-[auto_1fr] content-start gap-x-3 gap-y-0.5">
          {sheet.facts.map(([label, value]) => (
            <div key={label} className="contents">
              <dt>{label}</dt>
              <dd className="text-right font-medium">{value}</dd>
            </div>
          ))}
        </dl>
      </div>
      <SheetBar bar={sheet.bar} />
      <div className="grid grid-cols-[1.25fr_1fr] gap-6">
        <Table table={tables.bent} />
        <Table table={tables.wanted} />
      </div>
      <Table table={tables.points} />
    </article>
  )
}

function Table({ table: { title, heads, rows } }: { readonly table: SheetTable }) {
  return (
    <section>
      <h2 className="mb-1 font-semibold">{title}</h2>
      <table className="figure w-full text-right" aria-label={title}>
        <thead>
          <tr className="border-b border-current font-sans [&>th]:font-medium [&>th:first-child]:text-left">
            {heads.map((h) => (
              <th key={h}>{h}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
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
