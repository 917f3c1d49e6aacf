import { useState } from 'react'
import { kindOf, type SheetPlane } from '@flexum/core/recipe'
import { FormDialog } from '../stock/FormDialog.tsx'
import { drawPath } from './actions/recipe.ts'
import { useBench, usePart } from './context.ts'
import { planeFor, PLANES, PRESSED } from './steps/sketch/planes.ts'

/** Asks on which plane a new path is drawn, where there is a sheet already: that of the last drawn path is proposed. */
export function NewSheetDialog({ onClose }: { onClose(): void }) {
  const { session } = useBench()
  const part = usePart()
  const paths = part.steps.flatMap((s) => (s.kind === 'sketch-path' ? [s.sketch] : []))
  const last = part.steps.findLast((s) => s.kind === 'sketch' && paths.includes(s.id))
  // New steps come before the first run.
  const run = part.steps.findIndex((s) => kindOf(s).gives.includes('carried'))
  const index = run < 0 ? part.steps.length : run
  const [kind, setKind] = useState<SheetPlane['kind']>(last?.kind === 'sketch' ? last.plane.kind : 'xz')
  const planeOf = (k: SheetPlane['kind']): SheetPlane | undefined =>
    last?.kind === 'sketch' && last.plane.kind === k ? last.plane : planeFor(part, index, k)
  const plane = planeOf(kind)
  // Those that are pressed in the picture are only offered where the last one lies so.
  const kinds = (Object.keys(PLANES) as SheetPlane['kind'][]).filter((k) => !PRESSED.has(k) || planeOf(k))
  return (
    <FormDialog
      title="On which plane?"
      keep="Draw"
      busy={plane === undefined}
      refusal={undefined}
      onSubmit={(e) => {
        e.preventDefault()
        if (!plane) return
        onClose()
        drawPath(session, plane)
      }}
      onClose={onClose}
    >
      {kinds.map((k) => {
        const there = planeOf(k) !== undefined
        return (
          <label key={k} className={`flex items-center gap-2 ${there ? '' : 'opacity-45'}`}>
            <input
              type="radio"
              name="plane"
              className="radio radio-sm"
              checked={kind === k}
              autoFocus={kind === k}
              disabled={!there}
              onChange={() => setKind(k)}
            />
            {PLANES[k]}
            {last?.kind === 'sketch' && last.plane.kind === k && (
              <span className="muted">as {last.name}</span>
            )}
          </label>
        )
      })}
    </FormDialog>
  )
}
