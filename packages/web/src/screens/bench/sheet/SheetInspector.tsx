import { memo } from 'react'
import { isBuiltIn } from '@flexum/core/sketch'
import { AllConstraints } from './ConstraintList.tsx'
import type { SheetModel } from '../../../sheet/model.ts'
import { ChangePanel } from './ChangePanel.tsx'
import { ChosenPanel } from './ChosenPanel.tsx'
import { ClashPanel, StandingClash } from './ClashPanels.tsx'
import { useSheet, useSheetModel, useSheetState } from './context.ts'
import { DimensionPanel } from './DimensionPanel.tsx'
import { GapsPanel, OpenEndsPanel } from './GapsPanel.tsx'
import { PicturePanel } from './PicturePanel.tsx'
import { UsesPanel } from './UsesPanel.tsx'
import { SettlePanel } from './SettlePanel.tsx'
import { ValuesUsed } from './ValuesUsed.tsx'

/** What clashes, gaps, what is chosen with its constraints, what could be constrained, and all that is. */
export function SheetInspector() {
  const sheet = useSheet()
  const live = useSheetModel()
  const dragging = useSheetState((s) => s.dragging)
  // While something is dragged nothing can be pressed here: it all stays as it was until it is let go.
  const model = live && dragging && sheet.counting() ? sheet.model() : live
  const chosen = useSheetState((s) => s.chosen)
  return model ? <Panels model={model} chosen={chosen} /> : null
}

const Panels = memo(function Panels(props: {
  readonly model: SheetModel
  readonly chosen: readonly string[]
}) {
  const { model, chosen } = props
  const dimension = chosen.length === 1 ? model.step.constraints.find((c) => c.id === chosen[0]) : undefined
  const things = chosen.filter((id) => model.byId.has(id) || isBuiltIn(id))
  return (
    <aside aria-label="Inspector" className="panel h-full overflow-y-auto pb-4">
      <ClashPanel model={model} />
      <StandingClash model={model} />
      <PicturePanel model={model} />
      <ChangePanel model={model} />
      <SettlePanel model={model} />
      <GapsPanel model={model} />
      {dimension?.kind === 'dimension' && <DimensionPanel model={model} d={dimension} />}
      {things.length > 0 && <ChosenPanel model={model} chosen={things} />}
      <UsesPanel model={model} />
      <OpenEndsPanel model={model} />
      <AllConstraints model={model} />
      <ValuesUsed />
    </aside>
  )
})
