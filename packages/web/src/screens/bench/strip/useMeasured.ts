import { useEffect, useState } from 'react'
import type { StripLayout } from '../../../strip/layout.ts'

/** A stretch of the bar that is measured, by its places, mm. */
export interface Measured {
  readonly from: number
  readonly to: number
  readonly held: boolean
}

/** A place catches on where a zone begins or ends within this, px. */
const CATCH = 7

/** Measuring along the bar: with Shift held the pointer drags a stretch; Escape puts it away. */
export function useMeasured(layout: StripLayout | undefined, perPixel: number) {
  const [measured, setMeasured] = useState<Measured>()
  useEffect(() => {
    if (!measured) return
    const onKey = (e: KeyboardEvent): void => {
      if (e.key === 'Escape') setMeasured(undefined)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [measured])
  const caught = (place: number, free: boolean): number => {
    if (free || !layout) return place
    const places = layout.zones.flatMap((z) => [z.from, z.to])
    const near = places.reduce(
      (best, p) => (Math.abs(p - place) < Math.abs(best - place) ? p : best),
      Infinity,
    )
    return Math.abs(near - place) <= CATCH * perPixel ? near : place
  }
  return {
    measured,
    /** Whether it took the press. */
    press(e: React.PointerEvent, place: number): boolean {
      if (!e.shiftKey || e.button !== 0) {
        if (measured && e.button === 0) setMeasured(undefined)
        return false
      }
      e.preventDefault()
      e.currentTarget.setPointerCapture(e.pointerId)
      const at = caught(place, e.altKey)
      setMeasured({ from: at, to: at, held: true })
      return true
    },
    move(e: React.PointerEvent, place: number): boolean {
      if (!measured?.held) return false
      setMeasured({ ...measured, to: caught(place, e.altKey) })
      return true
    },
    letGo(): void {
      if (measured?.held)
        setMeasured(measured.from === measured.to ? undefined : { ...measured, held: false })
    },
    /** By keys: from one zone's edge to the next, and with Shift only its end. */
    step(by: 1 | -1, extend: boolean): void {
      if (!layout) return
      const places = [...new Set(layout.zones.flatMap((z) => [z.from, z.to]))].sort((a, b) => a - b)
      const at = measured?.to ?? places[0]!
      const next = by > 0 ? places.find((p) => p > at + 1e-9) : places.findLast((p) => p < at - 1e-9)
      const to = next ?? at
      setMeasured({ from: extend && measured ? measured.from : to, to, held: false })
    },
  }
}
