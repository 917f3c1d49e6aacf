import { memo } from 'react'
import { memoLast, type Id } from '@flexum/core/base'
import type { Curve2 } from '@flexum/core/plane'
import { piecesOf, placesOf, type SketchEntity } from '@flexum/core/sketch'
import { isFree, type SheetModel } from '../../../sheet/model.ts'
import { laidOn, type SheetView } from '../../../sheet/view.ts'
import { Blocks } from '../../../ui/Blocks.tsx'
import { curvesPath } from '../../../ui/curvePath.ts'
import { useSheetState } from './context.ts'

/** The curves: settled ones solid, free ones dashed, guides dotted, clashing ones marked. */
export function CurvesLayer({ model, view }: { readonly model: SheetModel; readonly view: SheetView }) {
  const chosen = useSheetState((s) => s.chosen)
  const hover = useSheetState((s) => s.hover)
  const pending = useSheetState((s) => s.pending)
  const pointed = useSheetState((s) => s.pointed)
  const [taken, tied] = [new Set(chosen), new Set(pointed)]
  const looked =
    pending?.kind === 'clash' && pending.looked !== undefined ? pending.rows[pending.looked] : undefined
  const shown = useSheetState((s) => s.ghost)
  const ghost = pending?.kind === 'far' ? pending.drawing.entities : (looked?.without ?? shown)
  return (
    <g fill="none" strokeLinecap="butt">
      <Blocks
        of={CurveMark}
        items={model.entities.flatMap((e) => {
          const pieces = model.pieces.get(e.id)
          if (!pieces?.length) return []
          return {
            id: e.id,
            d: pathOn(pieces, view),
            guide: e.kind !== 'point' && e.guide === true,
            free: isFree(model, e.id),
            chosen: taken.has(e.id),
            lit: e.id === hover || tied.has(e.id),
            faint: ghost !== undefined,
          }
        })}
      />
      {ghost && <Ghost entities={ghost} view={view} />}
    </g>
  )
}

/** The path of pieces as a view lays them; made once for each view. */
const pathOn = memoLast((pieces: readonly Curve2[], view: SheetView): string =>
  curvesPath(pieces, laidOn(view)),
)

const strokeOf = (guide: boolean, free: boolean): string =>
  guide ? 'var(--ink2)' : free ? 'var(--color-primary)' : 'var(--color-success)'

interface CurveMarkProps {
  readonly id: Id
  readonly d: string
  readonly guide: boolean
  readonly free: boolean
  readonly chosen: boolean
  readonly lit: boolean
  readonly faint: boolean
}

/** One curve; drawn again only when it looks different, however many there are. */
const CurveMark = memo(function CurveMark(props: CurveMarkProps) {
  const { id, d, guide, free, chosen, lit, faint } = props
  return (
    <g data-entity={id} data-state={free ? 'free' : 'settled'} opacity={faint ? 0.35 : 1}>
      {(chosen || lit) && (
        <path d={d} stroke="var(--chosen-wash)" strokeWidth={chosen ? 10 : 7} strokeLinecap="round" />
      )}
      <path
        d={d}
        stroke={strokeOf(guide, free)}
        strokeWidth={guide ? 1.2 : chosen ? 3 : 2.4}
        {...(guide ? { strokeDasharray: '1.5 4' } : free ? { strokeDasharray: '8 4' } : {})}
      />
    </g>
  )
})

/** The shape that a change would give. */
function Ghost({ entities, view }: { readonly entities: readonly SketchEntity[]; readonly view: SheetView }) {
  const at = placesOf(entities)
  const on = laidOn(view)
  return (
    <g data-ghost>
      {entities.map((e) => {
        const d = curvesPath(piecesOf(e, at), on)
        return d ? <path key={e.id} d={d} stroke="var(--color-primary)" strokeWidth="2.4" /> : null
      })}
    </g>
  )
}
