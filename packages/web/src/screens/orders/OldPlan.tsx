/** Says on the page and on paper that a plan is not of the order as it is now. */
export function OldPlan({ words }: { readonly words: string }) {
  return (
    <p
      role="note"
      aria-label="Old plan"
      className="mb-3 rounded-[3px] bg-[var(--warn-wash)] px-2 py-1.5 print:border"
    >
      <span aria-hidden>◇ </span>
      {words}
    </p>
  )
}
