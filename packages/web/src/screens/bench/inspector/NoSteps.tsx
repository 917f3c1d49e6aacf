import { EmptyState } from '../../../ui/EmptyState.tsx'
import { FileButton } from '../../../ui/FileButton.tsx'
import { bringInSvg } from '../actions/files-in.ts'
import { readPoints } from '../actions/points-in.ts'
import { addNewStep, drawBody, drawPath, drawProfile } from '../actions/recipe.ts'
import { useBench } from '../context.ts'
import { BringInSvg } from '../steps/shared/BringInSvg.tsx'

/** What to do where there is no path. */
export function NoPath() {
  const { session } = useBench()
  return (
    <EmptyState title="No path yet">
      <p className="mb-3">A path is the centre line that the section is carried along.</p>
      <div className="flex flex-wrap justify-center gap-2">
        <button type="button" className="btn btn-sm btn-paper" onClick={() => drawPath(session)}>
          Draw it
        </button>
        <button
          type="button"
          className="btn btn-sm btn-paper"
          onClick={() => addNewStep(session, 'node-path')}
        >
          Through nodes
        </button>
        <button
          type="button"
          className="btn btn-sm btn-paper"
          onClick={() => addNewStep(session, 'bend-table')}
        >
          Bend table
        </button>
        <button
          type="button"
          className="btn btn-sm btn-paper"
          onClick={() => addNewStep(session, 'helix-path')}
        >
          Helix
        </button>
        <FileButton
          sort="points"
          className="btn-sm btn-paper"
          onFile={(file) => void file.text().then((text) => readPoints(session, file.name, text))}
        >
          Points from a file…
        </FileButton>
        <FileButton
          sort="outlines"
          className="btn-sm btn-paper"
          onFile={(file) =>
            void file.text().then((text) => bringInSvg(session, file.name, text, 'sketch-path'))
          }
        >
          From SVG…
        </FileButton>
      </div>
    </EmptyState>
  )
}

export function NoProfile() {
  const { session } = useBench()
  return (
    <EmptyState title="No profile yet">
      <p className="mb-3">A profile is the section that is carried along the path.</p>
      <button
        type="button"
        className="btn btn-sm btn-paper"
        onClick={() => addNewStep(session, 'stock-profile')}
      >
        From stock
      </button>{' '}
      <BringInSvg />
      <button type="button" className="btn btn-sm btn-paper" onClick={() => drawProfile(session)}>
        Draw it
      </button>
    </EmptyState>
  )
}

export function NoRun() {
  const { session } = useBench()
  return (
    <EmptyState title="No run yet">
      <p className="mb-3">A run carries one profile along one path.</p>
      <button type="button" className="btn btn-sm btn-paper" onClick={() => addNewStep(session, 'run')}>
        Add a run
      </button>
    </EmptyState>
  )
}

/** Bodies the run meets; there are none so far. */
export function NoBodies() {
  const { session } = useBench()
  return (
    <EmptyState title="No bodies here">
      <p className="mb-3">
        This part is made of runs by themselves. A body is drawn on a sheet and extruded; a run can then join
        it, cut it or keep what both have.
      </p>
      <button type="button" className="btn btn-sm btn-success" onClick={() => drawBody(session)}>
        Draw a body
      </button>
    </EmptyState>
  )
}
