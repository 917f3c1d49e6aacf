import { useEffect, useState } from 'react'
import type { Problem } from '../../../bench/session.ts'
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
      {problem && (
        <ProblemNote problem={problem} shown={result !== undefined} again={() => session.tryAgain()} />
      )}
      {stale && !problem && (
        <p className="absolute bottom-3 left-3 rounded-box bg-[var(--block-wash)] px-3 py-1.5" role="status">
          <span aria-hidden className="text-error">
            ✕{' '}
          </span>
          The last good result; the part as it now stands cannot be built.
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

/** Why the picture is not of the part as it stands, and what can be done; over an empty picture it stands in the middle. */
function ProblemNote(props: { readonly problem: Problem; readonly shown: boolean; again(): void }) {
  const { problem, shown } = props
  const broken = problem.kind === 'broken'
  const place = shown ? 'bottom-3 left-3 max-w-96' : 'top-1/3 left-1/2 w-96 -translate-x-1/2'
  return (
    <section
      role={broken ? 'alert' : 'status'}
      aria-label="The working out of this part"
      className={`absolute rounded-box px-3 py-2 ${place} ${broken ? 'bg-[var(--block-wash)]' : 'bg-[var(--warn-wash)]'}`}
    >
      <p className="font-medium">
        <span aria-hidden className={broken ? 'text-error' : ''}>
          {broken ? '✕' : '!'}{' '}
        </span>
        {broken
          ? `${problem.at === undefined ? 'This part' : `“${problem.at}”`} could not be worked out.`
          : 'Stopped.'}
      </p>
      <p>
        {broken && 'That is an error of ours, not of your part: what you typed is kept. '}
        {shown ? 'The picture shows the last good result.' : 'There is no picture yet.'}
      </p>
      {broken && (
        <details>
          <summary className="muted cursor-pointer">What was said</summary>
          <p className="figure break-words">{problem.error}</p>
        </details>
      )}
      <button type="button" className="btn btn-sm mt-1" onClick={props.again}>
        Try again
      </button>
    </section>
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
