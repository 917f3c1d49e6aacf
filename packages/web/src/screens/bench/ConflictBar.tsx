import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import { createPart } from '../../api/parts.ts'
import { partOf } from '../../bench/session.ts'
import { useBench, useSessionState } from './context.ts'

/** Shown when someone else saved in between: keep one's own as a copy, or take theirs. Nothing is lost either way. */
export function ConflictBar() {
  const { session } = useBench()
  const save = useSessionState((s) => s.save)
  const navigate = useNavigate()
  if (save.kind !== 'conflict') return null
  const { head } = save
  const takeTheirs = (): void => {
    session.store.setState({ revision: head.revision })
    session.replace(head.part, 'Take theirs')
    session.store.setState({ save: { kind: 'saved' } })
  }
  const keepCopy = async (): Promise<void> => {
    const mine = partOf(session.store.getState())
    try {
      const copy = await createPart({ ...mine, name: `${mine.name} (mine)` })
      takeTheirs()
      toast.success(`Yours is kept as “${copy.part.name}”`)
      void navigate(`/parts/${copy.id}`)
    } catch (error) {
      toast.error(error instanceof Error ? error.message : 'the copy could not be saved')
    }
  }
  return (
    <div
      role="alert"
      className="flex items-center gap-3 border-y border-error bg-[var(--block-wash)] px-4 py-2"
    >
      <p className="flex-1">
        <span aria-hidden>✕ </span>
        <strong>This part was changed elsewhere</strong> (revision {head.revision}). Your changes are still
        here and are not sent until you choose.
      </p>
      <button type="button" className="btn btn-sm btn-paper" onClick={() => void keepCopy()}>
        Keep mine as a copy
      </button>
      <button type="button" className="btn btn-sm btn-neutral" onClick={takeTheirs}>
        Take theirs
      </button>
    </div>
  )
}
