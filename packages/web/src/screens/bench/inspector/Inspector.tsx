import type { ReactNode } from 'react'
import type { Station } from '@flexum/core/recipe'
import { selectionOf } from '../../../bench/session.ts'
import { useSessionState } from '../context.ts'
import { EndsInspector } from '../steps/run/EndsInspector.tsx'
import { CheckInspector } from './CheckInspector.tsx'
import { FitInspector } from './FitInspector.tsx'
import { NoPath, NoProfile, NoRun } from './NoSteps.tsx'
import { ShopInspector } from './ShopInspector.tsx'
import { StationSteps } from './StationSteps.tsx'
import { ValuesInspector } from './ValuesInspector.tsx'

const INSPECTORS: Readonly<Record<Station, () => ReactNode>> = {
  values: ValuesInspector,
  path: () => <StationSteps station="path" empty={<NoPath />} />,
  profile: () => <StationSteps station="profile" empty={<NoProfile />} />,
  run: () => <StationSteps station="run" empty={<NoRun />} />,
  ends: EndsInspector,
  fit: FitInspector,
  check: CheckInspector,
  shop: ShopInspector,
}

/** Fields and figures of the station that is worked on. */
export function Inspector() {
  const station = useSessionState((s) => selectionOf(s).station)
  const Panel = INSPECTORS[station]
  return (
    <aside aria-label="Inspector" className="panel h-full overflow-y-auto">
      <Panel />
    </aside>
  )
}
