import { useEffect, useState } from 'react'
import { useBench, usePart, useSessionState } from '../context.ts'

/** What is to be said about the picture: work under way, an old result, nothing to draw. */
export function SceneNotes(props: {
  readonly stale: boolean
  readonly noPicture: string | undefined
  readonly empty: boolean
}) {
  const { session } = useBench()
  const part = usePart()
  const result = useSessionState((s) => s.result)
  const working = useSessionState((s) => s.working)
  const problem = useSessionState((s) => s.problem)
  const { stale, noPicture } = props
  return (
    <>
      {working && <WorkMark onStop={() => session.cancelWork()} />}
      {stale && (
        <p className="absolute bottom-3 left-3 rounded-box bg-[var(--block-wash)] px-3 py-1.5" role="status">
          <span aria-hidden className="text-error">
            ✕{' '}
          </span>
          The last good result; the part as it now stands cannot be built.
        </p>
      )}
      {problem && !stale && (
        <p className="absolute bottom-3 left-3 rounded-box bg-[var(--warn-wash)] px-3 py-1.5" role="status">
          {problem}
        </p>
      )}
      {noPicture && (
        <p className="absolute inset-x-10 top-1/3 text-center" role="alert">
          This browser shows no 3D ({noPicture}). Figures, strip and files work all the same.
        </p>
      )}
      {result && props.empty && !stale && !noPicture && (
        <p className="muted absolute inset-x-10 top-1/3 text-center">
          {part.steps.length === 0
            ? 'Nothing here yet. Add a path, a profile and a run from the recipe.'
            : result.steps.some((s) => s.output?.bodies?.some((b) => b.hidden))
              ? 'All runs are hidden.'
              : 'No body yet: a run carries a profile along a path.'}
        </p>
      )}
    </>
  )
}

/** Comes up only when the work takes long enough to wonder. */
function WorkMark({ onStop }: { onStop(): void }) {
  const progress = useSessionState((s) => s.progress)
  const [late, setLate] = useState(false)
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), 400)
    return () => clearTimeout(timer)
  }, [])
  if (!late) return null
  return (
    <div
      role="status"
      className="absolute right-3 bottom-3 flex items-center gap-2 rounded-box bg-base-100 px-3 py-1.5 shadow"
    >
      <span className="loading loading-spinner loading-xs" aria-hidden /> Working…
      {progress && (
        <>
          <span className="max-w-60 truncate">
            “{progress.of}”, {progress.on}
          </span>
          <progress
            className="progress progress-primary w-24"
            max={1}
            value={progress.share}
            aria-label="How far the work has come"
          />
        </>
      )}
      <button type="button" className="link" onClick={onStop}>
        Stop
      </button>
    </div>
  )
}
