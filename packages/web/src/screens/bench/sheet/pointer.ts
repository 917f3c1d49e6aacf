import { deg } from '@flexum/core/num'
import { vec2, type Vec2 } from '@flexum/core/plane'
import { formatExact } from '@flexum/core/units'
import type { SheetModel } from '../../../sheet/model.ts'
import { snapAt } from '../../../sheet/snap.ts'
import type { Snap } from '../../../sheet/caught.ts'
import type { Sheet } from '../../../sheet/sheet.ts'
import type { Pointer } from '../../../sheet/tools/tool.ts'
import { typedFigures } from '../../../sheet/typing.ts'
import { gridStep } from '../../../sheet/view.ts'

/** How near counts, px. */
const REACH = 9
/** Touched points that things are aligned with. */
const TOUCHED = 4

/** The pointer at a place, with what it catches on. */
export function pointerFor(
  sheet: Sheet,
  raw: Vec2,
  o: {
    readonly plain: boolean
    readonly more: boolean
    readonly others: readonly { readonly at: Vec2; readonly word: string }[]
  },
): Pointer {
  const state = sheet.store.getState()
  const reach = REACH / state.view.scale
  const tool = sheet.tool()
  const from = tool.from?.()
  const snap = o.plain
    ? { at: raw }
    : snapAt(sheet.model(), raw, {
        reach,
        grid: gridStep(state.view),
        touched: tool.aligns === false ? [] : state.touched,
        others: o.others,
        except: tool.except?.() ?? new Set(),
        ...(from ? { from } : {}),
      })
  const locked = state.steps !== undefined && from ? lockedTo(state.steps, from, snap, reach) : snap
  return {
    raw,
    snap: locked,
    patterns: state.patterns,
    plain: o.plain,
    more: o.more,
    reach,
    typed: typedFigures(sheet, tool),
  }
}

/** A place on the nearest ray of steps from where a tool comes from; what it caught on counts where it lies on the ray. */
function lockedTo(step: number, from: Vec2, snap: Snap, reach: number): Snap {
  const way = vec2.sub(snap.at, from)
  if (vec2.length(way) === 0) return snap
  const angle = Math.round(Math.atan2(way[1], way[0]) / step) * step
  const along: Vec2 = [Math.cos(angle), Math.sin(angle)]
  const at = vec2.addScaled(from, along, vec2.dot(way, along))
  if (vec2.distance(at, snap.at) < reach * 1e-6) return snap
  return { at, word: `${formatExact(Number(((deg(angle) + 360) % 360).toFixed(3)))}°` }
}

/** The touched points with one more in front. */
export function touchedBy(touched: readonly string[], point: string | undefined): readonly string[] {
  if (point === undefined || touched[0] === point) return touched
  return [point, ...touched.filter((id) => id !== point)].slice(0, TOUCHED)
}

/** How many lines and rounds new things take after. */
const PATTERNS = 2

/** What new things take after, with one more in front if it is a line or a round. */
export function patternsWith(model: SheetModel, patterns: readonly string[], id: string): readonly string[] {
  const kind = model.byId.get(id)?.kind
  if (kind !== 'line' && kind !== 'arc' && kind !== 'circle') return patterns
  return [id, ...patterns.filter((x) => x !== id)].slice(0, PATTERNS)
}
