import { splineByControl, splineThrough } from '@flexum/core/plane'
import type { Snap } from '../caught.ts'
import { catchWords, transformPoint } from './place.ts'
import { NO_PREVIEW, type Tool, type ToolHost } from './tool.ts'

/** A spline point by point: through them, or with B pulled by them. Enter ends it. */
export function splineTool(host: ToolHost): Tool {
  let places: Snap[] = []
  let form: 'through' | 'control' = 'through'
  const finish = (): boolean => {
    const all = places
    places = []
    if (all.length < 2) return all.length > 0
    host.apply('Draw a spline', (d, constrain) => {
      const points = all.map((s) => transformPoint(d, s, constrain))
      return d.add({ kind: 'spline', points, form, degree: 3 })
    })
    return true
  }
  return {
    name: 'spline',
    // Points of a free curve that come to lie in line are not meant to stay so.
    aligns: false,
    get begun() {
      return places.length > 0
    },
    from: () => places.at(-1)?.at,
    preview(p) {
      const hint =
        places.length === 0
          ? 'Click where the spline starts'
          : `Click the next point · Enter ends · B ${form === 'through' ? 'pulled by' : 'through'} the points`
      const all = [...places.map((s) => s.at), p.snap.at]
      if (places.length === 0) return { ...NO_PREVIEW, words: catchWords(p.snap), hint }
      return {
        curves: form === 'through' ? splineThrough(all) : splineByControl(all, 3),
        points: all,
        words: catchWords(p.snap),
        fields: [],
        hint,
      }
    },
    press(p) {
      const before = places.at(-1)
      if (before && Math.hypot(before.at[0] - p.snap.at[0], before.at[1] - p.snap.at[1]) <= p.reach / 4) {
        finish()
        return
      }
      places.push(p.snap)
    },
    key(key) {
      if (key === 'Enter') return finish()
      if (key === 'Escape') {
        const had = places.length > 0
        places = []
        return had
      }
      if (key === 'Backspace' && places.length > 0) {
        places.pop()
        return true
      }
      if (key === 'b' && places.length > 0) {
        form = form === 'through' ? 'control' : 'through'
        return true
      }
      return false
    },
  }
}
