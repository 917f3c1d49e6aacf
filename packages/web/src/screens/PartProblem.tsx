import { useMutation, useQuery } from '@tanstack/react-query'
import { isRouteErrorResponse, useParams, useRouteError } from 'react-router'
import { fetchRevisions, fileAddress, goBackTo, type RevisionRow } from '../api/parts.ts'
import { draftText, dropDraft } from '../bench/draft.ts'
import { ago } from '../ui/ago.ts'
import { download } from '../ui/download.ts'
import { EmptyState } from '../ui/EmptyState.tsx'

/** What is shown when the Bench itself fails on a part: the part goes back to what it last was, and nothing is lost. */
export function PartProblem() {
  const { id } = useParams()
  const error = useRouteError()
  const message = isRouteErrorResponse(error)
    ? error.statusText
    : error instanceof Error
      ? error.message
      : 'unknown'
  return <StoppedPart id={id!} title="The Bench stopped on this part" message={message} />
}

/** Offers the revisions a part can go back to, and what is kept of it as files. */
export function StoppedPart({
  id,
  title,
  message,
}: {
  readonly id: string
  readonly title: string
  readonly message: string
}) {
  const revisions = useQuery({ queryKey: ['revisions', id], queryFn: () => fetchRevisions(id) })
  const all = revisions.data ?? []
  const newest = all[0]
  const earlier = earlierRevisions(all)
  const [last, ...others] = earlier
  const going = useMutation({
    mutationFn: (to: RevisionRow) => goBackTo(id, newest!.number, to.number),
    onSuccess: () => {
      dropDraft(id)
      window.location.assign(`/parts/${id}`)
    },
  })
  const draft = draftText(id)
  return (
    <EmptyState title={title}>
      <p className="figure my-2 break-words">{message}</p>
      <p>All that was saved is safe: every revision is kept.</p>
      <div className="mt-3 flex flex-col items-center gap-2">
        {last && (
          <button
            type="button"
            className="btn btn-sm btn-neutral"
            disabled={going.isPending}
            onClick={() => going.mutate(last)}
          >
            Go back to revision {last.number}, saved {ago(last.savedAt, revisions.dataUpdatedAt)}
          </button>
        )}
        {others.length > 0 && (
          <OtherRevisions others={others} at={revisions.dataUpdatedAt} onChoose={going.mutate} />
        )}
        {revisions.isError && <p className="text-error">{revisions.error.message}</p>}
        {going.isError && (
          <p role="alert" className="text-error">
            It could not go back: {going.error.message}
          </p>
        )}
        <WaysOn id={id} draft={draft} />
      </div>
    </EmptyState>
  )
}

/** Goes back to another of the earlier revisions. */
function OtherRevisions(props: {
  readonly others: readonly RevisionRow[]
  /** When they were asked for, ms. */
  readonly at: number
  onChoose(to: RevisionRow): void
}) {
  const { others } = props
  return (
    <label className="flex items-center gap-2">
      or to
      <select
        className="select select-sm"
        aria-label="Another revision"
        value=""
        onChange={(e) => {
          const to = others.find((r) => String(r.number) === e.target.value)
          if (to) props.onChoose(to)
        }}
      >
        <option value="">another one…</option>
        {others.slice(0, 30).map((r) => (
          <option key={r.number} value={r.number}>
            revision {r.number}, saved {ago(r.savedAt, props.at)}
          </option>
        ))}
      </select>
    </label>
  )
}

/** What else can be done: try again, or save what there is. */
function WaysOn({ id, draft }: { readonly id: string; readonly draft: string | undefined }) {
  return (
    <p>
      <a className="link" href={`/parts/${id}`}>
        Load it again
      </a>
      {' · '}
      <a className="link" href={fileAddress(id)}>
        Save the part as a file
      </a>
      {draft !== undefined && (
        <>
          {' · '}
          <button
            type="button"
            className="link"
            onClick={() => download('what was being drawn.flexum.json', draft, 'application/json')}
          >
            Save what was being drawn as a file
          </button>
        </>
      )}
      {' · '}
      <a className="link" href="/">
        Back to the Rack
      </a>
    </p>
  )
}

/** Revisions before the newest, the last that could be worked out first; those that could not are left out. */
export function earlierRevisions(all: readonly RevisionRow[]): RevisionRow[] {
  const before = all.slice(1).filter((r) => r.state !== 'failed')
  const last = before.find((r) => r.state === 'known') ?? before[0]
  return last ? [last, ...before.filter((r) => r !== last)] : []
}
