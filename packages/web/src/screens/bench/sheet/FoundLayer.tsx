import { pointAt } from '@flexum/core/plane'
import { laidOn, toScreen, type SheetView } from '../../../sheet/view.ts'
import { curvesPath } from '../../../ui/curvePath.ts'
import { useSheet, useSheetState } from './context.ts'

/** Outlines that were found in the picture: those to be drawn solid, those left out dotted and crossed out. */
export function FoundLayer({ view }: { readonly view: SheetView }) {
  const sheet = useSheet()
  const found = useSheetState((s) => s.found)
  const on = laidOn(view)
  return (
    <g fill="none">
      {found?.map(({ stroke, out }, i) => {
        const d = curvesPath(stroke.curves, on)
        const [x, y] = toScreen(view, pointAt(stroke.curves[0]!, 0.5))
        return (
          <g key={i} data-found={out ? 'out' : 'in'} opacity={out ? 0.7 : 1}>
            <path
              d={d}
              stroke={out ? 'var(--ink2)' : 'var(--color-primary)'}
              strokeWidth={out ? 1.4 : 2.4}
              {...(out ? { strokeDasharray: '1.5 4' } : {})}
            />
            {out && (
              <path d={`M${x - 5} ${y - 5}l10 10m0 -10l-10 10`} stroke="var(--color-error)" strokeWidth="2" />
            )}
            {found.length > 1 && (
              <>
                <text
                  x={x + 8}
                  y={y - 8}
                  fill="var(--color-base-content)"
                  stroke="none"
                  className="figure text-xs"
                >
                  {i + 1}
                </text>
                <path
                  d={d}
                  data-press
                  stroke="transparent"
                  strokeWidth="14"
                  style={{ cursor: 'pointer' }}
                  onPointerDown={() => sheet.leaveOut(i)}
                />
              </>
            )}
          </g>
        )
      })}
    </g>
  )
}
