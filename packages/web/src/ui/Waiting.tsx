/** Shown while something loads. */
export function Waiting({ what }: { readonly what: string }) {
  return (
    <div role="status" className="flex h-full min-h-40 items-center justify-center gap-3 muted">
      <span className="loading loading-spinner loading-sm" aria-hidden />
      Loading {what}…
    </div>
  )
}
