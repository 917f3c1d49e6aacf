import type { Step } from '@flexum/core/recipe'
import { useBench, useSessionState } from '../context.ts'
import { pickEdges, pickEdgesOfFace, type EdgeSet } from './pick-edges.ts'

/** Buttons by which edges are pressed in the picture, one by one or all of a face. */
export function EdgeButtons({ step, set }: { readonly step: Step; readonly set: EdgeSet }) {
  const { session } = useBench()
  const picking = useSessionState((s) => s.picking?.step === step.id && s.picking.what)
  return (
    <div className="flex gap-1.5">
      <button
        type="button"
        className={`btn btn-sm ${picking === 'edge' ? 'btn-primary' : 'btn-success'}`}
        aria-pressed={picking === 'edge'}
        onClick={() => (picking === 'edge' ? session.pick(undefined) : pickEdges(session, step.id, set))}
      >
        {picking === 'edge' ? 'Done' : 'Pick edges'}
      </button>
      <button
        type="button"
        className={`btn btn-sm ${picking === 'face' ? 'btn-primary' : 'btn-paper'}`}
        aria-pressed={picking === 'face'}
        onClick={() =>
          picking === 'face' ? session.pick(undefined) : pickEdgesOfFace(session, step.id, set)
        }
      >
        All of a face
      </button>
    </div>
  )
}
