import type { ReactNode } from 'react'

/** The frame of a small drawing in the recipe. */
export function StepPicture({ children }: { readonly children: ReactNode }) {
  return (
    <svg
      viewBox="0 0 26 30"
      width="32"
      height="30"
      aria-hidden
      className="shrink-0 rounded-[3px] border hairline bg-base-100"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.6"
    >
      {children}
    </svg>
  )
}

/** The drawing that stands for the named values. */
export function ValuesPicture() {
  return (
    <StepPicture>
      <text
        x="13"
        y="19"
        textAnchor="middle"
        fontSize="11"
        stroke="none"
        fill="currentColor"
        fontFamily="var(--font-mono)"
      >
        a=
      </text>
    </StepPicture>
  )
}
