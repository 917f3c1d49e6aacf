import type { Id, Result } from '@flexum/core/base'
import { piecesOf, extend, split, type SketchEntity } from '@flexum/core/sketch'
import type { Curve2, Vec2 } from '@flexum/core/plane'
import { draftOf, type Draft } from '../drafting.ts'
import { hitAt } from '../snap.ts'
import { NO_PREVIEW, type Tool, type ToolHost } from './tool.ts'

/** What a tool does to the curve under the pointer. */
interface Pick {
  readonly name: 'extend' | 'split'
  readonly label: string
  readonly hint: string
  readonly words: string
  act(draft: Draft, curve: Id, at: Vec2): Result<readonly Id[]>
}

export const PICKS: Readonly<Record<Pick['name'], Pick>> = {
  extend: {
    name: 'extend',
    label: 'Lengthen',
    hint: 'Click a line or arc near a loose end; it goes on to what it meets',
    words: 'lengthens',
    act: extend,
  },
  split: {
    name: 'split',
    label: 'Split',
    hint: 'Click where the curve should be split',
    words: 'splits here',
    act: split,
  },
}

/** Clicks on curves, one after the other; shows beforehand what each click would do. */
export function pickTool(host: ToolHost, pick: Pick): Tool {
  const under = (at: Vec2, reach: number): Exclude<SketchEntity, { kind: 'point' }> | undefined => {
    const id = hitAt(host.model(), at, reach, 'curves')
    const e = id === undefined ? undefined : host.model().byId.get(id)
    return e && e.kind !== 'point' ? e : undefined
  }
  return {
    name: pick.name,
    begun: false,
    preview(p) {
      const e = under(p.raw, p.reach)
      if (!e) return { ...NO_PREVIEW, hint: pick.hint }
      return { ...NO_PREVIEW, curves: shown(e, p.raw), words: [pick.words], hint: pick.hint }
    },
    press(p) {
      const e = under(p.raw, p.reach)
      if (!e) host.say('Click on a curve.')
      else host.edit(pick.label, (d) => pick.act(d, e.id, p.raw))
    },
    key: () => false,
  }

  function shown(e: Exclude<SketchEntity, { kind: 'point' }>, at: Vec2): Curve2[] {
    const model = host.model()
    if (pick.name === 'extend') {
      const draft = draftOf(host.part(), model.step, model.entities)
      if (!extend(draft, e.id, at).ok) return []
      const after = draft.entities.find((x) => x.id === e.id)!
      const places = new Map(
        draft.entities.flatMap((x) => (x.kind === 'point' ? [[x.id, [x.x, x.y] as Vec2]] : [])),
      )
      return piecesOf(after, (id) => places.get(id) ?? model.at(id))
    }
    return []
  }
}
