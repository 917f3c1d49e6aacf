import { useState } from 'react'

/** What of a panel's size the panel takes. */
interface KeptSize {
  readonly defaultSize: number
  onResize(size: { readonly inPixels: number }, id: unknown, before: unknown): void
}

/**
 * The width or height of a panel in pixels, kept from one visit to the next whatever the window is then; `first` before anybody
 * changed it. A folded panel stays folded.
 */
export function useKeptSize(panel: string, first: number): KeptSize {
  const key = `panel-size/${panel}`
  const [defaultSize] = useState(() => {
    const kept = Number(localStorage.getItem(key) ?? NaN)
    return Number.isFinite(kept) && kept >= 0 ? kept : first
  })
  return {
    defaultSize,
    onResize({ inPixels }, _, before) {
      // The first report is of how it was laid out.
      if (before !== undefined) localStorage.setItem(key, String(Math.round(inPixels)))
    },
  }
}
