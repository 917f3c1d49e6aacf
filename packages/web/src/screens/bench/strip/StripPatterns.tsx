import { LEFT, RIGHT } from './useBarZoom.ts'

/** Hatching of bend zones, and what of the bar is seen. */
export function StripPatterns({ width }: { readonly width: number }) {
  return (
    <defs>
      <pattern id="hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="6" height="6" fill="var(--chosen-wash)" />
        <path d="M0 0V6" stroke="var(--color-primary)" strokeWidth="1.6" strokeOpacity="0.75" />
      </pattern>
      <clipPath id="strip-clip">
        <rect x={LEFT - 14} y="0" width={Math.max(0, width - LEFT - RIGHT + 28)} height="300" />
      </clipPath>
    </defs>
  )
}
