import { ok, type Id } from '@flexum/core/base'
import { chainOf, detach, type SketchDraft } from '@flexum/core/sketch'
import { curvesAmong } from '../../../sheet/changes/chosen.ts'
import type { SheetModel } from '../../../sheet/model.ts'
import type { Sheet } from '../../../sheet/sheet.ts'

/** Something that is done at once with what is chosen. */
export interface Instant {
  readonly word: string
  readonly key?: string
  readonly needs: string
  act(sheet: Sheet, model: SheetModel, chosen: readonly Id[]): void
}

export const INSTANT: readonly Instant[] = [
  {
    word: 'Take apart',
    needs: 'Choose a point that curves share: each gets an end of its own',
    act(sheet, model, chosen) {
      const points = chosen.filter((id) => model.byId.get(id)?.kind === 'point')
      if (points.length === 0) sheet.say('Choose the point that curves share first.')
      else sheet.edit('Take apart', (d) => detachAll(d, points))
    },
  },
  {
    word: 'As guide',
    needs: 'Choose curves: they become guides, or stop being guides',
    act(sheet, model, chosen) {
      const curves = curvesAmong(model, chosen)
      if (curves.length === 0) sheet.say('Choose the curves that should be guides first.')
      else sheet.toggleGuide(curves)
    },
  },
  {
    word: 'Chain length',
    needs: 'Measures the length along the chosen chain, or along the whole of it',
    act(sheet, model, chosen) {
      const curves = curvesAmong(model, chosen)
      const chain = chainOf(model.entities, curves)
      if (!chain.ok) sheet.say('Choose curves that hang together end to end, without a fork.')
      else if (chain.value.links.some((l) => /spline|ellipse/.test(model.byId.get(l.curve)!.kind)))
        sheet.say('The length of splines and ellipses can be read above, but not dimensioned.')
      else
        sheet.ask({
          measured: { of: 'chain', curves: chain.value.links.map((l) => l.curve) },
          place: [0, model.size * 0.2],
        })
    },
  },
  {
    word: 'Remove',
    key: 'del',
    needs: 'Choose what should go',
    act(sheet, _, chosen) {
      if (chosen.length === 0) sheet.say('Choose what should go first.')
      else sheet.remove(chosen)
    },
  },
]

function detachAll(d: SketchDraft, points: readonly Id[]) {
  const made: Id[] = []
  for (const p of points) {
    const apart = detach(d, p)
    if (!apart.ok) return apart
    made.push(...apart.value)
  }
  return ok(made)
}
