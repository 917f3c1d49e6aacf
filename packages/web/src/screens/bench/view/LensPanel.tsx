import { useState } from 'react'
import type { BenchView } from '../../../scene/BenchView.ts'
import { Slider, ToolPanel } from './ToolPanel.tsx'

/** How the eye sees: with depth or in parallel, narrow or wide enough to look about inside a room. */
export function LensPanel({ view, onClose }: { readonly view: BenchView; onClose(): void }) {
  const [lens, setLens] = useState(view.lens)
  const put = (next: typeof lens): void => {
    view.setLens(next)
    setLens(next)
  }
  return (
    <ToolPanel title="Lens" onClose={onClose}>
      <div role="radiogroup" aria-label="Lines" className="flex gap-3">
        {[false, true].map((parallel) => (
          <label key={String(parallel)} className="flex items-center gap-1.5">
            <input
              type="radio"
              className="radio radio-xs"
              checked={lens.parallel === parallel}
              onChange={() => put({ ...lens, parallel })}
            />
            {parallel ? 'Parallel' : 'With depth'}
          </label>
        ))}
      </div>
      <Slider
        label="View angle"
        value={lens.angleDeg}
        min={10}
        max={110}
        step={1}
        shown={`${lens.angleDeg}°`}
        onChange={(angleDeg) => put({ ...lens, angleDeg })}
      />
      <p className="muted">A wide angle shows a room from inside: come near, then widen.</p>
    </ToolPanel>
  )
}
