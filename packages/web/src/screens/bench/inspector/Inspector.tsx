import type { Station } from '@flexum/core/document'
import { selectionOf } from '../../../bench/session.ts'
import { useSessionState } from '../context.ts'
import { CheckInspector } from './CheckInspector.tsx'
import { EndsInspector, FitInspector } from './EndsInspector.tsx'
import { PathInspector } from './PathInspector.tsx'
import { ProfileInspector } from './ProfileInspector.tsx'
import { RunInspector } from './RunInspector.tsx'
import { ShopInspector } from './ShopInspector.tsx'
import { ValuesInspector } from './ValuesInspector.tsx'

const INSPECTORS: Readonly<Record<Station, () => React.ReactNode>> = {
  values: ValuesInspector,
  path: PathInspector,
  profile: ProfileInspector,
  run: RunInspector,
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
