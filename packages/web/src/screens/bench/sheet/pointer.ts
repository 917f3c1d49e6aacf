import type { Vec2 } from '@flexum/core/plane'
import { snapAt } from '../../../sheet/snap.ts'
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
        touched: state.touched,
        others: o.others,
        except: tool.except?.() ?? new Set(),
        ...(from ? { from } : {}),
      })
  return { raw, snap, plain: o.plain, more: o.more, reach, typed: typedFigures(sheet, tool) }
}

/** The touched points with one more in front. */
export function touchedBy(touched: readonly string[], point: string | undefined): readonly string[] {
  if (point === undefined || touched[0] === point) return touched
  return [point, ...touched.filter((id) => id !== point)].slice(0, TOUCHED)
}
