import type { Curve2 } from '@flexum/core/plane'
import { foundAt, piecesOfTakable, take, type Found } from '../taking.ts'
import { NO_PREVIEW, type Tool, type ToolHost } from './tool.ts'

/** Places and curves of earlier steps, taken over one by one: linked, so that they follow, or drawn once. */
export function takeOverTool(host: Pick<ToolHost, 'sources' | 'edit' | 'say'>): Tool {
  let linked = true
  let guide = true
  const drawn = (f: Found): readonly Curve2[] =>
    f.kind === 'curve' ? piecesOfTakable(f.curve, f.source.takable) : []
  const hint = (): string =>
    `Click a point or an edge of an earlier step · L ${linked ? 'linked: it follows' : 'loose: drawn once'} · ` +
    `G ${guide ? 'as a guide' : 'as a line'}`
  return {
    name: 'take-over',
    aligns: false,
    begun: false,
    preview(p) {
      const sources = host.sources()
      if (sources.length === 0)
        return {
          ...NO_PREVIEW,
          hint: 'There is no step before this one of which anything could be taken over',
        }
      const dotted = sources.flatMap((s) => s.takable.curves.flatMap((c) => piecesOfTakable(c, s.takable)))
      const found = foundAt(sources, p.raw, p.reach)
      if (!found) return { ...NO_PREVIEW, dotted, hint: hint() }
      const what = linked ? `follows ${found.source.name}` : `from ${found.source.name}, loose`
      const points = found.kind === 'place' ? [found.at] : []
      return { ...NO_PREVIEW, dotted, curves: drawn(found), points, words: [what], hint: hint() }
    },
    press(p) {
      const found = foundAt(host.sources(), p.raw, p.reach)
      if (!found) {
        host.say('Click a point or an edge that is drawn dotted.')
        return
      }
      host.edit(`Take over from ${found.source.name}`, (d) => take(d, found, { linked, guide }))
    },
    key(key) {
      if (key === 'l') linked = !linked
      else if (key === 'g') guide = !guide
      else return false
      return true
    },
  }
}
