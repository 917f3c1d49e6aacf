/** Flexum's mark: a bar with two bends. */
export function Mark({ size = 22 }: { readonly size?: number }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 24 24"
      aria-hidden
      fill="none"
      stroke="var(--color-primary)"
      strokeWidth="3.4"
    >
      <path d="M2 18h6a4 4 0 0 0 4-4v-3a4 4 0 0 1 4-4h6" />
    </svg>
  )
}
